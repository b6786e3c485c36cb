import "server-only";
import { createHash } from "node:crypto";
import type { Knex } from "knex";
import { GUARD_REASONS } from "@/core/drive";
import { formatFixed, formatShort } from "@/core/units";
import type { Load, RigSettings, RunDraft } from "@/records";
import { dividerText } from "@/records/facts";
import { addLogEntries, findDocument, usersOfRig } from "@/store";

type Note = {
  kind: "guard" | "wiring";
  text: string;
  /** What it is about: of the same, the line is written once. */
  of: string;
  /** It is still being set: one line, as it stands in the end. */
  isBeingSet?: boolean;
};

/** What the program writes into logbooks by itself. What was sent twice is written down once. */
const note = (
  db: Knex,
  amplifierIds: readonly string[],
  { kind, text, of, isBeingSet = false }: Note,
): Promise<void> => {
  const at = new Date().toISOString();
  const line = { at, kind, text: text.slice(0, MOST_LETTERS), celsius: null, isStruck: false };
  return addLogEntries(
    db,
    amplifierIds.map((amplifierId) => ({
      ...line,
      amplifierId,
      id: idOf(`${of} of ${amplifierId}`),
    })),
    { areRewritten: isBeingSet },
  );
};

const idOf = (of: string): string => createHash("sha256").update(of).digest("hex").slice(0, 32);

const MOST_LETTERS = 500;
const BY_GUARDS = new Set<string>(Object.values(GUARD_REASONS));

/** A load as it stands at the bench: "8 Ω load: 8.210, 8.180 Ω measured". */
const loadText = ({ nominalOhms, channels }: Pick<Load, "nominalOhms" | "channels">): string =>
  `${formatShort(nominalOhms)} Ω load: ${channels.map(({ ohms }) => formatFixed(ohms, 3)).join(", ")} Ω measured`;

/** A load stands at the bench of some amplifiers: entered, taken or measured again. */
export const noteLoad = (
  db: Knex,
  amplifierIds: readonly string[],
  load: Pick<Load, "id" | "revision" | "nominalOhms" | "channels">,
): Promise<void> =>
  note(db, amplifierIds, {
    kind: "wiring",
    text: loadText(load),
    of: `load ${load.id} ${load.revision}`,
  });

/** A load was taken out of the workshop. */
export const noteLoadGone = (
  db: Knex,
  amplifierIds: readonly string[],
  { id, nominalOhms }: Pick<Load, "id" | "nominalOhms">,
): Promise<void> =>
  note(db, amplifierIds, {
    kind: "wiring",
    text: `${formatShort(nominalOhms)} Ω load: deleted from the workshop`,
    of: `load ${id} gone`,
  });

/** A rig as it is set: "Rig 1: divider 47 k : 1 k, calibrated at 200 Hz". */
const rigText = ({ rigName, upperOhms, lowerOhms, meterHz, recordedRatio }: RigSettings) => {
  const divider = dividerText(upperOhms, lowerOhms);
  return [
    `${rigName || "The rig"}: ${divider ? `divider ${divider}` : "no divider"}`,
    recordedRatio === null
      ? "not calibrated"
      : `calibrated${meterHz === null ? "" : ` at ${formatShort(meterHz)} Hz`}`,
  ].join(", ");
};

/** A rig that is set for so long has one line for it. */
const WHILE_SET_MILLISECONDS = 10 * 60 * 1000;

/** Does something that may set an amplifier's rig otherwise, and tells all amplifiers that are measured with it. */
export const notingRig = async <T>(
  db: Knex,
  amplifierId: string,
  work: () => Promise<T>,
): Promise<T> => {
  const before = await findDocument(db, amplifierId, "rig");
  const done = await work();
  const rig = await findDocument(db, amplifierId, "rig");
  if (rig.rigId === null || rigText(rig) === rigText(before)) return done;
  const isAnother = rig.rigId !== before.rigId;
  await note(db, isAnother ? [amplifierId] : await usersOfRig(db, rig.rigId), {
    kind: "wiring",
    text: rigText(rig),
    of: `rig ${rig.rigId} at ${Math.floor(Date.now() / WHILE_SET_MILLISECONDS)}`,
    isBeingSet: true,
  });
  return done;
};

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
    await note(db, [amplifierId], { kind: "guard", text: first.evidence, of: `guard ${id}` });
};
