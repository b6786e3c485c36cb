import { analyseTone } from "../../distortion";
import { success } from "../../outcome";
import { bridgedPerChannel, mainsBudget, powerWatts } from "../../power";
import {
  analysePowerSweep,
  powerAtClipOnset,
  powerAtDistortion,
  type PowerAtLimit,
  type SweepStop,
} from "../../sweep";
import { formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { numberOf, quantityField } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel, stopByEvent } from "../stop";
import type { Figure, MeasuredChannel, RunKindDefinition } from "../types";

const SHARES = [
  ["idle", "Idle", 0],
  ["eighth", "An eighth", 1 / 8],
  ["rated", "Rated", 1],
] as const;

/** Watts and amperes from the mains: idle, at an eighth and at rated power; efficiency, heat, and what the breaker has left. */
export const mainsDraw: RunKindDefinition = {
  fields: [
    quantityField("seconds", "Each", "s", 3, 1, 60),
    quantityField("mainsVolts", "Mains", "V", 230, 90, 260),
    quantityField("breakerAmperes", "Breaker", "A", 16, 1, 63),
  ],
  *shots(settings, facts) {
    const seconds = numberOf(settings, "seconds");
    for (const [name, label, share] of SHARES)
      yield {
        name,
        label,
        stimulus:
          share === 0
            ? { kind: "silence", seconds }
            : {
                kind: "sine",
                frequencyHz: 1000,
                voltsPeak: peakDriveFor(share * facts.ratedWatts, facts),
                seconds,
              },
        drives: allDriven(facts),
        recordsInput: false,
        load: "run",
      };
  },
  analyse: (recordings, { settings }) =>
    eachChannel(recordings, () => {
      const figures: Figure[] = [];
      const points: [number, number][] = [];
      const texts: string[] = [];
      for (const { shot, volts, sampleRateHz, loads, meters } of recordings) {
        const outputs = volts.map((each, channel) => {
          const tone = analyseTone(each, sampleRateHz);
          return shot === "idle" || !tone.ok
            ? 0
            : powerWatts(tone.value.voltsRms, loads[channel].loadOhms);
        });
        const outputWatts = outputs.reduce((sum, watts) => sum + watts, 0);
        const label = SHARES.find(([name]) => name === shot)?.[1].toLowerCase() ?? "output";
        if (!meters || !(meters.mainsWatts > 0)) continue;
        const apparent = numberOf(settings, "mainsVolts") * meters.mainsAmperes;
        const budget = mainsBudget({
          outputWatts,
          inputWatts: meters.mainsWatts,
          mainsVolts: numberOf(settings, "mainsVolts"),
          powerFactor: Math.min(
            1,
            Math.max(0.01, meters.mainsWatts / Math.max(apparent, meters.mainsWatts)),
          ),
          breakerAmperes: numberOf(settings, "breakerAmperes"),
        });
        figures.push(
          figure(`mains-${shot}`, `from the mains, ${label}`, "watts", meters.mainsWatts),
          figure(`amperes-${shot}`, `current, ${label}`, "amperes", meters.mainsAmperes),
          figure(`heat-${shot}`, `heat, ${label}`, "watts", budget.heatWatts),
        );
        if (outputWatts > 0)
          figures.push(
            figure(`efficiency-${shot}`, `efficiency, ${label}`, "share", budget.efficiencyRatio),
          );
        figures.push(
          figure(`margin-${shot}`, `breaker has left, ${label}`, "amperes", budget.marginAmperes),
        );
        points.push([outputWatts, meters.mainsWatts]);
        texts.push(`${formatSignificant(meters.mainsWatts, 3)} W ${label}`);
      }
      const rated = figures.filter(({ name }) => name.endsWith("-rated")),
        others = figures.filter(({ name }) => !name.endsWith("-rated"));
      return success({
        figures: [...rated, ...others],
        curves:
          points.length > 1
            ? [{ name: "mains", label: "from the mains", x: "watts", y: "watts", points }]
            : [],
        bursts: [],
        stop: stopAtLevel(recordings, null, "idle, an eighth and rated power", null),
        summary:
          texts.length > 0
            ? `It takes ${texts.join(", ")} from the mains.`
            : "No mains meter was read with these recordings; type its readings instead.",
      });
    }),
};

const LEVEL_COUNT = 30;

/** Both channels as one: a power sweep of the bridge, and what it means for each of the two channels, at half the load. */
export const bridged: RunKindDefinition = {
  fields: [
    quantityField("frequencyHz", "Tone", "Hz", 1000, 20, 20_000),
    quantityField("seconds", "Sweep", "s", 6, 2, 60),
  ],
  *shots(settings, facts) {
    const lastVoltsPeak =
      Math.SQRT2 * Math.min(facts.mostDriveVoltsRms, 1.12 * facts.limitDriveVoltsRms);
    yield {
      name: "sweep",
      label: "The bridge, level by level",
      stimulus: {
        kind: "level-sweep",
        frequencyHz: numberOf(settings, "frequencyHz"),
        firstVoltsPeak: 0.04 * lastVoltsPeak,
        lastVoltsPeak,
        stepCount: LEVEL_COUNT,
        stepSeconds: numberOf(settings, "seconds") / LEVEL_COUNT,
      },
      drives: [true],
      recordsInput: false,
      load: "run",
    };
  },
  analyse: (recordings, { band, mainsHz }) =>
    eachChannel(recordings, (channel, load) => {
      const { volts, sampleRateHz } = recordings[0];
      const outcome = analysePowerSweep([volts[channel]], sampleRateHz, {
        channels: [load],
        band,
        mainsHz,
      });
      if (!outcome.ok) return outcome;
      const { steps, stop } = outcome.value.channels[0];
      const onePercent = powerAtDistortion(steps, 0.01, "thd-plus-noise");
      const watts = "powerWatts" in onePercent ? onePercent.powerWatts : 0;
      const half = bridgedPerChannel(watts, load.loadOhms);
      const limits: [string, string, PowerAtLimit][] = [
        ["one-percent", "at 1 % THD+N", onePercent],
        ["tenth-percent", "at 0.1 % THD+N", powerAtDistortion(steps, 0.001, "thd-plus-noise")],
        ["ten-percent", "at 10 % THD+N", powerAtDistortion(steps, 0.1, "thd-plus-noise")],
        ["tops", "tops flatten", powerAtClipOnset(steps)],
      ];
      const happened = stopByEvent(recordings, null);
      return success<MeasuredChannel>({
        figures: [
          ...limits.map(([name, label, reading]) => limitFigure(name, label, reading)),
          figure(
            "per-channel",
            `each of the two, into ${formatSignificant(half.loadOhms, 3)} Ω`,
            "watts",
            half.powerWatts,
            "powerWatts" in onePercent ? onePercent.powerWattsStdUncertainty / 2 : null,
          ),
        ],
        curves: [
          {
            name: "thd-plus-noise",
            label: "THD+N",
            x: "watts",
            y: "distortion-ratio",
            points: steps.map(({ powerWatts: each, thdPlusNoiseRatio }) => [
              each,
              thdPlusNoiseRatio,
            ]),
          },
          {
            name: "thd",
            label: "THD",
            x: "watts",
            y: "distortion-ratio",
            points: steps.map(({ powerWatts: each, thdRatio }) => [each, thdRatio]),
          },
        ],
        bursts: [],
        stop: happened ?? withoutPicture(stop),
        summary: `Bridged it gives ${formatSignificant(watts, 3)} W into ${formatSignificant(load.loadOhms, 3)} Ω at 1 % THD+N: as if each channel gave ${formatSignificant(half.powerWatts, 3)} W into ${formatSignificant(half.loadOhms, 3)} Ω.`,
      });
    }),
};

const withoutPicture = (stop: SweepStop) => ({ ...stop, picture: null });

const limitFigure = (name: string, label: string, reading: PowerAtLimit): Figure =>
  reading.status === "never-below"
    ? figure(name, label, "watts", null)
    : figure(
        name,
        label,
        "watts",
        reading.powerWatts,
        reading.powerWattsStdUncertainty,
        reading.status === "at-least" ? "at-least" : null,
      );
