import { fitStayingPower } from "@/core/burst";
import { RUN_KINDS, type RunKind, type RunStopReason } from "@/core/run";
import { outputWithin } from "@/core/sweep";
import {
  audibilityOf,
  supplyFingerprint,
  wattsInto,
  type Audibility,
  type CleanOutput,
  type Fingerprint,
} from "@/core/supply";
import { plainSetting, type Evidence, type EvidenceChannel } from "@/core/verdict";
import type { Details } from "../details";
import { figureNamed } from "./figureNamed";
import { usualSupply } from "./setup";
import { mainsOf, type MeasuredMains } from "./supplyMains";

/** The most that the weakest channel gave within 1 % THD+N, or as far as it went. */
export type SuppliedOutput = CleanOutput & {
  nominalOhms: number;
  channelsDriven: number;
  /** It was never driven to its limit: it can do more. */
  isAtLeast: boolean;
  runId: string;
  stopReason: RunStopReason | null;
};

/** What the amplifier does on one of its supplies, as far as runs tell. */
export type MeasuredSupply = {
  name: string;
  /** The runs were only rehearsed on the simulated bench. */
  isRehearsed: boolean;
  outputs: readonly SuppliedOutput[];
  /** The last clean cycle of each burst, by its words and load. */
  bursts: readonly {
    label: string;
    nominalOhms: number;
    watts: number;
    stdWatts: number | null;
    isAtLeast: boolean;
  }[];
  /** For moments, for ever, and what is stored between; a channel. */
  staying: {
    nominalOhms: number;
    momentsWatts: number;
    steadyWatts: number;
    storeJoules: number;
  } | null;
  /** From the mains: what goes in, comes out and stays as heat at each level that was read. */
  mains: MeasuredMains | null;
  /** Hum lines together, which is what of the supply's ripple comes out; of the worst channel. */
  humVoltsRms: number | null;
  /** A-weighted, of the noisiest channel; null where noise was not measured. */
  noiseVoltsRms: number | null;
  /** Of the heat sink at the end of a soak, in degrees Celsius. */
  soakedCelsius: number | null;
  /** With all channels driven that two loads were measured with. */
  fingerprint: {
    channelsDriven: number;
    found: Fingerprint;
    /** Predicted for loads that were not measured. */
    next: readonly { loadOhms: number; watts: number; stdWatts: number }[];
  } | null;
};

/** One supply against another under the same conditions. */
export type SupplyDifference = {
  name: string;
  than: string;
  nominalOhms: number;
  channelsDriven: number;
  watts: number;
  thanWatts: number;
  /** One of the two was never driven to its limit: it can do more. */
  isAtLeast: boolean;
  thanIsAtLeast: boolean;
  audibility: Audibility;
  /** What ends it there; null where that is not known. */
  endedBy: RunStopReason | null;
  /** What it costs more than the other; null where a price is not known. */
  price: number | null;
};

/** Loads that a fingerprint is carried over to. */
const NEXT_OHMS = [16, 8, 6, 4, 2];
const LIMIT_RATIO = 0.01;

/** The supply of a run with every switch as usual; null where that is not known or something else was different. */
const supplyOf = (
  { supply, setting, unrecorded = [] }: Evidence,
  supplies: Details["supplies"],
): string | null => {
  if (plainSetting(setting) !== "" || unrecorded.length > 0) return null;
  return supply || (usualSupply({ supplies }) ?? "default setting");
};

/**
 * What was measured on each supply, the one in the box first. Recordings of a real bench go before rehearsals; of runs under the same conditions the
 * newest counts.
 */
export const measuredSupplies = (
  evidence: readonly Evidence[],
  supplies: Details["supplies"],
): MeasuredSupply[] => {
  const real = evidence.filter(({ source }) => source !== "simulated");
  const isRehearsed = real.length === 0;
  const counted = (isRehearsed ? evidence : real)
    .filter(({ kind, connection }) => !RUN_KINDS[kind].isBridged && !connection)
    .toSorted((a, b) => (a.takenAt < b.takenAt ? 1 : -1));
  const byName = new Map<string, Evidence[]>();
  for (const run of counted) {
    const name = supplyOf(run, supplies);
    if (name !== null) byName.set(name, [...(byName.get(name) ?? []), run]);
  }
  const usual = usualSupply({ supplies });
  // Which is in the box is a flag, whatever the order of the list.
  const order = (name: string) =>
    name === usual ? -1 : supplies.findIndex((supply) => supply.name === name);
  return [...byName.entries()]
    .map(([name, runs]): MeasuredSupply => {
      const outputs = outputsOf(runs);
      return {
        name,
        isRehearsed,
        outputs,
        bursts: burstsOf(runs),
        staying: stayingOf(runs),
        mains: mainsOf(runs),
        humVoltsRms: mostIn(runs, "noise", "hum"),
        noiseVoltsRms: mostIn(runs, "noise", "noise-a"),
        soakedCelsius: mostIn(runs, "heat-soak", "hottest"),
        fingerprint: fingerprintOf(outputs),
      };
    })
    .filter((supply) => supply.outputs.length > 0 || supply.bursts.length > 0)
    .toSorted((a, b) => order(a.name) - order(b.name));
};

const outputsOf = (runs: readonly Evidence[]): SuppliedOutput[] => {
  const found = new Map<string, SuppliedOutput>();
  for (const run of runs) {
    const key = `${run.nominalOhms}/${run.channelsDriven}`;
    const output = found.has(key) ? null : weakestOutput(run);
    if (output) found.set(key, output);
  }
  return [...found.values()].toSorted(
    (a, b) => b.nominalOhms - a.nominalOhms || a.channelsDriven - b.channelsDriven,
  );
};

/** Beyond three levels a sweep tells a limit; a figure at one level does not. */
const LEAST_LEVELS = 3;

/** The output of the channel that gave least in a sweep; null where one of them tells none. */
export const weakestOutput = ({
  id,
  nominalOhms,
  channelsDriven,
  channels,
}: Evidence): SuppliedOutput | null => {
  const read = channels.map((channel) => outputOf(channel));
  const known = read.flatMap((each) => each ?? []);
  if (known.length === 0 || known.length < read.length) return null;
  const least = known.reduce((low, each) => (each.watts < low.watts ? each : low));
  return { ...least, nominalOhms, channelsDriven, runId: id };
};

const outputOf = ({
  levels = [],
  loadOhms,
  stopReason,
}: EvidenceChannel): Omit<SuppliedOutput, "nominalOhms" | "channelsDriven" | "runId"> | null => {
  if (levels.length < LEAST_LEVELS) return null;
  const within = outputWithin(levels, LIMIT_RATIO, "thd-plus-noise");
  return within.status === "never-below" || !Number.isFinite(within.powerWatts)
    ? null
    : {
        loadOhms,
        watts: within.powerWatts,
        stdWatts: within.powerWattsStdUncertainty,
        isAtLeast: within.status === "at-least",
        stopReason: stopReason ?? null,
      };
};

/** Of the channel that gave least. */
const leastFigure = (
  channels: readonly EvidenceChannel[],
  name: string,
): { watts: number; stdWatts: number | null; isAtLeast: boolean } | null => {
  const [least] = channels
    .flatMap(({ figures = [] }) => figures.filter((figure) => figure.name === name))
    .flatMap(({ value, stdUncertainty, bound }) =>
      value === null
        ? []
        : { watts: value, stdWatts: stdUncertainty, isAtLeast: bound === "at-least" },
    )
    .toSorted((a, b) => a.watts - b.watts);
  return least ?? null;
};

/** The last clean cycle of each burst of the channel that gave least, by its words and load. @param runs newest first */
export const burstsOf = (runs: readonly Evidence[]): MeasuredSupply["bursts"] => {
  const found = new Map<string, MeasuredSupply["bursts"][number]>();
  for (const { nominalOhms, channels } of runs)
    for (const { name, label } of channels[0]?.figures ?? []) {
      if (!name.startsWith("burst-")) continue;
      const words = label.replace(/^last clean cycle, /, "");
      const key = `${words}/${nominalOhms}`;
      const least = leastFigure(channels, name);
      if (least && !found.has(key)) found.set(key, { label: words, nominalOhms, ...least });
    }
  return [...found.values()];
};

/** The highest of the channels of the newest run of that kind. */
const mostIn = (runs: readonly Evidence[], kind: RunKind, name: string): number | null => {
  const values = (runs.find((run) => run.kind === kind)?.channels ?? []).flatMap(
    (channel) => figureNamed(channel, name)?.value ?? [],
  );
  return values.length > 0 ? Math.max(...values) : null;
};

const stayingOf = (runs: readonly Evidence[]): MeasuredSupply["staying"] => {
  for (const { kind, nominalOhms, channels } of runs) {
    if (!RUN_KINDS[kind].tellsHowLong || channels.length === 0) continue;
    const held = (channels[0].figures ?? []).flatMap(({ name, value }) => {
      const seconds = Number(/^held-([\d.]+)$/.exec(name)?.[1]);
      return seconds > 0 && value !== null ? [{ seconds, powerWatts: value }] : [];
    });
    const fitted = fitStayingPower(held);
    if (!fitted.ok) continue;
    const { peakWatts, steadyWatts, storeJoules } = fitted.value;
    return { nominalOhms, momentsWatts: peakWatts, steadyWatts, storeJoules };
  }
  return null;
};

const fingerprintOf = (outputs: readonly SuppliedOutput[]): MeasuredSupply["fingerprint"] => {
  const most = [...new Set(outputs.map(({ channelsDriven }) => channelsDriven))].toSorted(
    (a, b) => b - a,
  );
  for (const channelsDriven of most) {
    // A channel that gave nothing tells nothing of what feeds it.
    const alike = outputs.filter(
      (output) =>
        output.channelsDriven === channelsDriven &&
        !output.isAtLeast &&
        output.watts > 0 &&
        output.loadOhms > 0,
    );
    const found = supplyFingerprint(alike);
    if (!found) continue;
    const [least, highest] = [
      Math.min(...alike.map(({ loadOhms }) => loadOhms)),
      Math.max(...alike.map(({ loadOhms }) => loadOhms)),
    ];
    return {
      channelsDriven,
      found,
      next: NEXT_OHMS.filter(
        (ohms) =>
          // An octave beyond what was measured, and no further.
          ohms >= 0.45 * least &&
          ohms <= 2.2 * highest &&
          alike.every(({ nominalOhms }) => nominalOhms !== ohms),
      ).map((loadOhms) => {
        const { value, stdUncertainty } = wattsInto(found, alike, loadOhms);
        return { loadOhms, watts: value, stdWatts: stdUncertainty };
      }),
    };
  }
  return null;
};

const fromOf = ({ isAtLeast }: SuppliedOutput, { isRehearsed }: MeasuredSupply) => {
  if (isRehearsed) return "rehearsed";
  return isAtLeast ? "at least" : "measured";
};

/** Watts into a load, and what they are known from. */
export type SuppliedThere = {
  watts: number;
  stdWatts: number;
  from: "measured" | "at least" | "rehearsed" | "predicted";
};

/** What a supply was measured to let through into a load, or is predicted to by what it did into others; null where neither tells. */
export const suppliedInto = (
  supplies: readonly MeasuredSupply[],
  name: string,
  { loadOhms, channelsDriven }: { loadOhms: number; channelsDriven: number },
): SuppliedThere | null => {
  const supply = supplies.find((each) => each.name === name) ?? (name === "" ? supplies[0] : null);
  if (!supply) return null;
  const measured = supply.outputs.find(
    (output) => output.nominalOhms === loadOhms && output.channelsDriven === channelsDriven,
  );
  if (measured) {
    const { watts, stdWatts } = measured;
    return { watts, stdWatts, from: fromOf(measured, supply) };
  }
  const { fingerprint } = supply;
  const next =
    fingerprint?.channelsDriven === channelsDriven
      ? fingerprint.next.find((each) => each.loadOhms === loadOhms)
      : undefined;
  return next ? { watts: next.watts, stdWatts: next.stdWatts, from: "predicted" } : null;
};

/** Every supply against the first, wherever both were measured alike. */
export const supplyDifferences = (
  supplies: readonly MeasuredSupply[],
  labels: Details["supplies"],
): SupplyDifference[] => {
  const priceOf = (name: string) => labels.find((label) => label.name === name)?.price ?? null;
  const [first, ...others] = supplies;
  return others.flatMap(({ name, outputs }) =>
    outputs.flatMap((output) => {
      const before = first.outputs.find(
        ({ nominalOhms, channelsDriven }) =>
          nominalOhms === output.nominalOhms && channelsDriven === output.channelsDriven,
      );
      return before && before.watts > 0 && output.watts > 0
        ? [
            {
              name,
              than: first.name,
              nominalOhms: output.nominalOhms,
              channelsDriven: output.channelsDriven,
              watts: output.watts,
              thanWatts: before.watts,
              isAtLeast: output.isAtLeast,
              thanIsAtLeast: before.isAtLeast,
              audibility: audibilityOf(output.watts / before.watts),
              endedBy: output.stopReason,
              price: priceMore(
                priceOf(name),
                labels.find((label) => label.name === first.name),
              ),
            },
          ]
        : [];
    }),
  );
};

/** What is in the box is paid for already. */
const priceMore = (price: number | null, than: Details["supplies"][number] | undefined) => {
  if (price === null) return null;
  if (than?.isInTheBox) return price;
  return typeof than?.price === "number" ? price - than.price : null;
};
