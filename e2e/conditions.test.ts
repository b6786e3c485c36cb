// Readings whose conditions are only said on screen or in a file's name: each counts for the claims made for them and for no other.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { By, type WebElement } from "selenium-webdriver";
import { fromCatalogue, withParameter } from "@/bench/catalogue";
import { onLoads, record, type SimulatedRig } from "@/bench/simulated";
import { emptyDocument, type Details } from "@/records";
import { addAmplifier, addLoad, keepDocument, openDatabase } from "@/store";
import { application } from "./application";
import { fill, pageText, PATIENCE_MS, press, pressKey, rests, shows } from "./browser";

const { driver, url, folder, kill, start } = application("conditions");

const LOADS = { 8: [8.21, 8.18], 4: [4.07, 4.11] } as const;
const ON_24_V = fromCatalogue("mini-bridge-brick");
const ON_32_V = withParameter(
  withParameter(ON_24_V, "supply", "volts", 32),
  "supply",
  "limitAmperes",
  5,
);
const label = (name: string, volts: number, amperes: number, isInTheBox: boolean) => ({
  name,
  kind: "brick" as const,
  volts,
  amperes,
  watts: null,
  isInTheBox,
});

/** An amplifier of two channels with loads of 8 and 4 ohms, straight in the records. */
const onTheShelf = async (
  model: string,
  details: Partial<Details>,
  lines: readonly string[],
): Promise<string> => {
  await kill();
  const db = await openDatabase(join(folder(), "data"));
  const { id } = await addAmplifier(
    db,
    {
      maker: "Pinwheel",
      model,
      kind: "mini",
      topology: "class AB",
      year: 2024,
      channelCount: 2,
      condition: "",
      notes: "",
    },
    "2026-11-25T10:00:00.000Z",
  );
  for (const [nominalOhms, ohms] of Object.entries(LOADS))
    await addLoad(db, id, {
      nominalOhms: Number(nominalOhms),
      channels: ohms.map((each) => ({ ohms: each, ohmsExpandedUncertainty: 0.01 })),
    });
  await keepDocument(db, id, "details", { ...emptyDocument("details"), ...details });
  await keepDocument(db, id, "sheet", {
    ...emptyDocument("sheet"),
    source: "box",
    text: lines.join("\n"),
  });
  await db.destroy();
  await start();
  return id;
};

/** What the verdict stage says of each line, by its printed words. */
const verdicts = async (id: string, lines: readonly string[]): Promise<string[]> => {
  await driver().get(`${url()}/amplifiers/${id}/verdict`);
  await rests(driver());
  const claims = await driver().findElements(By.css("[data-testid=claim-verdict]"));
  const texts = await Promise.all(claims.map((each) => each.getText()));
  const plain = texts.map((text) => text.replaceAll("\u00a0", " ").replaceAll("\u2011", "-"));
  return lines.map((line) => plain.find((text) => text.includes(line)) ?? `${line}: not shown`);
};

const newRun = async (id: string, key: string, screen: string): Promise<void> => {
  await driver().get(`${url()}/amplifiers/${id}/bench?run=new`);
  await rests(driver());
  await pressKey(driver(), key, screen);
};

/** Chooses in a field of the file of that name, by the end of the field's id. */
const say = async (file: WebElement, field: string, text: string): Promise<void> => {
  const place = await file.findElement(
    By.xpath(
      `.//*[self::select or self::input][substring(@id, string-length(@id) - ${field.length - 1}) = '${field}'] | .//*[substring(@id, string-length(@id) - ${field.length - 1}) = '${field}']//*[self::select or self::input]`,
    ),
  );
  if ((await place.getTagName()) === "select")
    await place
      .findElement(By.xpath(`./option[starts-with(normalize-space(.), '${text}')]`))
      .click();
  else await place.sendKeys("\uE009a\uE000\uE003", text);
};

describe("two bricks, two loads, one and two channels", () => {
  const TWENTY = "2 x 20 W into 8 ohms, both channels driven, 1 % THD+N";
  const THIRTY = "2 x 30 W into 4 ohms, both channels driven, 1 % THD+N";
  const FIFTY = "With the 32 V adapter: 2 x 50 W into 8 ohms, both channels driven, 1 % THD+N";
  const EIGHTY = "With the 32 V adapter: 2 x 80 W into 4 ohms, both channels driven, 1 % THD+N";
  const OTHER = "With the 36 V adapter: 2 x 60 W into 8 ohms, both channels driven, 1 % THD+N";
  const LINES = [TWENTY, THIRTY, FIFTY, EIGHTY, OTHER];
  let id = "";

  /** The sweep of a brick into a load, as the simulated bench plays it, without a word about what it was. */
  const recorded = (name: string, isBig: boolean, ohms: 8 | 4, isBoth: boolean): string => {
    const { amplifier } = isBig ? ON_32_V : ON_24_V;
    const { capture } = record(
      onLoads(amplifier as SimulatedRig, [...LOADS[ohms]]),
      {
        stimulus: {
          kind: "level-sweep",
          frequencyHz: 1000,
          firstVoltsPeak: 0.06,
          // Far enough to clip, and not so far that the brick shuts down.
          lastVoltsPeak: isBig === (ohms === 4 && isBoth) ? 1 : 1.6,
          stepCount: 24,
          stepSeconds: 0.08,
        },
        sampleRateHz: 96_000,
        drives: [true, isBoth],
      },
      3,
    );
    const path = join(folder(), name.replace(".wav", ` ${capture.fullScaleVolts}V full scale.wav`));
    writeFileSync(path, capture.wav);
    return path;
  };

  test("six files are dropped at once; their names say it of some, the screen of the others", async () => {
    id = await onTheShelf(
      "Dot 45",
      { supplies: [label("24 V brick", 24, 3, true), label("32 V brick", 32, 5, false)] },
      LINES,
    );
    const named = [
      recorded("24V brick 8ohm both.wav", false, 8, true),
      recorded("24V brick 4ohm both.wav", false, 4, true),
      recorded("32V brick 4ohm both.wav", true, 4, true),
      recorded("32V brick 4ohm 1ch.wav", true, 4, false),
    ];
    const unnamed: [string, string, string, string][] = [
      [recorded("take one.wav", true, 8, true), "32 V brick", "8 Ω", "2"],
      [recorded("take three.wav", true, 8, false), "32 V brick", "8 Ω", "1"],
    ];
    await newRun(id, "f", "Drop recordings");
    await driver()
      .findElement(By.css("[data-testid=files]"))
      .sendKeys([...named, ...unnamed.map(([path]) => path)].join("\n"));
    await shows(driver(), "Analyse these 6 runs");
    for (const [path, supply, load, driven] of unnamed) {
      const name = path.slice(path.lastIndexOf("/") + 1);
      const file = await driver().findElement(
        By.xpath(`//*[@data-testid='file-entry'][contains(., "${name}")]`),
      );
      await say(file, "-supply", supply);
      await say(file, "-load", load);
      await say(file, "-driven", driven);
    }
    for (const scale of await driver().findElements(By.css("[id^=scale-]"))) {
      const input =
        (await scale.getTagName()) === "input" ? scale : await scale.findElement(By.css("input"));
      const entry = await input.findElement(By.xpath("ancestor::*[@data-testid='file-entry']"));
      const [, volts] = / ([\d.]+)V full scale/.exec(await entry.getText()) ?? [];
      await input.sendKeys("\uE009a\uE000\uE003", volts ?? "");
    }
    await press(driver(), "Analyse these 6 runs");
    await shows(driver(), "6 runs saved", 2 * PATIENCE_MS);
  });

  test("each claim has the verdict of the readings on its own supply, load and channels", async () => {
    const [twenty, thirty, fifty, eighty, other] = await verdicts(id, LINES);
    // The simulated supply of 24 V gives 26 W and 18 W, that of 32 V 56 W and about 40 W with both driven, 103 W with one.
    expect(twenty).toMatch(/2[3-6]\.\d ± [\d.]+ W.*^met$/ms);
    expect(thirty).toMatch(
      /17\.\d ± [\d.]+ W.*(?:3[789]|4[012])(?:\.\d)? ± [\d.]+ W with “32 V brick”.*not met as supplied$/ms,
    );
    expect(fifty).toMatch(/5[56]\.\d ± [\d.]+ W.*^met$/ms);
    expect(eighty).toMatch(
      /(?:3[789]|4[012])(?:\.\d)? ± [\d.]+ W.*1\d\d(?:\.\d)? ± [\d.]+ W with one channel driven.*not met with all driven$/ms,
    );
    expect(other).toMatch(/^not tested$/m);
  });

  test("a reading whose conditions are corrected is judged again, and says what stood there before", async () => {
    await driver().get(`${url()}/amplifiers/${id}/bench`);
    await rests(driver());
    await driver().wait(async () => {
      await driver()
        .findElement(
          By.xpath(
            "//ol[@aria-label='Runs']//button[contains(., 'Power') and contains(., '8 Ω') and not(contains(., '32 V'))]",
          ),
        )
        .click();
      return shows(driver(), "24 V brick", 5_000).catch(() => false);
    }, PATIENCE_MS);
    await press(driver(), "Correct conditions");
    await fill(driver(), ["Conditions", "Supply"], "32 V brick");
    await press(driver(), "Save conditions");
    await shows(driver(), "before: as supplied");
    const [twenty] = await verdicts(id, LINES);
    expect(twenty).toMatch(/^not tested$/m);
  });
});

describe("a bridged pair and a soft-clip switch by voltmeter", () => {
  const CHANNEL = "150 W per channel into 8 ohms, both channels driven, 1 % THD";
  const BRIDGED = "Bridged: 500 W into 8 ohms, 1 % THD";
  const OFF = "170 W per channel into 8 ohms, both channels driven, 1 % THD (soft clip off)";
  const LINES = [CHANNEL, BRIDGED, OFF];

  test("watts of the pair are never those of a channel, and a switch counts in its own position only", async () => {
    const id = await onTheShelf(
      "Stage 2",
      {
        supplies: [label("inside", 60, 10, true)],
        switches: [
          { name: "Soft clip", positions: "on, off" },
          { name: "Mode", positions: "stereo, bridged" },
        ],
      },
      LINES,
    );
    const type = async (
      conditions: readonly (readonly [string, string])[],
      volts: readonly string[],
      saved: number,
    ): Promise<void> => {
      await newRun(id, "v", "Measured with");
      await driver()
        .findElement(
          By.xpath(
            "//*[@id='run-kind']//option[.='Clip search'] | //select[@id='run-kind']/option[.='Clip search']",
          ),
        )
        .click();
      await rests(driver());
      for (const [field, text] of conditions) await fill(driver(), ["Readings", field], text);
      for (const [k, each] of volts.entries())
        await fill(driver(), ["Readings", "Voltmeter, just below clipping"], each, k + 1);
      await press(driver(), "Save readings");
      await shows(driver(), `${saved} run${saved === 1 ? "" : "s"} saved`);
    };
    // 36.4 V into 8.21 and 8.18 ohms are 161 and 162 W; 38.4 V are 180 W; 66.5 V into 8.21 ohms are 539 W. Ohm's law.
    await type([["Soft clip", "on"]], ["36.4", "36.4"], 1);
    await type([["Soft clip", "off"]], ["38.4", "38.4"], 2);
    await type(
      [
        ["Soft clip", "on"],
        ["Outputs", "bridged"],
      ],
      ["66.5"],
      3,
    );
    const [channel, bridged, off] = await verdicts(id, LINES);
    expect(channel).toMatch(/16[12]\.\d ± [\d.]+ W.*^met$/ms);
    expect(bridged).toMatch(/53\d ± [\d.]+ W.*^met$/ms);
    expect(off).toMatch(/1(?:79|80)(?:\.\d)? ± [\d.]+ W.*^met$/ms);
    expect(await pageText(driver())).not.toContain("do not record");
  });
});
