// The Bench through the real interface: runs on the simulated bench, by hand, from files and from meters; guards, Mute, and a run that is broken off.
import { By, Key } from "selenium-webdriver";
import { analyseTone } from "@/core/distortion/reading";
import { capturePath, testOfCaptures, truthOf } from "@/core/testing/referenceCapture";
import { amplitudeRatioToDb } from "@/core/units";
import type { Run } from "@/records";
import { addLoad } from "@/store";
import { decodeCapture } from "@/pipeline/decode";
import { application } from "./application";
import { openDemoBench } from "./demoBench";
import { fill, pageText, PATIENCE_MS, press, pressKey, rests, shows } from "./browser";
import { forms } from "./forms";

const app = application("bench");
const { driver, url } = app;
const { kept } = forms(driver);

const key = (...keys: string[]): Promise<void> =>
  driver()
    .findElement(By.css("body"))
    .sendKeys(...keys);
const textOf = async (testId: string): Promise<string> =>
  (
    await driver()
      .findElement(By.css(`[data-testid='${testId}']`))
      .getText()
  ).replaceAll("\u00a0", " ");
const setTo = async (id: string, text: string): Promise<void> =>
  driver().findElement(By.id(id)).sendKeys(Key.chord(Key.CONTROL, "a"), text);
const choose = async (id: string, value: string): Promise<void> =>
  driver()
    .findElement(By.css(`#${id} option[value='${value}']`))
    .click();
const keptCount = async (): Promise<number> =>
  Number(/(\d+) runs saved/.exec(await pageText(driver()))?.[1] ?? 0);
let countBefore = 0;
const newRun = async (kind: string): Promise<void> => {
  countBefore = await keptCount();
  await pressKey(driver(), "n", "Run");
  await rests(driver());
  await choose("run-kind", kind);
  await key("s");
};
/** Waits for so many runs more than there were, and for the last of them to be shown, by a text of its panel. */
const stored = (text: string, added = 1): Promise<unknown> =>
  driver().wait(
    async () => {
      const page = await pageText(driver());
      return (
        page.includes(`${countBefore + added} runs saved`) &&
        page.includes("Strike out this run") &&
        page.includes(text)
      );
    },
    2 * PATIENCE_MS,
    `waiting for “${text}” to be stored`,
  );
const shownRun = async (): Promise<Run> =>
  (
    await (
      await fetch((await driver().findElement(By.linkText("JSON")).getAttribute("href")) ?? "")
    ).json()
  ).run;
const captureOf = async (run: Run, at = 0) => {
  const { sha256, fullScaleVolts } = run.captures[at];
  const decoded = decodeCapture(
    new Uint8Array(await (await fetch(`${url()}/api/captures/${sha256}`)).arrayBuffer()),
    fullScaleVolts,
  );
  if (!decoded.ok) throw new Error(decoded.finding.advice);
  return decoded.value;
};

/** Another stage of the amplifier that is shown; its forms are ready a moment after. */
const toStage = async (stage: string, text: string): Promise<void> => {
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, stage));
  await shows(driver(), text);
  await rests(driver());
};
/** Sets a guard in the Rig and comes back to the Bench. */
const guard = async (label: string, text: string): Promise<void> => {
  await toStage("rig", "Guards");
  await fill(driver(), ["Guards", label], text);
  await kept();
  await toStage("bench", "New run");
};
/** The load that was entered by its ohms alone. */
const plainLoadId = async (): Promise<string> =>
  (await driver()
    .findElement(By.xpath("//select[@id='load']/option[starts-with(normalize-space(), '16')]"))
    .getAttribute("value")) ?? "";
const recordingOf = async (run: Run): Promise<{ seconds: number }> => {
  const { channels, sampleRateHz } = await captureOf(run);
  return { seconds: channels[0].length / sampleRateHz };
};

test("a shelf with the demo's amplifiers", () =>
  // A load that is known by its ohms alone, beside those that were built from the shelf.
  openDemoBench(app, async (db, tollgateId) => {
    await addLoad(db, tollgateId, {
      nominalOhms: 16,
      channels: [16.2, 16.3].map((ohms) => ({ ohms, ohmsExpandedUncertainty: 0.04 })),
    });
  }));

test("spectrum: one key runs it; the figures on screen are the core's for the same capture", async () => {
  await newRun("spectrum");
  await setTo("setting-seconds", "0,5");
  await key("r").catch(() => {});
  await driver().findElement(By.css("h1")).click();
  await key("r");
  await stored("Spectrum");
  const run = await shownRun();
  const { channels, sampleRateHz } = await captureOf(run);
  const text = await pageText(driver());
  channels.forEach((volts, k) => {
    const reading = analyseTone(volts, sampleRateHz);
    if (!reading.ok) throw new Error(reading.finding.advice);
    const sinad = -amplitudeRatioToDb(reading.value.thdPlusNoiseRatio);
    expect(run.result.channels[k].figures[0].value).toBeCloseTo(
      1 / reading.value.thdPlusNoiseRatio,
      3,
    );
    expect(text).toContain(sinad.toFixed(1));
  });
});

test("settings that are not possible are reported beside their field, and nothing runs", async () => {
  await newRun("spectrum");
  await setTo("setting-frequencyHz", "loud");
  await shows(driver(), "Enter a number from 10 to 20000 Hz.");
  await press(driver(), "Start run");
  await shows(driver(), "One of the settings is invalid");
  expect(await keptCount()).toBe(countBefore);
});

test("noise: the input shorted, hiss and hum against 1 W", async () => {
  await newRun("noise");
  await setTo("setting-seconds", "1");
  await press(driver(), "Start run");
  await stored("A-weighted, under 1 W");
  expect(await textOf("sentence")).toMatch(/Noise [\d.]+ µV A-weighted/);
});

test("burst: a bar a cycle, the last clean one marked, headroom over the claim", async () => {
  await newRun("burst");
  await choose("setting-burst", "8-ms");
  await press(driver(), "Start run");
  await stored("last clean cycle, 1 kHz, 8 ms");
  const bars = await driver().findElement(By.css("svg[aria-label^='Channel A']"));
  expect(await bars.getAttribute("aria-label")).toMatch(
    /8 cycles, 0 with flat tops\. The last clean cycle is number 8/,
  );
  expect(await pageText(driver())).toContain("headroom over rating");
});

test("response: resistor against speaker-like load, with two cursors and their difference", async () => {
  await newRun("response");
  await choose("setting-loads", "both");
  await setTo("setting-pointsPerDecade", "4");
  await press(driver(), "Start run");
  await stored("Frequency response");
  const chart = await driver().findElement(By.css("svg[role=img][tabindex]"));
  await chart.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.SPACE, Key.ARROW_LEFT);
  const text = await textOf("cursors");
  expect(text).toMatch(/1 at [\d.]+ Hz: A resistor −?[\d.]+ dB/);
  expect(text).toMatch(/2 at [\d.]+ kHz/);
  expect(text).toMatch(/Difference: A resistor [+−][\d.]+ dB/);
  expect(text).toContain("speaker-like");
});

test("clip search by keys: flat tops are reported in words, a decibel less and they are round; it is taken", async () => {
  await newRun("clip-search");
  await press(driver(), "Switch the live bench on");
  await shows(driver(), "below the source’s maximum");
  await key("a");
  await shows(driver(), "At the limit: just below clipping.");
  expect(await textOf("live-A")).toContain("round");
  await key(Key.PAGE_UP);
  await driver().wait(
    async () => (await textOf("live-A")).includes("CLIPPING"),
    PATIENCE_MS,
    "waiting for clipping",
  );
  for (let k = 0; k < 10; k++) await key(Key.ARROW_DOWN);
  await key(Key.PAGE_DOWN);
  await driver().wait(
    async () => (await textOf("live-A")).includes("round"),
    PATIENCE_MS,
    "waiting for clean tops",
  );
  await key("h");
  await shows(driver(), "Hold.");
  await key("h", "t");
  await stored("output, just below clipping");
  expect(await pageText(driver())).toContain("by hand");
});

test("a guard trips, says what it saw and turns the output down until it is acknowledged; Mute is at hand", async () => {
  await guard("Load power limit", "5");
  // A load as built tells its own rating; one that was only measured has what the rig says.
  await newRun("clip-search");
  await choose("load", await plainLoadId());
  await press(driver(), "Switch the live bench on");
  await shows(driver(), "below the source’s maximum");
  await key(Key.PAGE_UP);
  await key("a");
  await shows(driver(), "Guard: output reduced.");
  expect(await pageText(driver())).toMatch(/The load dissipates [\d.]+ W; its limit is 5\.00 W\./);
  await driver().wait(
    async () => /^A\s+0\.000\d* W/.test((await textOf("live-A")).replace(/\s+/g, " ")),
    PATIENCE_MS,
    "waiting for silence",
  );
  await key(Key.ESCAPE);
  await driver().wait(
    async () => !(await pageText(driver())).includes("Guard: output reduced."),
    PATIENCE_MS,
  );
  await key(Key.PAGE_UP);
  await driver().wait(
    async () => !/^A 0\.000\d* W/.test((await textOf("live-A")).replace(/\s+/g, " ")),
    PATIENCE_MS,
    "waiting for output",
  );
  await key(Key.ESCAPE);
  await driver().wait(
    async () => /^A 0\.000\d* W/.test((await textOf("live-A")).replace(/\s+/g, " ")),
    PATIENCE_MS,
    "waiting for Mute",
  );
  await key("o");
});

test("a guard trips while a planned run plays: it ends early, says why, and keeps what it had", async () => {
  await guard("Load power limit", "6");
  await newRun("spectrum");
  await choose("load", await plainLoadId());
  await setTo("setting-watts", "12");
  await setTo("setting-seconds", "30");
  expect(await textOf("guards-note")).toContain("each load 6.00 W");
  await press(driver(), "Start run");
  await driver().wait(
    async () => (await driver().findElements(By.css("[data-testid=live-spectrum]"))).length > 0,
    PATIENCE_MS,
    "waiting for the spectrum as it plays",
  );
  await stored("Stopped by the load guard");
  expect(await textOf("stop")).toMatch(
    /The load dissipates 1[12]\.\d W and is as hot as at its continuous rating of 6\.00 W/,
  );
  const { seconds } = await recordingOf(await shownRun());
  // Twice its watts: t = tau ln 2, and tau = -5 s / ln(1 - 1/5) by the usual overload.
  expect(seconds).toBeGreaterThan(14);
  expect(seconds).toBeLessThan(18);
  await guard("Load power limit", "200");
});

test("what takes the readings is chosen in the Rig, and the Bench follows; a key at the Bench changes it there", async () => {
  await toStage("rig", "Rig");
  await driver().findElement(By.xpath("//*[@role='radio'][contains(., 'Meter')]")).click();
  await kept();
  await toStage("bench", "New run");
  await pressKey(driver(), "n", "Run");
  await choose("run-kind", "clip-search");
  await shows(driver(), "Voltmeter, just below clipping");
  await driver().findElement(By.css("h1")).click();
  await pressKey(driver(), "f", "Drop recordings");
  await rests(driver());
  await toStage("rig", "Rig");
  expect(await driver().findElement(By.css("[role=radio][aria-checked=true]")).getText()).toContain(
    "Recordings",
  );
  await driver()
    .findElement(By.xpath("//*[@role='radio'][contains(., 'Simulated bench')]"))
    .click();
  await kept();
  await toStage("bench", "New run");
});

test("a run goes on while another stage is looked at", async () => {
  await newRun("gain");
  await press(driver(), "Start run");
  await shows(driver(), "recording 1");
  await driver().findElement(By.linkText("Load")).click();
  await shows(driver(), "Dummy loads, as measured");
  await shows(driver(), `${countBefore + 1} runs saved`, 2 * PATIENCE_MS);
  await driver().findElement(By.linkText("Bench")).click();
  await stored("gain at");
});

test("a run whose page was closed is incomplete, and goes on with the recordings it has", async () => {
  await newRun("distortion-response");
  await setTo("setting-pointsPerDecade", "2");
  await press(driver(), "Start run");
  await driver().wait(
    async () => /2\d(\.\d)? W, recording 2/.test(await pageText(driver())),
    2 * PATIENCE_MS,
    "waiting for the second recording",
  );
  await driver().navigate().refresh();
  await shows(driver(), "Distortion against frequency was interrupted");
  // The second may have been stored too by the time the page was gone.
  expect(await pageText(driver())).toMatch(/1 recording is saved|2 recordings are saved/);
  expect(await keptCount()).toBe(countBefore);
  await rests(driver());
  await press(driver(), "Resume");
  await stored("worst THD+N");
  expect((await shownRun()).captures.map(({ shot }) => shot)).toEqual(["low", "high"]);
});

test("a set: repeats are counted together, a load is changed between, and one reading is struck out but stays", async () => {
  await newRun("spectrum");
  await setTo("setting-seconds", "0.3");
  await press(driver(), "Input, series, repeats");
  for (const ohms of ["8 Ω", "4 Ω"])
    await driver()
      .findElement(By.xpath(`//*[@aria-label='Loads']//button[normalize-space()='${ohms}']`))
      .click();
  await setTo("set-repeats", "2");
  await press(driver(), "Start run");
  await shows(driver(), "Now change the load to 4 Ω", 2 * PATIENCE_MS);
  await key("g");
  await stored("mean of 2", 4);
  expect(await textOf("repeats")).toMatch(/A mean of 2: [\d.]+ ± [\d.]+ dB/);
  await press(driver(), "Strike out this run");
  await press(driver(), "Strike out");
  await shows(driver(), "Enter the reason.");
  await driver().findElement(By.css("[aria-label='Reason']")).sendKeys("a lead had come off");
  await press(driver(), "Strike out");
  await shows(driver(), "Excluded: a lead had come off");
  expect(await keptCount()).toBe(countBefore + 4);
  expect(await driver().findElements(By.css("[data-testid=repeats]"))).toEqual([]);
});

test("why it stopped is overruled with a note; what the reading said stays", async () => {
  await press(driver(), "Correct this");
  await shows(driver(), "Save judgement");
  await driver()
    .findElement(By.css("select[aria-label='What stopped it'] option[value=operator]"))
    .click();
  await driver().findElement(By.css("[aria-label='Evidence']")).sendKeys("I pulled the plug");
  await press(driver(), "Save judgement");
  await shows(driver(), "The reviewer’s judgement: I pulled the plug");
  expect((await textOf("stop")).replace(/\s+/g, " ")).toContain(
    "From the reading alone: requested level reached.",
  );
});

const drop = (...names: string[]): Promise<void> =>
  driver().findElement(By.css("[data-testid=files]")).sendKeys(names.map(capturePath).join("\n"));

testOfCaptures(
  "files of each kind, dropped together: guessed, confirmed and read; the figures are those of their truth",
  async () => {
    await newRun("spectrum");
    await key("f");
    await shows(driver(), "Drop recordings");
    await drop("a_8R2_sine_rated.wav", "a_8R2_scope_clip.csv", "b_8R2_response.csv");
    await shows(driver(), "Analyse these 3 runs");
    await shows(driver(), "Found: a steady clipped tone.");
    const scale = (await driver().findElements(By.css("[id^=scale-]")))[0];
    await scale.sendKeys(Key.chord(Key.CONTROL, "a"), "80");
    await press(driver(), "Analyse these 3 runs");
    await stored("Frequency response", 3);
    await shows(driver(), "recording b_8R2_response.csv");
    // No plan asks for a clip search: it stands behind what is planned.
    await driver()
      .findElement(
        By.xpath("(//ol[@aria-label='Runs']//button[contains(., 'Clip search')])[last()]"),
      )
      .click();
    await shows(driver(), "recording a_8R2_scope_clip.csv");
    const truth = truthOf("a_8R2_scope_clip").truth_of_quantised_record.v_rms.value;
    const volts =
      (await shownRun()).result.channels[0].figures.find(({ name }) => name === "volts")?.value ??
      0;
    expect(Math.abs(volts / truth - 1)).toBeLessThan(0.005);
  },
);

test("readings from a meter: what is missing is named, then they are kept", async () => {
  await newRun("noise");
  await key("v");
  await shows(driver(), "Millivoltmeter, input shorted");
  await press(driver(), "Save readings");
  await shows(driver(), "enter “Millivoltmeter, input shorted”, above zero.");
  await setTo("typed-0-noiseVoltsRms", "0,2 m");
  await press(driver(), "Save readings");
  await shows(driver(), "0.200 mV of noise and hum");
  await shows(driver(), "typed from Yellow bench meter");
});

test("residual listening: residual, as loud as the output", async () => {
  await newRun("residual");
  await setTo("setting-seconds", "0.6");
  await press(driver(), "Start run");
  await driver().wait(
    async () =>
      /residual/.test(await pageText(driver())) &&
      (await driver().findElements(By.xpath("//button[.='Listen']"))).length === 1,
    2 * PATIENCE_MS,
    "waiting for the residual",
  );
  await press(driver(), "Listen");
  await shows(driver(), "dB residual");
  await key("2");
  await shows(driver(), "Playing the residual only.");
  await key("0");
  await shows(driver(), "Stopped.");
  await press(driver(), "By hand: two-channel null");
  await shows(driver(), "Never with bridge-tied outputs.");
});
