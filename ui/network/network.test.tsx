/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { GENERIC_PROFILES, NETWORK_ROLES } from "@/core/scpi";
import { newNetworkInstrument, rigSchema } from "@/records";
import { provided } from "../testing/provided";
import { asDrafts, readDraft, type InstrumentDraft } from "./drafts";
import { ChoicesPanel } from "./ChoicesPanel";
import { ProfilePanel } from "./ProfilePanel";
import { profileFile, readProfileFile } from "./profileFile";
import { triedLines } from "./talk";

test.each(NETWORK_ROLES)("a %s is typed as it is kept, and read as it was", (role) => {
  const kept = newNetworkInstrument("x", role);
  const [draft] = asDrafts({ instruments: [kept] });
  expect(readDraft(draft)).toEqual(kept);
  const calibrated = { ...kept, calibratedOn: "2026-03-04", calibrationMonths: 12 };
  expect(readDraft(asDrafts({ instruments: [calibrated] })[0])).toEqual(calibrated);
  // What is no number stays one that the schema names beside its field.
  expect(readDraft({ ...draft, calibrationMonths: "soon" }).calibrationMonths).toBeNaN();
});

test("accuracy is typed in percent; what is no number stays none", () => {
  const [draft] = asDrafts({ instruments: [newNetworkInstrument("x", "voltmeter")] });
  expect(draft.profile.numbers.accuracyRatio).toBe("0.2");
  const odd = { ...draft, profile: { ...draft.profile, numbers: { accuracyRatio: "much" } } };
  expect(readDraft(odd).profile.numbers.accuracyRatio).toBeNaN();
});

describe("profiles as files", () => {
  const file = profileFile(GENERIC_PROFILES.generator);
  test("one that was saved is taken as it was, and holds no address", () => {
    expect(readProfileFile(file, "generator")).toEqual({
      ok: true,
      value: GENERIC_PROFILES.generator,
    });
    expect(Object.keys(JSON.parse(file)).sort()).toEqual([
      "commands",
      "format",
      "numbers",
      "role",
      "sampleFormat",
      "title",
      "version",
    ]);
  });
  test.each([
    ["", "not an instrument profile"],
    ["{}", "not an instrument profile"],
    ["null", "not an instrument profile"],
    [file.replace('"version": 1', '"version": 2'), "not an instrument profile"],
    [file.replace('"outputCount": 2', '"outputCount": "2"'), "not an instrument profile"],
    [file.replace('"*TRG"', '"*TRG?"'), "This is not a query"],
  ])("%j is refused: %s", (text, words) => {
    const taken = readProfileFile(text, "generator");
    expect(!taken.ok && taken.finding.advice).toContain(words);
  });
  test("one of another kind is not taken", () => {
    const taken = readProfileFile(file, "voltmeter");
    expect(!taken.ok && taken.finding.advice).toContain("another kind of instrument");
  });
});

test("a command is tried with little enough in its blanks", () => {
  expect(triedLines(GENERIC_PROFILES.generator, "sine")).toEqual([
    "SOURce1:FUNCtion:SHAPe SINusoid",
    "SOURce1:FREQuency:CW 1000",
    "SOURce1:VOLTage:LEVel:IMMediate:AMPLitude 0.02",
  ]);
});

test("an output goes on with next to nothing when that is tried, and off again", () => {
  const lines = triedLines(GENERIC_PROFILES.generator, "outputOn");
  expect(lines.indexOf("SOURce1:VOLTage:LEVel:IMMediate:AMPLitude 0.02")).toBeLessThan(
    lines.indexOf("OUTPut1:STATe ON"),
  );
  expect(lines[lines.length - 1]).toBe("OUTPut1:STATe OFF");
  expect(triedLines(GENERIC_PROFILES.supply, "outputOn")).toEqual([
    "SOURce:VOLTage:LEVel:IMMediate:AMPLitude 0",
    "SOURce:CURRent:LEVel:IMMediate:AMPLitude 0.1",
    "OUTPut:STATe ON",
    "OUTPut:STATe OFF",
  ]);
});

test("a mistake stands beside the command that was typed, and that is not tried", async () => {
  const user = userEvent.setup();
  function Owner() {
    const [draft, setDraft] = useState<InstrumentDraft>(
      asDrafts({ instruments: [newNetworkInstrument("x", "voltmeter")] })[0],
    );
    return (
      <ProfilePanel
        draft={draft}
        isKept
        isReached
        onChange={(part) => setDraft({ ...draft, ...part })}
        onClose={() => {}}
      />
    );
  }
  render(provided(<Owner />));
  const read = screen.getByLabelText("Read V RMS");
  expect(screen.getByRole("button", { name: "Try it: Read V RMS" })).toHaveProperty(
    "disabled",
    false,
  );
  await user.clear(read);
  await user.type(read, "READ");
  expect(screen.getByText("It must end with a query (“?”).")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Try it: Read V RMS" })).toHaveProperty(
    "disabled",
    true,
  );
  await user.click(screen.getByRole("button", { name: "Restore standard commands" }));
  expect(screen.getByLabelText("Read V RMS")).toHaveProperty("value", "READ?");
});

test("each role is filled with an instrument of its kind, or with none", async () => {
  const user = userEvent.setup();
  const chosen: object[] = [];
  render(
    provided(
      <ChoicesPanel
        instruments={{
          instruments: [
            newNetworkInstrument("g", "generator"),
            newNetworkInstrument("s", "oscilloscope"),
          ],
        }}
        choice={{ ...rigSchema.getDefault().network, oscilloscopeId: "s" }}
        probe="grounded probe"
        outputs={2}
        onChoice={(change) => chosen.push(change)}
      />,
    ),
  );
  const generator = screen.getByLabelText(/^Function generator/);
  expect([...generator.querySelectorAll("option")].map(({ textContent }) => textContent)).toEqual([
    "none",
    "Function generator",
  ]);
  await user.selectOptions(generator, "g");
  await user.selectOptions(screen.getByLabelText("Amplifier input on channel"), "3");
  await user.selectOptions(screen.getByLabelText(/^Oscilloscope/), "none");
  expect(chosen).toEqual([{ generatorId: "g" }, { sourceChannel: 3 }, { oscilloscopeId: null }]);
});
