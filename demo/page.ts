import type { Knex } from "knex";
import { templateBlocks } from "@/publish/templates";
import { emptyDocument } from "@/records";
import { keepDocument, readWorkshopDocument } from "@/store";

/** The invented reviewer's page of an amplifier: all blocks, with the comparison that it is in. */
export const addPage = async (db: Knex, amplifierId: string): Promise<void> => {
  const { document } = await readWorkshopDocument(db, "comparisons");
  const own = document.sets.filter(({ members }) =>
    members.some((member) => member.amplifierId === amplifierId),
  );
  let count = 0;
  const blocks = templateBlocks("full review", () => `block-${++count}`, own.at(-1)?.id ?? "");
  await keepDocument(db, amplifierId, "publication", {
    ...emptyDocument("publication"),
    author: "a made-up reviewer",
    blocks: blocks.filter(({ kind }) => kind !== "remarks"),
  });
};
