// The shelf, through the real interface: found by any word, narrowed, ordered, with other columns; filed by labels, out of the way in
// the archive, deleted and brought back; and how the claims of all came out.
import { By, Key, type WebElement } from "selenium-webdriver";
import { application } from "./application";
import { fieldOf, fill, pageText, PATIENCE_MS, press, shows } from "./browser";
import { forms } from "./forms";
import { SWEPT } from "./demoShelf";
import { putOnShelf } from "./putOnShelf";

const app = application("shelf");
const { driver, url } = app;
const { kept } = forms(driver);

const names = async (): Promise<string[]> =>
  driver().executeScript(
    "return [...document.querySelectorAll('tbody tr')].map((row) => row.querySelector('p').innerText)",
  );
const namesBecome = (expected: readonly string[]): Promise<unknown> =>
  driver().wait(
    async () => JSON.stringify(await names()) === JSON.stringify(expected),
    PATIENCE_MS,
    `waiting for the rows ${expected.join(", ")}`,
  );
const named = (label: string): Promise<WebElement> =>
  driver().findElement(By.css(`[aria-label='${label}']`));
const brief = async (name: string): Promise<void> => {
  await driver().get(url());
  await press(driver(), name);
  await shows(driver(), "Logbook");
  await press(driver(), "Brief");
  await shows(driver(), "Specification sheet");
};

const [DOT, R30, SIXTY] = ["Pinwheel Dot 45", "Harrowby R-30", "Tollgate Sixty"];

beforeAll(() => putOnShelf(app, SWEPT));

test("what was written into the logbook is found as it is typed, and leads to where it stands", async () => {
  await driver().get(url());
  await shows(driver(), "3 on the shelf");
  const [{ id }] = (await (await fetch(`${url()}/api/amplifiers?find=sixty`)).json()).amplifiers;
  const answer = await fetch(`${url()}/api/amplifiers/${id}/log?id=clicks`, {
    method: "POST",
    body: JSON.stringify({
      at: "2026-11-25T12:00:00Z",
      kind: "remark",
      text: "The relay clicks at forty watts.",
    }),
  });
  expect(answer.status).toBe(201);
  await (await named("Find on the shelf")).sendKeys("click rel");
  await namesBecome([SIXTY]);
  expect(await pageText(driver())).toContain("Logbook: The relay clicks at forty watts.");
  expect(
    await driver().executeScript(
      "return [...document.querySelectorAll('mark')].map((m) => m.innerText)",
    ),
  ).toEqual(["rel", "click"]);
  await press(driver(), "Logbook");
  await driver().wait(
    async () => (await driver().getCurrentUrl()).endsWith("/log"),
    PATIENCE_MS,
    "waiting for the logbook",
  );
});

test("filters narrow it together, stand in the address, and are cleared with one press", async () => {
  await driver().get(url());
  await press(driver(), "Filter");
  await shows(driver(), "With label");
  const label = await fieldUnder("With label");
  await label.findElement(By.xpath("./option[.='restored']")).click();
  await namesBecome([SIXTY, R30]);
  await (await named("Year from")).sendKeys("2000");
  await namesBecome([SIXTY]);
  await driver().navigate().refresh();
  await namesBecome([SIXTY]);
  await (await named("Power up to")).sendKeys("lots");
  await shows(driver(), "A number.");
  await (await named("Power up to")).sendKeys(Key.chord(Key.CONTROL, "a"), "0.002 kW");
  await namesBecome([]);
  await shows(driver(), "No amplifiers match these filters.");
  await press(driver(), "Clear");
  await namesBecome([SIXTY, R30, DOT]);
});

const fieldUnder = (label: string): Promise<WebElement> =>
  driver().findElement(By.xpath(`//*[@id=//label[normalize-space()='${label}']/@for]`));

test("other columns are chosen and stay; each orders the rows, from the keyboard alone", async () => {
  await press(driver(), "Columns");
  await shows(driver(), "Output stage");
  const year = await driver().findElement(
    By.xpath("//*[@aria-label='Columns']//label[contains(., 'Year')]//input"),
  );
  await driver().executeScript("arguments[0].focus()", year);
  await driver().actions().sendKeys(" ").perform();
  await shows(driver(), "1974");
  await kept();
  await driver().navigate().refresh();
  const heading = async () => driver().findElement(By.xpath("//th[normalize-space()='Year']"));
  await driver().executeScript("arguments[0].querySelector('button').focus()", await heading());
  await driver().actions().sendKeys(Key.ENTER).perform();
  await namesBecome([R30, SIXTY, DOT]);
  expect(await (await heading()).getAttribute("aria-sort")).toBe("ascending");
  await driver().executeScript("arguments[0].querySelector('button').focus()", await heading());
  await driver().actions().sendKeys(Key.ENTER).perform();
  await namesBecome([DOT, SIXTY, R30]);
});

test("labels are given on the Brief, and the archive takes what is out of the way", async () => {
  await brief(DOT);
  await fill(driver(), ["Filing", "Labels"], "on loan, For spring, for spring");
  await press(driver(), "Archive");
  await shows(driver(), "In the archive");
  await kept();
  await driver().get(url());
  await namesBecome([SIXTY, R30]);
  await press(driver(), "Archive: 1");
  await namesBecome([DOT]);
  await press(driver(), "Back to the shelf");
  await namesBecome([SIXTY, R30]);
  await brief(SIXTY);
  expect(await (await fieldOf(driver(), "Filing", "Labels")).getAttribute("value")).toBe(
    "restored",
  );
});

test("what was deleted comes back with all that was measured; from the list of the deleted it goes permanently", async () => {
  const remove = async (): Promise<void> => {
    await brief(R30);
    await driver().findElement(By.css("[data-testid=delete-amplifier]")).click();
    await shows(driver(), "can be restored");
    await press(driver(), "Delete it");
    await shows(driver(), "Harrowby R-30 was deleted.");
    await namesBecome([SIXTY]);
  };
  await remove();
  await press(driver(), "Restore");
  await shows(driver(), "Specification sheet");
  await press(driver(), "Verdict");
  await shows(driver(), "50 W per channel");
  await remove();
  await press(driver(), "Deleted: 1, restorable for 30 days");
  await shows(driver(), "30 days left");
  await press(driver(), "Delete permanently");
  await shows(driver(), "This cannot be undone.");
  await driver()
    .findElement(
      By.xpath(
        "//*[@role='alertdialog' or @role='dialog']//button[contains(., 'Delete permanently')]",
      ),
    )
    .click();
  await shows(driver(), "Nothing is deleted.");
});

test("how the claims of all came out, of those that match", async () => {
  await driver().get(`${url()}/?label=restored`);
  await press(driver(), "Trends");
  await shows(driver(), "By kind of amplifier");
  const text = await pageText(driver());
  expect(text).toMatch(/\d+ claims of 1 amplifier that match/);
  const drawn = await driver().findElements(By.css("svg[role=img]"));
  expect(drawn.length).toBeGreaterThanOrEqual(4);
  expect(await drawn[0].getAttribute("aria-label")).toMatch(
    /^2010s: \d+ % met, between \d+ % and \d+ %$/,
  );
});
