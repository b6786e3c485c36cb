/** @jest-environment jsdom */
// Readings by eye, with both hands busy: a key a spot, a number, Enter; or by touch.
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { heatLogSchema, type HeatLog, type HeatReading } from "@/records";
import { provided } from "../testing/provided";
import { TypedTemperatures } from "./TypedTemperatures";

const log: HeatLog = heatLogSchema.cast({
  id: "log",
  title: "Soak",
  startedAt: new Date(Date.now() - 90_000).toISOString(),
  roomCelsius: 22,
  spots: [
    { id: "left", name: "sink, left", place: "heat sink" },
    { id: "case", name: "case", place: "case" },
  ],
});

const shown = (): HeatReading[] => {
  const added: HeatReading[] = [];
  render(
    provided(
      <TypedTemperatures log={log} onAdd={(reading) => added.push(reading)} onRemove={() => {}} />,
    ),
  );
  return added;
};
const field = () => screen.getByRole("form", { name: "Reading" }).querySelector("input");
const takes = async (key: string) => {
  await userEvent.keyboard(key);
  await waitFor(() => expect(document.activeElement).toBe(field()));
};

test.each([
  ["45.2", 45.2],
  ["45,2", 45.2],
  ["113 F", 45],
])("key 1, %s, Enter: %s °C at the moment of the key", async (text, celsius) => {
  const added = shown();
  await takes("1");
  await userEvent.keyboard(`${text}{Enter}`);
  await waitFor(() => expect(added).toHaveLength(1));
  expect(added[0]).toMatchObject({ spotId: "left", hand: null });
  expect(added[0].celsius).toBeCloseTo(celsius, 10);
  expect(added[0].seconds).toBeGreaterThanOrEqual(90);
  expect(added[0].seconds).toBeLessThan(200);
  // The field is gone, so that the next key is a key again.
  expect(screen.queryByRole("form", { name: "Reading" })).toBeNull();
});

test.each(["warm", "900", "-41", ""])(
  "%j is told beside the field, and stays in it",
  async (text) => {
    const added = shown();
    await takes("2");
    await userEvent.keyboard(`${text}{Enter}`);
    expect((await screen.findByRole("alert")).textContent).toBe(
      "Enter degrees Celsius, such as 45.2, or 113 F.",
    );
    expect(field()?.value).toBe(text);
    expect(added).toEqual([]);
  },
);

test("another spot's key is that spot's, with an empty field; Escape takes none", async () => {
  const added = shown();
  await takes("1");
  await userEvent.keyboard("77{Escape}");
  expect(screen.queryByRole("form", { name: "Reading" })).toBeNull();
  await takes("2");
  expect(field()?.value).toBe("");
  await userEvent.keyboard("31{Enter}");
  await waitFor(() => expect(added.map(({ spotId }) => spotId)).toEqual(["case"]));
});

test("a hand on it is a reading without a number", async () => {
  const added = shown();
  await takes("1");
  await userEvent.click(screen.getByText("Brief touch only"));
  expect(added).toEqual([
    expect.objectContaining({ spotId: "left", celsius: null, hand: "moments" }),
  ]);
});
