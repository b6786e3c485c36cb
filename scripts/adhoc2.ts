import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { By, Key } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { openBrowser, shows } from "@/e2e/browser";
import { startServer } from "@/e2e/server";
import { openDatabase } from "@/store";
const main = async () => {
  const folder = mkdtempSync(join(tmpdir(), "rimebank-adhoc-"));
  const db = await openDatabase(folder); await makeDemo(db, folder, new Date("2026-11-25T10:00:00Z")); await db.destroy(); console.log("demo");
  const server = await startServer(folder); const browser = await openBrowser(); const { driver } = browser;
  try {
    console.log("up"); await driver.get(server.url); await shows(driver, "Tollgate Sixty"); console.log("shelf");
    const home = (await driver.findElement(By.partialLinkText("Tollgate Sixty")).getAttribute("href")) ?? "";
    await driver.get(home.replace(/[^/]+$/, "plan")); await shows(driver, "pauses included"); await driver.sleep(1000);
    const handle = await driver.findElement(By.css("[aria-label^='Move Power against distortion']"));
    await driver.executeScript("arguments[0].scrollIntoView({ block: 'center' }); arguments[0].focus()", handle);
    for (const key of [Key.SPACE, Key.ARROW_UP, Key.ARROW_UP, Key.SPACE]) {
      await driver.actions().sendKeys(key).perform(); await driver.sleep(400);
      console.log(await driver.executeScript("return [document.activeElement.getAttribute('aria-label'), [...document.querySelectorAll('[id^=DndLive], [id^=DndDesc]')].map(e=>e.textContent).join('|'), window.scrollY]"));
    }
  } finally { await browser.close(); await server.kill("SIGTERM"); rmSync(folder, { recursive: true, force: true }); }
};
main().catch((e) => { console.error(e); process.exitCode = 1; });
