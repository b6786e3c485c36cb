import { detailsSchema, rigSchema, type Readings, type RigSettings } from "@/records";
import { amplifier, power, load } from "@/records/testing/run";
import { sinks } from "@/records/testing/sinks";
import { markup, words } from "../testing/shown";
import type { EngineState } from "./engine/engineState";
import { NewRun, type NewRunProps } from "./NewRun";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => {} }) }));

const mockState: { value: Partial<EngineState> } = { value: {} };
jest.mock("./engine/BenchEngine", () => ({
  useBenchEngine: () => ({
    state: { job: null, ...mockState.value },
    start: () => {},
    clear: () => {},
  }),
}));

const rig = (readings: Readings): RigSettings => ({ ...rigSchema.getDefault(), readings });
const four = {
  ...load,
  id: "four",
  nominalOhms: 4,
  channels: [4.07, 4.11].map((ohms) => ({ ohms, ohmsExpandedUncertainty: 0.02 })),
};
const planned = (kind: "spectrum" | "low-ohm" | "listening-level"): NewRunProps["planned"] => ({
  next: { id: "p", kind, loadOhms: 8, channelsDriven: 1, setting: "" } as never,
  open: [],
  skipped: [],
  madeCount: 2,
  plannedCount: 5,
});
const form = (
  kind: Parameters<typeof planned>[0],
  readings: Readings,
  change: Partial<NewRunProps> = {},
) => (
  <NewRun
    amplifier={amplifier}
    claims={[power]}
    loads={[load, four]}
    details={detailsSchema.getDefault()}
    uploadLimitBytes={1e9}
    planned={planned(kind)}
    rig={rig(readings)}
    interfaces={{ interfaces: [] }}
    network={{ instruments: [] }}
    calibration={null}
    recorders={{ recorders: [] }}
    voltmeter={null}
    lastSetup={null}
    isOfTile={false}
    cautions={[]}
    found={[]}
    sinks={sinks}
    onStored={() => {}}
    {...change}
  />
);

afterEach(() => (mockState.value = {}));

test("the planned run is taken up as it was planned, with its load and channels", () => {
  const text = words(form("spectrum", "simulated bench"));
  expect(text).toMatch(/^Spectrum Next on the plan: Spectrum/);
  expect(text).toContain("2 of 5 runs done.");
});

test.each<[Readings, string]>([
  ["simulated bench", "Simulated amplifier"],
  ["recordings", "Drop recordings"],
  ["meter", "This run needs a recording"],
])("readings by %s: the Bench asks for what they need", (readings, text) => {
  expect(words(form("spectrum", readings))).toContain(text);
  expect(
    markup(form("spectrum", readings)).match(
      /aria-pressed="true"[^>]*id="readings-[a-z-]+"|id="readings-[a-z-]+"[^>]*aria-pressed="true"/g,
    ),
  ).toHaveLength(1);
});

test("listening level is typed, whatever the rig says, and nothing else can be chosen", () => {
  const html = markup(form("listening-level", "simulated bench"));
  expect(html).toContain("Sound level meter");
  expect(
    html.match(
      /<button[^>]*id="readings-[^>]*disabled=""|<button[^>]*disabled=""[^>]*id="readings-/g,
    ),
  ).toHaveLength(5);
});

test("while a run plays nothing of it can be started or chosen again", () => {
  mockState.value = { job: { kind: "spectrum" } as never };
  const html = markup(form("spectrum", "simulated bench"));
  expect(html).toMatch(
    /<button[^>]*disabled=""[^>]*id="run-it"|<button[^>]*id="run-it"[^>]*disabled=""/,
  );
});

test("before any load is entered, that comes first", () =>
  expect(words(form("spectrum", "simulated bench", { loads: [] }))).toContain(
    "Enter the load first",
  ));

test("what was not confirmed before power is reported where a real bench was recorded, and only there", () => {
  const cautions = [{ code: "hot-load", amount: 186, isRisky: true }] as never;
  expect(words(form("spectrum", "recordings", { cautions }))).toContain(
    "To confirm before you power up: 186 W of heat in the loads.",
  );
  expect(words(form("spectrum", "simulated bench", { cautions }))).not.toContain(
    "still to be confirmed",
  );
});
