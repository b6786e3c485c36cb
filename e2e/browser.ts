import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  Builder,
  By,
  error as refusals,
  until,
  type WebDriver,
  type WebElement,
} from "selenium-webdriver";
import { Options, ServiceBuilder } from "selenium-webdriver/chrome";

const CHROMIUM = process.env.CHROMIUM ?? "/usr/bin/chromium";
const CHROMEDRIVER = process.env.CHROMEDRIVER ?? "/usr/bin/chromedriver";
export const PATIENCE_MS = 60_000;

export type Browser = { driver: WebDriver; downloads: string; close(): Promise<void> };

/** A headless Chromium of its own, 1280 x 800, that talks to nobody but the page. */
export const openBrowser = async (flags: readonly string[] = []): Promise<Browser> => {
  const profile = mkdtempSync(join(tmpdir(), "rimebank-chromium-"));
  const downloads = join(profile, "downloads");
  const options = new Options();
  options.setChromeBinaryPath(CHROMIUM);
  options.addArguments(
    "--headless=new",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-dev-shm-usage",
    "--hide-scrollbars",
    `--user-data-dir=${profile}`,
    "--window-size=1280,800",
    "--force-device-scale-factor=1",
    ...flags,
  );
  options.setUserPreferences({
    "download.default_directory": downloads,
    "download.prompt_for_download": false,
  });
  const driver = await new Builder()
    .forBrowser("chrome")
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder(CHROMEDRIVER))
    .build();
  await driver.manage().window().setRect({ width: 1280, height: 800 });
  // The window's own frame takes some of its height; ask for the page's size instead.
  const [innerWidth, innerHeight] = await driver.executeScript<[number, number]>(
    "return [window.innerWidth, window.innerHeight]",
  );
  await driver
    .manage()
    .window()
    .setRect({ width: 1280 + (1280 - innerWidth), height: 800 + (800 - innerHeight) });
  return {
    driver,
    downloads,
    close: async () => {
      await driver.quit();
      rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
    },
  };
};

const quoted = (text: string): string => (text.includes('"') ? `'${text}'` : `"${text}"`);

/** The first shown element with that text, waited for. */
export const byText = (driver: WebDriver, text: string, tag = "*"): Promise<WebElement> =>
  driver.wait(
    until.elementLocated(
      By.xpath(
        `//${tag}[not(self::script)][contains(normalize-space(string()), ${quoted(text)})][not(.//*[contains(normalize-space(string()), ${quoted(text)})])]`,
      ),
    ),
    PATIENCE_MS,
    `waiting for “${text}”`,
  );

/** Clicks the button or link that carries the text; one that is redrawn meanwhile is looked for again. */
export const press = async (driver: WebDriver, text: string): Promise<void> => {
  const locator = By.xpath(
    `//*[self::button or self::a][contains(normalize-space(string()), ${quoted(text)})]`,
  );
  const pressed = async (): Promise<boolean> => {
    const element = await driver.wait(
      until.elementLocated(locator),
      PATIENCE_MS,
      `waiting for the control “${text}”`,
    );
    try {
      await driver.wait(until.elementIsEnabled(element), PATIENCE_MS);
      await driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", element);
      await element.click();
      return true;
    } catch (refusal) {
      if (refusal instanceof refusals.StaleElementReferenceError) return false;
      throw refusal;
    }
  };
  await driver.wait(pressed, 2 * PATIENCE_MS, `waiting to press “${text}”`);
};

/** The field under a label, within the form of that name. */
export const fieldOf = (
  driver: WebDriver,
  form: string,
  label: string,
  nth = 1,
): Promise<WebElement> => {
  const labelled = `//form[@aria-label=${quoted(form)}]//label[normalize-space()=${quoted(label)}]`;
  return driver.wait(
    until.elementLocated(
      By.xpath(
        // Beside its label, or wherever the label says that it is.
        `(${labelled}/..//*[self::input or self::textarea or self::select] | //*[@id=${labelled}/@for])[${nth}]`,
      ),
    ),
    PATIENCE_MS,
    `waiting for the field “${label}”`,
  );
};

/** Replaces what stands in a field. */
export const fill = async (
  driver: WebDriver,
  [form, label]: readonly [string, string],
  text: string,
  nth = 1,
): Promise<void> => {
  const field = await fieldOf(driver, form, label, nth);
  if ((await field.getTagName()) === "select")
    return field.findElement(By.xpath(`./option[contains(., ${quoted(text)})]`)).click();
  await field.sendKeys("\uE009a\uE000\uE003", text);
};

/** Text of the whole page as a reader sees it. */
export const pageText = (driver: WebDriver): Promise<string> =>
  driver.executeScript("return document.body.innerText.replaceAll('\\u00a0', ' ')");

/** Waits until the page shows the text. */
export const shows = (
  driver: WebDriver,
  text: string,
  patienceMs = PATIENCE_MS,
): Promise<unknown> =>
  driver.wait(
    async () => (await pageText(driver)).includes(text),
    patienceMs,
    `waiting for the page to show “${text}”`,
  );

/** From now on the page notes when something in it has changed. */
const WATCH = `
  const page = window;
  page.lastChange = performance.now();
  page.watcher ??= new MutationObserver(() => (page.lastChange = performance.now()));
  page.watcher.observe(document, {
    subtree: true, childList: true, attributes: true, characterData: true,
  });
`;
/** Whether every control answers by now, and nothing has changed or moved for so many milliseconds. React marks what it has taken over. */
const IS_AT_REST = `
  // Another page has come meanwhile.
  if (!window.watcher) { ${WATCH} }
  const answers = (control) => Object.keys(control).some((key) => key.startsWith("__reactProps"));
  return document.readyState === "complete" &&
    [...document.querySelectorAll("button, input, select, textarea")].every(answers) &&
    document.getAnimations().every(({ playState }) => playState !== "running") &&
    performance.now() - window.lastChange > arguments[0];
`;

/** Waits until the page has come to rest and answers: a form is seen a moment before that. */
export const rests = async (driver: WebDriver, quietMs = 250): Promise<void> => {
  await driver.executeScript(WATCH);
  await driver.wait(
    () => driver.executeScript<boolean>(IS_AT_REST, quietMs),
    PATIENCE_MS,
    "waiting for the page to rest",
  );
};

/** Sends a key that lifts, carries or puts down what is moved by keys, and waits until the page has announced what that did. */
export const carries = async (driver: WebDriver, key: string): Promise<void> => {
  const announced = (): Promise<string> =>
    driver.executeScript("return document.querySelector('[id^=DndLiveRegion]').textContent");
  const before = await announced();
  await driver.actions().sendKeys(key).perform();
  await driver.wait(
    async () => (await announced()) !== before,
    PATIENCE_MS,
    "waiting for the page to tell what is carried",
  );
  // Where everything lies now is measured again before it goes on.
  await rests(driver);
};

/** Presses a key of the page until that shows the text: a page whose script has not come yet does not hear it. Only for keys that do the same twice. */
export const pressKey = async (driver: WebDriver, key: string, text: string): Promise<void> => {
  const isShown = async (): Promise<boolean> => (await pageText(driver)).includes(text);
  await driver.wait(
    async () => {
      await driver.findElement(By.css("body")).sendKeys(key);
      return driver.wait(isShown, 5_000).catch(() => false);
    },
    PATIENCE_MS,
    `waiting for the key ${key} to show “${text}”`,
  );
};
