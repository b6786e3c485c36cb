// A server killed in the middle of an upload or a save keeps all that it had acknowledged, and opens again.
import { createHash } from "node:crypto";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { RunDraft } from "@/records";
import { addAmplifier, openDatabase } from "@/store";
import { amplifierDraft, runDraft, listRuns } from "@/store/testing/records";
import { seededUniform } from "@/core/signal";
import { killLoop } from "./killLoop";
import { startServer, type Server } from "./server";
import { wavOf } from "./wavOf";

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-kill-"))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const newAmplifier = async (): Promise<string> => {
  const db = await openDatabase(folder);
  const { id } = await addAmplifier(db, amplifierDraft, "2026-01-01");
  await db.destroy();
  return id;
};

const upload = async (server: Server, bytes: Uint8Array<ArrayBuffer>): Promise<string> =>
  (await (await fetch(`${server.url}/api/captures`, { method: "PUT", body: bytes })).json()).sha256;

const runOf = (sha256: string): RunDraft =>
  runDraft({ captures: [{ sha256, fileName: "sweep.wav", fullScaleVolts: 80 }] });

const save = (server: Server, amplifierId: string, sha256: string): Promise<Response> =>
  fetch(`${server.url}/api/amplifiers/${amplifierId}/runs`, {
    method: "POST",
    body: JSON.stringify(runOf(sha256)),
    headers: { "content-type": "application/json" },
  });

const keptRunIds = async (): Promise<string[]> => {
  const db = await openDatabase(folder);
  const problems = await db.raw("PRAGMA integrity_check");
  expect(Object.values(problems[0])).toEqual(["ok"]);
  const ids = (await listRuns(db)).map(({ id }) => id);
  await db.destroy();
  return ids;
};

test("killed in the middle of an upload: no half capture under a whole one's name, earlier ones intact", async () => {
  await newAmplifier();
  const server = await startServer(folder);
  const whole = await upload(server, wavOf(1, 25_000));
  const { port } = new URL(server.url);
  const broken = request({
    host: "127.0.0.1",
    port,
    path: "/api/captures",
    method: "PUT",
    headers: { "content-length": 10_000_000 },
  });
  broken.on("error", () => {});
  broken.write(Buffer.alloc(3_000_000, 1));
  for (
    let waited = 0;
    waited < 100 &&
    !readdirSync(join(folder, "captures")).some((name) => name.endsWith(".partial"));
    waited++
  )
    await new Promise((wake) => setTimeout(wake, 50));
  await server.kill("SIGKILL");
  const names = readdirSync(join(folder, "captures"));
  expect(names.some((name) => name.endsWith(".partial"))).toBe(true);
  expect(names.filter((name) => name.endsWith(".wav"))).toEqual([`${whole}.wav`]);
  expect(
    createHash("sha256")
      .update(readFileSync(join(folder, "captures", `${whole}.wav`)))
      .digest("hex"),
  ).toBe(whole);
  expect(await keptRunIds()).toEqual([]);
});

/** In a run of all tests, which has to end in time; `npm run torture` does many more. */
const KILLS = 8;

test(`killed ${KILLS} times while it stores: all that was acknowledged is there, whole and once`, async () => {
  const found = await killLoop(folder, KILLS, seededUniform(20_261_127));
  expect(found.runs).toBeGreaterThan(KILLS);
  expect(found.claims + found.documents).toBeGreaterThan(0);
  expect(found.resent).toBeGreaterThan(0);
}, 900_000);

test("a page of another site that points its own name here gets nothing", async () => {
  const server = await startServer(folder);
  const statusFor = (path: string, host: string) =>
    new Promise<number>((answered, failed) => {
      const { port } = new URL(server.url);
      request({ host: "127.0.0.1", port, path, headers: { host } }, (response) =>
        answered(response.resume().statusCode ?? 0),
      )
        .on("error", failed)
        .end();
    });
  expect(await statusFor("/", "127.0.0.1")).toBe(200);
  expect(await statusFor("/", "elsewhere.example")).toBe(403);
  expect(await statusFor("/api/runs/x/export?format=csv", "elsewhere.example")).toBe(403);
  await server.kill("SIGTERM");
});

test("the server refuses what it should, in plain words", async () => {
  const amplifierId = await newAmplifier();
  const server = await startServer(folder, { RIMEBANK_UPLOAD_LIMIT_MB: "1" });
  const messageOf = async (answer: Promise<Response>) => {
    const response = await answer;
    const body: { message: string } = await response.json();
    expect(body.message).not.toMatch(/\bat .*:\d+:\d+/);
    return [response.status, body.message];
  };
  expect(
    await messageOf(
      fetch(`${server.url}/api/captures`, { method: "PUT", body: new Uint8Array(2_000_000) }),
    ),
  ).toEqual([413, "The file is larger than the limit of 1 MB."]);
  expect(await messageOf(save(server, amplifierId, "ab".repeat(32)))).toEqual([
    400,
    "The recording sweep.wav has not arrived. Try again.",
  ]);
  expect(
    await messageOf(
      fetch(`${server.url}/api/amplifiers/${amplifierId}/runs`, {
        method: "POST",
        body: "{not json",
      }),
    ),
  ).toEqual([400, expect.stringContaining("not valid JSON")]);
  const sha256 = await upload(server, wavOf(3));
  expect(await messageOf(save(server, "nobody", sha256))).toEqual([
    404,
    "This amplifier is no longer on the shelf.",
  ]);
  expect(
    await messageOf(
      fetch(`${server.url}/api/captures`, {
        method: "PUT",
        body: new Uint8Array(10),
        headers: { origin: "http://elsewhere.example" },
      }),
    ),
  ).toEqual([403, expect.stringContaining("another site")]);
  expect(await messageOf(fetch(`${server.url}/api/runs/nothing/export?format=csv`))).toEqual([
    404,
    "This run no longer exists.",
  ]);
  expect(readdirSync(join(folder, "captures"))).toEqual([`${sha256}.wav`]);
  await server.kill("SIGTERM");
});
