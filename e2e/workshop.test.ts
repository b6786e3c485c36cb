// What belongs to the workshop: the next review begins with yesterday's loads and rig, and both are informed of a change there.
import { By } from "selenium-webdriver";
import { application } from "./application";
import { fill, pageText, PATIENCE_MS, press, rests, shows } from "./browser";
import { forms } from "./forms";

const { driver, url } = application("workshop");
const { kept, valueOf } = forms(driver);

const ids: string[] = [];
const openStage = async (of: number, stage: string, text: string): Promise<void> => {
  await driver().get(`${url()}/amplifiers/${ids[of]}/${stage}`);
  await shows(driver(), text);
};
const newAmplifier = async (model: string): Promise<void> => {
  await driver().get(`${url()}/amplifiers/new`);
  await fill(driver(), ["Amplifier", "Maker"], "Gantry");
  await fill(driver(), ["Amplifier", "Model"], model);
  await press(driver(), "Add to shelf");
  await shows(driver(), "Claims");
  ids.push(/amplifiers\/([^/]+)/.exec(await driver().getCurrentUrl())?.[1] ?? "");
};
const tab = async (name: string): Promise<void> => {
  await driver()
    .findElement(By.xpath(`//button[@role='tab'][contains(., '${name}')]`))
    .click();
};

beforeAll(async () => {
  const converter = {
    id: "recorder",
    role: "converter",
    name: "Recorder",
    accuracyRatio: 0.01,
    digits: 0,
    resolution: 0,
    bandwidthHz: null,
    most: 1.2,
    inputOhms: 10_000,
  };
  const answer = await fetch(`${url()}/api/workshop/instruments`, {
    method: "PUT",
    body: JSON.stringify({ instruments: [converter] }),
  });
  expect(answer.status).toBe(200);
});

test("the first review measures its load and sets up its rig", async () => {
  await newAmplifier("Pebble");
  await openStage(0, "load", "Dummy loads, as measured");
  const measured = await driver().findElements(
    By.xpath("//form[@aria-label='Load']//label[normalize-space()='Measured']/..//input"),
  );
  for (const field of measured) await field.sendKeys("8.21");
  await press(driver(), "Save load");
  await shows(driver(), "8 Ω nominal");
  await openStage(0, "rig", "Wiring and safety");
  await tab("Divider");
  await shows(driver(), "stays in the workshop");
  await fill(driver(), ["Divider", "Upper"], "47k");
  await fill(driver(), ["Divider", "Lower"], "1k");
  await kept();
});

test("the second begins with both, and shows who else uses them", async () => {
  await newAmplifier("Boulder");
  await openStage(1, "load", "8 Ω nominal");
  expect(await pageText(driver())).toContain("Also used with Gantry Pebble");
  await openStage(1, "rig", "Wiring and safety");
  await tab("Divider");
  await shows(driver(), "Also used with Gantry Pebble");
  expect(await valueOf("Divider", "Lower")).toBe("1000");
});

test("a rig that is changed there is changed here, and stands in both logbooks", async () => {
  await fill(driver(), ["Divider", "Lower"], "2k2");
  await kept();
  await openStage(0, "rig", "Wiring and safety");
  await tab("Divider");
  await shows(driver(), "Also used with Gantry Boulder");
  expect(await valueOf("Divider", "Lower")).toBe("2200");
  await openStage(0, "log", "Rig 1: divider 47 k : 2.2 k");
});

test("another rig is made like this one, and the first stays as it was", async () => {
  await openStage(1, "rig", "Wiring and safety");
  await tab("Divider");
  await press(driver(), "Duplicate rig");
  await driver().wait(
    async () => !(await pageText(driver())).includes("Also used with"),
    PATIENCE_MS,
    "waiting for the new rig",
  );
  await tab("Divider");
  await shows(driver(), "It stays in the workshop");
  await fill(driver(), ["Divider", "Lower"], "330");
  await kept();
  await openStage(0, "rig", "Wiring and safety");
  await tab("Divider");
  expect(await valueOf("Divider", "Lower")).toBe("2200");
});

test("a load is left out here and stays there; the Workshop shows what stands in it", async () => {
  await openStage(1, "load", "8 Ω nominal");
  await driver().findElement(By.css("[aria-label='Remove load']")).click();
  await press(driver(), "Remove");
  await shows(driver(), "In the workshop, not used for this amplifier");
  await press(driver(), "Use");
  await shows(driver(), "8 Ω nominal");
  await driver().get(`${url()}/workshop`);
  await shows(driver(), "Rig 2");
  const text = await pageText(driver());
  for (const part of [
    "measured 8.210, 8.210 Ω",
    "with Gantry Pebble and Gantry Boulder",
    "47 k : 2.2 k, not calibrated",
    "47 k : 330, not calibrated",
  ])
    expect(text).toContain(part);
});

test("the room is read once, for all plans", async () => {
  await shows(driver(), "Assumed");
  // What is typed before the form is ready is lost.
  await rests(driver());
  const room = await driver().findElement(By.xpath("//label[.='Room']/..//input"));
  await room.clear();
  await room.sendKeys("26.5");
  await shows(driver(), "Read today");
  await kept();
  await openStage(0, "plan", "No runs yet");
  await press(driver(), "Quick");
  await shows(driver(), "Read today");
  expect(await valueOf("Limits", "Room")).toBe("26.5");
});
