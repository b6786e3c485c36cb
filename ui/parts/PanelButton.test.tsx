/** @jest-environment jsdom */
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { provided } from "../testing/provided";
import { PanelButton } from "./PanelButton";

// What places a panel watches sizes, which this page without a screen has none of.
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});

const shown = () =>
  render(
    provided(
      <>
        <PanelButton title="Probe" width="300px" panel={<p>grounded</p>}>
          capsule
        </PanelButton>
        <button type="button">elsewhere</button>
      </>,
    ),
  );
const capsule = () => screen.getByRole("button", { name: "capsule" });

test("a press opens the panel, called by its title; the button says whether it is open", async () => {
  shown();
  expect(capsule().getAttribute("aria-expanded")).toBe("false");
  expect(screen.queryByText("grounded")).toBeNull();
  await userEvent.click(capsule());
  expect(await screen.findByRole("dialog", { name: "Probe" })).toBeTruthy();
  expect(screen.getByText("grounded")).toBeTruthy();
  expect(capsule().getAttribute("aria-expanded")).toBe("true");
});

/** It listens for these a frame after it opened. Nobody is as quick as a test, so they are repeated until they are heard; twice does no harm. */
const untilClosed = (press: () => Promise<unknown>) => () =>
  waitFor(async () => {
    await press();
    expect(screen.queryByText("grounded")).toBeNull();
  });
const pressEsc = untilClosed(() => userEvent.keyboard("{Escape}"));

test.each([
  ["Esc", pressEsc],
  ["a press on the button", () => userEvent.click(capsule())],
  ["a press elsewhere", untilClosed(() => userEvent.click(screen.getByText("elsewhere")))],
])("%s closes it, and it opens again", async (_, close) => {
  shown();
  await userEvent.click(capsule());
  await screen.findByText("grounded");
  await close();
  await waitFor(() => expect(screen.queryByText("grounded")).toBeNull());
  await userEvent.click(capsule());
  expect(await screen.findByText("grounded")).toBeTruthy();
});

test("Esc gives the focus back to the button", async () => {
  shown();
  await userEvent.click(capsule());
  await screen.findByText("grounded");
  await pressEsc();
  await waitFor(() => expect(document.activeElement).toBe(capsule()));
});
