import { RUN_KINDS, type Curve } from "@/core/run";
import { TONE_DEFAULTS } from "@/core/distortion";
import type { Evidence, EvidenceSource } from "@/core/verdict";
import type { Run } from "./run";

/** Curves that a claim is held against; the rest, spectra and waves, are pictures. */
const KNOWN_CURVES = ["magnitude", "from-", "impedance", "distortion-", "harmonic-"];
const isKnown = ({ name }: Curve): boolean =>
  KNOWN_CURVES.some((begins) => name.startsWith(begins));

const sourceOf = ({
  kind,
  source,
  conditions: { loadKind },
}: Pick<Run, "kind" | "source" | "conditions">): EvidenceSource => {
  if (source === "simulated-bench") return "simulated";
  if (RUN_KINDS[kind].worksInto !== undefined || loadKind === "loudspeaker") return "loudspeaker";
  return source === "typed" ? "meter" : "recording";
};

const numberIn = (settings: Run["conditions"]["settings"], name: string): number | null => {
  const value = settings?.[name];
  return typeof value === "number" && value > 0 ? value : null;
};

/** What each channel was set to give: typed, or a share of the full level. */
const levelOf = ({ settings, level }: Run["conditions"]): number | null =>
  numberIn(settings, "watts") ??
  (level ? level.watts * (numberIn(settings, "shareOfRated") ?? 1) : null);

/** The most that a channel gave, in watts; null where the run says nothing of it. */
const mostWatts = ({ levels = [], figures }: Run["result"]["channels"][number]): number | null => {
  const watts = [
    ...levels.map(({ powerWatts }) => powerWatts),
    ...figures.flatMap(({ quantity, value }) =>
      quantity === "watts" && value !== null ? [value] : [],
    ),
  ];
  return watts.length > 0 ? Math.max(...watts) : null;
};

/** A channel that gives less than this of the loudest holds what leaks into it: 20 dB down in volts. Chosen here. */
const IDLE_RATIO = 0.01;

/**
 * Places of the channels that were driven. Where fewer played than were recorded, one that hardly gives anything beside the loudest was
 * idle: what it holds is no output. Of crosstalk the idle channel is the reading.
 */
const drivenPlaces = ({
  kind,
  conditions,
  result: { channels },
}: Pick<Run, "kind" | "conditions" | "result">): number[] => {
  const all = channels.map((_, k) => k);
  const said = conditions.setup?.driven ?? [];
  const most = channels.map(mostWatts);
  const loudest = Math.max(...most.map((watts) => watts ?? 0));
  const isOfIdle = RUN_KINDS[kind].speaksTo === "crosstalk";
  if (isOfIdle) return all;
  if (said.length > 0) return all.filter((k) => said.includes(conditions.channels[k].channelIndex));
  if (conditions.channelsDriven >= channels.length) return all;
  return all.filter((k) => {
    const watts = most[k];
    return watts === null || watts >= IDLE_RATIO * loudest;
  });
};

/** Which channels were driven: as it is said, else all that were recorded where as many were driven. */
const drivenOf = ({
  conditions: { setup, channels, channelsDriven },
}: Pick<Run, "conditions">): Pick<Evidence, "driven"> => {
  const said = setup?.driven ?? [];
  if (said.length > 0) return { driven: said.toSorted(ascending) };
  return channels.length === channelsDriven
    ? { driven: channels.map(({ channelIndex }) => channelIndex).toSorted(ascending) }
    : {};
};

const ascending = (one: number, other: number): number => one - other;

/** What of a kept run the judge goes by: its conditions and findings, without its pictures. */
export const runEvidence = (run: Omit<Run, "remarks">): Evidence => {
  const { conditions, result } = run;
  return {
    id: run.id,
    kind: run.kind,
    source: sourceOf(run),
    takenAt: run.takenAt,
    nominalOhms: conditions.nominalOhms,
    channelsDriven: conditions.channelsDriven,
    frequencyHz: numberIn(conditions.settings, "frequencyHz"),
    band: conditions.band ?? TONE_DEFAULTS.band,
    levelWatts: levelOf(conditions),
    isWarm:
      numberIn(conditions.settings, "warmUpMinutes") !== null ||
      conditions.setup?.warmth === "warm",
    ...(conditions.loadKind === "reactive network" && { isReactive: true as const }),
    ...drivenOf(run),
    ...(conditions.set && { setId: conditions.set.id }),
    // @see asSetUp, which names them as the Brief does.
    supply: "",
    setting: conditions.setting ?? "",
    channels: drivenPlaces(run).map((k) => {
      const { figures, curves, levels, cautions, stop } = result.channels[k];
      return {
        ...conditions.channels[k],
        figures,
        curves: curves.filter(isKnown),
        stopReason: stop.reason,
        ...(levels && { levels }),
        ...(cautions && { cautions }),
      };
    }),
  };
};
