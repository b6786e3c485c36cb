import type { Curve, Figure } from "../../run";
import type { EvidenceChannel } from "../types";
import { curveAt, knownFigure } from "./knownFigures";

const curve = (points: Curve["points"]): Curve => ({
  name: "thd",
  label: "THD",
  x: "hertz",
  y: "distortion-ratio",
  points,
});

test("a law of powers is a straight line on logarithmic scales, so that it is read exactly between its readings", () => {
  const ohms = curve([10, 40, 300, 9000].map((hertz) => [hertz, 0.02 * hertz ** 0.7] as const));
  for (const hertz of [10, 17, 40, 123, 2500, 9000])
    expect(curveAt(ohms, hertz)).toBeCloseTo(0.02 * hertz ** 0.7, 10);
});

test("a fiftieth beyond an end it is as at that end, and farther out nothing", () => {
  const ends = curve([
    [20, 0.1],
    [20_000, 0.3],
  ]);
  expect([curveAt(ends, 19.7), curveAt(ends, 20_300)]).toEqual([0.1, 0.3]);
  expect([curveAt(ends, 19.5), curveAt(ends, 20_500)]).toEqual([null, null]);
  expect(curveAt(curve([]), 1000)).toBeNull();
});

test("beside nothing at all the other reading holds: a logarithm has no way to zero", () => {
  const silent = curve([
    [100, 0],
    [1000, 0.004],
  ]);
  expect(curveAt(silent, 300)).toBe(0.004);
});

describe("a figure that is known", () => {
  const figure = (name: string, value: number | null): Figure => ({
    name,
    label: name,
    quantity: "volts",
    value,
    stdUncertainty: null,
    bound: null,
  });
  const channel = (given: Partial<EvidenceChannel>): EvidenceChannel => ({
    channelIndex: 0,
    loadOhms: 8,
    loadOhmsStdUncertainty: 0.02,
    voltsStdUncertaintyRatio: 0.005,
    ...given,
  });

  test("is the first that fits and has a value", () => {
    const figures = [figure("noise", null), figure("noise-a", 2e-5), figure("noise-c", 3e-5)];
    const fits = ({ name }: Figure) => name.startsWith("noise");
    expect(knownFigure(channel({ figures }), fits)).toMatchObject({ name: "noise-a", value: 2e-5 });
    expect(knownFigure(channel({ figures }), ({ name }) => name === "noise")).toBeNull();
    expect(knownFigure(channel({}), fits)).toBeNull();
  });

  test("says whether a caution touches it", () => {
    const figures = [figure("noise", 1e-4), figure("dc", 0.01)];
    const cautions = [{ code: "hum", text: "hum is heard", touches: ["noise"] } as const];
    const told = (named: string) =>
      knownFigure(channel({ figures, cautions }), ({ name }) => name === named)?.isDoubtful;
    expect([told("noise"), told("dc")]).toEqual([true, false]);
  });
});
