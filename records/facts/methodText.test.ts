import { emptyDocument, emptyWorkshopDocument, type LogEntry } from "..";
import { logsOfNotes, methodText, type MethodRecords } from ".";

const entry = (id: string, at: string, more: Partial<LogEntry>): LogEntry => ({
  id,
  amplifierId: "a",
  at: `2026-11-25T${at}:00Z`,
  kind: "temperature",
  text: "heat sink, left",
  celsius: 30,
  isStruck: false,
  ...more,
});

const records = (more: Partial<MethodRecords> = {}): MethodRecords => ({
  rig: emptyDocument("rig"),
  instruments: emptyWorkshopDocument("instruments"),
  runs: [],
  entries: [],
  room: { celsius: 22, at: "2026-11-25T09:00:00Z" },
  ...more,
});

const run = (id: string, source: "recording" | "typed" | "simulated-bench", isStruck = false) => ({
  id,
  kind: "noise" as const,
  source,
  takenAt: "2026-11-25T10:00:00Z",
  nominalOhms: 8,
  loadOhms: [8],
  channelsDriven: 1,
  setting: "",
  setId: null,
  isStruck,
});

test("the loads of the readings as measured, and the room; of what nobody wrote down nothing is said", () => {
  const into = (nominalOhms: number, loadOhms: number[], source: "typed" | "simulated-bench") => ({
    ...run(`${nominalOhms}`, source),
    nominalOhms,
    loadOhms,
  });
  const runs = [
    into(4, [4.11, 4.09], "typed"),
    into(8, [8.21], "typed"),
    into(8, [8.21, 8.18], "typed"),
    into(2, [2.05], "simulated-bench"),
  ];
  const [loads, ...rest] = methodText(records({ runs }));
  expect(loads).toBe(
    "The dummy loads measured 8.21, 8.18 Ω (nominal 8 Ω) and 4.11, 4.09 Ω (nominal 4 Ω); power is computed from these, not from the nominal values.",
  );
  expect(rest.join(" ")).toContain("The room was at 22 °C.");
  expect(rest.join(" ")).not.toMatch(/recorded with|calibrated|guard/);
});

test("a room that nobody read and loads that no run used are not published", () =>
  expect(methodText(records({ room: { celsius: 22, at: null } }))).toEqual([]));

test("an instrument is reported with the day of its calibration, where that is known", () => {
  const voltmeter = {
    id: "meter",
    role: "voltmeter" as const,
    name: "bench meter",
    accuracyRatio: 0.005,
    digits: 3,
    resolution: 0.01,
  };
  const told = (calibratedOn: string | null) =>
    methodText(
      records({ instruments: { instruments: [{ ...voltmeter, calibratedOn }] } as never }),
    ).join(" ");
  expect(told("2026-03-04")).toContain(
    "set by bench meter (± 0.50 % of its reading), calibrated on 4 March 2026.",
  );
  expect(told(null)).toContain("set by bench meter (± 0.50 % of its reading).");
});

test("runs are counted by what took them; rehearsals are none", () => {
  const runs = [
    run("a", "recording"),
    run("b", "recording"),
    run("c", "typed"),
    run("d", "simulated-bench"),
    run("e", "recording", true),
  ];
  const text = methodText(records({ runs })).join(" ");
  expect(text).toContain(
    "The results are based on 3 runs, 2 from recordings and 1 read from a meter; 1 more was excluded.",
  );
  expect(text).toContain("coverage factor of 2");
});

test("runs that are all alike are counted once", () =>
  expect(
    methodText(records({ runs: [run("a", "recording"), run("b", "recording")] })).join(" "),
  ).toContain("The results are based on 2 runs from recordings."));

test("what the logbook holds: temperatures and guards, those taken back left out", () => {
  const entries = [
    entry("a", "10:00", {}),
    entry("b", "10:10", {}),
    entry("c", "10:20", { isStruck: true }),
    entry("d", "10:30", { kind: "guard", celsius: null, text: "the load" }),
  ];
  const text = methodText(records({ entries })).join(" ");
  expect(text).toContain("Temperatures were read 2 times by hand");
  expect(text).toContain("A guard ended one run early");
});

test("temperatures of the logbook are a heat log, a time at the bench each, with power on and off", () => {
  const logs = logsOfNotes(
    [
      entry("on", "10:00", { kind: "power on", celsius: null, text: "" }),
      entry("a", "10:05", {}),
      entry("b", "10:20", { celsius: 41, text: "case top" }),
      entry("c", "10:40", { celsius: 45 }),
      entry("x", "10:45", { celsius: 99, isStruck: true }),
      // Ten hours later, and one reading alone.
      entry("d", "20:40", { celsius: 24 }),
    ],
    21,
  );
  expect(logs).toHaveLength(1);
  expect(logs[0].spots.map(({ name, place }) => [name, place])).toEqual([
    ["heat sink, left", "heat sink"],
    ["case top", "case"],
  ]);
  expect(logs[0].readings.map(({ seconds, celsius }) => [seconds, celsius])).toEqual([
    [300, 30],
    [1200, 41],
    [2400, 45],
  ]);
  expect(logs[0].events.map(({ kind, seconds }) => [kind, seconds])).toEqual([["power on", 0]]);
});
