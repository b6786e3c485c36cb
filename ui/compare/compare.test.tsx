/** @jest-environment jsdom */
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import {
  FIGURE_COLUMNS,
  shortNames,
  type AmplifierFigure,
  type ShownMember,
} from "@/records/facts";
import { provided } from "../testing/provided";
import { FiguresTable } from "./FiguresTable";
import { memberText } from "./memberText";

beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
jest.mock("next/navigation", () => ({ useRouter: () => ({ prefetch: jest.fn() }) }));

const figures = (watts: number | null): AmplifierFigure[] =>
  FIGURE_COLUMNS.map(({ name, label }) => ({
    name,
    label,
    quantity: "watts",
    value: name === "watts-1" ? watts : null,
    stdUncertainty: 1,
    bound: null,
    runId: watts === null ? null : "r",
    isRehearsed: false,
  }));
const AMPLIFIERS = [
  { id: "a", name: "Fernlea One", figures: figures(20) },
  { id: "b", name: "Ashby Two", figures: figures(90) },
  { id: "c", name: "Corran Three", figures: figures(null) },
];
const names = () =>
  screen
    .getAllByRole("row")
    .slice(1)
    .map((row) => within(row).getAllByRole("cell")[0].textContent);

test("the table is sorted by any column, most first where more is better; what is not known goes last", async () => {
  render(provided(<FiguresTable amplifiers={AMPLIFIERS} />));
  expect(names()).toEqual(["Fernlea One", "Ashby Two", "Corran Three"]);
  await userEvent.click(screen.getByRole("button", { name: /W at 1 %/ }));
  expect(names()).toEqual(["Ashby Two", "Fernlea One", "Corran Three"]);
  await userEvent.click(screen.getByRole("button", { name: /W at 1 %/ }));
  expect(names()).toEqual(["Fernlea One", "Ashby Two", "Corran Three"]);
});

test("each figure has its uncertainty and leads to its run; columns that nobody fills are left out", () => {
  render(provided(<FiguresTable amplifiers={AMPLIFIERS} />));
  const link = screen.getByRole("link", { name: /90.*± 2/ });
  expect(link.getAttribute("href")).toBe("/amplifiers/b/bench?run=r");
  expect(screen.queryByText("damping")).toBeNull();
});

test("rows are found by a part of their name", async () => {
  render(provided(<FiguresTable amplifiers={AMPLIFIERS} />));
  await userEvent.type(screen.getByLabelText("Find"), "ash");
  expect(names()).toEqual(["Ashby Two"]);
});

const member = (name: string, more: object = {}) =>
  ({
    name,
    run: null,
    ratedWatts: null,
    member: {
      nominalOhms: 4,
      channelsDriven: 2,
      setting: "",
      isSimulated: false,
      channel: 0,
      ...more,
    },
  }) as unknown as ShownMember;

test("curves are named by as few words as tell them apart", () => {
  expect(shortNames([member("One"), member("Two", { nominalOhms: 8 })])).toEqual(["One", "Two"]);
  expect(shortNames([member("One"), member("One", { setting: "supply: large brick" })])).toEqual([
    "default setting",
    "large brick",
  ]);
  expect(shortNames([member("One"), member("One", { nominalOhms: 8 }), member("Two")])).toEqual([
    "One, 4 Ω",
    "One, 8 Ω",
    "Two, 4 Ω",
  ]);
  expect(shortNames([member("One")])).toEqual(["One"]);
});

test("a member's conditions in words", () =>
  expect(
    memberText({
      nominalOhms: 4,
      channelsDriven: 2,
      setting: "limiter: off",
      isSimulated: true,
      channel: 1,
    }),
  ).toBe("4\u00a0Ω, two channels driven, limiter: off, channel B, simulated"));
