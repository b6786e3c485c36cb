import { rootMeanSquare } from "@/core/numeric";
import { amplitudeRatioToDb } from "@/core/units";
import { networkInstrument } from "./instrument";
import { SETUP, standInLink } from "./testing/standInLink";

const WIRING = { loadOhms: [8, 8], isSpeakerLike: false, isBridged: false, rangeVolts: 0 };
/** A look of a tenth of a second and what is said around it take this long at least. */
const LOOK_SECONDS = 0.15;

test("a look that takes longer than the step asked for does not slow the rise, and no step is more than 6 dB", async () => {
  const { link } = standInLink();
  const live = (await networkInstrument(SETUP, link).connect(WIRING)).live([true, true], 1000);
  live.setDrive(0.1);
  const heard: number[] = [];
  const moments: number[] = [];
  for (let k = 0; k < 40; k++) {
    moments.push((await live.advance(0.05)).seconds);
    heard.push(rootMeanSquare(live.lastVolts(0.1)[0]));
  }
  const full = heard.at(-1) ?? NaN;
  const arrived = heard.findIndex((volts) => volts > 0.9 * full);
  expect(moments[arrived] / arrived).toBeGreaterThan(LOOK_SECONDS);
  // From where a tone begins to where it goes is 34 dB: at 40 dB a second under a second, in six steps and those at the ends.
  expect(arrived).toBeLessThan(10);
  const steps = heard.slice(1, arrived + 1).map((volts, k) => amplitudeRatioToDb(volts / heard[k]));
  expect(Math.max(...steps)).toBeLessThan(6.5);
});
