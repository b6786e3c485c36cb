// Lines as sheets print them, all invented: read, put into the fields of their kind, and stated again by those.
import { readClaims, statedText, type StatedClaim } from "@/core/claim";
import { claimSchema, powerDraft } from "@/records";
import { CLAIM_FORMS, claimErrors, claimTexts, statedBy, type FigureKind } from "./claimFields";

const LINES = [
  "THD: 0.05 % at 20 W into 8 ohms, 20 Hz - 20 kHz",
  "THD+N < 0.1 %",
  "IMD (SMPTE): 0.1 % at 10 W",
  "Frequency response: 20 Hz - 20 kHz, +0/-0.5 dB at 1 W",
  "Frequency response: 5 Hz to 50 kHz (-3 dB)",
  "Power bandwidth: 10 Hz - 40 kHz at 0.5 % THD",
  "Signal to noise ratio: 103 dB (A-weighted, ref. 50 W)",
  "Damping factor: 120 at 1 kHz into 8 ohms",
  "Output impedance: 0.04 ohms",
  "Gain: 28 dB",
  "Input sensitivity: 250 mV",
  "Crosstalk: 75 dB at 1 kHz",
  "Channel balance: within 0.5 dB",
  "Dynamic headroom: 1.8 dB",
  "Slew rate: 40 V/µs",
  "Power consumption: 300 W",
  "Weight: 11.2 kg",
  "Dimensions: 430 x 120 x 310 mm",
  "Power supply: 48 V / 5 A",
];
const stated = LINES.map((line) => readClaims(line).claims[0].stated);
const isFigure = ({ kind }: StatedClaim): boolean => kind in CLAIM_FORMS;

test("the lines are of every kind that has such a form", () =>
  expect(new Set(stated.filter(isFigure).map(({ kind }) => kind))).toEqual(
    new Set(Object.keys(CLAIM_FORMS)),
  ));

test.each(LINES.map((line, k) => [line, stated[k]] as const))("%s", (_, claim) => {
  const kind = claim.kind as FigureKind;
  const texts = claimTexts(kind, claim);
  expect(claimErrors(kind, texts)).toEqual({});
  const again = statedBy(kind, texts);
  expect(statedText(again)).toBe(statedText(claim));
  const draft = { ...powerDraftOf(), stated: again };
  expect(claimSchema.isValidSync(draft, { strict: true })).toBe(true);
});

/** Any draft whose claim is put in its place. */
const powerDraftOf = () =>
  powerDraft({
    printedText: "",
    source: "",
    powerWatts: 50,
    loadOhms: 8,
    channelsDriven: 2,
    distortionLimitRatio: 0.01,
    distortionMeasure: "thd",
  });

test.each<[FigureKind, Record<string, string>, string]>([
  ["distortion", { limitRatio: "" }, "limitRatio"],
  ["distortion", { limitRatio: "0.1", lowHz: "20" }, "highHz"],
  ["response", { lowHz: "20k", highHz: "20" }, "highHz"],
  ["noise", { leastDb: "quiet" }, "leastDb"],
  ["crosstalk", { leastDb: "-70" }, "leastDb"],
])("%s with %j is refused at %s", (kind, texts, name) =>
  expect(Object.keys(claimErrors(kind, { ...claimTexts(kind, null), ...texts }))).toContain(name),
);

test("a percentage may be typed with its sign and without", () =>
  expect(
    ["0.1", "0.1 %"].map((limitRatio) =>
      statedBy("distortion", { ...claimTexts("distortion", null), limitRatio }),
    ),
  ).toEqual(Array(2).fill(expect.objectContaining({ limitRatio: expect.closeTo(0.001, 9) }))));
