/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { emptyDocument, type Details } from "@/records";
import { provided } from "../testing/provided";
import { SupplyAlone } from "./SupplyAlone";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: jest.fn() }) }));
const sent: unknown[] = [];
let isFull = false;
jest.mock("../parts/saves", () => ({
  saveDocument: (...asked: unknown[]) => {
    sent.push(asked);
    return Promise.resolve(
      isFull ? { ok: false, errors: { "": "The disk is full." } } : { ok: true, value: {} },
    );
  },
}));
beforeEach(() => {
  isFull = false;
  sessionStorage.clear();
});
// What places a popover watches sizes, which this page without a screen has none of.
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});

const details: Details = {
  ...emptyDocument("details"),
  revision: 3,
  supplies: [
    { name: "brick", kind: "brick", volts: 24, amperes: 3, watts: null, isInTheBox: true },
  ],
};

test("a test is typed in and kept with those before, and with the state that it was made from", async () => {
  render(provided(<SupplyAlone amplifierId="a" details={details} />));
  expect(screen.getByText(/24 V, 3 A: not tested/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText("Measured"), "3,1");
  await userEvent.type(screen.getByLabelText("At"), "23.8");
  await userEvent.type(screen.getByLabelText("Duration"), "900");
  await userEvent.click(screen.getByRole("button", { name: "Add" }));
  expect(sent).toEqual([
    [
      "a",
      "details",
      expect.objectContaining({
        revision: 3,
        supplyTests: [{ supply: "brick", amperes: 3.1, volts: 23.8, seconds: 900, then: "held" }],
      }),
    ],
  ]);
});

test("an invalid number is reported below its field, and stays there", async () => {
  render(provided(<SupplyAlone amplifierId="a" details={details} />));
  await userEvent.type(screen.getByLabelText("Measured"), "many");
  await userEvent.click(screen.getByRole("button", { name: "Add" }));
  expect(await screen.findByText("Enter the measured current in amperes.")).toBeTruthy();
  expect((screen.getByLabelText("Measured") as HTMLInputElement).value).toBe("many");
});

test("the label is judged by its tests, with where it gave way", () => {
  const tests = [
    { supply: "brick", amperes: 3, volts: 23.9, seconds: 900, then: "held" as const },
    { supply: "brick", amperes: 4.5, volts: 12, seconds: 0.2, then: "started anew" as const },
  ];
  render(provided(<SupplyAlone amplifierId="a" details={{ ...details, supplyTests: tests }} />));
  expect(screen.getByText(/24 V, 3 A: met/)).toBeTruthy();
  expect(screen.getByText(/At 4\.5 A it restarted/)).toBeTruthy();
});

test("what could not be kept stays in its fields, with what is the matter, and comes back after a reload", async () => {
  isFull = true;
  const { unmount } = render(provided(<SupplyAlone amplifierId="a" details={details} />));
  await userEvent.type(screen.getByLabelText("Measured"), "3.2");
  await userEvent.type(screen.getByLabelText("At"), "24");
  await userEvent.type(screen.getByLabelText("Duration"), "30");
  await userEvent.click(screen.getByRole("button", { name: "Add" }));
  expect(await screen.findByText(/The disk is full/)).toBeTruthy();
  expect((screen.getByLabelText("Measured") as HTMLInputElement).value).toBe("3.2");
  unmount();
  render(provided(<SupplyAlone amplifierId="a" details={details} />));
  expect((screen.getByLabelText("Measured") as HTMLInputElement).value).toBe("3.2");
});

test("a supply inside the amplifier is not to be tested alone: that would mean to open it", () => {
  const inside = { ...details.supplies[0], name: "inside", kind: "linear" as const };
  render(provided(<SupplyAlone amplifierId="a" details={{ ...details, supplies: [inside] }} />));
  expect(screen.queryByText("Supply alone")).toBeNull();
  expect(screen.queryByText(/a supply stays closed/)).toBeNull();
});
