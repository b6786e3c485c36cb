// The whole way through the real interface: from a claim to a verdict, a restart, exports and deletion.
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import Papa from "papaparse";
import { By, Key } from "selenium-webdriver";
import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import { capturePath, testOfCaptures } from "@/core/testing/referenceCapture";
import { application } from "./application";
import {
  byText,
  fieldOf,
  fill,
  pageText,
  PATIENCE_MS,
  press,
  pressKey,
  rests,
  shows,
} from "./browser";

const { driver, url, folder, kill, start } = application("path");
let recording: string;

beforeAll(() => {
  const stimulus = {
    kind: "level-sweep",
    frequencyHz: 1000,
    firstVoltsPeak: 0.06,
    lastVoltsPeak: 1.6,
    stepCount: 24,
    stepSeconds: 0.08,
  } as const;
  const { capture } = record(
    onLoads(EXAMPLE_RIGS["home-class-ab"], [8.21, 8.18]),
    { stimulus, sampleRateHz: 96_000, drives: [true, true] },
    3,
  );
  recording = join(folder(), `sweep-${capture.fullScaleVolts}V.wav`);
  writeFileSync(recording, capture.wav);
});

const stageUrl = async (stage: string): Promise<string> =>
  (await driver().getCurrentUrl()).replace(/[^/]+$/, stage);
const verdictText = async (): Promise<string> =>
  (await driver().findElement(By.css("[data-testid=verdict]"))).getText();

test("an empty shelf says what it is for; a new amplifier goes on it", async () => {
  await driver().get(url());
  await shows(driver(), "Add the first amplifier");
  await press(driver(), "New amplifier");
  await shows(driver(), "New amplifier");
  await press(driver(), "Add to shelf");
  await shows(driver(), "Enter the maker");
  await fill(driver(), ["Amplifier", "Maker"], "Larkspur");
  await fill(driver(), ["Amplifier", "Model"], "Two");
  await fill(driver(), ["Amplifier", "Output stage"], "Class AB");
  await fill(driver(), ["Amplifier", "Year"], "nineteen");
  await press(driver(), "Add to shelf");
  await shows(driver(), "four digits");
  expect(await (await fieldOf(driver(), "Amplifier", "Maker")).getAttribute("value")).toBe(
    "Larkspur",
  );
  await fill(driver(), ["Amplifier", "Year"], "1982");
  await press(driver(), "Add to shelf");
  await shows(driver(), "Claims");
});

test("a claim with nonsense is explained beside its fields and kept; a sensible one is stored", async () => {
  await press(driver(), "Add a claim");
  await fill(driver(), ["Claim", "As printed"], "50 W per channel into 8 ohms");
  await fill(driver(), ["Claim", "Power"], "loud");
  await fill(driver(), ["Claim", "Distortion limit"], "0");
  await press(driver(), "Save claim");
  await shows(driver(), "Enter the claimed power in watts");
  await shows(driver(), "The limit must be above zero");
  expect(await (await fieldOf(driver(), "Claim", "Power")).getAttribute("value")).toBe("loud");
  await fill(driver(), ["Claim", "Power"], "50");
  await fill(driver(), ["Claim", "Distortion limit"], "0,5");
  await press(driver(), "Save claim");
  await shows(driver(), "50 W per channel into 8 Ω, two channels driven, at 0.5 % THD+N");
});

test("the load takes measured ohms, and refuses zero", async () => {
  await press(driver(), "Next: the forecast");
  await shows(driver(), "Nothing known so far limits it");
  await press(driver(), "Next: the load");
  await shows(driver(), "Dummy loads, as measured");
  await fill(driver(), ["Load", "Measured"], "0");
  await fill(driver(), ["Load", "Measured"], "8R18", 2);
  await press(driver(), "Save load");
  await shows(driver(), "The load must be above zero ohms.");
  await fill(driver(), ["Load", "Measured"], "8.21");
  await press(driver(), "Save load");
  await shows(driver(), "8.210");
  await shows(driver(), "8.180");
});

const chooseFile = async (path: string): Promise<void> => {
  await byText(driver(), "Choose files");
  await driver().findElement(By.css("[data-testid=files]")).sendKeys(path);
};

test("files that cannot be read are explained beside the file, and nothing is stored", async () => {
  await driver().get(await stageUrl("bench"));
  await press(driver(), "Recordings");
  await shows(driver(), "Drop recordings");
  const text = join(folder(), "notes.wav");
  writeFileSync(text, "these are notes, not samples");
  await chooseFile(text);
  await shows(driver(), "this is not a WAV file");
  const cut = join(folder(), "cut.wav");
  writeFileSync(cut, readFileSync(recording).subarray(0, 5000));
  await chooseFile(cut);
  await shows(driver(), "cut short");
  await chooseFile(recording);
  await shows(driver(), "Found: a tone rises in");
  await fill(driver(), ["Files", "Full scale, across the load"], "0");
  await press(driver(), "Analyse");
  await shows(driver(), "Full scale: enter the voltage of a full-scale sample, above zero.");
  expect(await pageText(driver())).toContain("none yet");
});

test("a recording becomes a curve with readings and a reason why it stopped", async () => {
  await fill(
    driver(),
    ["Files", "Full scale, across the load"],
    /-(\d+)V/.exec(recording)?.[1] ?? "",
  );
  await press(driver(), "Analyse");
  await shows(driver(), "Power against distortion", PATIENCE_MS);
  await shows(driver(), "output at the claim’s limit, 0.5 % THD+N");
  await shows(driver(), "Limited by the supply rails");
  await shows(driver(), "onset of clipping");
  const chart = await driver().findElement(By.css("svg[role=img][tabindex]"));
  expect(await chart.getText()).toContain("Claim: 50 W at 0.5 % THD+N");
  await chart.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
  expect(await driver().findElement(By.css("[data-testid=cursors]")).getText()).toMatch(
    /1 at [\d.]+ W: A THD\+N [\d.]+ %/,
  );
});

test("the verdict is a headline with the reading, its uncertainty and the margin", async () => {
  await driver().get(await stageUrl("verdict"));
  await shows(driver(), "by rating method");
  expect(await verdictText()).toMatch(
    /^Met\. [\d.]+ ± [\d.]+ W at 0\.5 % THD\+N into 8 Ω, both channels driven: [\d.]+ % above the 50 W claimed\.$/,
  );
});

test("after a restart everything is as it was", async () => {
  const [before, path] = [await verdictText(), new URL(await driver().getCurrentUrl()).pathname];
  await kill();
  await start();
  await driver().get(url() + path);
  await shows(driver(), "by rating method");
  expect(await verdictText()).toBe(before);
});

test("a run is exported as CSV and JSON, with the figures of the screen", async () => {
  await driver().get(await stageUrl("bench"));
  await shows(driver(), "output at the claim’s limit, 0.5 % THD+N");
  const link = async (label: string) =>
    (await driver().findElement(By.linkText(label)).getAttribute("href")) ?? "";
  const csv = await fetch(await link("CSV"));
  expect(csv.headers.get("content-disposition")).toContain("larkspur-two-power-sweep");
  const { data, errors } = Papa.parse<Record<string, string>>(await csv.text(), { header: true });
  expect(errors).toEqual([]);
  expect(data.length).toBe(48);
  const highest = Math.max(
    ...data.filter(({ channel }) => channel === "A").map(({ power_watts }) => Number(power_watts)),
  );
  expect(await pageText(driver())).toContain(`${Number(highest.toPrecision(3))} W`);
  const { format, run } = await (await fetch(await link("JSON"))).json();
  expect(format).toBe("rimebank-run");
  expect(run.result.channels.length).toBe(2);
  const stored = await fetch(`${url()}/api/captures/${run.captures[0].sha256}`);
  expect((await stored.arrayBuffer()).byteLength).toBeGreaterThan(100_000);
});

test("the simulated bench plays a sweep, the chain shows it live, Mute ends it, a second one is stored", async () => {
  await pressKey(driver(), "n", "Run");
  await press(driver(), "Simulated bench");
  await shows(driver(), "Predicted output at the claim’s limit, 0.5 % THD+N", PATIENCE_MS);
  const predicted = await pageText(driver());
  await driver()
    .findElement(By.css("input[name=simulated-amplifier][value=warm-class-a]"))
    .sendKeys(Key.SPACE);
  await driver().wait(
    async () => /Quillon Ember 25\s+Predicted/.test(await pageText(driver())),
    PATIENCE_MS,
    "waiting for another amplifier's curve",
  );
  expect(await pageText(driver())).not.toBe(predicted);
  await fill(driver(), ["Simulated bench", "Idle current of each channel"], "much");
  await shows(driver(), "Enter a number from 50 m to 10 A.");
  await fill(driver(), ["Simulated bench", "Idle current of each channel"], "0,4");
  await shows(driver(), "Undo the change");
  await driver()
    .findElement(By.css("input[name=simulated-amplifier][value=home-class-ab]"))
    .sendKeys(Key.SPACE);
  await driver().wait(
    async () => /Tollgate Sixty\s+Predicted/.test(await pageText(driver())),
    PATIENCE_MS,
    "waiting for the first curve again",
  );
  await press(driver(), "Run the sweep");
  await shows(driver(), "Amplifier, simulated");
  await driver().findElement(By.css("body")).sendKeys(Key.ESCAPE);
  await driver().wait(
    async () =>
      (await driver().findElement(By.css("[data-testid=mute]")).getAttribute("aria-disabled")) ===
      "true",
    PATIENCE_MS,
    "waiting for Mute to rest",
  );
  expect(await pageText(driver())).toContain("1 run saved");
  await press(driver(), "Run the sweep");
  await shows(driver(), "simulated: Tollgate Sixty", 2 * PATIENCE_MS);
  await shows(driver(), "2 runs saved");
});

testOfCaptures(
  "a reference capture: one channel, 192 kHz, its power at 1 % as its truth says",
  async () => {
    await pressKey(driver(), "n", "Run");
    await pressKey(driver(), "f", "Drop recordings");
    await chooseFile(capturePath("a_8R2_sweep.wav"));
    await shows(driver(), "Found: a tone rises in");
    await fill(driver(), ["Files", "Full scale, across the load"], "80 V");
    await press(driver(), "Analyse");
    await shows(driver(), "recording a_8R2_sweep.wav", PATIENCE_MS);
    // Truth: 60.23 W at 1 % THD+N across 8.2 ohm; here the load is 8.21.
    await shows(driver(), "60.2 ± ");
  },
);

test("question mark shows the keys, and the page fits 1024 x 768 without scrolling sideways", async () => {
  await pressKey(driver(), "?", "Keys on this screen");
  await driver().actions().sendKeys(Key.ESCAPE).perform();
  const { width, height } = await driver().manage().window().getRect();
  await driver()
    .manage()
    .window()
    .setRect({ width: width - 256, height: height - 32 });
  for (const stage of ["brief", "forecast", "load", "rig", "plan", "bench", "verdict"]) {
    await driver().get(await stageUrl(stage));
    const [scroll, inner] = await driver().executeScript<[number, number]>(
      "return [document.documentElement.scrollWidth, window.innerWidth]",
    );
    expect({ stage, isWithin: scroll <= inner }).toEqual({ stage, isWithin: true });
  }
  await driver().manage().window().setRect({ width, height });
});

test("deleting asks first, then takes the amplifier off the shelf", async () => {
  await driver().get(await stageUrl("brief"));
  await driver().wait(
    async () =>
      (await (await fieldOf(driver(), "Amplifier", "Maker")).getAttribute("value")) === "Larkspur",
    PATIENCE_MS,
  );
  await driver().findElement(By.css("[data-testid=delete-amplifier]")).click();
  await shows(driver(), "Delete Larkspur Two?");
  await press(driver(), "Cancel");
  await rests(driver());
  await driver().findElement(By.css("[data-testid=delete-amplifier]")).click();
  await shows(driver(), "can be restored");
  await driver().findElement(By.css("[data-testid=confirm]")).click();
  await shows(driver(), "Add the first amplifier");
});
