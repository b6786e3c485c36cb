import { success, failure, type Outcome } from "../../outcome";
import {
  mainsBudget,
  powerFromPeakVolts,
  powerStdUncertaintyRatio,
  powerWatts,
  voltageGain,
} from "../../power";
import { soundPressureLevelDb } from "../../loudness";
import type { ChannelConditions } from "../../sweep";
import { dbToPowerRatio, formatSignificant } from "../../units";
import { figure } from "../figures";
import { quantityField } from "../settings";
import type {
  Figure,
  MeasuredChannel,
  MeasuredKind,
  RunKindDefinition,
  SettingField,
} from "../types";

/** What a meter shows, of one channel: SI values by name; absent where nothing was typed. */
export type TypedReadings = Readonly<Record<string, number | undefined>>;

type TypedDefinition = {
  fields: readonly SettingField[];
  required: readonly string[];
  read(readings: TypedReadings, load: ChannelConditions): { figures: Figure[]; summary: string };
};

const need = (readings: TypedReadings, name: string): number => readings[name] ?? 0;

/** Kinds of run that a meter's readings are enough for. */
export const TYPED: Partial<Record<MeasuredKind, TypedDefinition>> = {
  "clip-search": {
    fields: [
      quantityField("voltsRms", "Voltmeter, just below flat tops", "V", 0, 0, 1000),
      quantityField("voltsPeak", "Or the scope's peak", "V", 0, 0, 1500),
    ],
    required: [],
    read: (readings, load) => {
      const fromRms =
        readings.voltsRms === undefined ? null : powerWatts(readings.voltsRms, load.loadOhms);
      const fromPeak =
        readings.voltsPeak === undefined
          ? null
          : powerFromPeakVolts(readings.voltsPeak, load.loadOhms);
      const watts = fromRms ?? fromPeak ?? 0;
      const share = powerStdUncertaintyRatio(load);
      return {
        figures: [
          figure("power", "output, tops clean", "watts", watts, watts * share),
          ...(fromRms !== null && fromPeak !== null
            ? [
                figure(
                  "power-from-peak",
                  "output from the peak",
                  "watts",
                  fromPeak,
                  fromPeak * share,
                ),
              ]
            : []),
          ...(readings.voltsRms === undefined
            ? []
            : [
                figure(
                  "volts",
                  "output volts",
                  "volts",
                  readings.voltsRms,
                  readings.voltsRms * load.voltsStdUncertaintyRatio,
                ),
              ]),
        ],
        summary: `${formatSignificant(watts, 3)} W just below flat tops, from ${fromRms === null ? "peak volts" : "RMS volts"} and ${formatSignificant(load.loadOhms, 4)} Ω.`,
      };
    },
  },
  gain: {
    fields: [
      quantityField("inputVoltsRms", "Input", "V", 0, 0, 100),
      quantityField("outputVoltsRms", "Output", "V", 0, 0, 1000),
    ],
    required: ["inputVoltsRms", "outputVoltsRms"],
    read: (readings, load) => {
      const { gainRatio, gainRatioStdUncertainty } = voltageGain(
        need(readings, "outputVoltsRms"),
        need(readings, "inputVoltsRms"),
        [load.voltsStdUncertaintyRatio, load.voltsStdUncertaintyRatio],
      );
      const watts = powerWatts(need(readings, "outputVoltsRms"), load.loadOhms);
      return {
        figures: [
          figure(
            "gain",
            `gain at ${formatSignificant(watts, 3)} W`,
            "level-ratio",
            gainRatio,
            gainRatioStdUncertainty,
          ),
          figure("power", "output", "watts", watts, watts * powerStdUncertaintyRatio(load)),
        ],
        summary: `Gain is ${formatSignificant(gainRatio, 3)} times, at ${formatSignificant(watts, 3)} W.`,
      };
    },
  },
  noise: {
    fields: [quantityField("noiseVoltsRms", "Millivoltmeter, input shorted", "V", 0, 0, 10)],
    required: ["noiseVoltsRms"],
    read: (readings, load) => {
      const volts = need(readings, "noiseVoltsRms");
      const ratio = Math.sqrt(load.loadOhms) / volts;
      return {
        figures: [
          figure(
            "snr-none-reOneWatt",
            "unweighted, under 1 W",
            "level-ratio",
            ratio,
            ratio * load.voltsStdUncertaintyRatio,
          ),
          figure("noise-none", "unweighted", "volts", volts, volts * load.voltsStdUncertaintyRatio),
        ],
        summary: `${formatSignificant(1000 * volts, 3)} mV of noise and hum, in whatever band the meter has.`,
      };
    },
  },
  "mains-draw": {
    fields: [
      quantityField("mainsWatts", "Mains meter", "W", 0, 0, 20_000),
      quantityField("mainsAmperes", "Clamp", "A", 0, 0, 100),
      quantityField("outputVoltsRms", "Output meanwhile", "V", 0, 0, 1000),
      quantityField("channels", "Channels giving that", "", 1, 1, 16),
      quantityField("mainsVolts", "Mains", "V", 230, 90, 260),
      quantityField("breakerAmperes", "Breaker", "A", 16, 1, 63),
    ],
    required: ["mainsWatts"],
    read: (readings, load) => {
      const input = need(readings, "mainsWatts");
      const output =
        (readings.channels ?? 1) * powerWatts(readings.outputVoltsRms ?? 0, load.loadOhms);
      const volts = readings.mainsVolts ?? 230;
      const factor = readings.mainsAmperes
        ? Math.min(1, Math.max(0.01, input / (volts * readings.mainsAmperes)))
        : 1;
      const budget = mainsBudget({
        outputWatts: output,
        inputWatts: input,
        mainsVolts: volts,
        powerFactor: factor,
        breakerAmperes: readings.breakerAmperes ?? 16,
      });
      return {
        figures: [
          figure("mains", "from the mains", "watts", input),
          figure("efficiency", "efficiency", "share", budget.efficiencyRatio),
          figure("heat", "heat", "watts", budget.heatWatts),
          figure("amperes", "current", "amperes", budget.mainsAmperes),
          figure("margin", "breaker has left", "amperes", budget.marginAmperes),
        ],
        summary: `Of ${formatSignificant(input, 3)} W from the mains ${formatSignificant(output, 3)} W come out; ${formatSignificant(budget.heatWatts, 3)} W are heat.`,
      };
    },
  },
  "listening-level": {
    fields: [
      quantityField("levelDb", "Sound level meter", "dB", 85, 30, 140),
      quantityField("metres", "Distance", "m", 2, 0.2, 50),
      quantityField("sensitivityDb", "Speaker, 2.83 V at 1 m", "dB", 88, 70, 115),
      quantityField("ohms", "Speaker, nominal", "Ω", 8, 1, 32),
    ],
    required: ["levelDb", "metres", "sensitivityDb", "ohms"],
    read: (readings) => {
      const atOneWatt = soundPressureLevelDb(
        need(readings, "sensitivityDb"),
        Math.sqrt(8),
        need(readings, "metres"),
      );
      const voltsRms = Math.sqrt(8 * dbToPowerRatio(need(readings, "levelDb") - atOneWatt));
      const watts = voltsRms ** 2 / need(readings, "ohms");
      return {
        figures: [
          figure("power", "power at that level, indicative", "watts", watts),
          figure("volts", "volts on the speaker", "volts", voltsRms),
        ],
        summary: `${formatSignificant(need(readings, "levelDb"), 3)} dB at ${formatSignificant(need(readings, "metres"), 2)} m takes about ${formatSignificant(watts, 2)} W. Indicative only: a room adds to it, and a speaker's current and voltage are not in phase.`,
      };
    },
  },
};

/**
 * A result from what was typed off a meter, channel by channel.
 * @returns a finding that names what is missing
 */
export const readTyped = (
  kind: MeasuredKind,
  readings: readonly TypedReadings[],
  loads: readonly ChannelConditions[],
): Outcome<MeasuredChannel[]> => {
  const definition = TYPED[kind];
  if (!definition)
    return failure(
      "no-samples",
      "Readings",
      "this run takes a recording; a meter's reading does not hold enough.",
    );
  const channels: MeasuredChannel[] = [];
  for (const [index, each] of readings.entries()) {
    const missing = definition.required.find(
      (name) => !(typeof each[name] === "number" && (each[name] as number) > 0),
    );
    const nothing =
      definition.required.length === 0 && Object.values(each).every((value) => value === undefined);
    const label = missing
      ? definition.fields.find(({ name }) => name === missing)?.label
      : nothing
        ? definition.fields[0].label
        : null;
    if (label) return failure("no-samples", `Channel ${index + 1}`, `give “${label}”, above zero.`);
    channels.push({
      ...definition.read(each, loads[index]),
      curves: [],
      bursts: [],
      stop: {
        reason: "operator",
        evidence: "Read off a meter by the reviewer, who ended it.",
        picture: null,
      },
    });
  }
  return success(channels);
};

/** With a real speaker and a sound level meter: typed only, and marked as indicative. */
export const listeningLevel: RunKindDefinition = {
  fields: [],
  *shots() {},
  analyse: () =>
    failure(
      "no-samples",
      "Listening level",
      "type what the sound level meter shows; a recording across the speaker says nothing of the level at the ear.",
    ),
};
