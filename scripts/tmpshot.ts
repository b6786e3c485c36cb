import { writeFileSync } from "node:fs";
import { By } from "selenium-webdriver";
import { withDemo } from "./withDemo";
void withDemo(async ({ driver, stage }: any) => {
  const shot = async (n: string) => writeFileSync(`/tmp/s-${n}.png`, await driver.takeScreenshot(), "base64");
  await shot("shelf");
  await stage("verdict", "claims");
  await shot("verdict1");
  const buttons = await driver.findElements(By.xpath("//button[contains(.,'What is behind it')]"));
  await buttons[0].click();
  await driver.sleep(300);
  await shot("verdict2");
  await driver.executeScript("window.scrollTo(0, 700)");
  await driver.sleep(200);
  await shot("verdict3");
  await driver.executeScript("window.scrollTo(0, 1500)");
  await driver.sleep(200);
  await shot("verdict4");
});
