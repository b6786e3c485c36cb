import { RUN_KINDS, type Curve } from "@/core/run";
import { TONE_DEFAULTS } from "@/core/distortion";
import type { Evidence, EvidenceSource } from "@/core/verdict";
import type { Run } from "./run";

/** Curves that a claim is held against; the rest, spectra and waves, are pictures. */
const KNOWN_CURVES = ["magnitude", "from-", "impedance", "distortion-", "harmonic-"];
const isKnown = ({ name }: Curve): boolean =>
  KNOWN_CURVES.some((begins) => name.startsWith(begins));

const sourceOf = ({ kind, source }: Pick<Run, "kind" | "source">): EvidenceSource => {
  if (source === "simulated-bench") return "simulated";
  if (RUN_KINDS[kind].worksInto !== undefined) return "loudspeaker";
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
    isWarm: numberIn(conditions.settings, "warmUpMinutes") !== null,
    ...(conditions.set && { setId: conditions.set.id }),
    // @see asSetUp, which names them as the Brief does.
    supply: "",
    setting: conditions.setting ?? "",
    channels: result.channels.map(({ figures, curves, levels, cautions, stop }, k) => ({
      ...conditions.channels[k],
      figures,
      curves: curves.filter(isKnown),
      stopReason: stop.reason,
      ...(levels && { levels }),
      ...(cautions && { cautions }),
    })),
  };
};
