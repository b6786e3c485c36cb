import { RUN_KINDS } from "@/core/run";
import { connectionOf, settingOf, type Connection, type Evidence } from "@/core/verdict";
import type { Details } from "../details";
import { usualSupply } from "./setup";
import { burstsOf, weakestOutput } from "./supplySide";

/** What an amplifier gave under one set of conditions: of the newest run, the channel that gave least. */
export type MeasuredOutput = {
  /** A sweep to 1 % THD+N, or the name of a burst. */
  kind: { code: "continuous" } | { code: "burst"; label: string };
  connection: Connection;
  /** Its supply where it has several, and switches away from their usual position; empty for the amplifier as supplied. */
  setting: string;
  nominalOhms: number;
  channelsDriven: number;
  watts: number;
  /** It can do more. */
  isAtLeast: boolean;
  isRehearsed: boolean;
  runId: string;
};

/** Conditions that a table of outputs has a column or a row for. */
const keyOf = ({ kind, connection, setting, nominalOhms, channelsDriven }: MeasuredOutput) =>
  JSON.stringify([kind, connection, setting, nominalOhms, channelsDriven]);

const outputsOf = (
  run: Evidence,
  isRehearsed: boolean,
  /** The name of the supply in the box, where there are others. */
  usual: string,
): MeasuredOutput[] => {
  const { id: runId, nominalOhms, channelsDriven } = run;
  const common = {
    connection: connectionOf(run),
    setting: settingOf({ ...run, supply: run.supply || usual }),
    nominalOhms,
    channelsDriven,
    isRehearsed,
    runId,
  };
  const swept = weakestOutput(run);
  return [
    ...(swept
      ? [
          {
            ...common,
            kind: { code: "continuous" as const },
            watts: swept.watts,
            isAtLeast: swept.isAtLeast,
          },
        ]
      : []),
    ...burstsOf([run]).map(({ label, watts, isAtLeast }) => ({
      ...common,
      kind: { code: "burst" as const, label },
      watts,
      isAtLeast,
    })),
  ];
};

/**
 * Output under all conditions that were measured: each load, kind, supply and setting, connection and number of channels driven.
 * Recordings of a real bench go before rehearsals; of runs under the same conditions the newest counts. A run that leaves a condition open,
 * or was taken into a loudspeaker, is not among them.
 */
export const measuredOutputs = (
  evidence: readonly Evidence[],
  supplies: Details["supplies"],
): MeasuredOutput[] => {
  const usual = supplies.length > 1 ? (usualSupply({ supplies }) ?? "") : "";
  const real = evidence.filter(({ source }) => source !== "simulated");
  const isRehearsed = real.length === 0;
  const counted = (isRehearsed ? evidence : real)
    .filter(
      ({ unrecorded = [], source, kind, isReactive }) =>
        unrecorded.length === 0 &&
        source !== "loudspeaker" &&
        !isReactive &&
        RUN_KINDS[kind].speaksTo !== "crosstalk",
    )
    .toSorted((a, b) => (a.takenAt < b.takenAt ? 1 : -1));
  const found = new Map<string, MeasuredOutput>();
  for (const output of counted.flatMap((run) => outputsOf(run, isRehearsed, usual)))
    if (!found.has(keyOf(output))) found.set(keyOf(output), output);
  return [...found.values()].toSorted(
    (a, b) =>
      Number(a.connection !== "normal") - Number(b.connection !== "normal") ||
      b.nominalOhms - a.nominalOhms ||
      Number(a.kind.code !== "continuous") - Number(b.kind.code !== "continuous") ||
      a.setting.localeCompare(b.setting) ||
      a.channelsDriven - b.channelsDriven,
  );
};
