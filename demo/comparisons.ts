import type { Knex } from "knex";
import type { RunKind } from "@/core/run";
import type { ComparisonSet } from "@/records";
import { comparables, memberOf, suggestedSets } from "@/records/facts";
import { keepWorkshopDocument, listRunEntries } from "@/store";

/** Comparisons across the shelf, and the first that one of its amplifiers itself suggests. */
export const addComparisons = async (db: Knex, amplifierIds: readonly string[]): Promise<void> => {
  let count = 0;
  const newId = () => `demo-${++count}`;
  const across = async (
    name: string,
    kind: RunKind,
    more: Partial<ComparisonSet>,
  ): Promise<ComparisonSet> => {
    const members = [];
    for (const id of amplifierIds) {
      const entries = await listRunEntries(db, id);
      const [first] = comparables(entries, kind).filter(({ setting }) => setting === "");
      if (first) members.push(memberOf(id, first, newId()));
    }
    return {
      id: newId(),
      name,
      kind,
      members: members.slice(0, MOST_ACROSS),
      chart: "",
      normalising: "as-measured",
      meetAt: null,
      first: "",
      second: "",
      ...more,
    };
  };
  const own = await Promise.all(
    amplifierIds.map(async (id) => suggestedSets(id, await listRunEntries(db, id), newId)),
  );
  await keepWorkshopDocument(db, "comparisons", {
    sets: [
      await across("Home against mini", "power-sweep", { normalising: "of-rated" }),
      await across("Response, all meeting at 1 kHz", "response", { normalising: "meet" }),
      ...own.flatMap((suggested) =>
        suggested.filter(({ name }) => /against/.test(name)).slice(0, 1),
      ),
    ],
  });
};

/** More curves than channels have looks are not distinguished. */
const MOST_ACROSS = 4;
