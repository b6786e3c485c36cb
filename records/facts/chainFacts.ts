import { amplitudeRatioToDb, formatFixed, formatShort, formatSignificant } from "@/core/units";
import {
  supplyWatts,
  type Amplifier,
  type Details,
  type Instruments,
  type Load,
  type RigSettings,
  type RunEntry,
  type Supply,
} from "@/records";
import { chosenInstrument, rigCalibration } from "./rigCalibration";

export type ChainLinkName = "source" | "amplifier" | "load" | "probe" | "reading";

/** A line of a link's panel: what, and what it is set to. */
export type ChainFact = readonly [label: string, value: string];

export type ChainRecords = {
  amplifier: Amplifier;
  loads: readonly Load[];
  runs: readonly RunEntry[];
  details: Pick<Details, "supplies" | "gainRatio" | "terminals">;
  rig: RigSettings;
  instruments: Instruments;
};

const UNKNOWN = "not known";

/** What each link of the chain is set to, in a few lines. */
export const chainFacts = ({
  amplifier,
  loads,
  runs,
  details,
  rig,
  instruments,
}: ChainRecords): Record<ChainLinkName, readonly ChainFact[]> => {
  const source = chosenInstrument(instruments, "source", rig.sourceId);
  const converter = chosenInstrument(instruments, "converter", rig.converterId);
  const calibration = rigCalibration(rig, instruments);
  const [last] = runs;
  return {
    source: [
      ["Source", source?.name ?? "none"],
      ["Maximum output", source?.most ? `${formatShort(source.most)} V` : UNKNOWN],
    ],
    amplifier: [
      ["Output stage", amplifier.topology],
      ["Channels", String(amplifier.channelCount)],
      ["Gain", gainText(details.gainRatio)],
      ["Terminals", details.terminals],
      ...details.supplies.map((supply): ChainFact => [supply.name, supplyText(supply)]),
      ...(last?.setup ? [["Last run", last.setting || "as supplied"] as const] : []),
    ],
    load:
      loads.length === 0
        ? [["Loads", "none yet"]]
        : loads.map(({ nominalOhms, channels }): ChainFact => [
            `${formatShort(nominalOhms)} Ω`,
            `${channels.map(({ ohms }) => formatFixed(ohms, 3)).join(", ")} Ω measured`,
          ]),
    probe: [
      ["Divider", ratioText(rig)],
      [
        "Full scale",
        calibration
          ? `${formatSignificant(calibration.fullScaleVolts, 4)} V at the load`
          : "not calibrated",
      ],
    ],
    reading: [
      ["Converter", converter?.name ?? "none"],
      ["Runs saved", String(runs.length)],
      ["Last run", last ? new Date(last.takenAt).toISOString().slice(0, 10) : "none yet"],
    ],
  };
};

const gainText = (ratio: number | null): string =>
  ratio === null ? UNKNOWN : `${formatShort(amplitudeRatioToDb(ratio), 3)} dB`;

const supplyText = (supply: Supply): string => {
  const watts = supplyWatts(supply);
  return [
    supply.volts === null ? "" : `${formatShort(supply.volts)} V`,
    supply.amperes === null ? "" : `${formatShort(supply.amperes)} A`,
    watts === null ? "" : `${formatShort(watts)} W`,
  ]
    .filter((part) => part !== "")
    .join(", ");
};

const ratioText = ({ upperOhms, lowerOhms }: RigSettings): string =>
  upperOhms === null || lowerOhms === null
    ? "none"
    : `1 : ${formatSignificant(1 + upperOhms / lowerOhms, 3)}`;
