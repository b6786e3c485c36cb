import { COVERAGE_FACTOR } from "@/core/power";
import type { Figure } from "@/core/run";
import { coverageFactor, repeatedReading } from "@/core/uncertainty";
import type { Run } from "@/records";

/** Mean and scatter of the main reading over the runs of a set that were made alike, one channel. */
export type Statistic = {
  channelIndex: number;
  label: string;
  figure: Figure;
  scatter: number;
  count: number;
};

const alike = (run: Run): string =>
  JSON.stringify([
    run.kind,
    run.conditions.nominalOhms,
    run.conditions.channelsDriven,
    run.conditions.setting ?? "",
    run.conditions.settings ?? {},
  ]);

/**
 * Statistics of the repeats of a run: mean, and the standard deviation of one reading (n − 1). Struck-out runs do not count.
 * @returns nothing for fewer than two
 * @see JCGM 100:2008, 4.2 (type A evaluation) and G.3 (few degrees of freedom)
 */
export const repeatStatistics = (run: Run, runs: readonly Run[]): Statistic[] => {
  if (!run.conditions.set) return [];
  const repeats = runs.filter(
    (each) =>
      each.conditions.set?.id === run.conditions.set?.id &&
      each.remarks.struck === null &&
      alike(each) === alike(run),
  );
  if (repeats.length < 2) return [];
  return run.conditions.channels.flatMap(({ channelIndex }, k) => {
    const [main] = run.result.channels[k].figures;
    const values = repeats.flatMap(
      ({ result }) =>
        result.channels[k]?.figures.find(({ name }) => name === main?.name)?.value ?? [],
    );
    if (!main || values.length < 2) return [];
    const { mean, stdUncertainty } = repeatedReading(values);
    // Few repeats tell little of their own scatter: their interval of 95 % is wider than the usual twice.
    const widening = coverageFactor(values.length - 1) / COVERAGE_FACTOR;
    return [
      {
        channelIndex,
        label: main.label,
        figure: { ...main, value: mean, stdUncertainty: widening * stdUncertainty },
        scatter: stdUncertainty * Math.sqrt(values.length),
        count: values.length,
      },
    ];
  });
};
