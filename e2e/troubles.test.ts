// A full disk, a folder that cannot be written to, a damaged database, another site's page: what is safe, what is reported, and the way back.
import { execFileSync, spawnSync } from "node:child_process";
import {
  appendFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import Database from "better-sqlite3";
import type { Knex } from "knex";
import { By, Key, type WebDriver } from "selenium-webdriver";
import type { ChromiumWebDriver } from "selenium-webdriver/chromium";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addRun,
  databaseFile,
  findDocument,
  keepDocument,
  makeBackup,
  openDatabase,
} from "@/store";
import {
  amplifierDraft,
  captureOf,
  claimDraft,
  loadDraft,
  runDraft,
  listRuns,
} from "@/store/testing/records";
import { fieldOf, fill, openBrowser, pageText, press, rests, shows, type Browser } from "./browser";
import { forms } from "./forms";
import { startServer, type Server } from "./server";
import { wavOf } from "./wavOf";

let folder: string, browser: Browser;
let server: Server | null = null;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser?.close());
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-troubles-"))));
afterEach(async () => {
  await server?.kill("SIGKILL");
  server = null;
  unmount();
  rmSync(folder, { recursive: true, force: true });
});

const mount = (...options: string[]): boolean => {
  try {
    execFileSync("mount", [...options, folder], { stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
};
const unmount = (): void => {
  try {
    execFileSync("umount", ["-l", folder], { stdio: "ignore" });
  } catch {
    // Nothing was mounted there.
  }
};
/** Said loudly, since a machine on which nothing may be mounted leaves something untested. */
const cannotMount = (): void =>
  console.warn(
    "Nothing may be mounted on this machine: full and read-only disks are NOT tested here.",
  );

const withOne = async (): Promise<{ id: string; runId: string }> => {
  const db = await openDatabase(folder);
  const { id } = await addAmplifier(db, amplifierDraft, "2026-01-01");
  await addClaim(db, id, claimDraft);
  const { sha256, fileName, fullScaleVolts } = await captureOf(folder, "samples");
  const run = runDraft({ captures: [{ sha256, fileName, fullScaleVolts }] });
  await addRun(db, folder, { amplifierId: id, takenAt: "2026-01-02T10:00:00.000Z" }, run);
  await db.destroy();
  return { id, runId: run.id };
};

test("a full disk: what is typed stays and is reported, everything is read, and is kept once there is room", async () => {
  if (!mount("-t", "tmpfs", "-o", "size=3m", "tmpfs")) return cannotMount();
  const { id } = await withOne();
  server = await startServer(folder);
  const { driver } = browser;
  await driver.get(`${server.url}/amplifiers/${id}/brief`);
  await shows(driver, "Tollgate");
  await rests(driver);
  const ballast = join(folder, "ballast");
  try {
    writeFileSync(ballast, Buffer.alloc(3_000_000));
  } catch {
    // As much as there was room for.
  }
  await fill(driver, ["Amplifier", "Notes"], "found with a full disk");
  await shows(driver, "Not saved: the disk is full");
  const upload = await fetch(`${server.url}/api/captures`, {
    method: "PUT",
    body: wavOf(1, 100_000),
    // It is refused before all of it was read, which ends the connection.
    headers: { connection: "close" },
  });
  expect(upload.status).toBe(507);
  expect((await upload.json()).message).toContain("disk is full");
  await press(driver, "Add a claim");
  await fill(driver, ["Claim", "Power"], "55");
  await fill(driver, ["Claim", "Distortion limit"], "1 %");
  await press(driver, "Save claim");
  await driver.wait(
    async () => ((await pageText(driver)).match(/The disk is full/gi) ?? []).length >= 2,
    20_000,
    "waiting for the claim's own message",
  );
  expect((await fetch(`${server.url}/`)).status).toBe(200);
  rmSync(ballast);
  await forms(() => driver).kept();
  await press(driver, "Save claim");
  await shows(driver, "55 W per channel");
});

describe("without the server", () => {
  const UNFETCHED = "This could not be loaded: the program does not respond";
  /** A page of an amplifier whose server has ended since. */
  const orphaned = async (
    stage: string,
    prepare: (db: Knex, amplifierId: string) => Promise<void> = async () => {},
  ): Promise<{ driver: WebDriver; port: number }> => {
    const { id } = await withOne();
    const db = await openDatabase(folder);
    await prepare(db, id);
    await db.destroy();
    server = await startServer(folder);
    const { driver } = browser;
    await driver.get(`${server.url}/amplifiers/${id}/${stage}`);
    await shows(driver, "Tollgate");
    await rests(driver);
    await server.kill("SIGKILL");
    return { driver, port: Number(new URL(server.url).port) };
  };

  test("a panel that cannot load says so over the page, and opens once the server is back; what was typed stays", async () => {
    const { driver, port } = await orphaned("brief");
    await press(driver, "Add a claim");
    await fill(driver, ["Claim", "Power"], "55");
    await driver.executeScript("scrollTo(0, 0)");
    await driver.findElement(By.css("[aria-label^='What is']")).click();
    await shows(driver, UNFETCHED);
    await press(driver, "Try again");
    await shows(driver, UNFETCHED);
    expect(await pageText(driver)).toContain("Tollgate");
    server = await startServer(folder, {}, port);
    await press(driver, "Try again");
    await shows(driver, "Glossary");
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    const watts = await fieldOf(driver, "Claim", "Power");
    expect(await watts.getAttribute("value")).toBe("55");
  });

  test("the drive by hand says that it cannot begin, and begins once the server is back", async () => {
    const { driver, port } = await orphaned("bench?run=new", async (db, amplifierId) => {
      await addLoad(db, amplifierId, loadDraft);
    });
    // What the page worked out while the server was there must not serve it now.
    await (driver as ChromiumWebDriver).sendDevToolsCommand("Network.clearBrowserCache", {});
    await driver.findElement(By.css("#run-kind option[value='clip-search']")).click();
    await press(driver, "Switch the live bench on");
    await shows(driver, "The live bench could not be started");
    server = await startServer(folder, {}, port);
    await press(driver, "Switch the live bench on");
    await shows(driver, "below the source’s maximum");
  });

  test("a tab of the Rig that cannot come says so in its place", async () => {
    const { driver, port } = await orphaned("rig");
    await press(driver, "Audio interface");
    await shows(driver, UNFETCHED);
    server = await startServer(folder, {}, port);
    await press(driver, "Try again");
    await shows(driver, "Open the virtual interface");
  });
});

/** As much of a small disk as is left. */
const fillUp = (): string => {
  const ballast = join(folder, "ballast");
  for (const bytes of [1_000_000, 10_000, 4096])
    try {
      for (let k = 0; k < 10; k++) appendFileSync(ballast, Buffer.alloc(bytes));
    } catch {
      // Not so much at once any more.
    }
  return ballast;
};

test.each(["full", "read-only"] as const)(
  "a disk that is %s from the start: all is read and exported, with the reason on every page, and it is kept once it can be",
  async (what) => {
    if (!mount("-t", "tmpfs", "-o", "size=8m", "tmpfs")) return cannotMount();
    const { id, runId } = await withOne();
    const reason = what === "full" ? "The disk is full" : "is not writable";
    const ballast = what === "full" ? fillUp() : null;
    if (what === "read-only") expect(mount("-o", "remount,ro")).toBe(true);
    server = await startServer(folder);
    const { driver } = browser;
    for (const page of ["", "brief", "verdict", "bench"]) {
      await driver.get(`${server.url}/${page && `amplifiers/${id}/${page}`}`);
      await shows(driver, "Reading only.");
      expect(await pageText(driver)).toContain(reason);
    }
    const csv = await fetch(`${server.url}/api/runs/${runId}/export?format=csv`);
    expect((await csv.text()).split("\n").length).toBeGreaterThan(2);
    const save = () =>
      fetch(`${server?.url}/api/amplifiers/${id}`, {
        method: "PUT",
        body: JSON.stringify({ ...amplifierDraft, model: "61" }),
      });
    const refused = await save();
    expect([refused.status, (await refused.json()).message]).toEqual([
      what === "full" ? 507 : 503,
      expect.stringContaining(reason),
    ]);
    if (ballast) rmSync(ballast);
    else expect(mount("-o", "remount,rw")).toBe(true);
    // Tried again after a moment, without a restart.
    await driver.wait(async () => {
      await driver.get(`${server?.url}/`);
      return !(await pageText(driver)).includes("Reading only.");
    }, 20_000);
    expect((await save()).status).toBe(200);
  },
);

test("a damaged database is called that, and a backup brings back what was there", async () => {
  await withOne();
  await makeBackup(folder, new Date("2026-11-20T09:00:00Z"));
  writeFileSync(databaseFile(folder), "no database at all, whatever its name says".repeat(99));
  server = await startServer(folder);
  const { driver } = browser;
  await driver.get(server.url);
  await shows(driver, "The database is damaged");
  expect((await fetch(`${server.url}/api/runs/x/export?format=csv`)).status).toBe(503);
  await shows(driver, "20 November 2026");
  await press(driver, "Restore");
  await shows(driver, "It is checked first");
  await press(driver, "Restore this backup");
  await shows(driver, "Tollgate 60");
  expect(existsSync(join(folder, "set-aside"))).toBe(true);
});

test("a database that another program holds is waited for: the next page after it is let go works", async () => {
  await withOne();
  const holder = new Database(databaseFile(folder));
  holder.pragma("locking_mode = EXCLUSIVE");
  holder.exec("BEGIN EXCLUSIVE");
  server = await startServer(folder);
  const { driver } = browser;
  await driver.get(server.url);
  await shows(driver, "Another program has locked the database");
  holder.close();
  await driver.get(server.url);
  await shows(driver, "Tollgate 60");
});

test("two servers on one folder: the second says so and ends", async () => {
  server = await startServer(folder);
  const second = spawnSync(
    process.execPath,
    ["node_modules/next/dist/bin/next", "start", "--hostname", "127.0.0.1", "--port", "0"],
    {
      cwd: resolve(__dirname, ".."),
      env: { ...process.env, NODE_ENV: "production", RIMEBANK_DATA: folder },
      timeout: 30_000,
      encoding: "utf8",
    },
  );
  expect(second.status).toBe(1);
  expect(second.stderr).toContain("Another Rimebank");
});

test("numbers that no axis can show do not hold a page up", async () => {
  const { id, runId } = await withOne();
  const raw = new Database(databaseFile(folder));
  const { content } = raw.prepare("SELECT content FROM results WHERE run_id = ?").get(runId) as {
    content: string;
  };
  const result = JSON.parse(content);
  result.channels[0].levels[1].powerWatts = 1e308;
  result.channels[0].levels[0].thdPlusNoiseRatio = 5e-324;
  raw.prepare("UPDATE results SET content = ? WHERE run_id = ?").run(JSON.stringify(result), runId);
  raw.close();
  server = await startServer(folder);
  for (const stage of ["bench", "verdict"]) {
    const start = performance.now();
    expect((await fetch(`${server.url}/amplifiers/${id}/${stage}`)).status).toBe(200);
    expect(performance.now() - start).toBeLessThan(30_000);
  }
});

test("changed in two windows: the later is reported, sees both, and loses neither", async () => {
  const { id } = await withOne();
  server = await startServer(folder);
  const { driver } = browser;
  const { kept } = forms(() => driver);
  await driver.get(`${server.url}/amplifiers/${id}/brief`);
  await shows(driver, "Supply and connections");
  await rests(driver);
  const theirs = await fetch(`${server.url}/api/amplifiers/${id}/documents/details`, {
    method: "PUT",
    body: JSON.stringify({ size: "from the other window", revision: 0 }),
  });
  expect(theirs.status).toBe(200);
  await fill(driver, ["Details", "Size, measured"], "from this window");
  await shows(driver, "Changed in another window.");
  await press(driver, "Compare versions");
  await shows(driver, "from the other window");
  expect(await pageText(driver)).toContain("from this window");
  await driver.findElement(By.css("[data-testid='keep-mine']")).click();
  await kept();
  await server.kill("SIGKILL");
  const db = await openDatabase(folder);
  expect((await findDocument(db, id, "details")).size).toBe("from this window");
  // Nothing is kept blindly over it either.
  expect(
    await keepDocument(db, id, "details", {
      ...(await findDocument(db, id, "details")),
      revision: 1,
    }),
  ).toMatchObject({ outcome: "changed-meanwhile" });
  await db.destroy();
  server = null;
});

test("the delete dialog says when the program is gone, and stays", async () => {
  const { id } = await withOne();
  server = await startServer(folder);
  const { driver } = browser;
  await driver.get(`${server.url}/amplifiers/${id}/brief`);
  await shows(driver, "Supply and connections");
  await rests(driver);
  await driver.findElement(By.css("[data-testid='delete-amplifier']")).click();
  await shows(driver, "can be restored");
  await server.kill("SIGKILL");
  server = null;
  await driver.findElement(By.css("[data-testid='confirm']")).click();
  await shows(driver, "The program does not respond");
  const db = await openDatabase(folder);
  expect((await listRuns(db, id)).length).toBe(1);
  await db.destroy();
});

const statusFor = (
  path: string,
  method: string,
  headers: Record<string, string>,
): Promise<number> =>
  new Promise((answered, failed) => {
    const { port, host } = new URL(server?.url ?? "");
    request({ host: "127.0.0.1", port, path, method, headers: { host, ...headers } }, (response) =>
      answered(response.resume().statusCode ?? 0),
    )
      .on("error", failed)
      .end(method === "GET" ? undefined : "[]");
  });

test("requests of another site's page are refused, whatever they call themselves", async () => {
  const { id } = await withOne();
  server = await startServer(folder);
  const own = new URL(server.url).host;
  const foreign: Record<string, string>[] = [
    { origin: "http://elsewhere.example" },
    { origin: "http://elsewhere.example", "x-forwarded-host": "elsewhere.example" },
    { origin: "null" },
    { "sec-fetch-site": "cross-site" },
    { "sec-fetch-site": "same-site" },
    { origin: `http://${own}`, "sec-fetch-site": "cross-site" },
    { host: "elsewhere.example" },
    { host: "elsewhere.example", origin: "http://elsewhere.example", "x-forwarded-host": own },
  ];
  for (const headers of foreign)
    for (const path of [`/amplifiers/${id}/brief`, "/", `/api/amplifiers/${id}`, "/api/captures"])
      expect([
        headers,
        path,
        await statusFor(path, path.startsWith("/api") ? "PUT" : "POST", {
          ...headers,
          "next-action": "x",
        }),
      ]).toEqual([headers, path, 403]);
  expect(await statusFor("/", "GET", { host: "elsewhere.example" })).toBe(403);
  expect(await statusFor("/", "GET", {})).toBe(200);
});

test("pages let only their own scripts run; downloads are private", async () => {
  const { id, runId } = await withOne();
  server = await startServer(folder);
  const page = await fetch(`${server.url}/amplifiers/${id}/brief`);
  const policy = page.headers.get("content-security-policy") ?? "";
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'wasm-unsafe-eval';/);
  for (const words of ["form-action 'self'", "frame-ancestors 'none'", "base-uri 'self'"])
    expect(policy).toContain(words);
  const nonce = /'nonce-([^']+)'/.exec(policy)?.[1];
  const scripts = (await page.text()).match(/<script[^>]*>/g) ?? [];
  expect(scripts.length).toBeGreaterThan(3);
  expect(scripts.filter((script) => !script.includes(`nonce="${nonce}"`))).toEqual([]);
  expect(page.headers.get("cross-origin-opener-policy")).toBe("same-origin");
  expect(page.headers.get("cross-origin-resource-policy")).toBe("same-origin");
  const download = await fetch(`${server.url}/api/runs/${runId}/export?format=json`);
  expect(download.headers.get("cache-control")).toBe("private, no-store");
});

test("what none of the readers can open is refused with its reason, and not kept", async () => {
  await withOne();
  server = await startServer(folder);
  const put = async (body: Uint8Array<ArrayBuffer>) => {
    const answer = await fetch(`${server?.url}/api/captures`, { method: "PUT", body });
    return [answer.status, (await answer.json()).message] as const;
  };
  expect(await put(new Uint8Array(5000).fill(7))).toEqual([
    415,
    expect.stringContaining("neither a WAV"),
  ]);
  const cut = wavOf(1).slice(0, 3000);
  expect(await put(cut)).toEqual([422, expect.stringContaining("cut short")]);
  const wide = wavOf(1);
  new DataView(wide.buffer).setUint16(32, 8, true);
  expect(await put(wide)).toEqual([422, expect.stringContaining("8 bytes apart")]);
  expect(readFileSync(databaseFile(folder)).length).toBeGreaterThan(0);
  const huge = await new Promise<number>((answered, failed) => {
    const { port } = new URL(server?.url ?? "");
    const asked = request(
      {
        host: "127.0.0.1",
        port,
        path: "/api/captures",
        method: "PUT",
        headers: { "content-length": 2 ** 40 },
      },
      (response) => answered(response.resume().statusCode ?? 0),
    );
    asked.on("error", failed);
    // Nothing of the body is sent: the answer must come without it.
    asked.flushHeaders();
  });
  expect(huge).toBe(413);
});
