import { limitedPoints, limitedTones } from "./limitedTones";

test("tones with more than three percent beside them are held; from where to where, and what follows from them", () => {
  const tones = [0.001, 0.05, 0.12, 0.029].map((ratio, k) => ({
    frequencyHz: 100 * 2 ** k,
    ratio,
  }));
  const [caution, ...others] = limitedTones(tones, ["gain"]);
  expect(others).toEqual([]);
  expect(caution).toMatchObject({ code: "clipped", touches: ["gain"] });
  expect(caution.text).toMatch(/^From 200 Hz to 400 Hz up to 12 % of distortion/);
  expect(limitedTones([tones[1]])[0].text).toMatch(/^At 200 Hz up to 5.0 %/);
  expect(limitedTones([tones[0], tones[3]])).toEqual([]);
});

test("far under the highest point what lies beside a tone is noise, and holds nothing", () => {
  const point = (frequencyHz: number, ratio: number, residualRatio?: number) => ({
    frequencyHz,
    ratio,
    phaseRadians: 0,
    residualRatio,
  });
  expect(limitedPoints([point(1000, 1, 1e-4), point(80_000, 0.01, 0.4)])).toEqual([]);
  expect(limitedPoints([point(1000, 1), point(2000, 1)])).toEqual([]);
  expect(limitedPoints([point(1000, 1, 1e-4), point(20, 0.9, 0.2)])).toHaveLength(1);
});
