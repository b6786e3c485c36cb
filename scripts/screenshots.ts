// Pictures of the main views, made from the demo data, for the README: npm run screenshots
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { By } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { openBrowser, press, shows } from "@/e2e/browser";
import { startServer } from "@/e2e/server";
import { openDatabase } from "@/store";

const OUT = resolve(__dirname, "../docs/screenshots");

const main = async (): Promise<void> => {
  mkdirSync(OUT, { recursive: true });
  const folder = mkdtempSync(join(tmpdir(), "rimebank-pictures-"));
  const db = await openDatabase(folder);
  await makeDemo(db, folder, new Date("2026-11-25T10:00:00Z"));
  await db.destroy();
  const server = await startServer(folder);
  const browser = await openBrowser();
  const { driver } = browser;
  const picture = async (name: string) => writeFileSync(join(OUT, `${name}.png`), await driver.takeScreenshot(), "base64");
  try {
    await driver.get(server.url);
    await shows(driver, "Tollgate Sixty");
    await picture("shelf");
    const home = (await driver.findElement(By.partialLinkText("Tollgate Sixty")).getAttribute("href")) ?? "";
    const stage = async (name: string, text: string) => {
      await driver.get(home.replace(/[^/]+$/, name));
      await shows(driver, text);
      // Hydration fills the forms a moment after their labels show.
      await driver.sleep(700);
    };
    await stage("brief", "What is claimed");
    await picture("brief");
    await stage("load", "Dummy loads");
    await picture("load");
    await press(driver, "Find one");
    await shows(driver, "The best from your shelf");
    await driver.sleep(500);
    await picture("load-finder");
    await press(driver, "Resistors (");
    await shows(driver, "Resistors at hand");
    await picture("resistors");
    await stage("rig", "Wiring and safety");
    await picture("rig");
    await press(driver, "Divider and calibration");
    await shows(driver, "Loop-back check");
    await picture("rig-reading");
    await stage("plan", "pauses included");
    await picture("plan");
    await driver.get(server.url);
    const pinwheel = (await driver.findElement(By.partialLinkText("Pinwheel Dot 45")).getAttribute("href")) ?? "";
    await driver.get(pinwheel.replace(/[^/]+$/, "forecast"));
    await shows(driver, "Stopped by the supply", 30_000);
    await picture("forecast");
    await stage("bench", "Distortion against output");
    await picture("bench");
    await driver.executeScript("document.documentElement.classList.add('dark'); document.documentElement.style.colorScheme = 'dark'");
    await driver.sleep(300);
    await picture("bench-dark");
    await stage("verdict", "by each school");
    await picture("verdict");
    await stage("bench", "Distortion against output");
    await press(driver, "New run");
    await shows(driver, "Predicted output");
    await driver.sleep(1500);
    await picture("simulated-bench");
    await press(driver, "From a recording");
    await shows(driver, "Drop a WAV");
    await driver.sleep(300);
    await picture("new-run");
  } finally {
    await browser.close();
    await server.kill("SIGTERM");
    rmSync(folder, { recursive: true, force: true });
  }
};

main().catch((error: unknown) => {
  console.error(error);
  process.exitCode = 1;
});
