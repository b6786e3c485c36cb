import { differences } from "./differences";

test("only what differs, by where it stands in words", () => {
  const here = { massKilograms: 4.2, supplies: [{ id: "a", name: "brick", volts: 24 }], size: "" };
  const there = {
    massKilograms: 4.2,
    supplies: [{ id: "b", name: "brick", volts: 32 }],
    size: "big",
  };
  expect(differences(here, there)).toEqual([
    { name: "supplies, 1, volts", here: "24", there: "32" },
    { name: "size", here: "", there: "big" },
  ]);
});

test("what one of them does not have is null there", () => {
  expect(differences({ runs: ["a"] }, { runs: ["a", "b"] })).toEqual([
    { name: "runs, 2", here: null, there: "b" },
  ]);
});

test("the same is no difference, whatever its revision", () =>
  expect(differences({ a: 1, revision: 1 }, { a: 1, revision: 7 })).toEqual([]));
