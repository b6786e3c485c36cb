/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { provided } from "../../testing/provided";
import { ANSWER_SECONDS, StillThere } from "./StillThere";

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const MINUTE = 60_000;
const shown = () => {
  const gone = jest.fn();
  render(provided(<StillThere minutes={5} onGone={gone} />));
  return gone;
};
const pass = (milliseconds: number) => act(() => jest.advanceTimersByTime(milliseconds));

test("it asks after so many minutes, and without an answer the output is turned off", () => {
  const gone = shown();
  pass(5 * MINUTE - 1);
  expect(screen.queryByRole("alertdialog")).toBeNull();
  pass(2);
  expect(screen.getByRole("alertdialog").textContent).toContain("Still there?");
  pass(1000 * ANSWER_SECONDS - 10);
  expect(gone).not.toHaveBeenCalled();
  pass(20);
  expect(gone).toHaveBeenCalledTimes(1);
});

test.each<[string, () => unknown]>([
  ["a key", () => fireEvent.keyDown(window, { key: "ArrowUp" })],
  ["a touch", () => fireEvent.pointerDown(window)],
])("%s is an answer: it asks no more until the time has passed anew", (_, answer) => {
  const gone = shown();
  pass(5 * MINUTE + 1000);
  act(() => void answer());
  expect(screen.queryByRole("alertdialog")).toBeNull();
  pass(4 * MINUTE);
  expect(gone).not.toHaveBeenCalled();
  // Whoever turns the drive all the while is never asked.
  act(() => void answer());
  pass(4 * MINUTE);
  expect(screen.queryByRole("alertdialog")).toBeNull();
});
