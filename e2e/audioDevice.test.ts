// The browser's own fake capture device, fed with a reference recording: what the live path reads is what is known of the file.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { By, until } from "selenium-webdriver";
import { encodeWav } from "@/core/wav";
import {
  captureVolts,
  hasReferenceCaptures,
  testOfCaptures,
  truthOf,
} from "@/core/testing/referenceCapture";
import { application } from "./application";
import {
  openBrowser,
  pageText,
  PATIENCE_MS,
  press,
  pressKey,
  rests,
  shows,
  type Browser,
} from "./browser";
import { SWEPT } from "./demoShelf";
import { putOnShelf } from "./putOnShelf";

const app = application("audio-device");
const CAPTURE = "a_8R2_sine_rated_48k24";
/** A whole number of periods of 50 Hz, so that the file goes on without a seam when it starts again. */
const PERIOD = 960;

let browser: Browser, home: string;
const driver = () => browser.driver;

beforeAll(async () => {
  await putOnShelf(app, SWEPT);
  const [{ id }] = (await (await fetch(`${app.url()}/api/amplifiers?find=sixty`)).json())
    .amplifiers;
  home = `${app.url()}/amplifiers/${id}`;
  if (!hasReferenceCaptures) return;
  const { channels, sampleRateHz } = captureVolts(CAPTURE);
  const { full_scale_volts: fullScale } = truthOf(CAPTURE);
  const periods = Math.floor(channels[0].length / PERIOD);
  const seamless = Float64Array.from(
    { length: 60 * periods * PERIOD },
    (_, n) => channels[0][n % (periods * PERIOD)],
  );
  const path = join(app.folder(), "fed.wav");
  writeFileSync(
    path,
    encodeWav([seamless, seamless.map((volts) => volts / 2)], sampleRateHz, fullScale, "float32"),
  );
  browser = await openBrowser([
    "--use-fake-device-for-media-stream",
    "--use-fake-ui-for-media-stream",
    `--use-file-for-fake-audio-capture=${path}`,
  ]);
});
afterAll(() => browser?.close());

/** Looks for devices where they are offered, and opens the first at the rate of the file. */
const openFound = async (): Promise<void> => {
  await press(driver(), "Look for interfaces");
  await shows(driver(), "Input device");
  await driver()
    .findElement(By.xpath("//*[@id='audio-rate']/descendant-or-self::select/option[.='48 kHz']"))
    .click();
  await press(driver(), "Open");
};
const openOnRig = async (): Promise<void> => {
  await driver().get(`${home}/rig?tab=audio`);
  await openFound();
  await shows(driver(), "Open at 48 kHz");
};

testOfCaptures(
  "volts, watts and distortion of the live path are those that are known of the recording",
  async () => {
    await openOnRig();
    const deviceName = await driver().findElement(By.xpath("//h1")).getText();
    await shows(driver(), "The levels are not calibrated at this rate yet");
    const { full_scale_volts: fullScaleVolts, truth } = truthOf(CAPTURE);
    const input = (channel: number) => ({
      channel,
      fullScaleVolts,
      stdUncertaintyRatio: 0.001,
      isInverted: false,
    });
    const kept = await fetch(`${app.url()}/api/workshop/interfaces`, {
      method: "PUT",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({
        interfaces: [
          {
            id: "fed",
            deviceName,
            sampleRateHz: 48_000,
            outputs: [{ channel: 0, fullScaleVolts: 2 }],
            inputs: [input(0), input(1)],
          },
        ],
      }),
    });
    expect(kept.status).toBe(200);
    await openOnRig();
    // On a busy machine the browser itself loses frames of its fake device, which ends the listening with words: then once more.
    await driver().wait(async () => {
      const begin = await driver().findElements(By.xpath("//button[normalize-space()='Listen']"));
      if (begin.length > 0) await begin[0].click();
      const heard = until.elementLocated(
        By.xpath("//*[@data-testid='listen-1'][contains(., 'V RMS') and contains(., 'THD')]"),
      );
      return driver()
        .wait(heard, 2_500)
        .catch(() => false);
    }, PATIENCE_MS);
    const read = async (k: number) => {
      const text = (
        await driver()
          .findElement(By.css(`[data-testid='listen-${k}']`))
          .getText()
      ).replaceAll("\u00a0", " ");
      const [, volts] = /([\d.]+)\s*V RMS/.exec(text) ?? [];
      const [, thd] = /THD ([\d.]+) %/.exec(text) ?? [];
      return { volts: Number(volts), thdDb: 20 * Math.log10(Number(thd) / 100) };
    };
    const a = await read(0);
    const b = await read(1);
    const decibels = (ratio: number): number => Math.abs(20 * Math.log10(ratio));
    expect(decibels(a.volts / truth.v_rms_fundamental.value)).toBeLessThan(0.05);
    expect(decibels(b.volts / (truth.v_rms_fundamental.value / 2))).toBeLessThan(0.05);
    expect(Math.abs(a.thdDb - truth.thd_to_20khz.value)).toBeLessThan(0.5);
  },
);

testOfCaptures(
  "what comes in is no answer to what is played: no run begins, and it says what to look at",
  async () => {
    await driver().get(`${home}/bench`);
    await pressKey(driver(), "n", "Run");
    await rests(driver());
    await pressKey(driver(), "i", "Look for interfaces");
    await openFound();
    await shows(driver(), "To confirm before you power up");
    expect(await pageText(driver())).toContain("Start run");
    expect(await driver().findElement(By.id("run-it")).isEnabled()).toBe(false);
  },
);
