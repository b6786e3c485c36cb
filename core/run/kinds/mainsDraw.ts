import { analyseTone } from "../../distortion";
import { success } from "../../outcome";
import { mainsBudget, powerWatts } from "../../power";
import { formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { numberOf, quantityField } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Figure, RunKindFacts, RunMethod } from "../types";
import { need } from "../typed";
import type { TypedReading } from "../types";

const SHARES = [
  ["idle", "Idle", 0],
  ["eighth", "An eighth", 1 / 8],
  ["rated", "Rated", 1],
] as const;

/** A mains meter and a voltmeter. */
const typed: TypedReading = {
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
};

/** Watts and amperes from the mains: idle, at an eighth and at rated power; efficiency, heat, and what the breaker has left. */
export const mainsDraw: RunKindFacts = {
  title: "Mains draw",
  yields: "watts from the mains, idle to rated",
  plan: { violence: 5, seconds: 60, meanRatio: 0.4, level: { ratio: 1 }, from: "everything" },
  connect: [
    "A mains meter between wall and amplifier; a clamp on one conductor only. Open nothing.",
  ],
  charts: [["mains", "Mains against output"]],
  isReadTogether: true,
  isOfWholeAmplifier: true,
  typed: typed,
  fields: [
    quantityField("seconds", "Each", "s", 3, 1, 60),
    quantityField("mainsVolts", "Mains", "V", 230, 90, 260),
    quantityField("breakerAmperes", "Breaker", "A", 16, 1, 63),
  ],
};

/** How it is played and read. */
export const mainsDrawMethod: RunMethod = {
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
