// Files at the Bench through the real interface: what a logger wrote, what does not say how it was sampled, and what is no recording.
import { readFileSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { By } from "selenium-webdriver";
import { application } from "./application";
import { openDemoBench } from "./demoBench";
import { pageText, PATIENCE_MS, press, pressKey, rests, shows } from "./browser";

const app = application("files");
const { driver, folder } = app;

const toFiles = async (): Promise<void> => {
  await pressKey(driver(), "n", "Run");
  await rests(driver());
  await pressKey(driver(), "f", "Drop recordings");
};

test("the bench of an amplifier with two runs", () => openDemoBench(app));

test("a logger's file is read as a heat soak; a record that does not say how it was sampled is asked about", async () => {
  const made = {
    "soak.csv": [
      "Elapsed (s);Heat sink (°C);Case (°C)",
      ...Array.from(
        { length: 61 },
        (_, k) => `${60 * k};${(22 + 30 * (1 - Math.exp(-k / 10))).toFixed(1)};${22 + k / 10}`,
      ),
    ].join("\n"),
    "scope.csv": [
      "Time;CH1 (V)",
      ...Array.from(
        { length: 2500 },
        (_, n) => `${(n * 0.02).toFixed(2)};${(8 * Math.sin((2 * Math.PI * n) / 50)).toFixed(3)}`,
      ),
    ].join("\n"),
  };
  for (const [name, text] of Object.entries(made)) writeFileSync(join(folder(), name), text);
  await toFiles();
  await driver()
    .findElement(By.css("[data-testid=files]"))
    .sendKeys(
      Object.keys(made)
        .map((name) => join(folder(), name))
        .join("\n"),
    );
  await shows(driver(), "temperatures of 2 probes over 60.0 min");
  await shows(driver(), "At this rate its tone is 1 kHz.");
  await press(driver(), "Open");
  await shows(driver(), "Analyse these 2 runs");
  await press(driver(), "Analyse these 2 runs");
  await shows(driver(), "4 runs saved");
  await shows(driver(), "recording scope.csv");
  await driver()
    .findElement(By.xpath("//ol[@aria-label='Runs']//button[contains(., 'Heat soak')]"))
    .click();
  await shows(driver(), "recording soak.csv");
  await shows(driver(), "the heat sink is at 51.9 °C");
});

test("what is no recording is refused beside its name; the rest of the list stays", async () => {
  await toFiles();
  await driver()
    .findElement(By.css("[data-testid=files]"))
    .sendKeys(resolve(__dirname, "../README.md"));
  await driver().wait(
    async () => /no columns of numbers|holds only|no frequency/.test(await pageText(driver())),
    PATIENCE_MS,
    "waiting for the refusal",
  );
});

test("a recording that was saved from here fills every field when it comes back; a recorder is asked about once", async () => {
  // The four-ohm sweep of the demo, as its WAV link gives it.
  const amplifierUrl = (await driver().getCurrentUrl()).replace(/\/bench.*$/, "");
  await driver().get(`${amplifierUrl}/bench`);
  // A page whose script has not come yet does not hear the first click.
  await driver().wait(async () => {
    await driver()
      .findElement(
        By.xpath("//ol[@aria-label='Runs']//button[contains(., 'Power') and contains(., '4 Ω')]"),
      )
      .click();
    return shows(driver(), "4.07 and 4.11 Ω measured", 5_000).catch(() => false);
  }, PATIENCE_MS);
  await rests(driver());
  await press(driver(), "Recording");
  await shows(driver(), "Spectrum of this section");
  const link = await driver().findElement(By.xpath("//a[normalize-space()='WAV']"));
  const bytes = await fetch((await link.getAttribute("href")) ?? "");
  const wav = join(folder(), "sweep.wav");
  writeFileSync(wav, Buffer.from(await bytes.arrayBuffer()));
  // The same without its note, as another program would write it.
  const bare = join(folder(), "bare.wav");
  const whole = readFileSync(wav);
  writeFileSync(bare, whole.subarray(0, whole.lastIndexOf("rmbk")));
  await toFiles();
  await driver().findElement(By.css("[data-testid=files]")).sendKeys([wav, bare].join("\n"));
  await shows(driver(), "power against distortion, as stored with the recording");
  await shows(driver(), "Analyse these 2 runs");
  const shown = (id: string) =>
    driver().executeScript<string[]>(
      "return [...document.querySelectorAll(arguments[0])].map((field) => field.options ? field.options[field.selectedIndex].text : field.value)",
      id,
    );
  // Each file has a load of its own: the one that its note names, and the one of all files.
  const [noted] = await shown("[id^=file-][id$=-load] select, select[id^=file-][id$=-load]");
  expect(noted).toMatch(/^4 Ω/);
  const [told, asked] = await shown("[id^=scale-] input, input[id^=scale-]");
  expect(Number(told)).toBeGreaterThan(10);
  await driver().findElement(By.xpath("//option[.='another recorder…']")).click();
  await driver().findElement(By.xpath("//label[.='Name']/..//input")).sendKeys("Pocket recorder");
  await driver()
    .findElement(By.xpath("//button[normalize-space()='Save recorder']/preceding::input[1]"))
    .sendKeys("62.5");
  await press(driver(), "Save recorder");
  await shows(driver(), "Pocket recorder, 62.50 V");
  const after = await shown("[id^=scale-] input, input[id^=scale-]");
  // What tells it itself keeps it; the other takes the recorder's.
  expect(after[0]).toBe(told);
  expect(asked).not.toBe("62.5");
  expect(Number(after[1])).toBe(62.5);
});
