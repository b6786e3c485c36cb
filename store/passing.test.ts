import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { clearPassing, passingFolder } from "./passing";

test("what was on its way when the program was ended is cleared away, and nothing else", () => {
  const folder = mkdtempSync(join(tmpdir(), "rimebank-passing-"));
  const [one, other] = [passingFolder(folder), passingFolder(folder)];
  expect(one).not.toBe(other);
  writeFileSync(join(one, "review.zip"), "half of it");
  mkdirSync(join(folder, "captures"));
  clearPassing(folder);
  expect([one, other, join(folder, "captures")].map((each) => existsSync(each))).toEqual([
    false,
    false,
    true,
  ]);
  rmSync(folder, { recursive: true });
});
