import { builtRating, guardLimits, rigSchema, validated, type LoadChannel } from ".";

const { guards } = rigSchema.getDefault();
const tube = {
  name: "R1",
  ohms: 8.2,
  ohmsStdUncertainty: 0.01,
  ratedWatts: 100,
  construction: "wire-wound",
  cooling: "free air",
  overloadRatio: 10,
  overloadSeconds: 5,
  perCelsius: 1e-4,
  henries: 0,
  timeConstantSeconds: null,
} as const;
const plain: LoadChannel = { ohms: 8.2, ohmsExpandedUncertainty: 0.02 };
const pair: LoadChannel = {
  ...plain,
  network: {
    network: {
      kind: "parallel",
      parts: [
        { kind: "resistor", index: 0 },
        { kind: "resistor", index: 1 },
      ],
    },
    resistors: [
      { ...tube, ohms: 16.4 },
      { ...tube, ohms: 16.4, overloadRatio: 4, overloadSeconds: 3 },
    ],
  },
};

test("a load that is not known part by part takes what the rig says, and five times that for moments", () => {
  expect(guardLimits({ ...guards, loadWatts: 120 }, { channels: [plain] })).toEqual({
    loadWatts: 120,
    overload: { ratio: 5, seconds: 5 },
    loadCelsius: 180,
    sinkCelsius: 75,
    breakerAmperes: 10,
  });
});

test("of a load built from the shelf its resistors tell; the weakest sets the overload", () => {
  expect(guardLimits(guards, { channels: [pair] })).toMatchObject({
    loadWatts: 200,
    overload: { ratio: 4, seconds: 3 },
  });
  // Of two loads the lesser counts, and nothing stands more than it may.
  expect(guardLimits({ ...guards, loadWatts: 50 }, { channels: [pair, plain] })).toMatchObject({
    loadWatts: 50,
    overload: { ratio: 5, seconds: 3 },
  });
});

test("a load's own rating is reported only where all of it is known part by part", () => {
  expect(builtRating({ channels: [pair] })).toEqual({
    watts: 200,
    overload: { ratio: 4, seconds: 3 },
  });
  expect(builtRating({ channels: [pair, plain] })).toBeNull();
});

test.each([
  ["nothing", ""],
  ["a word", "much"],
  ["below zero", "-5"],
  ["too much", "99999"],
])("what is wrong with a guard belongs to its field: %s", async (_, loadWatts) => {
  const outcome = await validated(rigSchema as never, { guards: { ...guards, loadWatts } });
  expect(outcome.ok ? [] : Object.keys(outcome.errors)).toEqual(["guards.loadWatts"]);
});

test("a guard is read as people write it", async () => {
  expect(
    await validated(rigSchema, { guards: { ...guards, loadWatts: "0,2k" as never } }),
  ).toMatchObject({ ok: true, value: { guards: { loadWatts: 200 } } });
});

test("a guard cannot be left out", () => {
  expect(() => rigSchema.validateSync({ guards: { ...guards, breakerAmperes: 0 } })).toThrow(
    "A guard limit must be above zero",
  );
  expect(rigSchema.validateSync({}).guards).toEqual(guards);
  expect(rigSchema.validateSync({}).readings).toBe("simulated bench");
});
