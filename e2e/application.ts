import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { WebDriver } from "selenium-webdriver";
import { openBrowser, type Browser } from "./browser";
import { startServer, type Server } from "./server";

/** The application with a browser before it, for all tests of one file. */
export type Application = {
  driver(): WebDriver;
  url(): string;
  /** For files of the test; the records lie in its `data`. */ folder(): string;
  kill(): Promise<void>;
  /** Asks the server to end, and does not wait until it has. */
  askToEnd(): void;
  start(): Promise<void>;
};

/** Starts server and browser before the tests of the calling file, and ends both after them. */
export const application = (name: string): Application => {
  let folder: string, server: Server, browser: Browser;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), `rimebank-${name}-`));
    server = await startServer(join(folder, "data"));
    browser = await openBrowser();
  });
  afterAll(async () => {
    await browser?.close();
    await server?.kill("SIGTERM");
    rmSync(folder, { recursive: true, force: true });
  });
  return {
    driver: () => browser.driver,
    url: () => server.url,
    folder: () => folder,
    // At once: a polite end would wait most of a minute for the browser's idle connections.
    kill: () => server.kill("SIGKILL"),
    askToEnd: () => void server.kill("SIGTERM"),
    start: async () => {
      server = await startServer(join(folder, "data"), {}, Number(new URL(server.url).port));
    },
  };
};
