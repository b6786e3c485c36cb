/** @jest-environment jsdom */
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { ALL_OF_THE_SHELF, viewFrom } from "@/records";
import { provided } from "../testing/provided";
import { ShelfFilters } from "./ShelfFilters";

const show = (asked: Record<string, string> = {}, labels: string[] = []) => {
  const changes: object[] = [];
  render(
    provided(
      <ShelfFilters
        view={viewFrom(asked)}
        labels={labels}
        onFilter={(change) => changes.push(change)}
      />,
    ),
  );
  return changes;
};

test("a choice filters at once; choosing any takes it away", async () => {
  const changes = show({ supply: "brick" });
  await userEvent.selectOptions(screen.getByLabelText("Outcome"), "a claim not met");
  await userEvent.selectOptions(screen.getByLabelText("Supply"), "any");
  expect(changes).toEqual([{ outcome: "missed" }, { supply: null }]);
});

test("labels are offered where any are given", async () => {
  const changes = show({}, ["on loan", "spring"]);
  await userEvent.selectOptions(screen.getByLabelText("With label"), "spring");
  expect(changes).toEqual([{ label: "spring" }]);
});

test("without labels none can be chosen", () => {
  show();
  expect(screen.queryByLabelText("With label")).toBeNull();
});

test("a bound is taken when the typing pauses, as it is written at the bench, beside the other bound", async () => {
  const changes = show({ "watts-from": "40" });
  await userEvent.type(screen.getByLabelText("Power up to"), "0,06 k");
  await waitFor(() => expect(changes).toHaveLength(1));
  expect(changes[0]).toEqual({
    bounds: { ...ALL_OF_THE_SHELF.bounds, watts: { from: 40, to: 60 } },
  });
});

test("an invalid number is reported beside its field, and filters nothing", async () => {
  const changes = show();
  await userEvent.type(screen.getByLabelText("Year from"), "old");
  await screen.findByText("A number.");
  expect(changes).toEqual([]);
});

test("clearing keeps the kind, and where is looked", async () => {
  const changes = show({ kind: "mini", on: "archive", outcome: "met", "year-from": "1970" });
  await userEvent.click(screen.getByRole("button", { name: "Clear" }));
  expect(changes).toEqual([
    {
      find: "",
      place: "archive",
      kind: "mini",
      outcome: null,
      supply: null,
      label: null,
      bounds: ALL_OF_THE_SHELF.bounds,
    },
  ]);
});
