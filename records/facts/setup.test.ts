import { claimsOfSheet, detailsSchema, NO_SETUP, setupSchema, type Setup } from "@/records";
import { runEvidence } from "@/records/evidence";
import { runOf } from "@/records/testing/run";
import {
  asSetUp,
  chosenSetup,
  madeForOf,
  madeForTrouble,
  madeForWords,
  namedSetup,
  setupChoices,
  setupFacts,
  setupFromText,
  setupOfRun,
  supplyNamed,
  unrecordedIn,
  usualSetup,
} from ".";

const supply = (name: string, volts: number, isInTheBox: boolean) => ({
  name,
  kind: "brick" as const,
  volts,
  amperes: 5,
  watts: null,
  isInTheBox,
});
const details = {
  ...detailsSchema.getDefault(),
  // The one in the box is a flag, not the first of the list.
  supplies: [supply("Big 48 V brick", 48, false), supply("32 V brick", 32, true)],
  inputs: "line, balanced",
  switches: [
    { name: "Soft clip", positions: "on, off" },
    { name: "Output tap", positions: "8 Ω, 4 Ω" },
    { name: "Mode", positions: "stereo, bridged" },
    { name: "Standby", positions: "" },
  ],
};
const ONE_OF_A_KIND = { ...detailsSchema.getDefault(), supplies: [supply("inside", 40, true)] };
const usual = usualSetup(details);

test("only what the amplifier has several of is asked for; what bridges is a connection", () => {
  expect(setupChoices(details)).toEqual({
    supplies: ["32 V brick", "Big 48 V brick"],
    switches: [
      { name: "Soft clip", positions: ["on", "off"] },
      { name: "Output tap", positions: ["8 Ω", "4 Ω"] },
    ],
    inputs: ["line", "balanced"],
    canBridge: true,
  });
  expect(setupChoices(ONE_OF_A_KIND)).toEqual({
    supplies: [],
    switches: [],
    inputs: [],
    canBridge: false,
  });
  expect(unrecordedIn(NO_SETUP, ONE_OF_A_KIND)).toEqual([]);
});

test("as supplied: the supply in the box, each switch in its first position", () =>
  expect(usual).toEqual({
    ...NO_SETUP,
    supply: "32 V brick",
    switches: { "Soft clip": "on", "Output tap": "8 Ω" },
  }));

test.each<[string, Partial<Setup>]>([
  ["", {}],
  ["supply: big 48 v brick", { supply: "Big 48 V brick" }],
  ["soft clip: off", { switches: { ...usual.switches, "Soft clip": "off" } }],
  ["bridged", { connection: "bridged" }],
  ["cover off", { other: "cover off" }],
  ["supply: lab supply", { supply: "lab supply" }],
])("“%s” in words, and back", (text, change) => {
  const setup = setupFromText(text, details);
  expect(setup).toEqual({ ...usual, ...change });
  expect(namedSetup(setup, details).setting.toLowerCase()).toBe(text.toLowerCase());
});

test.each([
  ["48 V adapter", "Big 48 V brick"],
  ["included 32 V power supply", "32 V brick"],
  ["Big 48 V brick", "Big 48 V brick"],
  ["24 V adapter", null],
  ["optional power supply", null],
])("a claim’s “%s” is %s", (text, name) => expect(supplyNamed(text, details)).toBe(name));

test("volts that two supplies share name neither", () =>
  expect(
    supplyNamed("48 V adapter", {
      supplies: [supply("small 48 V", 48, true), supply("big 48 V", 48, false)],
    }),
  ).toBeNull());

describe("a run", () => {
  const evidence = runEvidence(runOf([50, 50]));
  const real = { source: "recording" as const };

  test("with its setup is judged by the names of the Brief", () => {
    const setup = { ...usual, supply: "Big 48 V brick", connection: "bridged" as const };
    expect(asSetUp(evidence, setup, details)).toMatchObject({
      supply: "Big 48 V brick",
      setting: "",
      connection: "bridged",
    });
    expect(asSetUp(evidence, usual, details)).toMatchObject({ supply: "", setting: "" });
  });

  test("from before setups were kept has what its words name; without words nothing is recorded", () => {
    const named = setupOfRun({ ...real, setting: "supply: Big 48 V brick" }, details);
    expect(asSetUp(evidence, named, details)).toMatchObject({ supply: "Big 48 V brick" });
    const bare = setupOfRun({ ...real, setting: "" }, details);
    expect(asSetUp(evidence, bare, details).unrecorded).toEqual(["supply", "setting"]);
    expect(asSetUp(evidence, bare, ONE_OF_A_KIND).unrecorded).toBeUndefined();
  });

  test("on the simulated bench is as its words say: it plays what it is set to", () =>
    expect(setupOfRun({ source: "simulated-bench", setting: "" }, details)).toEqual(usual));
});

describe("what a claim is made for", () => {
  const claimed = (line: string) => claimsOfSheet([], { text: line, source: "" })[0];
  test.each([
    ["With the 48 V adapter: 120 W x 2 into 8 ohms", "Big 48 V brick", ""],
    ["With the 32 V adapter: 60 W x 2 into 8 ohms", "", ""],
    ["65 W per channel into 8 ohms (soft clipping off)", "", "Soft clip: off"],
    ["60 W from the 4 ohm tap", "", "Output tap: 4 Ω"],
    ["With the 24 V adapter: 30 W x 2 into 8 ohms", "24 V adapter", ""],
    ["45 W into 8 ohms, pure direct mode", "", "pure direct: on"],
  ])("%s", (line, supplyName, setting) => {
    const { madeFor } = claimed(line);
    expect(madeFor && madeForOf(madeFor, details)).toEqual({
      supply: supplyName,
      setting,
      connection: "normal",
      namesSetting: true,
    });
  });

  test("a supply that the Brief does not have is said, with what to do", () => {
    const { madeFor } = claimed("With the 24 V adapter: 30 W x 2 into 8 ohms");
    expect(madeForTrouble(madeFor ?? NO_SETUP, details)).toMatch(/24 V adapter.*not in the Brief/);
  });
});

test("positions must be words by names", () => {
  for (const switches of [["on"], { tone: 1 }, "on", { tone: "x".repeat(300) }])
    expect(setupSchema.isValidSync({ ...NO_SETUP, switches })).toBe(false);
  expect(setupSchema.isValidSync(usual)).toBe(true);
});

test("an input is asked of the reading only where the claim names one of several", () => {
  const [claim] = claimsOfSheet([], {
    source: "",
    text: "Sensitivity: 1.2 V for rated output (balanced input)",
  });
  const madeFor = claim.madeFor ?? NO_SETUP;
  expect(madeForOf(madeFor, details)).toMatchObject({ input: "balanced" });
  expect(madeForOf(madeFor, ONE_OF_A_KIND)).not.toHaveProperty("input");
  expect(madeForOf(NO_SETUP, details)).not.toHaveProperty("input");
  const evidence = runEvidence(runOf([50, 50]));
  const through = (input: string) => asSetUp(evidence, { ...usual, input }, details);
  expect(through("Balanced, XLR").input).toBe("balanced");
  expect(through("line").input).toBe("line");
  expect(through("")).not.toHaveProperty("input");
});

test("a setup from before channels, warmth and mains were kept still reads", () => {
  const { driven: _, warmth: __, mains: ___, ...former } = usual;
  const read = setupOfRun({ source: "recording", setup: former as Setup }, details);
  expect(read).toEqual(usual);
});

test("a claim that names its default setting is about that alone", () => {
  const named = { ...NO_SETUP, other: "soft clip: on" };
  expect(madeForOf(named, details)).toEqual({
    supply: "",
    setting: "",
    connection: "normal",
    namesSetting: true,
  });
  expect(madeForWords(named, details)).toBe("Soft clip: on");
  expect(madeForOf(NO_SETUP, details)).not.toHaveProperty("namesSetting");
});

test("the chain names the supply, and only what is not as supplied", () => {
  expect(chosenSetup(usual, details)).toBe("32 V brick");
  const off = { ...usual, switches: { ...usual.switches, "Soft clip": "off" } };
  expect(chosenSetup({ ...off, connection: "bridged" }, details)).toBe(
    "32 V brick, Soft clip: off, bridged",
  );
  expect(chosenSetup({ ...usual, supply: null }, details)).toContain("not recorded");
  expect(chosenSetup(usual, ONE_OF_A_KIND)).toBe("");
  expect(chosenSetup(usual, { ...ONE_OF_A_KIND, switches: details.switches })).toBe("as supplied");
});

test("an output stands to earth as the Brief says, which is shown only where a reading differs", () => {
  const earthed = { ...details, terminals: "one side is earth" as const };
  const setup = usualSetup(earthed);
  expect(setup.terminals).toBe("one side at earth");
  const labels = (terminals: Setup["terminals"]) =>
    setupFacts({ ...setup, terminals }, earthed).map(([label]) => label);
  expect(labels("one side at earth")).not.toContain("Terminals");
  expect(labels("floating")).toContain("Terminals");
});

test.each([
  ["230 V, 50 Hz", 230],
  ["AC 120V~", 120],
  ["117", 117],
  ["117,5 V", 117.5],
  ["from a variable transformer", undefined],
  ["", undefined],
])("mains written as %j", (mains, volts) => {
  const evidence = runEvidence(runOf([50]));
  expect(asSetUp(evidence, { ...NO_SETUP, mains }, details).mainsVolts).toBe(volts);
  expect(madeForOf({ ...NO_SETUP, mains }, details).mainsVolts).toBe(volts);
});
