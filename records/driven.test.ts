import { drivenIn, drivenTyped } from ".";

test.each([
  ["2", 2, 2, []],
  ["5", 5, 5, []],
  ["A", 2, 1, [0]],
  ["a, c", 5, 2, [0, 2]],
  ["C and A", 5, 2, [0, 2]],
  ["AB", 2, 2, [0, 1]],
  ["all", 5, 5, []],
])("“%s” of %i channels is %i driven, %j", (text, channelCount, count, places) =>
  expect(drivenIn(text, channelCount)).toEqual({ count, places }),
);

test.each([
  ["", 2],
  ["0", 2],
  ["17", 2],
  ["1.5", 2],
  ["C", 2],
  ["front", 5],
  ["A-1", 2],
])("“%s” of %i channels is neither a number nor channels of it", (text, channelCount) =>
  expect(drivenIn(text, channelCount)).toBeNull(),
);

test("as typed and read again it is the same", () => {
  for (const driven of [
    { count: 2, places: [] },
    { count: 2, places: [1, 3] },
  ])
    expect(drivenIn(drivenTyped(driven), 5)).toEqual(driven);
});
