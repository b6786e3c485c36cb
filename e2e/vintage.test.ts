// The way of a vintage receiver with one weak channel, from a pasted sheet to the verdict that names the channel.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { By } from "selenium-webdriver";
import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import { recordingNote } from "@/core/files";
import { withNote } from "@/core/wav";
import { application } from "./application";
import { fill, pageText, press, rests, shows } from "./browser";
import { forms } from "./forms";

const { driver, url, folder } = application("vintage");
const { kept } = forms(driver);
const OHMS = [8.21, 8.18];

const stage = async (name: string, text: string): Promise<void> => {
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, name));
  await shows(driver(), text);
  await rests(driver());
};

/** What a recorder took of the receiver, with a note of what it is. */
const recordSweep = (): string => {
  const rig = { ...EXAMPLE_RIGS["vintage-class-ab"], faults: ["weak-channel" as const] };
  const { capture } = record(
    onLoads(rig, OHMS),
    {
      stimulus: {
        kind: "level-sweep",
        frequencyHz: 1000,
        firstVoltsPeak: 0.04,
        lastVoltsPeak: 0.95,
        stepCount: 24,
        stepSeconds: 0.1,
      },
      sampleRateHz: 48_000,
      drives: [true, true],
    },
    5,
  );
  const path = join(folder(), "receiver.wav");
  const note = recordingNote({
    kind: "power-sweep",
    fullScaleVolts: capture.fullScaleVolts,
    nominalOhms: 8,
    loadOhms: OHMS,
    channelsDriven: 2,
    mainsHz: 50,
    settings: {},
    outputs: [0, 1],
    input: null,
  });
  writeFileSync(path, withNote(capture.wav, note));
  return path;
};

test("Brief: each line of a sheet of its time becomes a claim", async () => {
  await driver().get(`${url()}/amplifiers/new`);
  await fill(driver(), ["Amplifier", "Maker"], "Fennimore");
  await fill(driver(), ["Amplifier", "Model"], "770");
  await fill(driver(), ["Amplifier", "Kind"], "Vintage");
  await fill(driver(), ["Amplifier", "Output stage"], "Class AB");
  await fill(driver(), ["Amplifier", "Year"], "1977");
  await press(driver(), "Add to shelf");
  await shows(driver(), "Specification sheet");
  const sheet = await driver().findElement(By.css("textarea[aria-label^=Specification]"));
  await sheet.sendKeys(
    [
      "Continuous power output: 28 watts per channel, both channels driven, into 8 ohms, 1 % THD",
      "Frequency response 15 Hz to 40 kHz +0/-1 dB",
      "Damping factor 40 at 8 ohms",
      "12.5 kg",
    ].join("\n"),
  );
  await shows(driver(), "28 W per channel into 8 Ω, two channels driven, at 1 % THD");
  await shows(driver(), "12.5 kg");
  await kept();
  expect(await pageText(driver())).not.toContain("Not testable as printed");
});

test("Load and Rig: an old amplifier has cautions of its own, confirmed before power", async () => {
  await stage("load", "First power-up of an old amplifier");
  await fill(driver(), ["Load", "Measured"], "8.21");
  await fill(driver(), ["Load", "Measured"], "8.18", 2);
  await press(driver(), "Save load");
  await shows(driver(), "8 Ω nominal");
  await stage("rig", "to confirm");
  for (const box of await driver().findElements(
    By.xpath("//aside[@aria-label='Safety gate']//label"),
  ))
    await box.click();
  await shows(driver(), "All confirmed");
  await kept();
});

test("Plan and Bench: the recording says itself what it is, and one channel is weaker", async () => {
  await stage("plan", "No runs yet");
  await press(driver(), "Quick");
  await shows(driver(), "Power against distortion");
  await kept();
  await stage("bench", "Next on the plan");
  await press(driver(), "Recordings");
  await shows(driver(), "Drop recordings");
  await driver().findElement(By.css("[data-testid=files]")).sendKeys(recordSweep());
  await shows(driver(), "as stored with the recording");
  await press(driver(), "Analyse");
  await shows(driver(), "output at the claim’s limit, 1 % THD");
  const [a, b] = [...(await pageText(driver())).matchAll(/^\s*([\d.]+)\s*\n± [\d.]+\s*\nW/gm)].map(
    ([, watts]) => Number(watts),
  );
  expect(a).toBeGreaterThan(1.15 * b);
});

test("Verdict: the claim is missed on the weak channel, and on no other", async () => {
  await stage("verdict", "by rating method");
  const said = await (await driver().findElement(By.css("[data-testid=verdict]"))).getText();
  expect(said).toMatch(/^Not met\. [\d.]+ ± [\d.]+ W at 1 % THD into 8 Ω, both channels driven: /);
  expect(await pageText(driver())).toContain("channel B, see the run");
  expect(await pageText(driver())).toContain("not tested");
  await stage("log", "Power against distortion");
  const log = await pageText(driver());
  expect(log).toContain("8 Ω load: 8.210, 8.180 Ω measured");
});
