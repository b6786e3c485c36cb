import { detailsSchema, type Details } from "@/records";
import { forecastFacts, supplyFor } from "./forecastFacts";

const details = (given: object): Details => detailsSchema.cast(given) as Details;
const BOX = {
  name: "in the box",
  kind: "brick",
  volts: 24,
  amperes: 3,
  watts: null,
  isInTheBox: true,
};
const BIG = {
  name: "bigger",
  kind: "brick",
  volts: "48",
  amperes: null,
  watts: "240",
  isInTheBox: false,
};

test("the supply asked for, else the one in the box", () => {
  const known = details({ supplies: [BIG, BOX] });
  expect(supplyFor(known, null)?.name).toBe("in the box");
  expect(supplyFor(known, "bigger")?.volts).toBe(48);
  expect(supplyFor(details({}), "bigger")).toBeNull();
});

test("facts of a brief: watts from volts and amperes or as printed, one supply for a brick and two rails for a linear one", () => {
  const known = details({ supplies: [BOX], terminals: "bridge-tied", gainRatio: "28 dB" });
  expect(forecastFacts({ topology: "class D" }, known, known.supplies[0], 2)).toEqual({
    stageClass: "d",
    isBridgeTied: true,
    supplyVolts: 24,
    isSplitSupply: false,
    supplyWatts: 72,
    gainRatio: expect.closeTo(25.12, 2),
    sourceVoltsRms: 2,
  });
  const nothing = details({});
  expect(forecastFacts({ topology: "not known" }, nothing, null, null)).toMatchObject({
    supplyWatts: null,
    supplyVolts: null,
    isBridgeTied: null,
    gainRatio: null,
  });
});
