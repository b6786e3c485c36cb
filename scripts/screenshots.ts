// Pictures of the main views, made from the demo data, for the README: npm run screenshots
import { mkdirSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { By, Key, until } from "selenium-webdriver";
import { PATIENCE_MS, press, rests, shows } from "@/e2e/browser";
import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import { withDemo, type DemoPage } from "./withDemo";

const OUT = resolve(__dirname, "../docs/screenshots");

/** A recording of bursts, as it would come from a real bench. */
const burstFile = (): Uint8Array =>
  record(
    onLoads(EXAMPLE_RIGS["home-class-ab"], [8.21, 8.18]),
    {
      stimulus: { kind: "burst", burst: "20-ms", voltsPeak: 1.4 },
      sampleRateHz: 96_000,
      drives: [true, true],
    },
    1,
  ).capture.wav;

/** A scope's record of a clipped tone, which does not say in what its time is given. */
const scopeFile = (): string =>
  [
    "Time;CH1 (V)",
    ...Array.from(
      { length: 2500 },
      (_, n) =>
        `${(n * 0.002).toFixed(3)};${Math.max(-30, Math.min(30, 34 * Math.sin((2 * Math.PI * n) / 500))).toFixed(2)}`,
    ),
  ].join("\n");

/** What a logger wrote beside a soak. */
const loggerFile = (): string =>
  [
    "Elapsed (s);Heat sink (°C);Case (°C);Load (°C)",
    ...Array.from({ length: 61 }, (_, minute) =>
      [60 * minute, 31, 14, 78]
        .map((most, k) => (k === 0 ? most : (22 + most * (1 - Math.exp(-minute / 14))).toFixed(1)))
        .join(";"),
    ),
  ].join("\n");

/** Files of three kinds, of which one does not say how it was sampled. */
const showFiles = async ({
  driver,
  folder,
  choose,
}: Pick<DemoPage, "driver" | "folder" | "choose">): Promise<void> => {
  await driver.findElement(By.css("body")).sendKeys("n");
  await rests(driver);
  await choose("run-kind", "spectrum");
  await driver.findElement(By.css("body")).sendKeys("f");
  await shows(driver, "Drop recordings");
  const made = [
    ["scope.csv", scopeFile()],
    ["soak.csv", loggerFile()],
    ["bursts.wav", burstFile()],
  ] as const;
  for (const [name, content] of made) writeFileSync(join(folder, name), content);
  await driver
    .findElement(By.css("[data-testid=files]"))
    .sendKeys(made.map(([name]) => join(folder, name)).join("\n"));
  await shows(driver, "Analyse these 2 runs", 60_000);
  await shows(driver, "What is its sample rate?", 60_000);
};

/** What a reviewer writes down beside the runs. */
const NOTES = [
  ["power on", "", ""],
  ["temperature", "heat sink, left", "48.5"],
  ["remark", "", "A relay clicks at 30 W; hum rises when the lid is off."],
] as const;

const writeNotes = async (driver: DemoPage["driver"]): Promise<void> => {
  for (const [kind, where, said] of NOTES) {
    await driver.findElement(By.css("body")).sendKeys("l");
    await shows(driver, "Note for the logbook");
    await press(driver, kind);
    if (where) {
      await driver.findElement(By.css("input[name=celsius]")).sendKeys(said);
      await driver.findElement(By.css("textarea[name=text]")).sendKeys(where);
    } else if (said) await driver.findElement(By.css("textarea[name=text]")).sendKeys(said);
    await press(driver, "Add note");
    await rests(driver);
  }
};

/** Two soaks of the vintage amplifier, in the dark: the one picture that is. */
const showHeat = async ({ driver, url }: Pick<DemoPage, "driver" | "url">): Promise<void> => {
  await driver.get(url);
  const harrowby =
    (await driver.findElement(By.partialLinkText("Harrowby R-30")).getAttribute("href")) ?? "";
  await driver.get(harrowby.replace(/[^/]+$/, "heat"));
  await shows(driver, "Before and after");
  await rests(driver);
  await driver.executeScript(
    "document.documentElement.classList.add('dark'); document.documentElement.style.colorScheme = 'dark'",
  );
  await press(driver, "Bench soak");
  await rests(driver);
};

/** The mini's two supplies over one another, and its page. */
const showCompared = async (
  { driver }: Pick<DemoPage, "driver">,
  mini: string,
  picture: (name: string) => Promise<void>,
): Promise<void> => {
  await driver.get(mini.replace(/[^/]+$/, "compare"));
  await shows(driver, "at 1 % THD+N");
  await rests(driver);
  await picture("compare");
  await driver.get(mini.replace(/[^/]+$/, "sheet"));
  await shows(driver, "HTML page");
  await rests(driver);
  await picture("sheet");
};

const takeAll = async ({ driver, url, folder, stage, choose }: DemoPage): Promise<void> => {
  mkdirSync(OUT, { recursive: true });
  const picture = async (name: string) =>
    writeFileSync(join(OUT, `${name}.png`), await driver.takeScreenshot(), "base64");
  await picture("shelf");
  await driver.get(`${url}/trends`);
  await shows(driver, "By kind of amplifier");
  await rests(driver);
  await picture("trends");
  await stage("brief", "Claims");
  await picture("brief");
  await stage("load", "Dummy loads");
  await picture("load");
  await press(driver, "Find one");
  await shows(driver, "Best match from your resistors");
  await rests(driver);
  await picture("load-finder");
  await driver.get(`${url}/workshop`);
  await shows(driver, "Resistors at hand");
  await rests(driver);
  await picture("workshop");
  await stage("rig", "Wiring and safety");
  await picture("rig");
  await stage("plan", "pauses included");
  await picture("plan");
  await writeNotes(driver);
  await stage("log", "heat sink, left");
  await picture("logbook");
  await driver.get(url);
  const pinwheel =
    (await driver.findElement(By.partialLinkText("Pinwheel Dot 45")).getAttribute("href")) ?? "";
  await driver.get(pinwheel.replace(/[^/]+$/, "forecast"));
  await shows(driver, "By load", 30_000);
  await picture("forecast");
  await showCompared({ driver }, pinwheel, picture);
  const openSweep = async (): Promise<void> => {
    await stage("bench", "Staying power");
    await driver
      .findElement(
        By.xpath(
          "//ol[@aria-label='Runs']//button[contains(., 'Power sweep') and contains(., '8 Ω, two')]",
        ),
      )
      .click();
    await shows(driver, "Power against distortion");
    await rests(driver);
  };
  await openSweep();
  await picture("bench");
  await stage("verdict", "by rating method");
  await picture("verdict");
  await showHeat({ driver, url });
  await picture("heat");
  await openSweep();
  await press(driver, "New run");
  await shows(driver, "Run");
  await rests(driver);
  await choose("run-kind", "power-sweep");
  await shows(driver, "Predicted output");
  await rests(driver);
  await picture("simulated-bench");
  await choose("run-kind", "clip-search");
  await driver.findElement(By.css("body")).sendKeys("i");
  await press(driver, "Open the virtual interface");
  await shows(driver, "Through");
  await press(driver, "Switch the live bench on");
  await shows(driver, "below the source’s maximum");
  await driver.findElement(By.css("body")).sendKeys("a");
  await shows(driver, "At the limit", 120_000);
  await driver.findElement(By.css("body")).sendKeys(Key.PAGE_UP);
  await shows(driver, "CLIPPING");
  await picture("bench-live");
  await driver.findElement(By.css("body")).sendKeys(Key.ESCAPE, "o", "s");
  await driver.findElement(By.css("body")).sendKeys("n");
  await rests(driver);
  await choose("run-kind", "intermodulation");
  await driver.findElement(By.id("setting-seconds")).sendKeys(Key.chord(Key.CONTROL, "a"), "30");
  await press(driver, "Start run");
  await shows(driver, "recording 2", 120_000);
  await driver.wait(
    until.elementLocated(By.css("[aria-busy='false'] [data-testid='live-spectrum']")),
    PATIENCE_MS,
  );
  await picture("bench-playing");
  await driver.findElement(By.css("body")).sendKeys(Key.ESCAPE);
  await press(driver, "Discard");
  await showFiles({ driver, folder, choose });
  await picture("bench-files");
};

withDemo(takeAll).catch((error: unknown) => {
  console.error(error);
  process.exitCode = 1;
});
