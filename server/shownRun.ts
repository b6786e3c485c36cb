import "server-only";
import type { Knex } from "knex";
import { RUN_KINDS } from "@/core/run";
import type { Run, RunEntry } from "@/records";
import { findRuns } from "@/store";

/** The run on the screen, with what it is compared with. */
type ShownRun = {
  run: Run;
  /** The one like it before it; null where there is none. */
  before: Run | null;
  /** Those of the same set, itself among them. */
  setMates: readonly Run[];
};

/** Of a longer set the newest are looked at. */
const MOST_MATES = 200;

/**
 * Reads one run of an amplifier and no more than it is shown with.
 * @param entries of the amplifier, newest first
 * @param askedId the newest where it is not among them
 * @returns null where there is none, or it cannot be read
 */
export const readShownRun = async (
  db: Knex,
  entries: readonly RunEntry[],
  askedId: string | undefined,
): Promise<ShownRun | null> => {
  const entry = entries.find(({ id }) => id === askedId) ?? entries[0];
  if (!entry) return null;
  const before = entryBefore(entry, entries);
  const mates = entries
    .filter(({ setId, kind }) => setId !== null && setId === entry.setId && kind === entry.kind)
    .slice(0, MOST_MATES);
  const ids = new Set([entry.id, ...(before ? [before.id] : []), ...mates.map(({ id }) => id)]);
  const found = new Map((await findRuns(db, [...ids])).map((run) => [run.id, run]));
  const run = found.get(entry.id);
  return run
    ? {
        run,
        before: (before && found.get(before.id)) ?? null,
        setMates: mates.flatMap(({ id }) => found.get(id) ?? []),
      }
    : null;
};

/** The run of the same kind before it, for comparison; one that was struck out is no comparison. Some kinds are compared only into the same load. */
const entryBefore = (entry: RunEntry, entries: readonly RunEntry[]): RunEntry | null =>
  entries
    .slice(entries.indexOf(entry) + 1)
    .find(
      ({ kind, isStruck, nominalOhms, channelsDriven }) =>
        kind === entry.kind &&
        !isStruck &&
        (!RUN_KINDS[kind].isComparedByLoad ||
          (nominalOhms === entry.nominalOhms && channelsDriven === entry.channelsDriven)),
    ) ?? null;
