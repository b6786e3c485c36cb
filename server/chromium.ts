import "server-only";
import { spawn } from "node:child_process";
import { existsSync } from "node:fs";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { Refusal } from "./requests";

const PLACES = ["/usr/bin/chromium", "/usr/bin/chromium-browser", "/usr/bin/google-chrome"];
const PATIENCE_MS = 60_000;

/** The Chromium of this machine; null where there is none. RIMEBANK_CHROMIUM names another. */
export const chromiumPath = (): string | null => {
  const named = process.env.RIMEBANK_CHROMIUM;
  const places = named === undefined ? PLACES : [named];
  return places.find((place) => place !== "" && existsSync(place)) ?? null;
};

/** What is said where there is no Chromium. */
const MISSING =
  "No Chromium found on this machine. Save the HTML page and print it from your browser, or install Chromium.";

let last: Promise<unknown> = Promise.resolve();

/** One at a time: each takes a hundred megabytes or two. */
const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
  const mine = last.then(work, work);
  last = mine.catch(() => {});
  return mine;
};

type Drawing = { to: "pdf" } | { to: "png"; width: number; height: number };

/**
 * Has Chromium draw a page that stands alone. It gets a profile of its own, which is removed afterwards, and no way to any network.
 * @throws {Refusal} 501 where there is none, 500 where it fails
 */
export const drawnByChromium = (
  html: string,
  drawing: Drawing,
): Promise<Uint8Array<ArrayBuffer>> => {
  const path = chromiumPath();
  if (path === null) throw new Refusal(501, MISSING);
  return inTurn(async () => {
    const folder = await mkdtemp(join(tmpdir(), "rimebank-page-"));
    try {
      const [page, out] = [join(folder, "page.html"), join(folder, `page.${drawing.to}`)];
      await writeFile(page, html);
      await run(path, [...argumentsFor(folder, out, drawing), pathToFileURL(page).href]);
      return new Uint8Array(await readFile(out));
    } catch (error) {
      console.error(error);
      throw new Refusal(
        500,
        "Chromium could not render the page. Save the HTML page and print it from your browser.",
      );
    } finally {
      await rm(folder, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
    }
  });
};

const argumentsFor = (folder: string, out: string, drawing: Drawing): string[] => [
  "--headless=new",
  "--disable-gpu",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--disable-dev-shm-usage",
  "--host-resolver-rules=MAP * ~NOTFOUND",
  `--user-data-dir=${join(folder, "profile")}`,
  // Its sandbox does not work for the root user, as in a container.
  ...(process.getuid?.() === 0 ? ["--no-sandbox"] : []),
  ...(drawing.to === "pdf"
    ? ["--no-pdf-header-footer", `--print-to-pdf=${out}`]
    : [
        "--hide-scrollbars",
        "--force-device-scale-factor=1",
        `--window-size=${drawing.width},${drawing.height}`,
        `--screenshot=${out}`,
      ]),
];

const run = (path: string, args: readonly string[]): Promise<void> =>
  new Promise((resolve, reject) => {
    const child = spawn(path, args, { stdio: "ignore" });
    const timer = setTimeout(() => child.kill("SIGKILL"), PATIENCE_MS);
    child.once("error", reject);
    child.once("exit", (code) => {
      clearTimeout(timer);
      if (code === 0) resolve();
      else reject(new Error(`Chromium ended with ${code}`));
    });
  });
