import type { ComparisonMember } from "../comparisons";
import type { RunEntry } from "../run";
import { comparables, memberOf, runOfMember, suggestedSets } from ".";

const entry = (id: string, more: Partial<RunEntry> = {}): RunEntry => ({
  id,
  kind: "power-sweep",
  source: "recording",
  takenAt: `2026-11-0${id}T10:00:00Z`,
  nominalOhms: 4,
  loadOhms: [4.02, 4.05],
  channelsDriven: 2,
  setting: "",
  setId: null,
  isStruck: false,
  ...more,
});
const BIG = "supply: large brick";
// Newest first, as lists are.
const ENTRIES = [
  entry("6", { isStruck: true }),
  entry("5", { setting: BIG }),
  entry("4", { source: "simulated-bench" }),
  entry("3"),
  entry("2", { nominalOhms: 8 }),
  entry("1"),
];
const member: ComparisonMember = {
  id: "m",
  amplifierId: "a",
  nominalOhms: 4,
  channelsDriven: 2,
  setting: "",
  isSimulated: false,
  channel: 0,
  runId: null,
};

test.each<[string, Partial<ComparisonMember>, string | undefined]>([
  ["the newest under its conditions, none that is struck out", {}, "3"],
  ["on another supply", { setting: BIG }, "5"],
  ["as predicted", { isSimulated: true }, "4"],
  ["into another load", { nominalOhms: 8 }, "2"],
  ["a pinned run, though a newer one is there", { runId: "1" }, "1"],
  ["with one channel, where none was made", { channelsDriven: 1 }, undefined],
])("a member stands for %s", (_, more, id) =>
  expect(runOfMember({ ...member, ...more }, "power-sweep", ENTRIES)?.id).toBe(id),
);

test("another kind of run is no member's", () =>
  expect(runOfMember(member, "response", ENTRIES)).toBeNull());

test("runs under the same conditions are one to choose, with how many and the newest; real ones first", () => {
  const found = comparables(ENTRIES, "power-sweep");
  expect(found.map(({ newest, count, isSimulated }) => [newest.id, count, isSimulated])).toEqual([
    ["5", 1, false],
    ["3", 2, false],
    ["2", 1, false],
    ["4", 1, true],
  ]);
});

test("pairs that differ in one thing are suggested, by what that is", () => {
  let count = 0;
  const sets = suggestedSets("a", ENTRIES, () => String(++count));
  expect(sets.map(({ name }) => name)).toEqual([
    "Power against distortion: large brick against default setting, 4 Ω, two channels driven",
    "Power against distortion: 4 against 8 Ω, two channels driven",
    "Power against distortion: measured against predicted, 4 Ω, two channels driven",
  ]);
  for (const { members, kind } of sets)
    for (const each of members) expect(runOfMember(each, kind, ENTRIES)).not.toBeNull();
});

test("a member made of a choice stands for its newest run", () => {
  for (const each of comparables(ENTRIES, "power-sweep"))
    expect(runOfMember(memberOf("a", each, "x"), "power-sweep", ENTRIES)?.id).toBe(each.newest.id);
});
