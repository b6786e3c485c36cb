import { energyBalance } from ".";

const of = (value: number, stdUncertainty = 0.01 * value) => ({ value, stdUncertainty });
const clamp = (amperes: number) => ({ volts: 230, amperes: of(amperes, 0.015 * amperes) });

test("100 W in and 60 W out leave 40 W of heat, known to the meters' root of squares", () => {
  const found = energyBalance({ inWatts: of(100), outWatts: of(60), apparent: null });
  expect(found.heatWatts?.value).toBe(40);
  // JCGM 100, 5.1.2: the squares of 1 W and 0.6 W together.
  expect(found.heatWatts?.stdUncertainty).toBeCloseTo(Math.sqrt(1 + 0.36), 12);
  expect(found.efficiencyRatio?.value).toBeCloseTo(0.6, 12);
  // 5.1.6: ratios of 1 % each make 1.4 %.
  expect(found.efficiencyRatio?.stdUncertainty).toBeCloseTo(0.6 * 0.01 * Math.SQRT2, 12);
  expect(found).toMatchObject({ powerFactor: null, remarks: [] });
});

test("a clamp's volt-amperes: 230 V and 1 A with 138 W are a power factor of 0.6, and over-read 1.7 times", () => {
  const { powerFactor, remarks } = energyBalance({
    inWatts: of(138),
    outWatts: of(0, 0),
    apparent: clamp(1),
  });
  expect(powerFactor?.value).toBeCloseTo(0.6, 12);
  expect(remarks).toEqual([
    { code: "apparent", voltAmperes: 230, powerFactor: expect.closeTo(0.6, 12) as number },
  ]);
});

test("at rest nothing comes out: no efficiency, all is heat", () =>
  expect(energyBalance({ inWatts: of(12), outWatts: of(0, 0), apparent: null })).toMatchObject({
    efficiencyRatio: null,
    heatWatts: { value: 12 },
    remarks: [],
  }));

test.each([
  [
    "more out than in",
    { inWatts: of(100), outWatts: of(110), apparent: null },
    { code: "more-out-than-in", watts: 10 },
  ],
  [
    "watts that the clamp cannot have fed",
    { inWatts: of(138), outWatts: of(60), apparent: clamp(0.5) },
    { code: "clamp-too-low", inWatts: 138, voltAmperes: 115 },
  ],
  [
    "heat between two large figures",
    { inWatts: of(100), outWatts: of(96), apparent: null },
    { code: "vague-heat", watts: 4, expandedUncertainty: expect.closeTo(2.772, 3) as number },
  ],
])("what does not add up is a remark: %s", (_, read, remark) =>
  expect(energyBalance(read).remarks[0]).toEqual(remark),
);

test("readings within their uncertainty of each other are no trouble: 101 W out of 100 W in, a factor of 1.01", () =>
  expect(
    energyBalance({ inWatts: of(100), outWatts: of(101), apparent: clamp(0.43) }).remarks.map(
      ({ code }) => code,
    ),
  ).toEqual(["vague-heat"]));

test("where nobody read what came out, neither heat nor efficiency is reported", () =>
  expect(energyBalance({ inWatts: of(240), outWatts: null, apparent: clamp(1.5) })).toMatchObject({
    outWatts: null,
    heatWatts: null,
    efficiencyRatio: null,
    powerFactor: { value: 240 / 345 },
  }));

test("nothing in is refused", () =>
  expect(() => energyBalance({ inWatts: of(0), outWatts: of(0), apparent: null })).toThrow(
    "inWatts",
  ));
