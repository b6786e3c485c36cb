// Live through an audio interface, in a browser: the virtual one, from its levels to a stored run, and what goes wrong on the way.
import { By, until } from "selenium-webdriver";
import { application } from "./application";
import { pageText, PATIENCE_MS, press, pressKey, rests, shows } from "./browser";
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

const field = (id: string) => driver().findElement(By.css(`input#${id}, #${id} input`));
const type = async (id: string, text: string): Promise<void> =>
  (await field(id)).sendKeys("\uE009a\uE000\uE003", text);
const within = (testId: string, text: string) =>
  driver().findElement(By.xpath(`//*[@data-testid='${testId}']//button[contains(., '${text}')]`));
const chooseRun = (title: string): Promise<void> =>
  driver()
    .findElement(
      By.xpath(
        `//*[@id='run-kind']//option[.='${title}'] | //select[@id='run-kind']/option[.='${title}']`,
      ),
    )
    .click();
const openBench = async (): Promise<void> => {
  await driver().get(`${home}/bench`);
  await pressKey(driver(), "n", "Run");
  await rests(driver());
  await pressKey(driver(), "i", "Virtual interface");
};
const runCount = async (): Promise<number> =>
  Number(/(\d+) runs saved/.exec(await pageText(driver()))?.[1]);
/** Whether the strip at the top shows a source that plays. */
const isLive = async (): Promise<boolean> => /^Source [\d.]+ V$/m.test(await pageText(driver()));

test("levels are found with a meter, in order, and are kept with the device; the loop shows the interface by itself", async () => {
  await driver().get(`${home}/rig?tab=audio`);
  await press(driver(), "Open the virtual interface");
  await shows(driver(), "Its levels are the built-in ones");
  await press(driver(), "Check the wiring");
  await shows(driver(), "Output 2 arrives at input 2, in phase");
  await type("output-A-meter-0", "0.2828");
  await type("output-A-meter-1", "1.2");
  await shows(driver(), "out of proportion by 17");
  expect(await within("output-A", "Save").isEnabled()).toBe(false);
  await type("output-A-meter-1", "1.414");
  await shows(driver(), "Linear");
  await within("output-A", "Save").click();
  await within("input-A", "Play 0.02 V").click();
  await shows(driver(), "Input level −42");
  await within("input-A", "Louder").click();
  await shows(driver(), "Input level −34");
  const reads = /The meter should read about ([\d.]+) V\.[^.]*Save the level of A\s*$/m;
  const [, volts] =
    reads.exec(
      await within("input-A", "Stop")
        .findElement(By.xpath("./ancestor::*[@data-testid]"))
        .getText(),
    ) ?? [];
  await type("input-A-meter", volts);
  await driver().wait(until.elementIsEnabled(within("input-A", "Save")), PATIENCE_MS);
  await within("input-A", "Save").click();
  await press(driver(), "Measure loop-back");
  await shows(driver(), "% THD+N");
  await press(driver(), "Measure response");
  // A wire between converters that are worked out is flat.
  await shows(driver(), "Its response, flat within 0.01 dB from 20 Hz to 20 kHz, is removed");
  await shows(driver(), "Read on ");
  await shows(driver(), "Levels calibrated on");
  const kept = await driver().findElement(By.css("[data-testid='input-A']")).getText();
  // The divider's range is 80 V, and the meter was read to four digits.
  expect(kept).toMatch(/(79|80)\.\d+\s*V at full scale/);
});

test("a run that needs two loads asks for the second, in silence, and goes on when it hangs there", async () => {
  await driver().get(`${home}/load`);
  await shows(driver(), "4 Ω");
  await openBench();
  await press(driver(), "Open the virtual interface");
  await shows(driver(), "Through");
  await chooseRun("Output impedance");
  await shows(driver(), "Yields");
  await rests(driver());
  await press(driver(), "Start run");
  await shows(driver(), "The output is muted. Change the load to 4 Ω");
  await driver().findElement(By.css("body")).sendKeys("g");
  await shows(driver(), "live at 192 kHz");
});

test("by hand: up in decibels, watts by the second, and Esc is silence at once; what was taken is a run", async () => {
  await openBench();
  await press(driver(), "Open the virtual interface");
  await shows(driver(), "Through");
  await chooseRun("Spectrum");
  await rests(driver());
  await pressKey(driver(), "m", "Switch the live bench on");
  await press(driver(), "Switch the live bench on");
  await shows(driver(), "Nothing measures temperatures");
  for (let k = 0; k < 8; k++) await press(driver(), "+1 dB");
  await driver().wait(
    async () => Number(/A\s+([\d.]+)\s*W/.exec(await pageText(driver()))?.[1]) > 0.1,
    20_000,
  );
  expect(await isLive()).toBe(true);
  const before = await runCount();
  await driver().findElement(By.id("live-take")).click();
  await shows(driver(), "live at 192 kHz, by hand");
  expect(await runCount()).toBe(before + 1);
  expect(await isLive()).toBe(false);
});

test("a block that gets lost ends the run with words; nothing of that recording is kept, and the run can go on", async () => {
  await openBench();
  await press(driver(), "Faults");
  await type("virtual-dropoutEverySeconds", "4");
  const before = await runCount();
  await press(driver(), "Open the virtual interface");
  await shows(driver(), "Through");
  await chooseRun("Power against distortion");
  await rests(driver());
  await press(driver(), "Start run");
  await shows(driver(), "an input block was lost");
  await shows(driver(), "Resume");
  await shows(driver(), "runs saved");
  expect(await runCount()).toBe(before);
});
