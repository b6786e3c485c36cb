import type { SinkFacts } from "@/core/drive";
import { rigSchema, type Load } from "@/records";
import { markup, words } from "../testing/shown";
import { GuardsNote } from "../bench/GuardsNote";
import { GuardsPanel, guardTexts } from "./GuardsPanel";
import { ReadingsChoice } from "./ReadingsChoice";

const { guards } = rigSchema.getDefault();
const tube = {
  name: "R1",
  ohms: 8.2,
  ohmsStdUncertainty: 0.01,
  ratedWatts: 100,
  construction: "wire-wound",
  cooling: "free air",
  overloadRatio: 10,
  overloadSeconds: 5,
  perCelsius: 1e-4,
  henries: 0,
  timeConstantSeconds: null,
} as const;
const load = (isBuilt: boolean): Load => ({
  id: String(isBuilt),
  nominalOhms: isBuilt ? 8 : 16,
  channels: [
    {
      ohms: 8.21,
      ohmsExpandedUncertainty: 0.02,
      ...(isBuilt
        ? { network: { network: { kind: "resistor", index: 0 }, resistors: [tube] } }
        : {}),
    },
  ],
});
const panel = (loads: readonly Load[], errors = {}) => (
  <GuardsPanel texts={guardTexts(guards)} errors={errors} loads={loads} onChange={() => {}} />
);

test("every guard has a field with its unit and what it stands at; there is no switch among them", () => {
  const html = markup(panel([load(false)]));
  for (const label of [
    "Load power limit",
    "Load temperature limit",
    "Heat sink temperature limit",
    "Breaker rating",
  ])
    expect(html).toContain(label);
  expect([...html.matchAll(/value="([^"]*)"/g)].map(([, value]) => value)).toEqual([
    "200",
    "180",
    "75",
    "10",
  ]);
  expect(html).not.toMatch(/type="checkbox"/);
});

test("a load built from the shelf has its own rating; for others a typical overload is stated", () => {
  expect(words(panel([load(true)]))).toContain(
    "The 8 Ω load is rated for 100 W, 10 times that for 5.0 s.",
  );
  expect(words(panel([load(true)]))).not.toContain("Five times");
  expect(words(panel([load(false)]))).toContain("Five times");
});

test("what is wrong with a guard stands at its field", () => {
  expect(
    words(
      panel([load(false)], {
        "guards.breakerAmperes": "A guard limit must be above zero.",
      }),
    ),
  ).toContain("A guard limit must be above zero.");
});

test("the Bench says at which limits it turns down, by the load that is chosen, and where to change them", () => {
  expect(
    words(<GuardsNote amplifierId="a" load={load(true)} guards={guards} sink={null} />),
  ).toContain("each load 100 W as built and 180 °C, heat sink 75.0 °C, breaker 10.0 A");
  expect(
    words(<GuardsNote amplifierId="a" load={load(false)} guards={guards} sink={null} />),
  ).toContain("each load 200 W and 180 °C");
  const sink = { isMeasured: true } as SinkFacts;
  expect(
    words(<GuardsNote amplifierId="a" load={load(true)} guards={guards} sink={sink} />),
  ).toContain("75.0 °C (predicted without a thermometer, from its soak)");
  expect(
    markup(<GuardsNote amplifierId="a" load={load(true)} guards={guards} sink={null} />),
  ).toContain('href="/amplifiers/a/rig"');
});

test.each([
  "simulated bench",
  "recordings",
  "meter",
  "audio interface",
  "network instruments",
] as const)("what takes the readings: only “%s” is chosen", (readings) => {
  const html = markup(<ReadingsChoice readings={readings} onChange={() => {}} />);
  expect(html.match(/aria-checked="true"/g)).toHaveLength(1);
  expect(html.match(/role="radio"/g)).toHaveLength(5);
  expect(words(<ReadingsChoice readings={readings} onChange={() => {}} />)).toContain(
    {
      "simulated bench": "✓ Simulated bench",
      recordings: "✓ Recordings",
      meter: "✓ Meter",
      "audio interface": "✓ Audio interface",
      "network instruments": "✓ Network instruments",
    }[readings],
  );
});
