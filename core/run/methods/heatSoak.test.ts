import { initialSettings, RUN_KINDS } from "..";
import { RUN_METHODS } from "../reading";
import { FACTS, findingOf, recorded, tone } from "../testing/recordings";

const { fields } = RUN_KINDS["heat-soak"];
const { soak } = RUN_METHODS["heat-soak"];
const read: NonNullable<typeof soak>["read"] = (...given) => {
  if (!soak) throw new Error("a soak is watched");
  return soak.read(...given);
};
const moments = Array.from({ length: 40 }, (_, k) => ({
  seconds: 90 * k,
  sinkCelsius: 22 + 30 * (1 - Math.exp(-k / 5)),
  caseCelsius: 40,
  loadCelsius: 50,
  loadWatts: [6, 6],
  mainsWatts: 60,
  isCutOut: false,
}));
const told = (outcome: ReturnType<typeof read>) =>
  outcome.ok
    ? outcome.value.map(({ figures: [{ label, bound }], stop }) => [label, bound, stop.reason])
    : outcome.finding.code;

test("one that settled does not claim a bound; one that cut out says when", () => {
  expect(told(read(moments, [], 2))).toEqual(
    Array(2).fill(["heat sink, steady state", null, "level-reached"]),
  );
  const cut = read(moments.slice(0, 4), [{ seconds: 300, event: "thermal-cut-out" }], 1);
  expect(told(cut)).toEqual([["heat sink at the end", "at-least", "thermal-cut-out"]]);
  expect(cut.ok && cut.value[0].summary).toContain("It cut out after 5.0 min");
  expect(told(read(moments.slice(0, 2), [], 1))).toBe("too-short");
});

test("an eighth of 50 W for an hour, by default", () => {
  const facts = { ...FACTS, ratedWatts: 50 };
  expect(soak?.tone(initialSettings(fields), facts)).toEqual({
    frequencyHz: 1000,
    watts: 6.25,
    seconds: 3600,
  });
});

test("a recording of sound says nothing of heat", () =>
  expect(findingOf("heat-soak", [recorded([tone(1, 1000)])])).toBe("no-samples"));

test("after a cut-out: whether it came back by itself, how often, and how long a cycle takes", () => {
  const events = [
    { seconds: 300, event: "thermal-cut-out" },
    { seconds: 420, event: "thermal-recovery" },
    { seconds: 700, event: "thermal-cut-out" },
    { seconds: 815, event: "thermal-recovery" },
    { seconds: 1100, event: "thermal-cut-out" },
  ];
  const outcome = read(moments, events, 1);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const [{ figures, summary }] = outcome.value;
  const valueOf = (name: string) => figures.find((each) => each.name === name)?.value;
  expect(["cut-out-after", "recovered-after", "cut-outs", "cut-out-cycle"].map(valueOf)).toEqual([
    300, 120, 3, 400,
  ]);
  expect(summary).toContain("recovered automatically; 3 times in all");
  const stuck = read(moments, events.slice(0, 1), 1);
  expect(stuck.ok && stuck.value[0].summary).toContain("did not recover");
  expect(stuck.ok && stuck.value[0].figures.map(({ name }) => name)).not.toContain("cut-out-cycle");
});
