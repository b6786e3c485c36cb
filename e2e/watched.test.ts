// A folder where another program saves: named in the Workshop, and what is finished there appears at the Bench by itself, never half.
import { appendFileSync, mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { By } from "selenium-webdriver";
import { stimulusVolts } from "@/core/signal";
import { encodeWav } from "@/core/wav";
import { application } from "./application";
import { pageText, PATIENCE_MS, press, pressKey, rests, shows } from "./browser";
import { forms } from "./forms";
import { SWEPT } from "./demoShelf";
import { putOnShelf } from "./putOnShelf";

const app = application("watched");
const { driver, url, folder } = app;
const { kept } = forms(driver);
const watched = (): string => join(folder(), "from the recorder");

/** Whether the page has had an answer to what stands in the folder. */
const LOOKED = `
  return performance.getEntriesByType("resource").some(({ name, responseEnd }) =>
    name.endsWith("/api/watched") && responseEnd > 0);
`;

const TONE = encodeWav(
  [stimulusVolts({ kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 1 }, 48_000)],
  48_000,
  1,
  "int24",
);

beforeAll(() => putOnShelf(app, SWEPT));

test("a folder is named by its whole path; one that is not there is reported beside the field", async () => {
  await driver().get(`${url()}/workshop`);
  const field = await driver().findElement(
    By.xpath("//*[@id=//label[normalize-space()='Watched folder']/@for]"),
  );
  await field.sendKeys("recordings");
  await shows(driver(), "Enter the full path");
  await field.sendKeys("\uE009a\uE000\uE003", watched());
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "This folder does not exist");
  mkdirSync(watched());
  writeFileSync(join(watched(), "before.wav"), TONE);
  await driver().navigate().refresh();
  await shows(driver(), "appear on the Bench");
});

test("what is finished while the Bench looks on appears by itself, whole; what was there before is offered", async () => {
  const [{ id }] = (await (await fetch(`${url()}/api/amplifiers?find=sixty`)).json()).amplifiers;
  await driver().get(`${url()}/amplifiers/${id}/bench`);
  await pressKey(driver(), "n", "Run");
  await rests(driver());
  await pressKey(driver(), "f", "Drop recordings");
  await shows(driver(), "Finished files appear here");
  // Its first look has been answered: whatever comes now is new.
  await driver().wait(() => driver().executeScript<boolean>(LOOKED), PATIENCE_MS);
  const half = Math.floor(TONE.length / 2);
  const path = join(watched(), "take 1.wav");
  writeFileSync(path, TONE.subarray(0, half));
  await shows(driver(), "take 1.wav is being written");
  await expect(shows(driver(), "Analyse", 5_000)).rejects.toThrow();
  appendFileSync(path, TONE.subarray(half));
  await shows(driver(), "Analyse");
  expect(await pageText(driver())).not.toContain("is being written");
  await press(driver(), "Files already there");
  await press(driver(), "Add");
  await shows(driver(), "Analyse these 2 runs");
});
