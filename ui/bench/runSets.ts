import type { BenchJob } from "@/records";

/** What a run is repeated over. Empty lists leave it as it is. */
export type RunSet = {
  loadIds: readonly string[];
  channelCounts: readonly number[];
  frequencies: readonly number[];
  settings: readonly string[];
  repeats: number;
};

export const MOST_RUNS = 100;

/**
 * The runs of a set: for each position of supply and switches each load, then channels, frequencies and repeats, so that what must be
 * changed by hand changes least often.
 * @param newId gives each run and the set an id of its own
 */
export const runsOfSet = (
  job: BenchJob,
  set: RunSet,
  label: string,
  newId: () => string,
): BenchJob[] => {
  const id = newId();
  const or = <T>(values: readonly T[], usual: T): readonly T[] =>
    values.length > 0 ? values : [usual];
  const canTurn = typeof job.settings.frequencyHz === "number";
  const jobs = or(set.settings, job.setting).flatMap((setting) =>
    or(set.loadIds, job.loadId).flatMap((loadId) =>
      or(set.channelCounts, job.channelsDriven).flatMap((channelsDriven) =>
        or(canTurn ? set.frequencies : [], job.settings.frequencyHz as number).flatMap(
          (frequencyHz) =>
            Array.from({ length: set.repeats }, (_, repeat): BenchJob => ({
              ...job,
              id: newId(),
              setting,
              loadId,
              channelsDriven,
              settings: canTurn ? { ...job.settings, frequencyHz } : job.settings,
              seed: job.seed + repeat,
              set: { id, label },
            })),
        ),
      ),
    ),
  );
  return jobs.length > 1 ? jobs : jobs.map((each) => ({ ...each, set: null }));
};

/** "Spectrum, 3 loads, 5 repeats" */
export const setLabel = (
  title: string,
  { loadIds, channelCounts, frequencies, settings, repeats }: RunSet,
): string =>
  [
    title,
    count(loadIds.length, "load"),
    count(channelCounts.length, "number of channels"),
    count(frequencies.length, "frequency"),
    count(settings.length, "setting"),
    repeats > 1 ? `${repeats} repeats` : null,
  ]
    .filter((part) => part !== null)
    .join(", ");

const count = (number: number, word: string): string | null =>
  number > 1
    ? `${number} ${word.replace(/y$/, "ie").replace("number of channels", "channel count")}s`
    : null;
