import { detailsSchema, heatLogSchema, rigSchema } from ".";

const details = (given: object) =>
  detailsSchema.validate({ ...detailsSchema.getDefault(), ...given });
const supply = (given: object) => ({ name: "brick", kind: "brick", isInTheBox: false, ...given });

test("what is weighed and paid is read in the units of whoever writes it; a gift has a price", async () => {
  const read = await details({
    massKilograms: "27 lb 10 oz",
    priceThen: "$379",
    priceNow: "0",
    supplies: [supply({ price: "0" }), supply({ price: "49,- €" }), supply({ price: "" })],
  });
  // 16 oz to the pound of 0.45359237 kg, by definition.
  expect(read.massKilograms).toBeCloseTo((27 + 10 / 16) * 0.45359237, 9);
  expect([read.priceThen, read.priceNow]).toEqual([379, 0]);
  expect(read.supplies.map(({ price }) => price)).toEqual([0, 49, null]);
});

test.each([
  [{ massKilograms: "heavy" }, "Enter the mass"],
  [{ massKilograms: "0" }, "above zero"],
  [{ priceNow: "-5" }, "below zero"],
  [{ priceNow: "cheap" }, "Enter the price now"],
])("%j is refused with what to do", async (given, words) => {
  await expect(details(given)).rejects.toThrow(words);
});

test("a room in Fahrenheit and a source in dBV are read as such", () => {
  // Water freezes at 32 °F; 0 dBV is 1 V.
  const log = { id: "a", title: "Soak", startedAt: "2026-12-02", roomCelsius: "32 F", spots: [] };
  expect(heatLogSchema.cast(log).roomCelsius).toBe(0);
  expect(rigSchema.cast({ audio: { mostVoltsRms: "0 dBV" } }).audio.mostVoltsRms).toBe(1);
});
