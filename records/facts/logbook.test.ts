import { entryOf, logEntrySchema, validated, type LogEntry } from "@/records";
import { runOf } from "@/records/testing/run";
import { logbook } from ".";

const entry = (change: Partial<LogEntry>): LogEntry => ({
  id: "note",
  amplifierId: "amp",
  at: "2026-11-25T09:30:00.000Z",
  kind: "remark",
  text: "a relay clicks",
  celsius: null,
  isStruck: false,
  ...change,
});

const NOTHING = {
  entries: [],
  runs: [],
  rig: { confirmations: [] },
  verdictNotes: { overrules: [] },
};

test("notes, runs, confirmations and rulings stand in order of time, whatever they are known from", () => {
  const lines = logbook({
    entries: [
      entry({
        id: "hot",
        at: "2026-11-25T11:00:00Z",
        kind: "temperature",
        text: "sink",
        celsius: 61.5,
      }),
      entry({ id: "on", at: "2026-11-25T09:00:00Z", kind: "power on", text: "" }),
    ],
    runs: [entryOf(runOf([50, 48], { id: "sweep", takenAt: "2026-11-25T10:00:00.000Z" }))],
    rig: { confirmations: [{ code: "hot", title: "Hot loads", at: "2026-11-25T08:00:00Z" }] },
    verdictNotes: {
      overrules: [
        { claim: "c", says: "met", reason: "measured elsewhere", at: "2026-11-26T08:00:00Z" },
      ],
    },
  });
  expect(lines.map(({ kind, text }) => [kind, text])).toEqual([
    ["confirmation", "Hot loads"],
    ["power on", ""],
    ["run", "Power against distortion, 8 Ω, two channels driven"],
    ["temperature", "61.5 °C, sink"],
    ["ruling", "met: measured elsewhere"],
  ]);
  expect(lines.map(({ runId }) => runId)).toEqual([null, null, "sweep", null, null]);
});

test("a moment is a moment, in whatever zone it was written down", () => {
  const lines = logbook({
    ...NOTHING,
    entries: [
      entry({ id: "later", at: "2026-11-25T12:00:00+02:00" }),
      entry({ id: "earlier", at: "2026-11-25T09:59:00Z" }),
    ],
  });
  expect(lines.map(({ key }) => key)).toEqual(["earlier", "later"]);
});

test("what was struck out stays to be seen, and only what was written down can be", () => {
  const lines = logbook({
    ...NOTHING,
    entries: [entry({ isStruck: true })],
    runs: [entryOf(runOf([50]))],
  });
  expect(lines.map(({ isStruck, entryId }) => [isStruck, entryId])).toEqual([
    [true, "note"],
    [false, null],
  ]);
});

const errorsOf = async (change: object): Promise<string[]> => {
  const checked = await validated(logEntrySchema, { ...entry({}), ...change });
  return checked.ok ? [] : Object.keys(checked.errors);
};

test.each([
  [{ text: " " }, ["text"]],
  [{ kind: "power on", text: "" }, []],
  [{ kind: "temperature", text: "sink" }, ["celsius"]],
  [{ kind: "temperature", text: "", celsius: "45,5" }, []],
  [{ kind: "temperature", celsius: 2000 }, ["celsius"]],
  [{ kind: "song" }, ["kind"]],
  [{ at: "yesterday" }, ["at"]],
])("a note with %j is told what is wrong: %j", async (change, fields) =>
  expect(await errorsOf(change)).toEqual(fields),
);
