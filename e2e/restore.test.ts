// Backups that lie elsewhere: taken in as files, looked at, restored while others write; a file that is not a backup is refused.
import { readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { By } from "selenium-webdriver";
import { writeZip } from "@/archive/writeZip";
import { captures } from "@/store";
import { amplifierDraft } from "@/store/testing/records";
import { application } from "./application";
import { pageText, press, shows } from "./browser";
import { SWEPT } from "./demoShelf";
import { putOnShelf } from "./putOnShelf";

const app = application("restore");
const { driver, url, folder, kill, start } = app;
const data = (): string => join(folder(), "data");
const everything = (): string => join(folder(), "everything.zip");

const upload = (body: Buffer): Promise<Response> =>
  fetch(`${url()}/api/backups`, { method: "POST", body: new Uint8Array(body) });
const put = (model: string): Promise<Response> =>
  fetch(`${url()}/api/amplifiers`, {
    method: "POST",
    body: JSON.stringify({ ...amplifierDraft, model }),
  });
const modelsIn = (file: string): string[] => {
  const db = new Database(file);
  try {
    return (db.prepare("SELECT model FROM amplifiers").all() as { model: string }[]).map(
      ({ model }) => model,
    );
  } finally {
    db.close();
  }
};

beforeAll(async () => {
  await putOnShelf(app, SWEPT);
  const answer = await fetch(`${url()}/api/everything`);
  writeFileSync(everything(), Buffer.from(await answer.arrayBuffer()));
});

test("everything as one file brings back the shelf, and a recording that was lost", async () => {
  const [lost] = readdirSync(join(data(), "captures"));
  const hash = lost.replace(".wav", "");
  const bytes = readFileSync(captures.path(data(), hash));
  expect((await put("Newcomer")).status).toBe(201);
  rmSync(captures.path(data(), hash));

  await driver().get(`${url()}/workshop`);
  await shows(driver(), "Backups");
  await driver().findElement(By.css("[data-testid=backup-file]")).sendKeys(everything());
  await shows(driver(), "from a file; 3 amplifiers; 6 runs");
  expect(await pageText(driver())).not.toContain("not in the data folder");
  expect(readFileSync(captures.path(data(), hash)).equals(bytes)).toBe(true);
  await press(driver(), "Restore");
  await shows(driver(), "It is checked first");
  await press(driver(), "Restore this backup");
  await shows(driver(), "3 on the shelf");
  expect(await pageText(driver())).not.toContain("Newcomer");
  const [aside] = readdirSync(join(data(), "set-aside"));
  expect(modelsIn(join(data(), "set-aside", aside, "rimebank.sqlite"))).toContain("Newcomer");
});

test("gone back to while four write: whatever was acknowledged is in the records, or in what was set aside", async () => {
  const backup = (await (await upload(readFileSync(everything()))).json()) as { name: string };
  const acknowledged: string[] = [];
  const refusals: string[] = [];
  let isOver = false;
  const writers = Array.from({ length: 4 }, async (_, writer) => {
    for (let k = 0; !isOver; k++) {
      const model = `W${writer}-${k}`;
      const answer = await put(model);
      if (answer.status === 201) acknowledged.push(model);
      else refusals.push(((await answer.json()) as { message: string }).message);
    }
  });
  const pause = () => new Promise((wake) => setTimeout(wake, 700));
  await pause();
  const before = acknowledged.length;
  const answer = await fetch(`${url()}/api/backups/${backup.name}`, { method: "POST" });
  expect(answer.status).toBe(200);
  const { setAside } = (await answer.json()) as { setAside: string };
  const then = acknowledged.length;
  await pause();
  isOver = true;
  await Promise.all(writers);
  expect(before).toBeGreaterThan(5);
  expect(acknowledged.length).toBeGreaterThan(then + 5);
  for (const words of refusals) expect(words).toMatch(/^[A-Z][^{}]+\.$/);
  await kill();
  const kept = new Set([
    ...modelsIn(join(data(), "rimebank.sqlite")),
    ...modelsIn(join(data(), setAside, "rimebank.sqlite")),
  ]);
  expect(acknowledged.filter((model) => !kept.has(model))).toEqual([]);
  await start();
});

const zipWith = async (name: string, content: Buffer): Promise<Buffer> => {
  const chunks: Buffer[] = [];
  for await (const chunk of writeZip([{ name, content: content.toString("latin1") }]))
    chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
};

test("what is not a copy of the records is refused in plain words, and nothing is changed", async () => {
  const before = readdirSync(join(data(), "backups"));
  // Names that climb are none that this program writes; the library refuses them besides.
  const climbing = Buffer.from(
    (await zipWith("aa/aa/escaped.sqlite", Buffer.from("x")))
      .toString("latin1")
      .replaceAll("aa/aa/", "../../"),
    "latin1",
  );
  const zip = readFileSync(everything());
  const bad: [Buffer, RegExp][] = [
    [Buffer.from("dear diary"), /damaged or not a database/],
    [await zipWith("diary.txt", Buffer.from("x")), /which this program does not write/],
    [climbing, /which this program does not write|damaged/],
    [await zipWith("rimebank.sqlite", Buffer.from("dear diary")), /damaged or not a database/],
    [zip.subarray(0, zip.length - 4000), /damaged or not a zip/],
    [Buffer.from(""), /file is empty|No file arrived/],
  ];
  for (const [body, words] of bad) {
    const answer = await upload(body);
    expect(answer.status).toBe(400);
    expect(((await answer.json()) as { message: string }).message).toMatch(words);
  }
  expect(readdirSync(join(data(), "backups"))).toEqual(before);
  expect((await fetch(`${url()}/api/backups/none.sqlite`, { method: "POST" })).status).toBe(404);
  await driver().get(url());
  await shows(driver(), "on the shelf");
});
