import { writeFileSync } from "node:fs";
import { By } from "selenium-webdriver";
import { openBrowser } from "../e2e/browser";
import { dayOfSeconds } from "./dayOfSeconds";
void (async () => {
  const b = await openBrowser(); const d = b.driver;
  await d.get(process.argv[2]); await d.sleep(2500);
  const t = Date.now();
  await d.findElement(By.css("[data-testid=logger-file]")).sendKeys(dayOfSeconds());
  for (let k = 0; k < 20; k++) { await d.sleep(500); const x = await d.executeScript<string>("return document.body.innerText"); if (x.includes("Probe 8")) { console.log("shown", Date.now() - t); break; } if (k === 19) console.log(x.slice(0, 900)); }
  writeFileSync("/tmp/day.png", Buffer.from(await d.takeScreenshot(), "base64"));
  await b.close();
})();
