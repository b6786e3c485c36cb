import { existsSync, readdirSync } from "node:fs";
import { tmpdir } from "node:os";
import { chromiumPath, drawnByChromium } from "./chromium";

const { RIMEBANK_CHROMIUM } = process.env;
afterEach(() => {
  if (RIMEBANK_CHROMIUM === undefined) delete process.env.RIMEBANK_CHROMIUM;
  else process.env.RIMEBANK_CHROMIUM = RIMEBANK_CHROMIUM;
});
const leftBehind = () => readdirSync(tmpdir()).filter((name) => name.startsWith("rimebank-page-"));

test.each(["", "/nowhere/chromium"])(
  "without a Chromium (“%s”) it says what to do instead",
  (path) => {
    process.env.RIMEBANK_CHROMIUM = path;
    expect(chromiumPath()).toBeNull();
    expect(() => drawnByChromium("<p>", { to: "pdf" })).toThrow(/print it from your browser/);
  },
);

test("a program that draws nothing is reported in words, and nothing of it stays on the disk", async () => {
  const before = leftBehind();
  jest.spyOn(console, "error").mockImplementation(() => {});
  process.env.RIMEBANK_CHROMIUM = ["/bin/false", "/usr/bin/false"].find(existsSync);
  await expect(drawnByChromium("<p>", { to: "png", width: 10, height: 10 })).rejects.toMatchObject({
    status: 500,
    message: expect.stringContaining("could not render the page") as string,
  });
  expect(leftBehind()).toEqual(before);
});
