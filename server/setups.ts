import "server-only";
import type { Knex } from "knex";
import { correctableOf, type RunEntry, type Setup } from "@/records";
import { namedSetup, setupOfRun, unrecordedIn } from "@/records/facts";
import { correctRuns, findAmplifier, readDocument } from "@/store";

/**
 * Fills in what the runs of an amplifier leave open of supply and switches, and nothing else of them: each keeps what it has recorded, and
 * what was there before is kept beside it.
 * @returns how many runs were corrected; null where there is no such amplifier
 */
export const recordSetups = async (
  db: Knex,
  amplifierId: string,
  given: Setup,
): Promise<number | null> => {
  if (!(await findAmplifier(db, amplifierId))) return null;
  const { document: details } = await readDocument(db, amplifierId, "details");
  return correctRuns(db, amplifierId, new Date().toISOString(), (entry, conditions) => {
    const setup = setupOfRun(entry, details);
    if (entry.isStruck) return null;
    const whole: Setup = {
      ...setup,
      supply: setup.supply ?? given.supply,
      switches: { ...given.switches, ...setup.switches },
    };
    // What is given may leave all of it open still.
    const isCloser = unrecordedIn(whole, details).length < unrecordedIn(setup, details).length;
    return isCloser ? { ...correctableOf(conditions), ...namedSetup(whole, details) } : null;
  });
};

/** Runs that do not record the supply or a switch, though the amplifier has several. */
export const unrecordedRuns = (
  runs: readonly RunEntry[],
  details: Parameters<typeof unrecordedIn>[1],
): RunEntry[] =>
  runs.filter(
    (entry) =>
      !entry.isStruck &&
      entry.source !== "simulated-bench" &&
      unrecordedIn(setupOfRun(entry, details), details).length > 0,
  );
