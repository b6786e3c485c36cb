import { ALL_OF_THE_SHELF, askedFor, isFiltered, labelsIn, viewFrom, type ShelfView } from ".";

const again = (view: ShelfView): ShelfView => viewFrom(Object.fromEntries(askedFor(view)));

test("a view comes back from its address as it was; the usual one asks for nothing", () => {
  expect(askedFor(ALL_OF_THE_SHELF).toString()).toBe("");
  const view: ShelfView = {
    find: "relay “clicks” & 40 %",
    place: "archive",
    kind: "mini",
    outcome: "not-tested",
    supply: "brick",
    label: "on loan, Ann",
    bounds: {
      year: { from: 1970, to: 1985 },
      watts: { from: 0, to: null },
      price: { from: null, to: 99.5 },
    },
    order: "price",
    descending: true,
    page: 3,
  };
  expect(again(view)).toEqual(view);
  const oldest: ShelfView = { ...ALL_OF_THE_SHELF, descending: false };
  expect(again(oldest)).toEqual(oldest);
});

test("what makes no sense in an address is left out", () => {
  const view = viewFrom({
    order: "beauty",
    down: "1",
    page: "-4",
    kind: "boat",
    outcome: "won",
    supply: ["linear", "brick"],
    "year-from": "long ago",
    "price-to": "",
    "watts-to": "Infinity",
  });
  expect(view).toEqual(ALL_OF_THE_SHELF);
});

test("a view is filtered by whatever leaves a condition and not by its order", () => {
  expect(isFiltered({ ...ALL_OF_THE_SHELF })).toBe(false);
  expect(isFiltered(viewFrom({ order: "price", page: "2" }))).toBe(false);
  for (const asked of [{ find: "x" }, { kind: "home" }, { "watts-from": "0" }, { label: "a" }])
    expect(isFiltered(viewFrom(asked))).toBe(true);
});

test.each([
  ["", []],
  [" , ,", []],
  ["on loan,  to   sell ", ["on loan", "to sell"]],
  ["Loan, loan, Loan, LOAN, tubes", ["Loan", "tubes"]],
])("labels in “%s”", (text, labels) => {
  expect(labelsIn(text)).toEqual(labels);
});
