import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { By } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { openBrowser, shows, press } from "@/e2e/browser";
import { startServer } from "@/e2e/server";
import { openDatabase } from "@/store";
const main = async () => {
  mkdirSync("/tmp/shots", { recursive: true });
  const folder = mkdtempSync(join(tmpdir(), "rimebank-adhoc-"));
  const db = await openDatabase(folder);
  await makeDemo(db, folder, new Date("2026-11-25T10:00:00Z"));
  await db.destroy();
  const server = await startServer(folder);
  const browser = await openBrowser();
  const { driver } = browser;
  const picture = async (name: string) => writeFileSync(`/tmp/shots/${name}.png`, await driver.takeScreenshot(), "base64");
  try {
    await driver.get(server.url);
    await shows(driver, "Tollgate Sixty");
    const hrefOf = async (name: string) => (await driver.findElement(By.partialLinkText(name)).getAttribute("href")) ?? "";
    const home = await hrefOf("Tollgate Sixty"), mini = await hrefOf("Pinwheel");
    const stage = async (base: string, name: string) => { await driver.get(base.replace(/[^/]+$/, name)); await driver.sleep(1200); };
    const full = async (name: string) => { // whole page
      const h = Number(await driver.executeScript("return document.documentElement.scrollHeight"));
      await driver.manage().window().setRect({ width: 1280, height: Math.min(2400, h + 140) }); await driver.sleep(500); await picture(name); await driver.manage().window().setRect({ width: 1280, height: 940 }); };
    const only = (process.argv[2] ?? "").split(",").filter(Boolean);
    const want = (n: string) => only.length === 0 || only.includes(n);
    if (want("brief")) { await stage(home, "brief"); await full("brief"); }
    if (want("forecast")) { await stage(mini, "forecast"); await driver.sleep(2500); await full("forecast"); }
    if (want("load")) { await stage(home, "load"); await picture("load"); }
    if (want("finder")) { await stage(home, "load"); await press(driver, "Find one"); await driver.sleep(1800); await full("finder"); }
    if (want("shelf")) { await stage(home, "load"); await press(driver, "Resistors (10)"); await driver.sleep(800); await picture("resistors"); }
    if (want("rig")) { await stage(mini, "rig"); await picture("rig-mini"); await stage(home, "rig"); await picture("rig"); await press(driver, "Divider and calibration"); await driver.sleep(500); await picture("rig-reading"); await press(driver, "Instruments (4)"); await driver.sleep(500); await picture("instruments"); }
    if (want("plan")) { await stage(home, "plan"); await driver.sleep(500); await full("plan"); }
    if (want("new")) { await stage(home, "bench"); await press(driver, "New run"); await driver.sleep(2500); await picture("newrun"); await press(driver, "From a recording"); await driver.sleep(600); await picture("recording"); }
  } finally { await browser.close(); await server.kill("SIGTERM"); rmSync(folder, { recursive: true, force: true }); }
};
main().catch((e) => { console.error(e); process.exitCode = 1; });
