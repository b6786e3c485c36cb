import fc from "fast-check";
import {
  changesIn,
  HANDLING_SECONDS,
  heatAlong,
  isInCell,
  newRun,
  orderedGently,
  planMatrix,
  proposePlan,
  timelineOf,
  tooEarly,
  usualSink,
  type HeatModel,
  type MatrixCell,
  type PlanFacts,
  type PlannedRun,
} from ".";
import { RUN_KIND_NAMES, RUN_KINDS } from "../run";

const facts = (given: Partial<PlanFacts> = {}): PlanFacts => ({
  claims: [
    { id: "c8", powerWatts: 50, loadOhms: 8, channelsDriven: 2 },
    { id: "c4", powerWatts: 93, loadOhms: 4, channelsDriven: 2 },
  ],
  channelCount: 2,
  loadOhms: [8, 4],
  otherSupplies: [],
  switches: [],
  hasBridging: false,
  expectedWatts: (ohms, channels) => 400 / ohms / (channels > 1 ? 1.1 : 1),
  ...given,
});
const run = (given: Partial<PlannedRun> = {}): PlannedRun => ({
  id: "r",
  kind: "power-sweep",
  loadOhms: 8,
  channelsDriven: 2,
  watts: 50,
  seconds: 60,
  setting: "",
  proves: [],
  ...given,
});

test("a quick look proves every claim with a power sweep at its load and channels, and little else", () => {
  const runs = proposePlan(facts(), "quick");
  expect(runs.map(({ kind }) => kind)).toEqual(["gain", "spectrum", "power-sweep", "power-sweep"]);
  expect(runs.flatMap(({ proves }) => proves).sort()).toEqual(["c4", "c8"]);
});

test("each size holds what the smaller one does; every run that is proposed at all is in everything", () => {
  const kinds = (["quick", "standard", "everything"] as const).map(
    (size) => new Set(proposePlan(facts({ hasBridging: true }), size).map(({ kind }) => kind)),
  );
  expect(
    [...kinds[0]].every((kind) => kinds[1].has(kind)) &&
      [...kinds[1]].every((kind) => kinds[2].has(kind)),
  ).toBe(true);
  expect([...kinds[2]].sort()).toEqual(
    RUN_KIND_NAMES.filter((kind) => RUN_KINDS[kind].plan.from !== null).sort(),
  );
});

test("supplies and switches are gone through with everything", () => {
  const settings = proposePlan(
    facts({
      otherSupplies: ["48 V brick"],
      switches: [{ name: "limiter", positions: ["on", "off"] }],
    }),
    "everything",
  ).map(({ setting }) => setting);
  expect(settings).toEqual(expect.arrayContaining(["supply: 48 V brick", "limiter: off"]));
});

test("what is set otherwise proves no claim as it is printed", () => {
  const runs = proposePlan(
    facts({ otherSupplies: ["big"], switches: [{ name: "limiter", positions: ["on", "off"] }] }),
    "everything",
  );
  expect(runs.filter(({ setting }) => setting !== "").length).toBeGreaterThanOrEqual(2);
  for (const { setting, proves, kind } of runs)
    if (setting !== "" || kind !== "power-sweep") expect(proves).toEqual([]);
});

test("a run added by hand is typical for its kind, and its name is new", () => {
  const runs = proposePlan(facts(), "quick");
  const sweep = newRun("power-sweep", facts(), runs);
  expect(sweep).toMatchObject({
    loadOhms: 8,
    channelsDriven: 2,
    proves: ["c8"],
    seconds: RUN_KINDS["power-sweep"].plan.seconds,
  });
  expect(runs.map(({ id }) => id)).not.toContain(sweep.id);
  expect(newRun("power-sweep", facts(), [...runs, sweep]).id).not.toBe(sweep.id);
  expect(newRun("noise", facts({ claims: [], loadOhms: [4] }), [])).toMatchObject({
    loadOhms: 4,
    watts: 0,
    proves: [],
  });
});

test("every planned power is that of its kind: watts none, ratios of what is expected there", () => {
  for (const { kind, watts, loadOhms, channelsDriven } of proposePlan(facts(), "everything")) {
    const { level } = RUN_KINDS[kind].plan;
    const wanted =
      "watts" in level
        ? level.watts
        : level.ratio * facts().expectedWatts(loadOhms, channelsDriven);
    // Planned to two digits.
    expect(Math.abs(watts - wanted)).toBeLessThanOrEqual(0.05 * wanted);
  }
});

test("gentle before violent, and one channel before both; a run put too early is reported", () => {
  const runs = proposePlan(facts({ hasBridging: true }), "everything");
  expect(
    orderedGently([...runs].reverse()).map(({ kind }) => RUN_KINDS[kind].plan.violence),
  ).toEqual(runs.map(({ kind }) => RUN_KINDS[kind].plan.violence));
  expect(runs[0].kind).toBe("noise");
  expect(runs.at(-1)?.kind).toBe("heat-soak");
  expect(tooEarly(runs).size).toBe(0);
  const [last, ...rest] = [...runs].reverse();
  expect(tooEarly([last, ...rest.reverse()])).toEqual(new Set([last.id]));
});

test("without a claim there is still something to measure", () =>
  expect(proposePlan(facts({ claims: [] }), "quick").length).toBeGreaterThan(2));

const body = { name: "amplifier", kelvinPerWatt: 1, timeConstantSeconds: 600, mostCelsius: 62 };
const model = (watts: number): HeatModel => ({
  ambientCelsius: 22,
  bodies: [body],
  wattsInto: () => [watts],
});

test("closed form: one run warms by K/W times watts times (1 - exp(-t/tau))", () => {
  const { entries, totalSeconds } = timelineOf([run({ seconds: 600 })], model(50));
  expect(entries[0].endCelsius[0]).toBeCloseTo(22 + 50 * (1 - Math.exp(-1)), 9);
  expect(totalSeconds).toBe(600);
});

test("a pause is put in, just long enough for the next run to end at the limit", () => {
  const { entries } = timelineOf([run({ seconds: 600 }), run({ seconds: 600 })], model(50));
  expect(entries[1].coolSeconds).toBeGreaterThan(0);
  expect(entries[1].endCelsius[0]).toBeCloseTo(62, 6);
  expect(entries[1].hotBody).toBe("amplifier");
  expect(entries[1].startSeconds).toBeCloseTo(600 + HANDLING_SECONDS + entries[1].coolSeconds, 6);
});

test("a run that is too long even from cold gets its longest duration", () => {
  const {
    entries: [entry],
  } = timelineOf([run({ seconds: 3600 })], model(100));
  expect(entry.allowedSeconds).toBeCloseTo(-600 * Math.log(1 - 40 / 100), 6);
  expect(entry).toMatchObject({ hotBody: "amplifier", coolSeconds: 0 });
});

test("invariance: with pauses nothing that may run at all passes its limit, whatever the runs", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          seconds: fc.integer({ min: 5, max: 1200 }),
          watts: fc.integer({ min: 0, max: 120 }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      (runs) => {
        const heat: HeatModel = {
          ambientCelsius: 22,
          bodies: [
            body,
            { ...body, name: "R1", kelvinPerWatt: 2, timeConstantSeconds: 120, mostCelsius: 200 },
          ],
          wattsInto: ({ watts }) => [watts, watts],
        };
        const timeline = timelineOf(
          runs.map((each) => run(each)),
          heat,
        );
        // The pause ends, at the latest, when all is cold within a percent.
        for (const {
          endCelsius,
          allowedSeconds,
          run: { seconds },
        } of timeline.entries)
          if (allowedSeconds >= 1.02 * seconds)
            endCelsius.forEach((celsius, k) =>
              expect(celsius).toBeLessThanOrEqual(heat.bodies[k].mostCelsius + 1),
            );
        const drawn = heatAlong(timeline, heat, 50);
        expect(drawn[49].celsius[0]).toBeCloseTo(timeline.entries.at(-1)?.endCelsius[0] ?? 0, 6);
      },
    ),
  );
});

test("a usual sink is built for an eighth of its power", () =>
  expect(usualSink(50, 65).kelvinPerWatt * 50).toBeCloseTo(38, 9));

test("refusal", () =>
  expect(() => timelineOf([], { ...model(1), ambientCelsius: 80 })).toThrow(
    "ambientCelsius is 80",
  ));

test("a claim that names a supply has its own runs, which alone prove it; with everything each other supply is tried at every claimed load", () => {
  const claims = [
    { id: "boxed", powerWatts: 20, loadOhms: 8, channelsDriven: 2 },
    { id: "big", powerWatts: 80, loadOhms: 4, channelsDriven: 2, setting: "supply: 48 V brick" },
  ];
  const made = (size: "quick" | "everything") =>
    proposePlan(
      facts({
        claims,
        otherSupplies: ["48 V brick"],
        switches: [{ name: "clip", positions: ["on", "off"] }],
      }),
      size,
    );
  const sweeps = (size: "quick" | "everything") =>
    made(size)
      .filter(({ kind }) => kind === "power-sweep")
      .map(({ loadOhms, setting, proves }) => [loadOhms, setting, proves]);
  expect(sweeps("quick")).toEqual([
    [8, "", ["boxed"]],
    [4, "supply: 48 V brick", ["big"]],
  ]);
  const others = sweeps("everything").filter(([, setting]) => setting === "clip: off");
  expect(others.map(([ohms]) => ohms).toSorted()).toEqual([4, 8]);
  const bursts = made("everything").filter(({ kind }) => kind === "burst");
  expect(bursts.map(({ loadOhms, setting }) => [loadOhms, setting])).toEqual(
    expect.arrayContaining([[4, "supply: 48 V brick"]]),
  );
});

test("a bridge is planned with twice what each half gives into half its load, in sweeps and in bursts alike", () => {
  const given = facts({ hasBridging: true, expectedWatts: (ohms) => 400 / ohms });
  const asked = { loadOhms: 8, channelsDriven: 1, setting: "bridged" };
  const [sweep, burst] = (["bridged", "burst"] as const).map((kind) =>
    newRun(kind, given, [], asked),
  );
  const ratioOf = (kind: "bridged" | "burst"): number => {
    const { level } = RUN_KINDS[kind].plan;
    return "ratio" in level ? level.ratio : NaN;
  };
  // 100 W from each half into 4 Ω, planned to two digits.
  for (const run of [sweep, burst])
    expect(run.watts / (200 * ratioOf(run.kind as "burst"))).toBeCloseTo(1, 1);
  expect(burst.proves).toEqual([]);
});

describe("the matrix of what can be measured", () => {
  const claimed = (id: string, loadOhms: number, channelsDriven: number, setting?: string) => ({
    id,
    powerWatts: 50,
    loadOhms,
    channelsDriven,
    ...(setting && { setting }),
  });
  const given = facts({
    claims: [claimed("a", 8, 2), claimed("b", 4, 2, "supply: 48 V brick")],
    channelCount: 2,
    loadOhms: [8.2, 4, 2.67],
    otherSupplies: ["48 V brick"],
    switches: [{ name: "limiter", positions: ["on", "off"] }],
  });
  const rows = planMatrix(given);

  test("has every setting with every load, each once, and every kind with its numbers of channels", () => {
    const combined = "supply: 48 V brick, limiter: off";
    expect(rows.map(({ setting, loadOhms }) => [setting, loadOhms])).toEqual(
      ["", "supply: 48 V brick", "limiter: off", combined].flatMap((setting) => [
        [setting, 8],
        [setting, 4],
        [setting, 2.67],
      ]),
    );
    expect(rows.filter(({ isCombined }) => isCombined).map(({ setting }) => setting)).toEqual(
      Array(3).fill(combined),
    );
    for (const { cells } of rows)
      expect(cells.map(({ kind, channelsDriven }) => [kind, channelsDriven])).toEqual([
        ["power-sweep", 1],
        ["power-sweep", 2],
        ["burst", 1],
        ["burst", 2],
      ]);
  });

  test("of many switches it combines each supply with one of them at a time, or none would be found among the rows", () => {
    const switches = Array.from({ length: 24 }, (_, k) => ({
      name: `switch ${k}`,
      positions: ["off", "on"],
    }));
    const many = planMatrix({ ...given, switches }).filter(({ isCombined }) => isCombined);
    expect(new Set(many.map(({ setting }) => setting)).size).toBe(24);
    expect(many[0].setting).toBe("supply: 48 V brick, switch 0: on");
  });

  test("where outputs can be bridged there is a column for it, on every setting", () => {
    const bridged = planMatrix({ ...given, hasBridging: true, channelCount: 4 });
    for (const { setting, cells } of bridged)
      expect(
        cells.filter(({ isBridged }) => isBridged).map(({ isBridged: _, ...cell }) => cell),
      ).toEqual(
        ["burst", "bridged"].map((kind) => ({
          kind,
          loadOhms: cells[0].loadOhms,
          channelsDriven: 2,
          setting: setting === "" ? "bridged" : `${setting}, bridged`,
          isClaimed: false,
        })),
      );
    const [run] = proposePlan({ ...given, hasBridging: true }, "everything").filter(
      ({ kind }) => kind === "bridged",
    );
    const cells = planMatrix({ ...given, hasBridging: true }).flatMap((row) => row.cells);
    expect(cells.some((cell) => isInCell(run, cell))).toBe(true);
  });

  test("marks what claims name, and nothing else", () =>
    expect(rows.flatMap(({ cells }) => cells).filter(({ isClaimed }) => isClaimed)).toEqual([
      {
        kind: "power-sweep",
        loadOhms: 8,
        channelsDriven: 2,
        isBridged: false,
        setting: "",
        isClaimed: true,
      },
      {
        kind: "power-sweep",
        loadOhms: 4,
        isBridged: false,
        channelsDriven: 2,
        setting: "supply: 48 V brick",
        isClaimed: true,
      },
    ]));

  test("with everything each claimed combination is planned, and bursts on every supply at every claimed load", () => {
    const runs = proposePlan(given, "everything");
    const isPlanned = (cell: MatrixCell) => runs.some((run) => isInCell(run, cell));
    const cells = rows.flatMap((row) => row.cells);
    expect(cells.filter(({ isClaimed }) => isClaimed).every(isPlanned)).toBe(true);
    expect(
      cells
        .filter((cell) => cell.kind === "burst" && isPlanned(cell))
        .map(({ setting, loadOhms }) => [setting, loadOhms]),
    ).toEqual([
      ["", 8],
      ["", 4],
      ["", 2.67],
      ["supply: 48 V brick", 8],
      ["supply: 48 V brick", 4],
      ["limiter: off", 8],
      ["limiter: off", 4],
    ]);
  });

  test("a cell that is ticked becomes the run of that cell, and runs of one setting stay together", () => {
    const cell = rows[4].cells[0];
    const run = newRun(cell.kind, given, [], cell);
    expect(isInCell(run, cell)).toBe(true);
    const mixed = [
      { ...run, id: "1", setting: "limiter: off", loadOhms: 8 },
      { ...run, id: "2", loadOhms: 8 },
      { ...run, id: "3", setting: "limiter: off", loadOhms: 4 },
      { ...run, id: "4", setting: "", loadOhms: 4 },
    ];
    const ordered = orderedGently(mixed);
    expect(ordered[0].id).toBe("4");
    expect(changesIn(mixed).settings).toBe(3);
    expect(changesIn(ordered).settings).toBe(2);
  });
});
