/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { provided } from "../testing/provided";
import { Explain } from "./Explain";
import { GLOSSARY } from "./glossary";
import { WordsScreen } from "./WordsScreen";

// What places a popover watches sizes, which this page without a screen has none of.
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});

test("an explanation is one press away", async () => {
  render(provided(<Explain term="knee" of="Knee" />));
  await userEvent.click(screen.getByRole("button", { name: "What is Knee?" }));
  expect(await screen.findByText(GLOSSARY.knee.what)).toBeTruthy();
  expect(screen.getByText(/Where distortion exceeds/)).toBeTruthy();
});

test("all words are there, and are found by what they say", async () => {
  render(provided(<WordsScreen />));
  expect(screen.getAllByRole("term").length).toBe(Object.keys(GLOSSARY).length);
  await userEvent.type(screen.getByLabelText("Find a term"), "guard band");
  expect(screen.getAllByRole("term").map(({ textContent }) => textContent)).toEqual([
    "Guard band",
    "Nominal load",
  ]);
  await userEvent.type(screen.getByLabelText("Find a term"), " of nothing");
  expect(screen.getByText("No term found for “guard band of nothing”.")).toBeTruthy();
});
