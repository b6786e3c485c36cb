// Runs over one another, through the real interface: a suggested pair, another amplifier found by its name, the difference of two, the
// table, and that it is kept.
import { join } from "node:path";
import { By, Key } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { openDatabase } from "@/store";
import { application } from "./application";
import { pageText, press, pressKey, shows } from "./browser";
import { forms } from "./forms";
import { SWEPT } from "./demoShelf";

const app = application("compare");
const { driver, url, folder, kill, start } = app;

const shelf = async (): Promise<void> => {
  await kill();
  const data = join(folder(), "data");
  const db = await openDatabase(data);
  await makeDemo(db, data, new Date("2026-11-25T10:00:00Z"), { shelf: SWEPT });
  await db("workshop").where({ kind: "comparisons" }).delete();
  await db.destroy();
  await start();
};

const { kept } = forms(driver);

test("one channel against both is suggested, opened with one press, and told in dB with what is heard of it", async () => {
  await shelf();
  await driver().get(url());
  await press(driver(), "Harrowby R-30");
  await shows(driver(), "Compare");
  await press(driver(), "Compare");
  await shows(driver(), "Compare with");
  await press(driver(), "two channels driven against 1");
  await shows(driver(), "at 1 % THD+N");
  const text = await pageText(driver());
  expect(text).toMatch(/\d+(\.\d+)? W against \d+(\.\d+)? W, (not|hardly|plainly) audible/);
  expect(text).toMatch(/a significant difference|no significant difference/);
  expect(text).toContain("ISO 532-1");
});

test("an amplifier is found by its name, and a run of it joins the others; the table has both", async () => {
  const find = await driver().findElement(By.xpath("//input[@placeholder='its name']"));
  await find.sendKeys("sixty");
  await press(driver(), "Tollgate Sixty");
  await shows(driver(), "Add a run of Tollgate Sixty");
  await press(driver(), "+ 8");
  await shows(driver(), "Difference between");
  await kept();
  await driver().wait(
    async () =>
      (await driver().findElements(By.css("[data-testid=figures] tbody tr"))).length === 2,
    20_000,
    "waiting for two amplifiers in the table",
  );
  const drawn = await driver().findElements(By.css("svg[role=img]"));
  // All over one another, and the difference of two.
  expect(drawn.length).toBeGreaterThanOrEqual(2);
});

test("turned round the sign turns; brought together at one watt all meet there", async () => {
  const figure = async () =>
    /[+−]\d+(\.\d+)?/.exec(
      await (await driver().findElement(By.css("[data-testid=difference]"))).getText(),
    )?.[0];
  const before = await figure();
  await press(driver(), "Swap");
  await driver().wait(async () => (await figure()) !== before, 20_000, "waiting for the sign");
  expect((await figure())?.slice(1)).toBe(before?.slice(1));
  const choice = await driver().findElement(
    By.xpath("//select[option[.='normalised at one point']]"),
  );
  await choice.findElement(By.xpath("./option[.='normalised at one point']")).click();
  await shows(driver(), "At");
  expect(await pageText(driver())).not.toContain("Not shown");
});

test("it is there after a reload, from the keys alone a new one is begun, and one that is dropped is gone", async () => {
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "At");
  await pressKey(driver(), "n", "Add two runs to see their difference.");
  const first = await driver().switchTo().activeElement();
  await first.sendKeys(Key.TAB);
  await kept();
  await press(driver(), "Delete comparison");
  await shows(driver(), "two channels driven against 1");
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "Comparison");
  const names = await driver().findElements(
    By.xpath("//select/option[contains(., 'R-30, power against')]"),
  );
  expect(names).toHaveLength(0);
});
