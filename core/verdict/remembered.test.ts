import { remembered } from "./remembered";

test("what was asked once of a thing is not worked out again; another thing alike is another", () => {
  let asked = 0;
  const lengthOf = remembered((list: readonly number[]) => {
    asked++;
    return list.length;
  });
  const list = [1, 2];
  expect([lengthOf(list), lengthOf(list), asked]).toEqual([2, 2, 1]);
  expect([lengthOf([1, 2]), asked]).toEqual([2, 2]);
});
