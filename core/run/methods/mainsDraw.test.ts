import { readTyped } from "../reading";
import { analysed, findingOf, load, recorded, tone, valueOf } from "../testing/recordings";

test("200 W in and 100 W out are 50 %, 100 W of heat, and of 16 A there are 15 left", () => {
  const volts = tone(Math.SQRT2 * Math.sqrt(800), 1000);
  const [channel] = analysed("mains-draw", [
    recorded([volts], { shot: "rated", meters: { mainsWatts: 200, mainsAmperes: 1 } }),
  ]);
  expect(
    ["efficiency-rated", "heat-rated", "margin-rated"].map((name) => valueOf(channel, name)),
  ).toEqual([expect.closeTo(0.5, 5), expect.closeTo(100, 2), expect.closeTo(15, 1)]);
});

test("typed off a meter: 100 W from the mains while 20 V stand across 8 ohm", () => {
  const read = readTyped("mains-draw", [{ mainsWatts: 100, outputVoltsRms: 20 }], [load(8)]);
  expect(read).toMatchObject({
    ok: true,
    value: [
      { figures: [{ value: 100 }, { value: expect.closeTo(0.5, 6) }, { value: 50 }, {}, {}] },
    ],
  });
});

test("without a mains meter it says so", () =>
  expect(findingOf("mains-draw", [recorded([tone(1, 1000)])])).toBe("no-samples"));

test("where rated output was not reached the figures at it are doubtful, and say so", () => {
  const at = (watts: number) =>
    analysed("mains-draw", [
      recorded([tone(Math.sqrt(2 * 8 * watts), 1000)], {
        shot: "rated",
        meters: { mainsWatts: 90, mainsAmperes: 0.5 },
      }),
    ])[0];
  // 50 W are rated.
  const [short, whole] = [at(30), at(48)];
  expect(short.cautions).toMatchObject([
    {
      text: expect.stringContaining("Rated output was not reached: 30.0 W of 50.0 W was reached"),
      touches: expect.arrayContaining(["mains-rated", "efficiency-rated"]),
    },
  ]);
  expect(whole.cautions).toBeUndefined();
});
