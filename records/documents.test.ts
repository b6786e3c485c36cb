import {
  BRIEF_FORMAT,
  briefSchema,
  detailsSchema,
  DOCUMENTS,
  emptyDocument,
  emptyWorkshopDocument,
  forecastSettingsSchema,
  instrumentsSchema,
  loadSchema,
  planSchema,
  powerResistor,
  resistorsSchema,
  rigSchema,
  claimSchema,
  sheetSchema,
  supplyWatts,
  validated,
  WORKSHOP_DOCUMENTS,
} from ".";

const errorsOf = async (
  schema: Parameters<typeof validated>[0],
  input: unknown,
): Promise<string[]> => {
  const outcome = await validated(schema, input);
  return outcome.ok ? [] : Object.keys(outcome.errors);
};

test("every document may be empty, and an empty one is its own default", async () => {
  for (const kind of Object.keys(DOCUMENTS) as (keyof typeof DOCUMENTS)[])
    expect(await validated(DOCUMENTS[kind] as never, emptyDocument(kind))).toEqual({
      ok: true,
      value: emptyDocument(kind),
    });
  for (const kind of Object.keys(WORKSHOP_DOCUMENTS) as (keyof typeof WORKSHOP_DOCUMENTS)[])
    expect(await errorsOf(WORKSHOP_DOCUMENTS[kind] as never, emptyWorkshopDocument(kind))).toEqual(
      [],
    );
});

const supply = {
  name: "brick",
  kind: "brick",
  volts: "24 V",
  amperes: "3",
  watts: "",
  isInTheBox: true,
};

test("a label is read as at the bench; watts are volts times amperes where it does not state", async () => {
  const outcome = await validated(detailsSchema, { supplies: [supply], gainRatio: "28 dB" });
  expect(outcome.ok && outcome.value).toMatchObject({
    supplies: [{ volts: 24, amperes: 3, watts: null }],
    gainRatio: expect.closeTo(25.12, 2),
    terminals: "not known",
  });
  expect(supplyWatts({ volts: 24, amperes: 3, watts: null })).toBe(72);
  expect(supplyWatts({ volts: 24, amperes: 3, watts: 60 })).toBe(60);
  expect(supplyWatts({ volts: 24, amperes: null, watts: null })).toBeNull();
});

const resistor = {
  id: "a",
  name: "R1",
  readOhms: "8.27",
  leadOhms: "0.06",
  ohmsExpandedUncertainty: "0.02",
  ratedWatts: "200",
  construction: "wire-wound",
  cooling: "free air",
  overloadRatio: "10",
  overloadSeconds: "5",
  perCelsius: "100e-6",
  henries: "4u",
  timeConstantSeconds: "",
};

test("a resistor's leads are taken off its ohms", async () => {
  const outcome = await validated(resistorsSchema, { resistors: [resistor] });
  expect(outcome.ok && powerResistor(outcome.value.resistors[0])).toEqual({
    name: "R1",
    ohms: expect.closeTo(8.21, 9),
    ohmsStdUncertainty: 0.01,
    ratedWatts: 200,
    construction: "wire-wound",
    cooling: "free air",
    overloadRatio: 10,
    overloadSeconds: 5,
    perCelsius: 1e-4,
    henries: 4e-6,
    timeConstantSeconds: null,
  });
});

const instrument = {
  id: "m",
  role: "voltmeter",
  name: "bench meter",
  accuracyRatio: "0.5 %",
  digits: "3",
  resolution: "0.01",
  bandwidthHz: "400",
  most: "",
  inputOhms: "10M",
};
const run = {
  id: "r",
  kind: "power-sweep",
  loadOhms: 8,
  channelsDriven: 2,
  watts: 50,
  seconds: 12,
};
const tube = {
  name: "R1",
  ohms: 8.21,
  ohmsStdUncertainty: 0.01,
  ratedWatts: 200,
  construction: "wire-wound",
  cooling: "free air",
  overloadRatio: 10,
  overloadSeconds: 5,
  perCelsius: 1e-4,
  henries: 4e-6,
  timeConstantSeconds: null,
};
const built = (network: unknown, resistors: unknown = [tube, tube]) => ({
  nominalOhms: 8,
  channels: [{ ohms: 8.2, ohmsExpandedUncertainty: 0.02, network: { network, resistors } }],
});
const pair = {
  kind: "series",
  parts: [
    { kind: "resistor", index: 0 },
    { kind: "resistor", index: 1 },
  ],
};

test("what makes sense passes", async () => {
  expect(await errorsOf(instrumentsSchema, { instruments: [instrument] })).toEqual([]);
  expect(await errorsOf(planSchema, { runs: [run] })).toEqual([]);
  expect(await errorsOf(loadSchema, built(pair))).toEqual([]);
});

test.each([
  [
    "a supply without a name",
    detailsSchema,
    { supplies: [{ ...supply, name: " " }] },
    "supplies[0].name",
  ],
  [
    "a supply of words",
    detailsSchema,
    { supplies: [{ ...supply, volts: "many" }] },
    "supplies[0].volts",
  ],
  ["a negative mass", detailsSchema, { massKilograms: "-3" }, "massKilograms"],
  [
    "a photo that is a path",
    detailsSchema,
    { photos: [{ sha256: "../../etc/passwd", smallSha256: "ab".repeat(32), caption: "" }] },
    "photos[0].sha256",
  ],
  [
    "an efficiency above one",
    forecastSettingsSchema,
    { assumptions: { efficiencyRatio: 1.2 } },
    "assumptions.efficiencyRatio",
  ],
  ["a source of nothing", forecastSettingsSchema, { sourceVoltsRms: 0 }, "sourceVoltsRms"],
  ["an endless sheet", sheetSchema, { text: "x".repeat(20_001) }, "text"],
  [
    "a claim that is none",
    claimSchema,
    { printedText: "x", stated: "50 W", missing: [], nearest: null },
    "stated",
  ],
  [
    "leads longer than the resistor",
    resistorsSchema,
    { resistors: [{ ...resistor, leadOhms: "9" }] },
    "resistors[0].leadOhms",
  ],
  [
    "an overload below one",
    resistorsSchema,
    { resistors: [{ ...resistor, overloadRatio: "0.5" }] },
    "resistors[0].overloadRatio",
  ],
  [
    "a meter without a name",
    instrumentsSchema,
    { instruments: [{ ...instrument, name: "" }] },
    "instruments[0].name",
  ],
  ["a recording above full scale", rigSchema, { recordedRatio: "3 dB" }, "recordedRatio"],
  ["a divider of less than nothing", rigSchema, { upperOhms: "-1" }, "upperOhms"],
  ["a run of no known kind", planSchema, { runs: [{ ...run, kind: "fireworks" }] }, "runs[0].kind"],
  [
    "half a channel",
    planSchema,
    { runs: [{ ...run, channelsDriven: "1.5" }] },
    "runs[0].channelsDriven",
  ],
  [
    "a network that names no resistor",
    loadSchema,
    built({ kind: "resistor", index: 2 }),
    "channels[0].network",
  ],
  [
    "a network of one part",
    loadSchema,
    built({ kind: "series", parts: [pair.parts[0]] }),
    "channels[0].network",
  ],
  [
    "a network that never ends",
    loadSchema,
    built(
      Array.from({ length: 40 }).reduce<unknown>(
        (inner) => ({ kind: "series", parts: [inner, pair.parts[0]] }),
        pair,
      ),
    ),
    "channels[0].network",
  ],
  [
    "a network of bad resistors",
    loadSchema,
    built(pair, [tube, { ...tube, ohms: "8" }]),
    "channels[0].network",
  ],
  ["a brief that is something else", briefSchema, { format: "other" }, "format"],
])("%s is refused beside its field", async (_, schema, input, field) =>
  expect(await errorsOf(schema as never, input)).toContain(field),
);

test("a brief needs all its parts", async () => {
  expect(await errorsOf(briefSchema as never, null)).toEqual([""]);
  expect(
    (await errorsOf(briefSchema as never, { format: BRIEF_FORMAT, claims: [{}] })).length,
  ).toBeGreaterThan(5);
});
