/** @jest-environment jsdom */
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { entryOf, type Run } from "@/records";
import { runTrack } from "@/records/facts";
import { load, runOf } from "@/records/testing/run";
import { plannedRun } from "@/records/testing/planned";
import { provided } from "../testing/provided";
import { RunTrack } from "./RunTrack";

const ready = { loads: [load], isSimulated: true, hasUnconfirmed: false };

const places = (runs: Run[], planned = [plannedRun("power-sweep", "sweep")]) =>
  runTrack({ planned, runs: runs.map(entryOf), ready, schedule: null });

const show = (shown: ReturnType<typeof places>, chosenId: string | null = null) => {
  const pressed: string[] = [];
  render(
    provided(
      <RunTrack
        places={shown}
        chosenId={chosenId}
        onChoose={(id) => pressed.push(`run ${id}`)}
        onTakeUp={(id) => pressed.push(`plan ${id}`)}
      />,
    ),
  );
  return pressed;
};

test("a made run is chosen by pressing it; one that is still to be made is taken up", async () => {
  const pressed = show(
    places(
      [runOf([50, 48], { id: "a" })],
      [plannedRun("power-sweep", "sweep"), plannedRun("noise", "silence")],
    ),
  );
  await userEvent.click(screen.getByText("Power sweep"));
  await userEvent.click(screen.getByText("Noise and hum"));
  expect(pressed).toEqual(["run a", "plan silence"]);
  expect(screen.getByLabelText("made")).toBeTruthy();
  expect(screen.getByLabelText("next")).toBeTruthy();
});

test("repeats are one place, and each of them can be chosen there", async () => {
  const runs = ["c", "b", "a"].map((id) => runOf([50, 48], { id }));
  const pressed = show(places(runs), "b");
  const list = within(screen.getByRole("list", { name: "Runs" }));
  expect(list.getAllByRole("listitem")).toHaveLength(1);
  expect(list.getByLabelText("Repeat 2").getAttribute("aria-pressed")).toBe("true");
  await userEvent.click(list.getByLabelText("Repeat 1"));
  expect(pressed).toEqual(["run a"]);
});

test("repeats that are not on the screen are counted", () => {
  show(places(["b", "a"].map((id) => runOf([50, 48], { id }))));
  expect(screen.getByText(/× 2/)).toBeTruthy();
});

test("what has to wait says why", () => {
  show(places([], [plannedRun("power-sweep", "stress", { loadOhms: 2 })]));
  expect(screen.getByText("no 2 Ω load is built")).toBeTruthy();
});

test("many places are narrowed down by load, kind and channels, and shown again", async () => {
  const planned = [8, 4].flatMap((loadOhms) =>
    (
      [
        "power-sweep",
        "noise",
        "response",
        "burst",
        "spectrum",
        "gain",
        "crosstalk",
        "impedance",
      ] as const
    ).map((kind) => plannedRun(kind, `${kind} ${loadOhms}`, { loadOhms })),
  );
  show(places([], planned));
  const list = screen.getByRole("list", { name: "Runs" });
  const count = () => within(list).getAllByRole("button").length;
  expect(count()).toBe(16);
  await userEvent.selectOptions(screen.getByLabelText("Load"), "4 Ω");
  expect(count()).toBe(8);
  await userEvent.selectOptions(screen.getByLabelText("Kind"), "Spectrum");
  expect(count()).toBe(1);
  expect(screen.getByText(/1 shown/)).toBeTruthy();
  await userEvent.click(screen.getByText("Show all"));
  expect(count()).toBe(16);
});
