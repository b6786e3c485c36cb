// Live through an audio interface, in a browser: the virtual one, from opening it to a verdict, with what goes wrong on the way.
import { By } from "selenium-webdriver";
import { application } from "./application";
import { pageText, press, pressKey, shows } from "./browser";
import { SWEPT } from "./demoShelf";
import { putOnShelf } from "./putOnShelf";

const app = application("audio");
const { driver, url } = app;
let home: string;

beforeAll(async () => {
  await putOnShelf(app, SWEPT);
  const [{ id }] = (await (await fetch(`${url()}/api/amplifiers?find=sixty`)).json()).amplifiers;
  home = `${url()}/amplifiers/${id}`;
});

const choose = async (id: string, text: string): Promise<void> =>
  driver()
    .findElement(By.xpath(`//*[@id='${id}']/descendant-or-self::select/option[contains(., '${text}')]`))
    .click();

test("the virtual interface is opened, and a power sweep runs through it like on the simulated bench", async () => {
  await driver().get(`${home}/bench`);
  await pressKey(driver(), "n", "Which run");
  await driver().sleep(300);
  await pressKey(driver(), "i", "The virtual interface");
  await press(driver(), "Open the virtual interface");
  await shows(driver(), "Through");
  await press(driver(), "Run it");
  await shows(driver(), "live at 192 kHz");
  expect(await pageText(driver())).toMatch(/W at 1 %/);
});
