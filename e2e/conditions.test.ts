// Readings whose conditions are only said on screen or in a file's name: each counts for the claims made for them and for no other.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { By, type WebElement } from "selenium-webdriver";
import { fromCatalogue, withParameter } from "@/bench/catalogue";
import { onLoads, record, type SimulatedRig } from "@/bench/simulated";
import type { Stimulus } from "@/core/signal";
import { decodeWav, encodeWav } from "@/core/wav";
import { OUTCOME_LABELS } from "@/phrasing";
import { emptyDocument, type Details } from "@/records";
import { addAmplifier, addLoad, keepDocument, openDatabase } from "@/store";
import { runDraft } from "@/store/testing/records";
import { application } from "./application";
import { fill, pageText, PATIENCE_MS, press, pressKey, rests, shows } from "./browser";

const { driver, url, folder, kill, start } = application("conditions");

const LOADS: Readonly<Record<number, readonly number[]>> = {
  8: [8.21, 8.18],
  4: [4.07, 4.11],
  2.67: [2.71, 2.69],
};
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

/** An amplifier with its loads, straight in the records. */
const onTheShelf = async (
  model: string,
  details: Partial<Details>,
  lines: readonly string[],
  { channelCount, loads }: { channelCount: number; loads: typeof LOADS } = {
    channelCount: 2,
    loads: LOADS,
  },
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
      channelCount,
      condition: "",
      notes: "",
    },
    "2026-11-25T10:00:00.000Z",
  );
  for (const [nominalOhms, ohms] of Object.entries(loads))
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

/** A recording of the simulated bench as a file, without a word about what it was; its name ends with its full scale. */
const recorded = (
  name: string,
  rig: SimulatedRig,
  ohms: readonly number[],
  {
    drives,
    stimulus,
    kept,
  }: { drives: readonly boolean[]; stimulus: Stimulus; kept?: readonly number[] },
): string => {
  const { capture } = record(onLoads(rig, ohms), { stimulus, sampleRateHz: 96_000, drives }, 3);
  const { fullScaleVolts, wav } = capture;
  const path = join(folder(), `${name} ${fullScaleVolts}V full scale.wav`);
  const decoded = decodeWav(wav, fullScaleVolts);
  if (!decoded.ok) throw new Error(decoded.finding.advice);
  const { channels, sampleRateHz } = decoded.value;
  const bytes = kept
    ? encodeWav(
        kept.map((k) => channels[k]),
        sampleRateHz,
        fullScaleVolts,
        "float32",
      )
    : wav;
  writeFileSync(path, bytes);
  return path;
};

const sweepTo = (lastVoltsPeak: number): Stimulus => ({
  kind: "level-sweep",
  frequencyHz: 1000,
  firstVoltsPeak: 0.06,
  lastVoltsPeak,
  stepCount: 24,
  stepSeconds: 0.08,
});

/** Drops files at the Bench and types the full scale that the name of each ends with. */
const drop = async (id: string, paths: readonly string[]): Promise<void> => {
  await newRun(id, "f", "Drop recordings");
  await driver().findElement(By.css("[data-testid=files]")).sendKeys(paths.join("\n"));
  await shows(driver(), `Analyse these ${paths.length} runs`, 2 * PATIENCE_MS);
  for (const scale of await driver().findElements(By.css("[id^=scale-]"))) {
    const input =
      (await scale.getTagName()) === "input" ? scale : await scale.findElement(By.css("input"));
    const entry = await input.findElement(By.xpath("ancestor::*[@data-testid='file-entry']"));
    const [, volts] = / ([\d.]+)V full scale/.exec(await entry.getText()) ?? [];
    await input.sendKeys("\uE009a\uE000\uE003", volts ?? "");
  }
};

const fileOf = (path: string): Promise<WebElement> =>
  driver().findElement(
    By.xpath(
      `//*[@data-testid='file-entry'][contains(., "${path.slice(path.lastIndexOf("/") + 1)}")]`,
    ),
  );

const analyse = async (count: number): Promise<void> => {
  await press(driver(), `Analyse these ${count} runs`);
  const saved = `${count} runs saved`;
  await driver()
    .wait(async () => {
      const alerts = await driver().findElements(By.css("form[aria-label=Files] [role=alert]"));
      const words = await Promise.all(alerts.map((alert) => alert.getText()));
      if (words.some((text) => text !== "")) throw new Error(words.join("; "));
      return (await pageText(driver())).includes(saved);
    }, 6 * PATIENCE_MS)
    .catch((error: Error) => {
      throw new Error(`${saved}: ${error.message}`);
    });
};

/** The word of each verdict. */
const table = async (id: string, lines: readonly string[]): Promise<string[]> => {
  const words: readonly string[] = Object.values(OUTCOME_LABELS);
  return (await verdicts(id, lines)).map(
    (text) => text.split("\n").find((row) => words.includes(row)) ?? text,
  );
};

describe("two bricks, three loads, one and two channels, continuous and in bursts", () => {
  const CONTINUOUS = [
    "2 x 15 W into 8 ohms, both channels driven, 1 % THD+N",
    "2 x 30 W into 4 ohms, both channels driven, 1 % THD+N",
    "2 x 30 W into 2.67 ohms, both channels driven, 1 % THD+N",
    "With the 32 V adapter: 2 x 50 W into 8 ohms, both channels driven, 1 % THD+N",
    "With the 32 V adapter: 2 x 80 W into 4 ohms, both channels driven, 1 % THD+N",
    "With the 32 V adapter: 2 x 110 W into 2.67 ohms, both channels driven, 1 % THD+N",
    "With the 36 V adapter: 2 x 60 W into 8 ohms, both channels driven, 1 % THD+N",
  ];
  const BURSTS = [
    "Dynamic power: 2 x 10 W into 8 ohms",
    "Dynamic power: 2 x 20 W into 4 ohms",
    "Dynamic power: 2 x 60 W into 2.67 ohms",
    "With the 32 V adapter: dynamic power 2 x 25 W into 8 ohms",
    "With the 32 V adapter: dynamic power 2 x 50 W into 4 ohms",
    "With the 32 V adapter: dynamic power 2 x 90 W into 2.67 ohms",
  ];
  const LINES = [...CONTINUOUS, ...BURSTS];
  let id = "";

  /** The sweep and the bursts of a brick into a load. */
  const both = (name: string, isBig: boolean, ohms: number, isBoth: boolean): string[] => {
    const { amplifier } = isBig ? ON_32_V : ON_24_V;
    const drives = [true, isBoth];
    const play = (what: string, stimulus: Stimulus) =>
      recorded(`${what} ${name}`, amplifier as SimulatedRig, LOADS[ohms], { drives, stimulus });
    return [
      play("sweep", sweepTo(1.6)),
      play("bursts", {
        kind: "burst",
        burst: "20-ms",
        // Below where it clips: such bursts give a lower bound.
        voltsPeak: isBig && ohms > 3 ? 1.15 : 0.7,
      }),
    ];
  };

  test("24 files are dropped at once; their names say it of most, the screen of the others", async () => {
    id = await onTheShelf(
      "Dot 45",
      { supplies: [label("24 V brick", 24, 3, true), label("32 V brick", 32, 5, false)] },
      LINES,
    );
    const unnamed = both("take", true, 8, true);
    const named = [false, true].flatMap((isBig) =>
      [8, 4, 2.67].flatMap((ohms) =>
        [true, false].flatMap((isBoth) =>
          isBig && ohms === 8 && isBoth
            ? []
            : both(
                `${isBig ? 32 : 24}V brick ${ohms}ohm ${isBoth ? "both" : "1ch"}`,
                isBig,
                ohms,
                isBoth,
              ),
        ),
      ),
    );
    await drop(id, [...named, ...unnamed]);
    for (const path of unnamed) {
      const file = await fileOf(path);
      await say(file, "-supply", "32 V brick");
      await say(file, "-load", "8 Ω");
      await say(file, "-driven", "2");
    }
    await analyse(24);
  });

  test("each claim has the verdict of the readings on its own supply, load and channels", async () => {
    // The simulated supply of 24 V gives 26, 18 and 12 W into the three loads with both driven, that of 32 V 56, 42 and 28 W; with one
    // 31, 49 and 37 W, and 56, 103 and 94 W. Bursts are clean at 11.6, 23 and 34 W, and at 31, 62 and 34 W.
    expect(await table(id, LINES)).toEqual([
      "met",
      "not met with all driven",
      "not met",
      "met",
      "not met with all driven",
      "not met",
      "not tested",
      "met",
      "met",
      "not tested",
      "met",
      "met",
      "not tested",
    ]);
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
    const [twenty] = await table(id, LINES);
    expect(twenty).toBe("not tested");
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

test("a soft-clip switch on and off from two files; one press compares them", async () => {
  const OFF = "50 W per channel into 8 ohms, both channels driven, 1 % THD (soft clip off)";
  const ON = "45 W per channel into 8 ohms, both channels driven, 1 % THD (soft clip on)";
  const id = await onTheShelf(
    "Soft",
    {
      supplies: [label("inside", 60, 10, true)],
      switches: [{ name: "Soft clip", positions: "on, off" }],
    },
    [OFF, ON],
  );
  const rig = (saturationVolts: number) =>
    withParameter(fromCatalogue("home-class-ab"), "stage", "saturationVolts", saturationVolts)
      .amplifier as SimulatedRig;
  const play = { drives: [true, true], stimulus: sweepTo(2.5) };
  await drop(id, [
    recorded("soft clip on 8ohm", rig(8), LOADS[8], play),
    recorded("soft clip off 8ohm", rig(2), LOADS[8], play),
  ]);
  await analyse(2);
  expect(await table(id, [OFF, ON])).toEqual(["met", "not met"]);
  await driver().get(`${url()}/amplifiers/${id}/compare`);
  await shows(driver(), "Soft clip: off");
  await press(driver(), "Soft clip: off");
  await shows(driver(), "dB");
});

test("five channels, driven by one, two and five into 8 ohms and by two loads of 4 ohms", async () => {
  const LINES = [
    "75 W per channel into 8 ohms, one channel driven, 1 % THD",
    "70 W per channel into 8 ohms, two channels driven, 1 % THD",
    "65 W per channel into 8 ohms, five channels driven, 1 % THD",
    "50 W per channel into 8 ohms, five channels driven, 1 % THD",
    "105 W per channel into 4 ohms, two channels driven, 1 % THD",
    "110 W per channel into 4 ohms, five channels driven, 1 % THD",
  ];
  const eight = [8.21, 8.18, 8.16, 8.12, 8.24];
  const id = await onTheShelf("Quint", {}, LINES, {
    channelCount: 5,
    loads: { 8: eight, 4: LOADS[4] },
  });
  const rig = fromCatalogue("five-channel").amplifier as SimulatedRig;
  const drives = (...places: number[]) => eight.map((_, k) => places.includes(k));
  const stimulus = sweepTo(1.9);
  // Only C and D have a load of 4 ohms, and only they are recorded.
  const pair = recorded("4ohm", rig, [1e5, 1e5, ...LOADS[4], 1e5], {
    drives: drives(2, 3),
    stimulus,
    kept: [2, 3],
  });
  await drop(id, [
    recorded("8ohm 1ch", rig, eight, { drives: drives(0), stimulus }),
    recorded("8ohm 2ch", rig, eight, { drives: drives(0, 1), stimulus }),
    recorded("8ohm all", rig, eight, { drives: drives(0, 1, 2, 3, 4), stimulus }),
    pair,
  ]);
  await say(await fileOf(pair), "-driven", "C, D");
  await analyse(4);
  // One channel alone gives 81 W into 8 ohms, two 72 W, five 56 W; two give 115 W into 4 ohms.
  expect(await table(id, LINES)).toEqual([
    "met",
    "inconclusive",
    "not met with all driven",
    "met",
    "met",
    // Two driven do not tell what five give.
    "not tested",
  ]);
});

test("no reading is stored that does not say what it was taken on", async () => {
  const { amplifiers } = await (await fetch(`${url()}/api/amplifiers?find=Soft`)).json();
  const draft = runDraft({ captures: [] });
  const { setup: _, ...conditions } = draft.conditions;
  const store = (run: object) =>
    fetch(`${url()}/api/amplifiers/${amplifiers[0].id}/runs`, {
      method: "POST",
      body: JSON.stringify(run),
      headers: { "content-type": "application/json" },
    });
  const refused = await store({ ...draft, conditions });
  expect(refused.status).toBe(400);
  expect(JSON.stringify(await refused.json())).toContain("was taken on");
  expect((await store(draft)).status).toBe(201);
});
