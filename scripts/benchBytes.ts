// How much JavaScript a first view of each page takes over the wire: npm run bench:bytes
// Ends with a failure when a page takes more than is allowed.
import { shows } from "@/e2e/browser";
import { withDemo } from "./withDemo";

const MOST_KILOBYTES = 350;

const PAGES: readonly (readonly [string, string])[] = [
  ["brief", "Claims"],
  ["forecast", "By load"],
  ["load", "Dummy loads"],
  ["rig", "Wiring and safety"],
  ["plan", "pauses included"],
  ["bench", "runs saved"],
  ["verdict", "by rating method"],
  ["compare", "Comparison"],
  ["sheet", "The page"],
];

/** Runs in the page: bytes of all scripts, compressed. */
const SCRIPT_BYTES = `return performance.getEntriesByType("resource")
  .filter(({ initiatorType, name }) => initiatorType === "script" || /\\.js(\\?|$)/.test(name))
  .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0);`;

void withDemo(async ({ driver, url, stage }) => {
  let isOver = false;
  const report = async (name: string): Promise<void> => {
    const kilobytes = (await driver.executeScript<number>(SCRIPT_BYTES)) / 1000;
    isOver ||= kilobytes > MOST_KILOBYTES;
    console.log(`${name.padEnd(10)} ${kilobytes.toFixed(0).padStart(5)} kB of ${MOST_KILOBYTES}`);
  };
  await driver.get(url);
  await shows(driver, "Tollgate Sixty");
  await report("shelf");
  for (const [name, text] of PAGES) {
    await stage(name, text);
    await report(name);
  }
  if (isOver) process.exitCode = 1;
});
