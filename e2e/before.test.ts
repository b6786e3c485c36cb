// The five stages before power, through the real interface: Brief, Forecast, Load, Rig, Plan; kept while it is typed, and undone.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { By, Key, until } from "selenium-webdriver";
import { encodeWav } from "@/core/wav";
import { application } from "./application";
import { carries, fill, pageText, PATIENCE_MS, press, pressKey, rests, shows } from "./browser";
import { forms } from "./forms";

const { driver, url, folder } = application("before");
const { click, kept, undoOf, valueOf } = forms(driver);
const open = async (stage: string, text: string): Promise<void> => {
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, stage));
  await shows(driver(), text);
};
const outlook = async (): Promise<string> =>
  (await driver().findElement(By.css("[data-testid=outlook]"))).getText();

test("Brief: a pasted sheet is read line by line; a vague line is completed, and becomes a claim", async () => {
  await driver().get(`${url()}/amplifiers/new`);
  await fill(driver(), ["Amplifier", "Maker"], "Gantry");
  await fill(driver(), ["Amplifier", "Model"], "Pebble");
  await fill(driver(), ["Amplifier", "Kind"], "Mini");
  await fill(driver(), ["Amplifier", "Output stage"], "Class AB");
  await press(driver(), "Add to shelf");
  await shows(driver(), "Specification sheet");
  const sheet = await driver().findElement(By.css("textarea[aria-label^=Specification]"));
  await sheet.sendKeys(
    "2 x 45 W into 4 ohms\nFrequency response 20 Hz - 20 kHz +0/-1 dB\nDamping factor > 100\nGain 30 dB\nDC 24 V / 3 A\nCrystal clear sound",
  );
  await shows(driver(), "Not testable as printed");
  await shows(driver(), "Response 20 Hz to 20 kHz");
  await shows(driver(), "“Crystal clear sound”");
  await kept();
  // Lines may be changed once the server has taken them for claims, and the page has heard of that.
  const change = By.xpath("//li[@data-testid='claim'][1]//*[@aria-label='Edit claim']");
  await click(await driver().wait(until.elementLocated(change), PATIENCE_MS));
  expect(await valueOf("Claim", "As printed")).toBe("2 x 45 W into 4 ohms");
  await fill(driver(), ["Claim", "Distortion limit"], "10 %");
  await press(driver(), "Save claim");
  await shows(driver(), "45 W per channel into 4 Ω, two channels driven, at 10 % THD+N");
  await shows(driver(), "Filled in, not printed: the distortion limit");
  await press(driver(), "Fill in typical values");
  await shows(driver(), "Filled in, not printed: the load");
  expect((await pageText(driver())).includes("Fill in typical values")).toBe(false);
});

test("Brief: supply and gain of the sheet fill their empty fields; a line is left out and put back", async () => {
  expect(await valueOf("Details", "Name")).toBe("as printed");
  expect(await valueOf("Details", "Volts")).toBe("24");
  expect(await valueOf("Details", "Voltage gain, level fully up")).toBe("30 dB");
  const gain = await driver().findElement(
    By.xpath("//li[@data-testid='claim'][contains(., 'Gain 30 dB')]"),
  );
  await click(await gain.findElement(By.css("[aria-label='Exclude this line']")));
  await shows(driver(), "“Gain 30 dB”: excluded.");
  await press(driver(), "Include");
  await driver().wait(
    async () => !(await pageText(driver())).includes(": excluded"),
    PATIENCE_MS,
    "waiting for the line to be back",
  );
  await click(await driver().findElement(By.css("[aria-label='Remove the supply as printed']")));
  await kept();
  await fill(driver(), ["Details", "Voltage gain, level fully up"], "");
  await kept();
});

test("Brief: details are kept none typed; nonsense is explained beside its field and stays; undo goes back", async () => {
  await press(driver(), "Supply");
  await fill(driver(), ["Details", "Kind"], "brick");
  await fill(driver(), ["Details", "Volts"], "24 V");
  await fill(driver(), ["Details", "Amperes"], "three");
  await shows(driver(), "Enter the rated current");
  expect(await valueOf("Details", "Amperes")).toBe("three");
  await fill(driver(), ["Details", "Amperes"], "3");
  await kept();
  await fill(driver(), ["Details", "Voltage gain, level fully up"], "30");
  await kept();
  await fill(driver(), ["Details", "Mass, weighed"], "4,2");
  await kept();
  await click(await undoOf("Details"));
  expect(await valueOf("Details", "Mass, weighed")).toBe("");
  await kept();
  // A second step back goes further, not to and fro; typing again takes the place of what was given up.
  await click(await undoOf("Details"));
  expect(await valueOf("Details", "Voltage gain, level fully up")).toBe("");
  await kept();
  await fill(driver(), ["Details", "Voltage gain, level fully up"], "30");
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "Supply and connections");
  expect([
    await valueOf("Details", "Volts"),
    await valueOf("Details", "Amperes"),
    await valueOf("Details", "Voltage gain, level fully up"),
    await valueOf("Details", "Mass, weighed"),
  ]).toEqual(["24", "3", "30 dB", ""]);
});

test("Forecast: the ceiling that bites first, and what changes when the supply's efficiency or the source does", async () => {
  await open("forecast", "Limits on output");
  expect(await outlook()).toBe(
    "45 W cannot be true: the supply's power limits it to 22.1 W per channel, and 36.1 W in bursts.",
  );
  await shows(
    driver(),
    "72 W from the supply, less 4 W idle consumption, × 65 % efficiency, shared by 2 channels: 22.1 W.",
  );
  await click(await driver().findElement(By.css("[title='Ceilings: 8 Ω, one channel driven']")));
  await shows(
    driver(),
    "24 V, if bridge-tied, less 6 V in the output devices, is 18 V peak; squared, over 2 × 8 Ω: 20.3 W.",
  );
  await click(await driver().findElement(By.css("[title='Ceilings: 4 Ω, two channels driven']")));
  await fill(driver(), ["Assumptions", "Efficiency at full output"], "lots");
  await shows(driver(), "Enter a number.");
  await fill(driver(), ["Assumptions", "Efficiency at full output"], "80");
  await driver().wait(async () => (await outlook()).includes("27.2 W"), PATIENCE_MS);
  await fill(driver(), ["Assumptions", "Source level (phone 0.5 V, player 2 V)"], "0.2");
  await driver().wait(
    async () => (await outlook()).includes("the drive from the source limits it to 10 W"),
    PATIENCE_MS,
    "waiting for the source to limit it",
  );
  await kept();
  await press(driver(), "Undo");
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "Limits on output");
  expect(await outlook()).not.toContain("10 W");
});

test("Forecast: a model that stands for it plays its curve against the claim", async () => {
  // It lies at the end of the page, and is loaded when the reader comes near it.
  await driver().executeScript("window.scrollTo(0, document.body.scrollHeight)");
  const choice = await driver().wait(
    until.elementLocated(By.xpath("//select[option[.='Pinwheel Dot 45']]")),
    PATIENCE_MS,
  );
  await choice.findElement(By.xpath("./option[.='Pinwheel Dot 45']")).click();
  await shows(driver(), "Limited by the supply’s power or current", PATIENCE_MS);
  await kept();
});

const resistor = async (name: string, reads: string): Promise<void> => {
  await driver().findElement(By.xpath("//button[normalize-space()='wire-wound']")).click();
  await fill(driver(), ["Resistor", "Name"], name);
  await fill(driver(), ["Resistor", "Meter reads"], reads);
};

test("Load: resistors go on the shelf as measured, and a bad one is explained", async () => {
  await open("load", "Dummy loads, as measured");
  await press(driver(), "Find one");
  await shows(driver(), "No resistors yet");
  await press(driver(), "Add resistors");
  await resistor("R1", "heavy");
  await shows(driver(), "Enter the meter reading");
  await fill(driver(), ["Resistor", "Meter reads"], "8R27");
  await fill(driver(), ["Resistor", "Leads alone"], "0.06");
  await shows(driver(), "8.210 Ω");
  for (const [name, reads] of [
    ["R2", "8.2"],
    ["R3", "8.16"],
    ["R4", "8.3"],
  ])
    await resistor(name, reads);
  await kept();
});

test("Load: the best network is drawn with its ohms, watts, heat and time; it is built, measured and kept", async () => {
  await press(driver(), "Find one");
  await shows(driver(), "Best match from your resistors");
  await fill(driver(), ["Requirements", "Channels"], "1");
  await fill(driver(), ["Requirements", "Ohms"], "8");
  await shows(driver(), "Other options, and why they are worse");
  await shows(driver(), "4 parts to wire instead of 1");
  await fill(driver(), ["Requirements", "Ohms"], "4");
  await fill(driver(), ["Requirements", "Channels"], "2");
  await driver().wait(
    async () => (await driver().findElements(By.css("svg[aria-label^='Circuit:']"))).length === 2,
    PATIENCE_MS,
    "waiting for both channels' circuits",
  );
  const circuits = await driver().findElements(By.css("svg[aria-label^='Circuit:']"));
  expect(circuits.length).toBe(2);
  for (const circuit of circuits)
    expect(await circuit.getAttribute("aria-label")).toMatch(/^Circuit: R\d ∥ R\d$/);
  await fill(driver(), ["Requirements", "Power per channel"], "9000");
  await shows(driver(), "Do not run it at this power.");
  await fill(driver(), ["Requirements", "Power per channel"], "nothing");
  await shows(driver(), "Enter numbers above zero.");
  await fill(driver(), ["Requirements", "Power per channel"], "45");
  await shows(driver(), "Best match from your resistors");
  await press(driver(), "Build it");
  await shows(driver(), "The resistances below are computed");
  await fill(driver(), ["Load", "Measured"], "4.09");
  await press(driver(), "Save load");
  await shows(driver(), "4.090");
  expect((await driver().findElements(By.css("svg[aria-label^='Circuit:']"))).length).toBe(2);
});

const probe = async (choice: string): Promise<void> =>
  driver()
    .findElement(By.xpath(`//select/option[.='${choice}']`))
    .click();

test("Rig: the wiring warns of a grounded probe on outputs that swing; cautions are confirmed and the moment kept", async () => {
  await open("brief", "Speaker terminals");
  await fill(driver(), ["Details", "Speaker terminals"], "bridge-tied");
  await kept();
  await open("rig", "Wiring and safety");
  await shows(driver(), "Not like this: ground");
  await shows(driver(), "2 checks to confirm");
  await probe("differential probe");
  await driver().wait(
    async () => !(await pageText(driver())).includes("Not like this"),
    PATIENCE_MS,
  );
  for (const box of await driver().findElements(
    By.xpath("//aside[@aria-label='Safety gate']//label"),
  )) {
    // The chain stays at the top of the page, and what lies under it cannot be pressed.
    await driver().executeScript("arguments[0].scrollIntoView({ block: 'center' })", box);
    await box.click();
  }
  await shows(driver(), "All confirmed");
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "All confirmed");
});

test("Rig: the divider keeps the converter from being overdriven; the calibration minds the meter's bandwidth; the loop is read", async () => {
  await press(driver(), "Instruments (");
  for (const [role, name] of [
    ["converter", "Recorder"],
    ["voltmeter", "Hand meter"],
  ]) {
    await driver()
      .findElement(
        By.xpath("//form[@aria-label='Instruments']//button[normalize-space()='Instrument']"),
      )
      .click();
    const last = (
      await driver().findElements(
        By.xpath("//form[@aria-label='Instruments']//label[normalize-space()='Name']"),
      )
    ).length;
    await fill(driver(), ["Instruments", "Kind"], role, last);
    await fill(driver(), ["Instruments", "Name"], name, last);
    if (role === "converter") await fill(driver(), ["Instruments", "Full scale"], "2");
    else await fill(driver(), ["Instruments", "Accurate to"], "400", last);
  }
  await fill(driver(), ["Instruments", "Accuracy"], "perfect", 2);
  await shows(driver(), "Enter its accuracy, such as 0.5 %");
  await fill(driver(), ["Instruments", "Accuracy"], "0.5", 2);
  await kept();
  await press(driver(), "Divider and calibration");
  await shows(driver(), "left above the highest peak");
  const upper = await driver().findElement(By.xpath("//label[.='Upper']/..//input"));
  const lower = await driver().findElement(By.xpath("//label[.='Lower']/..//input"));
  await upper.sendKeys("1k");
  await lower.sendKeys("1k");
  await shows(driver(), "input overload by");
  await fill(driver(), ["Calibration", "Voltmeter reads"], "a lot");
  await shows(driver(), "Enter the voltmeter reading");
  await fill(driver(), ["Calibration", "Recorded level"], "3 dB");
  await shows(driver(), "Above full scale: the recording is overloaded.");
  await fill(driver(), ["Calibration", "Voltmeter reads"], "2,83");
  await fill(driver(), ["Calibration", "Tone"], "1k");
  await fill(driver(), ["Calibration", "Recorded level"], "-12 dB");
  await shows(driver(), "The voltmeter is accurate up to 400 Hz only.");
  await shows(driver(), "V at full scale");
  const tone = join(folder(), "loop.wav");
  writeFileSync(
    tone,
    encodeWav(
      [
        Float64Array.from(
          { length: 96_000 },
          (_, n) =>
            0.5 * Math.sin((2 * Math.PI * 1000.1 * n) / 96_000) +
            1e-4 * Math.sin((2 * Math.PI * 2000.2 * n) / 96_000),
        ),
      ],
      96_000,
      1,
      "int24",
    ),
  );
  await driver().findElement(By.css("[data-testid=loop-file]")).sendKeys(tone);
  await shows(driver(), "Clean enough for the claimed 10 %", PATIENCE_MS);
  await kept();
});

const rows = async (): Promise<string[]> =>
  Promise.all(
    (await driver().findElements(By.css("main ol li button[aria-expanded]"))).map(
      async (row) => (await row.getText()).split("\n")[0],
    ),
  );

test("Plan: three sizes; runs are moved by keys, removed, added and undone; it is kept", async () => {
  await open("plan", "No runs yet");
  await driver().findElement(By.css("body")).sendKeys("1");
  await shows(driver(), "for 3 runs");
  await press(driver(), "Full");
  await shows(driver(), "Heat soak");
  await fill(driver(), ["Limits", "Bench hours per day"], "0.5");
  await shows(driver(), "longer than a bench day of 0.5 h");
  await press(driver(), "Quick");
  await shows(driver(), "for 3 runs");
  expect(await rows()).toEqual([
    "Level and gain",
    "Spectrum",
    expect.stringContaining("Power against distortion"),
  ]);
  await shows(driver(), "proves 45 W into 4 Ω");
  const handle = await driver().findElement(
    By.css("[aria-label^='Move Power against distortion']"),
  );
  await driver().executeScript(
    "arguments[0].scrollIntoView({ block: 'center' }); arguments[0].focus()",
    handle,
  );
  await rests(driver());
  for (const key of [Key.SPACE, Key.ARROW_UP, Key.ARROW_UP, Key.SPACE])
    await carries(driver(), key);
  await driver().wait(
    async () => (await rows())[0].startsWith("Power against distortion"),
    PATIENCE_MS,
    "waiting for the run to be first",
  );
  await shows(driver(), "placed before gentler runs");
  await press(driver(), "Sort gentle first");
  expect((await rows())[2]).toContain("Power against distortion");
  await press(driver(), "Add it");
  await driver().wait(async () => (await rows()).length === 4, PATIENCE_MS);
  await kept();
  await click(await driver().findElement(By.css("[aria-label='Remove Spectrum']")));
  await driver().wait(async () => (await rows()).length === 3, PATIENCE_MS);
  await kept();
  await press(driver(), "Undo");
  await driver().wait(
    async () => (await rows()).length === 4,
    PATIENCE_MS,
    "waiting for the run to be back",
  );
  await kept();
  const shown = await rows();
  await driver().navigate().refresh();
  await shows(driver(), "pauses included");
  expect(await rows()).toEqual(shown);
});

test("Plan: a run's own figures are changed; nonsense is reported and not taken", async () => {
  await click(await driver().findElement(By.css("main ol li button[aria-expanded]")));
  const watts = await driver().findElement(
    By.xpath("//section[@aria-label='This run']//label[.='Each channel']/..//input"),
  );
  await watts.sendKeys(Key.chord(Key.CONTROL, "a"), "loud");
  await shows(driver(), "Enter a number from 0 to 100000");
  await watts.sendKeys(Key.chord(Key.CONTROL, "a"), "7");
  await shows(driver(), "up to 7 W");
  await kept();
});

test("Bench: it goes on with the plan's next run, and the calibration is already filled in", async () => {
  await open("bench", "Next on the plan");
  await shows(driver(), "4 Ω, two channels driven");
  expect(await pageText(driver())).toContain(
    `Next on the plan: ${(await driver().findElement(By.css("#run-kind option:checked")).getText()).trim()}`,
  );
  await driver().findElement(By.css("#run-kind option[value=power-sweep]")).click();
  await pressKey(driver(), "f", "Drop recordings");
  await driver().findElement(By.css("[data-testid=files]")).sendKeys(join(folder(), "loop.wav"));
  await shows(driver(), "Found:");
  expect(Number(await valueOf("Files", "Full scale, across the load"))).toBeCloseTo(
    (Math.SQRT2 * 2.83) / 10 ** (-12 / 20),
    1,
  );
});
