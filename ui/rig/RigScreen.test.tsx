import {
  detailsSchema,
  emptyDocument,
  forecastSettingsSchema,
  instrumentsSchema,
  rigSchema,
  type Details,
  type RigSettings,
} from "@/records";
import { amplifier, power, load } from "@/records/testing/run";
import { markup, words } from "../testing/shown";
import { RigScreen } from "./RigScreen";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => {} }) }));

const screen = (rig: Partial<RigSettings> = {}, details: Partial<Details> = {}) => (
  <RigScreen
    amplifier={amplifier}
    claims={[power]}
    loads={[load]}
    details={{ ...detailsSchema.getDefault(), ...details }}
    forecastSettings={forecastSettingsSchema.getDefault()}
    plan={emptyDocument("plan")}
    rig={{ ...rigSchema.getDefault(), ...rig }}
    instruments={instrumentsSchema.getDefault()}
    rigs={[]}
    interfaces={{ interfaces: [] }}
    network={{ instruments: [] }}
    addresses={[]}
    firstTab={null}
  />
);

test("one view: what takes the readings, the wiring, the safety gate, the guards, and the next stage", () => {
  const text = words(screen());
  for (const part of ["Wiring", "to confirm", "Guards", "Next: the plan"])
    expect(text).toContain(part);
  expect(text.indexOf("to confirm")).toBeLessThan(text.indexOf("Guards"));
});

test("what was set is what is shown", () => {
  const set = screen({
    readings: "meter",
    guards: { loadWatts: 120, loadCelsius: 150, sinkCelsius: 60, breakerAmperes: 13 },
    probe: "differential probe",
  });
  const html = markup(set);
  expect(words(set)).toContain("✓ Meter");
  expect(["120", "150", "60", "13"].every((value) => html.includes(`value="${value}"`))).toBe(true);
  expect(html).toMatch(/<option value="differential probe" selected="">/);
});

test("a grounded probe on outputs that both swing is drawn as the harm it is", () => {
  expect(words(screen({}, { terminals: "bridge-tied" }))).toContain("Not like this");
  expect(
    words(screen({ probe: "differential probe" }, { terminals: "bridge-tied" })),
  ).not.toContain("Not like this");
});
