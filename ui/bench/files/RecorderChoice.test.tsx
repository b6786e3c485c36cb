/** @jest-environment jsdom */
// The full scale of a recorder is asked once, and known from then on.
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { saveWorkshopDocument } from "../../parts/saves";
import { provided } from "../../testing/provided";
import { RecorderChoice } from "./RecorderChoice";

jest.mock("../../parts/saves");
const save = jest.mocked(saveWorkshopDocument);

const shown = (calibratedVolts: number | null) => {
  const told: (number | null)[] = [];
  const recorders = [{ id: "pocket", name: "Pocket recorder", fullScaleVolts: 62.5 }];
  render(
    provided(
      <RecorderChoice
        recorders={{ recorders, revision: 3 }}
        calibratedVolts={calibratedVolts}
        onFullScale={(volts) => told.push(volts)}
      />,
    ),
  );
  return told;
};
const choose = (value: string) =>
  fireEvent.change(screen.getByLabelText("Recorded with"), { target: { value } });
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

test("one that is known fills the full scale, and the rig's own converter is there as before", () => {
  const told = shown(48.1);
  choose("pocket");
  choose("");
  expect(told).toEqual([62.5, 48.1]);
  expect(screen.getByText("converter of the rig, 48.10 V")).toBeTruthy();
});

test("another is named, checked beside its fields, and kept with those that are there", async () => {
  save.mockResolvedValue({ ok: true, value: { revision: 4, frame: null } } as never);
  const told = shown(null);
  choose("another");
  type("Name", "Field box");
  type("Full scale, across the load", "loud");
  fireEvent.click(screen.getByText("Save recorder"));
  expect(await screen.findByText(/Enter the volts across the load at full scale/)).toBeTruthy();
  expect(save).not.toHaveBeenCalled();
  type("Full scale, across the load", "31.6");
  fireEvent.click(screen.getByText("Save recorder"));
  await waitFor(() => expect(told).toEqual([31.6]));
  expect(save).toHaveBeenCalledWith("recorders", {
    recorders: [
      expect.objectContaining({ name: "Pocket recorder" }),
      expect.objectContaining({ name: "Field box", fullScaleVolts: 31.6 }),
    ],
    revision: 3,
  });
  expect((screen.getByLabelText("Recorded with") as HTMLSelectElement).value).not.toBe("another");
});

test("one that another window has added meanwhile stays, and this one joins it", async () => {
  const theirs = { id: "theirs", name: "Their recorder", fullScaleVolts: 10 };
  const conflict = { now: { recorders: [theirs] }, revision: 9 };
  save.mockReset();
  save.mockResolvedValueOnce({ ok: false, errors: { "": "changed" }, conflict } as never);
  save.mockResolvedValueOnce({ ok: true, value: { revision: 10, frame: null } } as never);
  const told = shown(null);
  choose("another");
  type("Name", "Field box");
  type("Full scale, across the load", "31.6");
  fireEvent.click(screen.getByText("Save recorder"));
  await waitFor(() => expect(told).toEqual([31.6]));
  const [, sent] = save.mock.calls[1];
  expect(sent).toMatchObject({ recorders: [theirs, { name: "Field box" }], revision: 9 });
});

test("what the server has to say stands beside it, and nothing is lost", async () => {
  save.mockResolvedValue({
    ok: false,
    errors: { "recorders[1].name": "Keep the name short." },
  } as never);
  const told = shown(null);
  choose("another");
  type("Name", "Field box");
  type("Full scale, across the load", "31.6");
  fireEvent.click(screen.getByText("Save recorder"));
  expect(await screen.findByText("Keep the name short.")).toBeTruthy();
  expect(told).toEqual([]);
  expect((screen.getByLabelText("Name") as HTMLInputElement).value).toBe("Field box");
});
