import "server-only";
import { createHash } from "node:crypto";
import type { Knex } from "knex";
import { GUARD_REASONS } from "@/core/drive";
import { formatFixed, formatShort } from "@/core/units";
import type { LoadDraft, RunDraft } from "@/records";
import { addLogEntry } from "@/store";

/** What the program writes into the logbook by itself. What was sent twice is written down once. */
const note = (
  db: Knex,
  amplifierId: string,
  { kind, text, of }: { kind: "guard" | "wiring"; text: string; of: string },
): Promise<string> =>
  addLogEntry(
    db,
    amplifierId,
    {
      at: new Date().toISOString(),
      kind,
      text: text.slice(0, MOST_LETTERS),
      celsius: null,
      isStruck: false,
    },
    createHash("sha256").update(of).digest("hex").slice(0, 32),
  );

const MOST_LETTERS = 500;
const BY_GUARDS = new Set<string>(Object.values(GUARD_REASONS));

/** A load as it stands at the bench: "8 Ω load: 8.210, 8.180 Ω measured". */
export const loadText = ({
  nominalOhms,
  channels,
}: Pick<LoadDraft, "nominalOhms" | "channels">): string =>
  `${formatShort(nominalOhms)} Ω load: ${channels.map(({ ohms }) => formatFixed(ohms, 3)).join(", ")} Ω measured`;

/** A load was entered, or measured anew. @param of which, and which state of it */
export const noteLoad = (
  db: Knex,
  amplifierId: string,
  of: string,
  text: string,
): Promise<string> => note(db, amplifierId, { kind: "wiring", text, of: `load ${of}` });

/** A guard ended a run: what it saw. */
export const noteGuards = async (
  db: Knex,
  amplifierId: string,
  { id, result }: Pick<RunDraft, "result"> & { id: string },
): Promise<void> => {
  const stops = result.channels
    .map(({ stop }) => stop)
    .filter(({ reason }) => BY_GUARDS.has(reason));
  const [first] = stops;
  if (first)
    await note(db, amplifierId, { kind: "guard", text: first.evidence, of: `guard ${id}` });
};
