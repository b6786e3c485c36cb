import { writeFileSync, readFileSync } from "node:fs";
import { By, Key } from "selenium-webdriver";
import { openBrowser, fill, press, shows, pageText } from "@/e2e/browser";
const main = async () => {
  const { driver, close } = await openBrowser();
  const snap = async (name: string) => writeFileSync(`/tmp/shots/${name}.png`, Buffer.from(await driver.takeScreenshot(), "base64"));
  try {
    const url = "http://127.0.0.1:4790";
    const body = readFileSync("/tmp/shots/steps.js", "utf8");
    const f = new Function("t", `return (async () => { const { driver, snap, url, By, Key, fill, press, shows, pageText } = t; ${body} })()`);
    await f({ driver, snap, url, By, Key, fill, press, shows, pageText });
  } finally { await close(); }
};
void main();
