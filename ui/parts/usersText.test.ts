import { otherUsersText, usersText } from "./usersText";

const used = (userCount: number) => ({
  users: ["A", "B", "C", "D", "E"].slice(0, userCount).map((name) => ({
    id: name,
    name,
    isDeleted: false,
  })),
  userCount,
});

test.each([
  [0, ""],
  [1, "A"],
  [2, "A and B"],
  [3, "A, B and C"],
  [5, "A, B, C and 2 more"],
  [2000, "A, B, C and 1997 more"],
])("%i of them: %s", (count, text) => expect(usersText(used(count))).toBe(text));

test("the others are those without the one that is on the screen, whether it is among the first or not", () => {
  expect(otherUsersText(used(2), "B")).toBe("A");
  expect(otherUsersText(used(1), "A")).toBe("");
  expect(otherUsersText(used(2000), "somewhere later")).toBe("A, B, C and 1996 more");
});
