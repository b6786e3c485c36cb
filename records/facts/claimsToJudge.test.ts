import { amplifier, claim } from "@/records/testing/run";
import { detailsSchema } from "@/records/details";
import { amplifierFacts, claimsToJudge } from ".";

const records = (text: string, change: object = {}) => ({
  amplifier,
  claims: [{ ...claim, printedText: "50 W into 8 ohms" }],
  sheet: { text, source: "manual" },
  details: { ...detailsSchema.getDefault(), ...change },
});

test("claims that were written down come first, then the lines of the sheet that say something else", () => {
  const found = claimsToJudge(
    records(
      "50 W into 8 ohms\nGain 28 dB\nPower supply: 36 V / 6 A\nDynamic power 70 W into 8 ohms",
    ),
  );
  expect(found.map(({ words, source }) => [words.split(",")[0], source])).toEqual([
    ["50 W per channel into 8 Ω", "manual"],
    ["gain 28 dB", "manual"],
    ["70 W burst per channel", "manual"],
  ]);
});

test("what the reviewer filled in is told apart from what is printed", () => {
  const [own] = claimsToJudge(records(""));
  expect(own.claim).toMatchObject({
    missing: [],
    filledIn: ["the distortion limit", "how many channels are driven"],
  });
});

test("a line of the sheet with what was filled in is judged by it, and says so", () => {
  const line = "Damping factor > 100";
  const [, bare] = claimsToJudge(records(line));
  const given = records(line);
  const [, whole] = claimsToJudge({
    ...given,
    sheet: { ...given.sheet, filledIn: { [bare.key]: { loadOhms: 8 } } },
  });
  expect(bare.claim.missing).toEqual(["the load it is stated for"]);
  expect(whole).toMatchObject({
    key: bare.key,
    claim: { missing: [], filledIn: ["the load it is stated for"], stated: { loadOhms: 8 } },
  });
});

test("keys stay the same when the sheet is read again, so that a ruling finds its claim", () => {
  const keys = (text: string) => claimsToJudge(records(text)).map(({ key }) => key);
  expect(keys("Gain 28 dB\nWeight 8 kg").slice(1)).toEqual(
    keys("Weight 8 kg\nGain 28 dB").slice(1).toReversed(),
  );
});

test.each([
  ["430 × 120 × 310 mm", [0.43, 0.12, 0.31]],
  ["43 x 12 x 31 cm", [0.43, 0.12, 0.31]],
  ["as wide as the rack", []],
  ["", []],
])("a size as it is typed, %s, in metres", (size, metres) =>
  expect(amplifierFacts(records("", { size })).sizeMetres).toEqual(metres),
);
