import { amplifier, claim } from "@/records/testing/run";
import { detailsSchema } from "@/records/details";
import { claimsOfSheet } from "@/records";
import { amplifierFacts, claimsToJudge } from ".";

const records = (text: string, change: object = {}) => ({
  amplifier,
  claims: [
    { ...claim, printedText: "50 W into 8 ohms" },
    ...claimsOfSheet([], { text, source: "manual" }).map((line) => ({
      ...line,
      id: line.lineKey ?? "",
      amplifierId: "amp",
    })),
  ],
  details: { ...detailsSchema.getDefault(), ...change },
});

test("claims of every kind are judged, in the words of the job; a supply is a condition of the others", () => {
  const found = claimsToJudge(
    records("Gain 28 dB\nPower supply: 36 V / 6 A\nDynamic power 70 W into 8 ohms"),
  );
  expect(found.map(({ words, source }) => [words, source])).toEqual([
    ["50 W per channel into 8 Ω, two channels driven, at 0.5 % THD+N", "manual"],
    ["gain 28 dB", "manual"],
    ["70 W burst per channel, into 8 Ω", "manual"],
  ]);
});

test("a line that the reviewer left out is not judged", () => {
  const { claims, details } = records("Gain 28 dB\nWeight 8 kg");
  const found = claimsToJudge({
    details,
    claims: claims.map((each) => ({ ...each, isLeftOut: each.stated.kind === "gain" })),
  });
  expect(found.map(({ claim: { stated } }) => stated.kind)).toEqual(["power", "mass"]);
});

test("what the reviewer filled in is distinguished from what is printed", () => {
  const [own] = claimsToJudge(records(""));
  expect(own.claim).toMatchObject({
    missing: [],
    filledIn: ["the distortion limit", "how many channels are driven"],
  });
});

test("a line with what was given beside it is judged by it, and says so", () => {
  const { claims, details } = records("Damping factor > 100");
  const [, bare] = claimsToJudge({ claims, details });
  const [, whole] = claimsToJudge({
    details,
    claims: claims.map((each) => ({ ...each, given: { loadOhms: 8 } })),
  });
  expect(bare.claim.missing).toEqual(["the load"]);
  expect(whole.claim).toMatchObject({
    missing: [],
    filledIn: ["the load"],
    stated: { loadOhms: 8 },
  });
});

test.each([
  ["430 × 120 × 310 mm", [0.43, 0.12, 0.31]],
  ["43 x 12 x 31 cm", [0.43, 0.12, 0.31]],
  ["as wide as the rack", []],
  ["", []],
])("a size as it is typed, %s, in metres", (size, metres) =>
  expect(amplifierFacts(records("", { size })).sizeMetres).toEqual(metres),
);
