import type { Caution } from "../../caution";
import { analyseTone } from "../../distortion/reading";
import { failure, success } from "../../outcome";
import { mainsBudget, powerWatts } from "../../power";
import { formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { settingNumber } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Figure, RunMethod } from "../types";

const SHARES = [
  ["idle", "Idle", 0],
  ["eighth", "An eighth", 1 / 8],
  ["rated", "Rated", 1],
] as const;

/** Output within half a decibel of what is rated counts as rated output. Common practice. */
const REACHED_RATIO = 0.9;

/** What is drawn at less than rated output is not what the amplifier draws at it. */
const notReached = (outputWatts: number, ratedWatts: number): Caution[] =>
  outputWatts >= REACHED_RATIO * ratedWatts
    ? []
    : [
        {
          code: "doubtful",
          text: `Rated output was not reached: ${formatSignificant(outputWatts, 3)} W of ${formatSignificant(ratedWatts, 3)} W was reached, so at rated output it would draw more.`,
          touches: ["mains", "amperes", "heat", "efficiency", "margin"].map(
            (name) => `${name}-rated`,
          ),
        },
      ];

/** How it is played and read. */
export const mainsDrawMethod: RunMethod = {
  *shots(settings, facts) {
    const seconds = settingNumber(settings, "seconds");
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
  analyse: (recordings, { settings, ratedWatts }) =>
    eachChannel(recordings, () => {
      const cautions: Caution[] = [];
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
        const apparent = settingNumber(settings, "mainsVolts") * meters.mainsAmperes;
        const budget = mainsBudget({
          outputWatts,
          inputWatts: meters.mainsWatts,
          mainsVolts: settingNumber(settings, "mainsVolts"),
          powerFactor: Math.min(
            1,
            Math.max(0.01, meters.mainsWatts / Math.max(apparent, meters.mainsWatts)),
          ),
          breakerAmperes: settingNumber(settings, "breakerAmperes"),
        });
        figures.push(
          figure(`mains-${shot}`, `from the mains, ${label}`, "watts", {
            value: meters.mainsWatts,
          }),
          figure(`amperes-${shot}`, `current, ${label}`, "amperes", { value: meters.mainsAmperes }),
          figure(`heat-${shot}`, `heat, ${label}`, "watts", { value: budget.heatWatts }),
        );
        if (outputWatts > 0)
          figures.push(
            figure(`efficiency-${shot}`, `efficiency, ${label}`, "share", {
              value: budget.efficiencyRatio,
            }),
          );
        if (apparent > 0)
          figures.push(
            figure(`power-factor-${shot}`, `power factor, ${label}`, "factor", {
              value: meters.mainsWatts / apparent,
            }),
          );
        figures.push(
          figure(`margin-${shot}`, `breaker margin, ${label}`, "amperes", {
            value: budget.marginAmperes,
          }),
        );
        if (shot === "rated" && ratedWatts !== null)
          cautions.push(...notReached(outputWatts, ratedWatts * outputs.length));
        points.push([outputWatts, meters.mainsWatts]);
        texts.push(`${formatSignificant(meters.mainsWatts, 3)} W ${label}`);
      }
      if (texts.length === 0)
        return failure(
          "no-samples",
          "Recording",
          "these recordings have no mains meter readings; enter the readings instead.",
        );
      const rated = figures.filter(({ name }) => name.endsWith("-rated")),
        others = figures.filter(({ name }) => !name.endsWith("-rated"));
      return success({
        figures: [...rated, ...others],
        curves:
          points.length > 1
            ? [{ name: "mains", label: "from the mains", x: "watts", y: "watts", points }]
            : [],
        bursts: [],
        stop: stopAtLevel(recordings, null, "idle, 1/8 and rated power", null),
        summary: `Mains power: ${texts.join(", ")}.`,
        ...(cautions.length > 0 ? { cautions } : {}),
      });
    }),
};
