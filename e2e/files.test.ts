// Files at the Bench through the real interface: what a logger wrote, what does not say how it was sampled, and what is no recording.
import { writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { By } from "selenium-webdriver";
import { application } from "./application";
import { openDemoBench } from "./demoBench";
import { pageText, PATIENCE_MS, press, shows } from "./browser";

const app = application("files");
const { driver, folder } = app;

const key = (...keys: string[]): Promise<void> =>
  driver()
    .findElement(By.css("body"))
    .sendKeys(...keys);
const toFiles = async (): Promise<void> => {
  await key("n");
  await shows(driver(), "Which run");
  await driver().sleep(300);
  await key("f");
  await shows(driver(), "Drop recordings");
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
  await shows(driver(), "At this rate the tone in it is 1 kHz.");
  await press(driver(), "Open it so");
  await shows(driver(), "Read these 2 runs");
  await press(driver(), "Read these 2 runs");
  await shows(driver(), "4 runs kept");
  await shows(driver(), "recording scope.csv");
  await driver()
    .findElement(By.xpath("//ol[@aria-label='Runs']//button[contains(., 'Heat soak')]"))
    .click();
  await shows(driver(), "recording soak.csv");
  await shows(driver(), "the heat sink stands at 51.9 °C");
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
