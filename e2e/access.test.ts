// Every main screen, light and dark, against the rules of axe-core: names, headings, contrast, order.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { By } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { openDatabase } from "@/store";
import { application } from "./application";
import { HOME } from "./demoShelf";
import { PATIENCE_MS, press, pressKey, rests, shows } from "./browser";
import { forms } from "./forms";

const { driver, url, folder, kill, start } = application("access");
const { kept } = forms(driver);
const AXE = readFileSync(require.resolve("axe-core/axe.min.js"), "utf8");

type Violation = { id: string; nodes: { target: string[]; failureSummary: string }[] };

/** What is wrong on the screen, in a line each. */
const violations = async (): Promise<string[]> => {
  await driver().executeScript(AXE);
  const found = await driver().executeAsyncScript<Violation[]>(
    "const done = arguments[0]; axe.run(document).then(({ violations }) => done(violations))",
  );
  return found.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${target.join(" ")}: ${failureSummary}`),
  );
};

const STAGES = [
  ["brief", "Claims"],
  ["forecast", "Limits on output, per channel"],
  ["load", "Dummy loads, as measured"],
  ["rig", "Wiring and safety"],
  ["plan", "pauses included"],
  ["bench", "runs saved"],
  ["bench?run=new", "Run"],
  ["heat", "Manual readings"],
  ["verdict", "Recommended rating"],
  ["compare", "Comparison"],
  ["sheet", "The page"],
  ["log", "Logbook"],
] as const;

let home: string;
beforeAll(async () => {
  await kill();
  const data = join(folder(), "data");
  const db = await openDatabase(data);
  await makeDemo(db, data, new Date("2026-11-25T10:00:00Z"), { shelf: [HOME] });
  await db.destroy();
  await start();
  await driver().get(url());
  const link = await driver().findElement(By.partialLinkText("Tollgate Sixty"));
  home = (await link.getAttribute("href")) ?? "";
});

const open = async (path: string, text: string): Promise<void> => {
  await driver().get(path.startsWith("http") ? path : home.replace(/[^/]+$/, path));
  await shows(driver(), text);
  await rests(driver());
};

describe.each(["light", "dark"])("%s", (mode) => {
  beforeAll(async () => {
    await driver().executeScript("localStorage.setItem('theme', arguments[0])", mode);
  });

  test("the shelf", async () => {
    await open(url(), "Tollgate Sixty");
    expect(await violations()).toEqual([]);
  });

  test("the shelf narrowed by words and filters, with its columns to choose", async () => {
    await open(`${url()}/?find=tollgate+bought&year-from=1960`, "Bought");
    expect(await violations()).toEqual([]);
    await press(driver(), "Columns");
    await shows(driver(), "Output stage");
    await rests(driver());
    expect(await violations()).toEqual([]);
  });

  test.each([
    ["words", "Glossary"],
    ["trends", "By kind of amplifier"],
    ["workshop", "Instruments"],
  ])("%s", async (path, text) => {
    await open(`${url()}/${path}`, text);
    expect(await violations()).toEqual([]);
  });

  test.each(STAGES)("%s", async (stage, text) => {
    await open(stage, text);
    expect(await driver().findElements(By.css("h1"))).not.toHaveLength(0);
    expect(await violations()).toEqual([]);
  });

  test("heat while it is read by hand", async () => {
    await open("heat", "Manual readings");
    await pressKey(driver(), "n", "Clock");
    await driver().findElement(By.css("body")).sendKeys("1");
    await shows(driver(), "or by touch");
    // What was begun is kept, the frame around it is redrawn, and colours come to rest.
    await kept();
    await driver().wait(async () => (await driver().getTitle()) !== "", PATIENCE_MS);
    expect(await driver().findElements(By.css("h1"))).not.toHaveLength(0);
    expect(await violations()).toEqual([]);
  });
});
