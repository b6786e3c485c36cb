// From a pasted sheet to the verdict of each kind of claim, through the real interface: groups, what is behind them, rulings, the plan.
import { join } from "node:path";
import { By } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { openDatabase } from "@/store";
import { application } from "./application";
import { HOME } from "./demoShelf";
import { byText, pageText, PATIENCE_MS, press, rests, shows } from "./browser";
import { forms } from "./forms";

const app = application("verdict");
const { driver, url, folder, kill, start } = app;
const { kept } = forms(driver);

/** A line of the sheet for each kind of claim, and the word that its verdict has. */
const LINES: readonly (readonly [string, string])[] = [
  ["Output: 100 W per channel into 8 ohms, both channels driven, 1 % THD", "not met"],
  ["Dynamic power 54 W into 8 ohms", "met"],
  ["Dynamic headroom 2.5 dB", "not met"],
  ["THD 0.5 % at 5 W into 8 ohms", "met"],
  ["Frequency response: 20 Hz - 40 kHz, +0/-1 dB", "met"],
  ["Signal to noise ratio 130 dB (A-weighted, ref. 50 W)", "not met"],
  ["Crosstalk: 60 dB at 1 kHz", "met"],
  ["Damping factor > 2000 at 8 ohms", "not met"],
  ["Output impedance 0.1 ohm", "met"],
  ["Gain 27 dB", "met"],
  ["Input sensitivity 0.9 V for 50 W", "met"],
  ["Channel balance within 0.5 dB", "met"],
  ["Weight 11 kg", "met"],
  ["Dimensions 430 x 120 x 310 mm", "met"],
  ["IMD (60 Hz / 7 kHz, 4:1) 0.1 % at 25 W", "not tested"],
  ["Idle consumption 20 W", "not tested"],
  ["Slew rate 20 V/us", "not tested"],
  ["Power bandwidth 20 Hz - 20 kHz, 1 % THD", "not tested"],
  ["Bridged: 150 W into 8 ohms, 1 % THD", "not tested"],
  ["MAX 300 W x 2", "not testable"],
];

const home = async (stage: string): Promise<void> => {
  const { pathname } = new URL(await driver().getCurrentUrl());
  await driver().get(`${url()}${pathname.replace(/[^/]+$/, stage)}`);
};

/** A claim's own piece of the page. */
const claimOf = (text: string) =>
  driver().findElement(
    By.xpath(
      `//*[@data-testid="claim-verdict"][contains(translate(string(), "\u00a0\u2011", " -"), "${text}")]`,
    ),
  );

test("a sheet is pasted, and every line of it has its verdict", async () => {
  await kill();
  const data = join(folder(), "data");
  const db = await openDatabase(data);
  await makeDemo(db, data, new Date("2026-11-25T10:00:00Z"), { shelf: [HOME] });
  await db.destroy();
  await start();
  await driver().get(url());
  await shows(driver(), "Tollgate Sixty");
  await press(driver(), "Tollgate Sixty");
  await shows(driver(), "Recommended rating");
  await home("brief");
  await shows(driver(), "Specification sheet");
  const sheet = await driver().findElement(
    By.css("textarea[aria-label='Specification sheet, as printed']"),
  );
  await rests(driver());
  await driver().executeScript("arguments[0].select()", sheet);
  await sheet.sendKeys(LINES.map(([line]) => line).join("\n"));
  await driver().wait(
    async () => (await pageText(driver())).includes("300 W maximum per channel"),
    PATIENCE_MS,
  );
  await kept();
  await home("verdict");
  await shows(driver(), "Recommended rating");
  for (const [line, word] of LINES) {
    const text = await (await claimOf(line)).getText();
    expect([line, text.split("\n").includes(word)]).toEqual([line, true]);
  }
});

test("the count, the groups and the worst sentence stand first", async () => {
  expect(await driver().findElement(By.css("[data-testid=count]")).getText()).toMatch(
    /^Claims met: \d+ of 21\. Not met: 4\. Open: \d+\. The claim in question:/,
  );
  expect(await driver().findElement(By.css("[data-testid=verdict]")).getText()).toMatch(
    /^Not met\. /,
  );
  for (const group of ["missed", "met", "open"])
    expect(
      await driver()
        .findElement(By.css(`[data-testid=group-${group}]`))
        .isDisplayed(),
    ).toBe(true);
});

test("what is behind a verdict: the budget, the runs, and a link to the run that decides", async () => {
  const claim = await claimOf("93 W / 4 ohms");
  await claim.findElement(By.xpath(".//button[contains(., 'Why this verdict')]")).click();
  await byText(driver(), "Uncertainty budget");
  const text = await claim.getText();
  expect(text).toContain("resistance of the load");
  expect(text).toMatch(/decides\s+Power sweep/);
  expect(await claim.findElements(By.css("a[href*='bench?run=']"))).not.toHaveLength(0);
});

test("the reviewer overrules, with a reason that is asked for and kept; what was measured stays", async () => {
  const claim = await claimOf("93 W / 4 ohms");
  await claim.findElement(By.xpath(".//button[contains(., 'Overrule')]")).click();
  await claim.findElement(By.xpath(".//button[contains(., 'Save')]")).click();
  await shows(driver(), "Enter the reason; it is shown beside the verdict.");
  await claim.findElement(By.css("input")).sendKeys("the printed watts are at 40 °C");
  await claim.findElement(By.xpath(".//button[contains(., 'Save')]")).click();
  await shows(driver(), "Reviewer’s ruling, met: the printed watts are at 40 °C");
  await driver().navigate().refresh();
  await shows(driver(), "Reviewer’s ruling, met:");
  expect(await (await claimOf("93 W / 4 ohms")).getText()).toMatch(/\d\s± \d\sW/);
});

test("one press plans the run that would settle it", async () => {
  const claim = await claimOf("Idle consumption 20 W");
  await claim.findElement(By.xpath(".//button[contains(., 'Add to plan')]")).click();
  await driver().wait(
    async () => (await (await claimOf("Idle consumption 20 W")).getText()).includes("In the plan"),
    PATIENCE_MS,
  );
  await home("plan");
  await shows(driver(), "Mains draw");
});

test("the house's own rating method sets the recommended rating", async () => {
  await home("verdict");
  await shows(driver(), "Recommended rating");
  // Forms answer a moment after they are seen.
  await rests(driver());
  const before = await driver().findElement(By.css("[data-testid=recommended]")).getText();
  await driver().findElement(By.xpath("//option[@value='one-percent']")).click();
  await driver().wait(
    async () =>
      (await driver().findElement(By.css("[data-testid=recommended]")).getText()) !== before,
    PATIENCE_MS,
  );
});
