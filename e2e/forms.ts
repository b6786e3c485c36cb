import { By, type WebDriver, type WebElement } from "selenium-webdriver";
import { fieldOf, pageText, PATIENCE_MS, rests } from "./browser";

/** What is typed is kept after a pause; not every field says so. */
const LONGER_THAN_THE_PAUSE_MS = 900;

/** What tests of forms that are kept none typed do again and again, in the browser of the calling file. */
export const forms = (driver: () => WebDriver) => ({
  /** Clicks what may lie under the strip at the top. */
  click: async (element: WebElement): Promise<void> => {
    await driver().executeScript("arguments[0].scrollIntoView({ block: 'center' })", element);
    await element.click();
  },
  /** Whatever was typed last has been kept. */
  kept: async (): Promise<void> => {
    await rests(driver(), LONGER_THAN_THE_PAUSE_MS);
    await driver().wait(
      async () => !/keeping…/.test(await pageText(driver())),
      PATIENCE_MS,
      "waiting for it to be kept",
    );
  },
  undoOf: (form: string): Promise<WebElement> =>
    driver().findElement(By.xpath(`//form[@aria-label='${form}']//button[contains(., 'Undo')]`)),
  valueOf: async (form: string, label: string): Promise<string | null> =>
    (await fieldOf(driver(), form, label)).getAttribute("value"),
});
