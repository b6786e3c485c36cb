import { newId } from "./newId";

test("ids are of one form, and none comes twice", () => {
  const ids = Array.from({ length: 2000 }, newId);
  expect(ids.every((id) => /^[0-9a-f]{32}$/.test(id))).toBe(true);
  expect(new Set(ids).size).toBe(ids.length);
});
