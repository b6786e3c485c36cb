// Heat through the real interface: a logger's file, readings by hand, a soak that predicts itself, before and after a change.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { By } from "selenium-webdriver";
import { application } from "./application";
import { openDemoBench } from "./demoBench";
import { forms } from "./forms";
import { fill, pageText, PATIENCE_MS, press, pressKey, shows } from "./browser";

const app = application("heat");
const { driver, folder } = app;
const { kept } = forms(driver);

/** A soak of 25 minutes as a logger writes it: so many K/W at 60 W of heat, and 14 minutes of time constant. */
const logger = (name: string, kelvinPerWatt: number, isDated: boolean): string => {
  const rows = Array.from({ length: 150 }, (_, k) => {
    const rise = 60 * kelvinPerWatt * (1 - Math.exp(-k / 84));
    const read = [22 + rise, 22 + 0.85 * rise, 22].map((celsius) => celsius.toFixed(1));
    if (!isDated) return [(k / 6).toFixed(2), ...read].join(";").replaceAll(".", ",");
    const at = new Date(Date.UTC(2026, 10, 20) + 10_000 * k).toISOString();
    return [at.slice(0, 10), at.slice(11, 19), ...read].join(",");
  });
  const spots = ["Heat sink left (°C)", "Heat sink right (°C)", "Room (°C)"];
  const head = isDated
    ? ["Date", "Time", ...spots].join(",")
    : ["Elapsed (min)", ...spots].join(";");
  const path = join(folder(), name);
  writeFileSync(path, [head, ...rows].join("\n"));
  return path;
};
const drop = async (path: string): Promise<void> =>
  driver().findElement(By.css("[data-testid=logger-file]")).sendKeys(path);
const advice = (): Promise<string> =>
  driver().findElement(By.css("[data-testid=advice]")).getText();
const toHeat = async (): Promise<void> => {
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, "heat"));
};
const noteWatts = async (): Promise<void> => {
  await fill(driver(), ["Events", "At"], "0");
  await fill(driver(), ["Events", "From the mains"], "72");
  await fill(driver(), ["Events", "In all loads"], "12");
  await press(driver(), "Add event");
};

test("the stage of an amplifier that was never soaked says what to do", async () => {
  await openDemoBench(app);
  await toHeat();
  await shows(driver(), "No temperature readings yet");
});

test("a logger's file: where it settles before it has, and that the sink is lopsided; with watts the thermal resistance", async () => {
  await drop(logger("before.csv", 0.7, false));
  // 22 + 42 °C.
  await shows(driver(), "Heat sink left predicted steady state");
  expect(await pageText(driver())).toMatch(/64\.[01]\n± 0\.[4-9]\n°C/);
  expect(await advice()).toContain("the soak can be stopped");
  expect(await pageText(driver())).toMatch(
    /The heat sink heats lopsidedly: Heat sink left is 6\.\d/,
  );
  await noteWatts();
  await shows(driver(), "K/W");
  expect(await pageText(driver())).toMatch(/0\.70[0-9]? ± 0\.0\d+ K\/W/);
});

test("before and after: a second file with new compound cools better, and what that buys is reported", async () => {
  await drop(logger("after.csv", 0.6, true));
  await shows(driver(), "predicted steady state");
  await driver().wait(
    async () => (await pageText(driver())).includes("58.0"),
    PATIENCE_MS,
    "waiting for the second file",
  );
  await noteWatts();
  await shows(driver(), "Significant: it cools better now.");
  // At 60 °C: 38 K over 0.6 and over 0.7 K/W, 63 and 54 W.
  await shows(driver(), "63 W instead of 54 W");
});

test("readings by hand: a key, a number, Enter; a hand counts too, and all of it is there after a reload", async () => {
  await pressKey(driver(), "n", "Press the key of a spot");
  for (let k = 0; k < 9; k++) {
    await driver().findElement(By.css("body")).sendKeys("1");
    await driver().wait(
      async () => (await driver().switchTo().activeElement().getTagName()) === "input",
      PATIENCE_MS,
    );
    await driver()
      .switchTo()
      .activeElement()
      .sendKeys(`${30 + k / 2}\n`);
    const clock = await driver().findElement(By.css("[data-testid=clock]")).getText();
    await driver().wait(
      async () => (await driver().findElement(By.css("[data-testid=clock]")).getText()) !== clock,
      PATIENCE_MS,
      "waiting for the next second",
    );
  }
  await driver().findElement(By.css("body")).sendKeys("2");
  await press(driver(), "Can be held");
  await shows(driver(), "can be held");
  await shows(driver(), "Touched only");
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "34.0 °C");
  await shows(driver(), "Touched only");
});

test("an invalid number is reported beside its field, and stays there", async () => {
  await pressKey(driver(), "1", "°C at");
  await driver().switchTo().activeElement().sendKeys("warm\n");
  await shows(driver(), "Enter degrees Celsius, such as 45.2, or 113 F.");
  expect(await driver().switchTo().activeElement().getAttribute("value")).toBe("warm");
});

test("a file without temperatures is refused with what it needs", async () => {
  const path = join(folder(), "poem.csv");
  writeFileSync(path, "roses;red\nviolets;blue");
  await drop(path);
  await shows(driver(), "poem.csv");
});

test("a soak of the Bench predicts where it settles while it runs; the Heat stage knows it afterwards", async () => {
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, "bench"));
  await shows(driver(), "runs saved");
  await pressKey(driver(), "n", "Run");
  await driver().findElement(By.css("#run-kind option[value=heat-soak]")).click();
  await pressKey(driver(), "s", "Soak for");
  await driver().findElement(By.css("#setting-minutes")).sendKeys("\uE009a\uE000\uE003", "300");
  await press(driver(), "Start run");
  await shows(driver(), "Steady state", 2 * PATIENCE_MS);
  await shows(driver(), "Requested level reached", 2 * PATIENCE_MS);
  await driver().get((await driver().getCurrentUrl()).replace(/bench.*$/, "heat"));
  await press(driver(), "Simulated soak");
  await shows(driver(), "steady state");
  await shows(driver(), "K/W");
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, "plan"));
  await shows(driver(), "Amplifier heat, from its soak:");
});
