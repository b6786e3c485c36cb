/** @jest-environment jsdom */
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { ALL_OF_THE_SHELF, viewFrom, type ShelfOrder, type ShelfRow } from "@/records";
import { provided } from "../testing/provided";
import { ShelfTable } from "./ShelfTable";

jest.mock("next/navigation", () => ({ useRouter: () => ({ push: () => {} }) }));

const row = (change: Partial<ShelfRow> = {}): ShelfRow => ({
  id: "a",
  name: "Tollgate Sixty",
  line: "1978, class AB, stereo",
  kind: "home",
  topology: "class AB",
  year: 1978,
  channelCount: 2,
  claim: {
    text: "60 W per channel",
    outcome: "met",
    sentence: "Met.",
    isSimulated: false,
    reading: null,
    margin: null,
    otherReading: null,
    strip: null,
  },
  counts: { claims: 3, judged: 2, kept: 1 },
  claimedWatts: 60,
  honestWatts: 52,
  supplies: ["linear", "battery"],
  massKilograms: 9.5,
  price: 1200.4,
  labels: ["on loan", "spring"],
  createdAt: "2026-01-01T12:00:00Z",
  lastRunAt: null,
  deletedAt: null,
  found: null,
  ...change,
});

const show = (
  columns: readonly ShelfOrder[],
  { rows = [row()], asked = {} }: { rows?: ShelfRow[]; asked?: Record<string, string> } = {},
) => {
  const orders: unknown[] = [];
  render(
    provided(
      <ShelfTable
        rows={rows}
        view={{ ...ALL_OF_THE_SHELF, ...viewFrom(asked) }}
        columns={columns}
        onOrder={(order) => orders.push(order)}
      />,
    ),
  );
  return orders;
};
const headings = () => screen.getAllByRole("columnheader").map(({ textContent }) => textContent);

test("the name is always there; the others are those that were chosen, in their own order", () => {
  show(["price", "year", "labels"]);
  expect(headings()).toEqual(["Amplifier", "Year", "Price", "Labels"]);
  const cells = screen.getAllByRole("cell").map(({ textContent }) => textContent);
  expect(cells.slice(1)).toEqual(["1978", "1200", "on loanspring"]);
});

test("what is not known is left empty, and what was not tested says so", () => {
  show(["honest", "kept", "last-run", "mass"], {
    rows: [
      row({
        honestWatts: null,
        massKilograms: null,
        counts: { claims: 2, judged: 0, kept: 0 },
      }),
    ],
  });
  const cells = screen.getAllByRole("cell").map(({ textContent }) => textContent);
  expect(cells.slice(1)).toEqual(["none tested", "", "", "none yet"]);
});

test("a press on a column orders by it, another turns it round", async () => {
  const first = show(["year"]);
  await userEvent.click(screen.getByRole("button", { name: "Year" }));
  expect(first).toEqual([{ order: "year", descending: false }]);
});

test("the column that orders says which way, and turns round", async () => {
  const orders = show(["year"], { asked: { order: "year" } });
  const heading = screen.getByRole("columnheader", { name: "Year" });
  expect(heading.getAttribute("aria-sort")).toBe("ascending");
  await userEvent.click(within(heading).getByRole("button"));
  expect(orders).toEqual([{ order: "year", descending: true }]);
});

test("a name leads to the verdict where something was judged, else to the bench, else to the brief", () => {
  show([], {
    rows: [
      row(),
      row({ id: "b", counts: { claims: 1, judged: 0, kept: 0 } }),
      row({ id: "c", claim: null, counts: { claims: 0, judged: 0, kept: 0 } }),
      row({ id: "d", deletedAt: "2026-02-01T00:00:00Z" }),
    ],
  });
  expect(screen.getAllByRole("link").map((link) => link.getAttribute("href"))).toEqual([
    "/amplifiers/a/verdict",
    "/amplifiers/b/bench",
    "/amplifiers/c/brief",
  ]);
});

test("what was looked for is marked where it stands, and the place leads there", () => {
  show([], {
    rows: [row({ found: { place: "Logbook", parts: ["the ", "relay", " clicks"] } })],
  });
  expect(screen.getByText("relay").tagName).toBe("MARK");
  expect(screen.getByRole("link", { name: "Logbook" }).getAttribute("href")).toBe(
    "/amplifiers/a/log",
  );
});
