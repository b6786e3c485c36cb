import { sweep, shortSweep } from "@/core/verdict/testing/evidence";
import { foundIn, foundLimits, takenLevel } from ".";

const claims = [{ powerWatts: 100, loadOhms: 8 }];
const at = (watts: number, nominalOhms = 8) => [{ nominalOhms, channelsDriven: 2, watts }];

describe("full level: the smaller of what is claimed and what was found", () => {
  test("a 100 W claim on an amplifier that gives 12 W", () => {
    expect(takenLevel(8, claims, at(12))).toEqual({
      watts: 12,
      from: "found",
      text: "Full level here is the 12.0 W into 8 Ω that a sweep found; the claimed 100 W would clip.",
    });
  });
  test("an amplifier that gives more than is claimed is driven as claimed", () =>
    expect(takenLevel(8, claims, at(130))).toMatchObject({ watts: 100, from: "claim" }));
  test("what was found into another load says nothing", () =>
    expect(takenLevel(8, claims, at(12, 4))).toMatchObject({ watts: 100, from: "claim" }));
  test("nothing claimed means nothing claimed", () => {
    expect(takenLevel(8, [], [])).toBeNull();
    expect(takenLevel(8, [], at(12))).toMatchObject({
      watts: 12,
      text: expect.stringContaining("there is no claim"),
    });
  });
});

describe("what sweeps have found", () => {
  test("the weaker channel, the newest run of each load and number of channels", () => {
    const found = foundLimits([
      sweep([40, 45], { takenAt: "2026-11-02" }),
      sweep([60, 55], { takenAt: "2026-11-01" }),
      sweep([70, 70], { ohms: 4, nominalOhms: 4 }),
    ]);
    expect(found).toHaveLength(2);
    expect(found.find(({ nominalOhms }) => nominalOhms === 8)?.watts).toBeCloseTo(40, 0);
  });
  test("one that ended early, or had something set otherwise, found nothing", () => {
    expect(foundLimits([shortSweep([30, 30])])).toEqual([]);
    expect(foundLimits([sweep([60, 60], { setting: "limiter off" })])).toEqual([]);
    expect(foundIn([{ levels: [] }])).toBeNull();
  });
});
