import { join } from "node:path";
import { By } from "selenium-webdriver";
import { makeDemo } from "@/demo/makeDemo";
import { amplifierName } from "@/records";
import { listAmplifiers, openDatabase } from "@/store";
import type { Application } from "./application";
import { shows } from "./browser";
import { SWEPT } from "./demoShelf";

/** Fills the shelf with the demo's amplifiers, changes what the test wants otherwise, and opens the Bench of the first with its two runs. */
export const openDemoBench = async (
  { driver, url, folder, kill, start }: Application,
  change: (
    db: Awaited<ReturnType<typeof openDatabase>>,
    tollgateId: string,
  ) => Promise<void> = async () => {},
): Promise<void> => {
  await kill();
  const db = await openDatabase(join(folder(), "data"));
  await makeDemo(db, join(folder(), "data"), new Date("2026-11-25T10:00:00Z"), { shelf: SWEPT });
  const tollgate = (await listAmplifiers(db)).find(
    (each) => amplifierName(each) === "Tollgate Sixty",
  );
  await change(db, tollgate?.id ?? "");
  await db.destroy();
  await start();
  await driver().get(url());
  await shows(driver(), "Tollgate Sixty");
  const href =
    (await driver().findElement(By.partialLinkText("Tollgate Sixty")).getAttribute("href")) ?? "";
  await driver().get(href.replace(/[^/]+$/, "bench"));
  await shows(driver(), "2 runs saved");
};
