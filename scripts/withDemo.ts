import { mkdtempSync, rmSync } from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { join } from "node:path";
import { By, type WebDriver } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { players } from "@/demo/players";
import { openBrowser, rests, shows } from "@/e2e/browser";
import { startServer } from "@/e2e/server";
import { openDatabase } from "@/store";

export type DemoPage = {
  driver: WebDriver;
  url: string;
  /** For files; it is gone afterwards. */
  folder: string;
  /** Opens a stage of the demo's home amplifier, and waits until it shows a text and its forms are ready. */
  stage(name: string, text: string): Promise<void>;
  /** Chooses in a list by its id. */
  choose(id: string, value: string): Promise<void>;
};

/** Runs the built application on the demo data in a browser of its own, and ends both. */
export const withDemo = async (work: (page: DemoPage) => Promise<void>): Promise<void> => {
  const folder = mkdtempSync(join(tmpdir(), "rimebank-demo-"));
  const db = await openDatabase(folder);
  const { play, letGo } = players(folder, availableParallelism());
  await makeDemo(db, folder, new Date("2026-11-25T10:00:00Z"), { play }).finally(letGo);
  await db.destroy();
  const server = await startServer(folder);
  const browser = await openBrowser();
  const { driver } = browser;
  try {
    await driver.get(server.url);
    await shows(driver, "Tollgate Sixty");
    const home =
      (await driver.findElement(By.partialLinkText("Tollgate Sixty")).getAttribute("href")) ?? "";
    const stage = async (name: string, text: string): Promise<void> => {
      await driver.get(home.replace(/[^/]+$/, name));
      await shows(driver, text);
      // Hydration fills the forms a moment after their labels show.
      await rests(driver);
    };
    await work({
      driver,
      url: server.url,
      folder,
      stage,
      choose: (id, value) => driver.findElement(By.css(`#${id} option[value='${value}']`)).click(),
    });
  } finally {
    await browser.close();
    await server.kill("SIGTERM");
    rmSync(folder, { recursive: true, force: true });
  }
};
