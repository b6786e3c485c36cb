// What a soak predicts of itself, on every amplifier that ships: the band that is reported must hold where the soak ends.
import { celsiusAt, fitCourse } from "@/core/heat";
import { seededNormal } from "@/core/signal";
import { EXAMPLE_RIGS, simulatedInstrument } from "..";

const HOUR_SECONDS = 3600;
const WATCHED_SECONDS = [600, 1200, 2400];

/** A soak at an eighth of the limit's power, with a thermometer that wanders by a tenth of a degree. */
const soaked = async (rig: (typeof EXAMPLE_RIGS)[keyof typeof EXAMPLE_RIGS]) => {
  const bench = simulatedInstrument(rig, 1);
  if (!bench.ok) throw new Error(bench.finding.advice);
  const drives = Array.from({ length: bench.value.facts.channelCount }, () => true);
  const connected = await bench.value.connect({
    loadOhms: drives.map(() => 8),
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  const voltsPeak = (await connected.limitDriveVoltsRms(drives)) * Math.SQRT2 * Math.sqrt(1 / 8);
  const random = seededNormal(1);
  const tone = { frequencyHz: 1000, voltsPeak, seconds: HOUR_SECONDS, drives };
  return Promise.resolve(connected.soak(tone, () => "go-on")).then(({ points }) => ({
    isCutOut: points.some(({ isCutOut }) => isCutOut),
    end: points[points.length - 1].sinkCelsius,
    read: points.map(({ seconds, sinkCelsius }) => ({
      seconds,
      celsius: sinkCelsius + 0.1 * random(),
    })),
  }));
};

test("while it runs: nine bands in ten hold the temperature at its end; after forty minutes within half a degree", async () => {
  const told: { name: string; watched: number; isHeld: boolean; error: number }[] = [];
  for (const [name, rig] of Object.entries(EXAMPLE_RIGS)) {
    const { isCutOut, end, read } = await soaked(rig);
    // Past a cut-out the watts are no longer what they were.
    if (isCutOut) continue;
    for (const watched of WATCHED_SECONDS) {
      const seen = read.filter(({ seconds }) => seconds <= watched);
      const fit = fitCourse({
        seconds: Float64Array.from(seen, ({ seconds }) => seconds),
        celsius: Float64Array.from(seen, ({ celsius }) => celsius),
      });
      if (!fit.ok) throw new Error(`${name}: ${fit.finding.advice}`);
      const { low, value, high } = celsiusAt(fit.value, HOUR_SECONDS);
      told.push({ name, watched, isHeld: low <= end && end <= high, error: value - end });
    }
  }
  expect(new Set(told.map(({ name }) => name)).size).toBeGreaterThanOrEqual(8);
  expect(told.filter(({ isHeld }) => isHeld).length / told.length).toBeGreaterThanOrEqual(0.9);
  for (const { watched, error } of told)
    if (watched === 2400) expect(Math.abs(error)).toBeLessThan(0.5);
}, 300_000);
