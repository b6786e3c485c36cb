// The published page, through the real interface: a ready page, blocks moved with the keys alone, words of one's own and what of them no
// run bears out, and every way out of here, read back with programs of others.
import { execFileSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { By, Key, type WebElement } from "selenium-webdriver";
import sharp from "sharp";
import { makeDemo } from "@/demo/makeDemo";
import { findDocument, keepDocument, openDatabase } from "@/store";
import { application } from "./application";
import { carries, pageText, PATIENCE_MS, press, shows } from "./browser";
import { HOME } from "./demoShelf";
import { forms } from "./forms";

const app = application("sheet");
const { driver, url, folder, kill, start } = app;
const { kept, click } = forms(driver);

const PRIVATE = ["a lender of that name", "a scorched resistor under the board", "4711"];
let home = "";

const shelf = async (): Promise<void> => {
  await kill();
  const data = join(folder(), "data");
  const db = await openDatabase(data);
  await makeDemo(db, data, new Date("2026-11-25T10:00:00Z"), { shelf: [HOME] });
  const { id }: { id: string } = await db("amplifiers").first("id");
  const details = await findDocument(db, id, "details");
  await keepDocument(db, id, "details", {
    ...details,
    lender: PRIVATE[0],
    seenBefore: PRIVATE[1],
    priceThen: Number(PRIVATE[2]),
  });
  await db("documents").where({ kind: "publication" }).delete();
  await db.destroy();
  await start();
  home = `${url()}/api/amplifiers/${id}/page`;
};

const bytesOf = async (asked: string): Promise<Buffer> => {
  const answer = await fetch(`${home}?${asked}`);
  expect([asked, answer.status]).toEqual([asked, 200]);
  return Buffer.from(await answer.arrayBuffer());
};

const blocks = async (): Promise<string[]> => {
  const lines = await driver().findElements(By.css("ol[aria-label='Blocks of the page'] > li"));
  return Promise.all(lines.map(async (line) => (await line.getText()).split("\n")[0]));
};

const named = (label: string): Promise<WebElement> =>
  driver().wait(
    async () => (await driver().findElements(By.css(`[aria-label="${label}"]`)))[0],
    PATIENCE_MS,
    `waiting for “${label}”`,
  );

test("a ready page is begun with one press and shown as readers get it", async () => {
  await shelf();
  await driver().get(`${home.replace("/api", "").replace("/page", "/sheet")}`);
  await shows(driver(), "The page is empty");
  await press(driver(), "short news");
  await shows(driver(), "The page");
  expect(await blocks()).toEqual([
    "Summary",
    "Recommended rating",
    "Claims and measurements",
    "Curves",
    "How it was measured",
    "Safety",
  ]);
  await kept();
  await driver().wait(
    async () => {
      await driver()
        .switchTo()
        .frame(await driver().findElement(By.css("iframe")));
      const text = await pageText(driver());
      await driver().switchTo().defaultContent();
      return (
        text.includes("Tollgate Sixty, measured") && text.includes("Runs behind these figures")
      );
    },
    PATIENCE_MS,
    "waiting for the preview",
  );
});

test("blocks are moved with the keys alone: lifted, carried down, put down; and by their arrows", async () => {
  const handle = await named("Drag Summary");
  await click(handle);
  for (const key of [Key.SPACE, Key.ARROW_DOWN, Key.SPACE]) await carries(driver(), key);
  await driver().wait(
    async () => (await blocks())[1] === "Summary",
    PATIENCE_MS,
    "waiting for the block to be moved",
  );
  await click(await named("Move Summary up"));
  expect((await blocks())[0]).toBe("Summary");
});

test("words of one's own are held against the runs, and go back; all of it can be undone", async () => {
  await press(driver(), "Summary");
  await press(driver(), "Edit the text");
  const own = await driver().wait(
    async () => (await driver().findElements(By.css("textarea")))[0],
    PATIENCE_MS,
  );
  await own.sendKeys(Key.chord(Key.CONTROL, "a"), "It gave 999 W on my bench.");
  await shows(driver(), "Not supported by any run: 999 W.");
  await kept();
  expect((await bytesOf("as=html")).toString()).toContain("It gave 999 W on my bench.");
  await press(driver(), "Restore generated text");
  await kept();
  expect((await bytesOf("as=html")).toString()).not.toContain("999 W");
  await press(driver(), "Undo");
  await shows(driver(), "Not supported by any run: 999 W.");
  await press(driver(), "Restore generated text");
  await kept();
});

test("the page opens by itself with no network: nothing is asked for, and the charts answer to the pointer", async () => {
  const html = await bytesOf("as=html");
  for (const each of PRIVATE) expect(html.toString()).not.toContain(each);
  const file = join(folder(), "page.html");
  writeFileSync(file, html);
  await driver().get(pathToFileURL(file).href);
  await shows(driver(), "Tollgate Sixty, measured");
  const asked = await driver().executeScript<string[]>(
    "return performance.getEntriesByType('resource').map((each) => each.name).filter((name) => !name.startsWith('data:'))",
  );
  expect(asked).toEqual([]);
  expect(
    await driver().executeScript(
      "return document.fonts.check(\"16px 'Atkinson Hyperlegible Next'\")",
    ),
  ).toBe(true);
  const chart = await driver().findElement(By.css(".read svg"));
  await driver().executeScript("arguments[0].scrollIntoView({ block: 'center' })", chart);
  await driver().actions().move({ origin: chart }).perform();
  const tip = await driver().findElement(By.css(".read .tip"));
  expect(await tip.isDisplayed()).toBe(true);
  expect(await tip.getText()).toMatch(/\d/);
});

test("the PDF holds the same words, with numbered pages; nothing is too wide for it", async () => {
  const file = join(folder(), "page.pdf");
  writeFileSync(file, await bytesOf("as=pdf"));
  const text = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  for (const words of [
    "Tollgate Sixty, measured",
    "Recommended rating",
    "Runs behind these figures",
  ])
    expect(text).toContain(words);
  expect(text).toMatch(/\b1\s?\/\s?\d+/);
  for (const each of PRIVATE) expect(text).not.toContain(each);
});

test("a result is a frame of a video, in both sizes and looks", async () => {
  for (const [size, width, height] of [
    ["wide", 1920, 1080],
    ["tall", 1080, 1920],
  ] as const)
    for (const look of ["light", "dark"]) {
      const picture = sharp(await bytesOf(`as=card&size=${size}&look=${look}`));
      expect(await picture.metadata()).toMatchObject({ format: "png", width, height });
      const { channels } = await picture.stats();
      // Dark is dark, light is light, and something is written on it.
      expect(channels[0].mean < 128).toBe(look === "dark");
      expect(channels[0].stdev).toBeGreaterThan(10);
    }
});

test("the table is read by Python's csv module, line by line", async () => {
  const file = join(folder(), "page.csv");
  writeFileSync(file, await bytesOf("as=csv"));
  const script =
    "import csv,json,sys;print(json.dumps(list(csv.reader(open(sys.argv[1],newline='',encoding='utf-8')))))";
  const rows = JSON.parse(
    execFileSync("python3", ["-c", script, file], { encoding: "utf8" }),
  ) as string[][];
  expect(rows[0].slice(0, 2)).toEqual(["Recommended rating", "Recommended rating"]);
  expect(rows.filter(([section]) => section === "Claims and measurements").length).toBeGreaterThan(
    3,
  );
});

test("the post comes with its pictures", async () => {
  const file = join(folder(), "post.zip");
  writeFileSync(file, await bytesOf("as=markdown"));
  const script =
    "import json,sys,zipfile;z=zipfile.ZipFile(sys.argv[1]);assert z.testzip() is None;print(json.dumps([z.namelist(),z.read('post.md').decode()]))";
  const [names, text] = JSON.parse(
    execFileSync("python3", ["-c", script, file], { encoding: "utf8" }),
  ) as [string[], string];
  const pictures = [...text.matchAll(/\]\(([^)]+)\)/g)].map(([, name]) => name);
  expect(pictures.length).toBeGreaterThan(0);
  for (const name of pictures) expect(names).toContain(name);
  expect(readFileSync(file).length).toBeGreaterThan(1000);
});

test("what is no way out, and an amplifier that is none, are said in words", async () => {
  expect((await fetch(`${home}?as=exe`)).status).toBe(400);
  expect(
    (await fetch(home.replace(/amplifiers\/[^/]+/, "amplifiers/none") + "?as=html")).status,
  ).toBe(404);
});
