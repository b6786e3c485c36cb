import { createHash, randomUUID } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import type { Knex } from "knex";
import { findDocument, listClaims, openDatabase, addAmplifier } from "@/store";
import { amplifierDraft, claimDraft, runDraft, listRuns } from "@/store/testing/records";
import { startServer, type Server } from "./server";
import { wavOf } from "./wavOf";

/** What was answered for, and what may or may not have been done since no answer came. */
type Book = {
  runs: Map<string, string>;
  claims: Set<string>;
  captures: Map<string, number>;
  /** Size of the details as it was acknowledged last, and what was sent after that. */
  size: { acknowledged: string; sent: Set<string> };
  resent: number;
};

export type KillResult = {
  kills: number;
  runs: number;
  claims: number;
  captures: number;
  documents: number;
  resent: number;
};

const JSON_HEADERS = { "content-type": "application/json" };
/** Savers at work at once. */
const SAVERS = 4;

/**
 * Kills the server again and again while it stores as fast as it can, and looks each time whether all that was acknowledged is on
 * the disk, whole and once. Runs that were sent without an answer are sent again, as the program does.
 * @throws {Error} naming what is lost, broken or double
 */
export const killLoop = async (
  folder: string,
  kills: number,
  random: () => number,
): Promise<KillResult> => {
  const first = await openDatabase(folder);
  const { id: amplifierId } = await addAmplifier(first, amplifierDraft, "2026-01-01");
  await first.destroy();
  const book: Book = {
    runs: new Map(),
    claims: new Set(),
    captures: new Map(),
    size: { acknowledged: "", sent: new Set() },
    resent: 0,
  };
  const unanswered = new Map<string, string>();
  let documents = 0;
  let port: number | undefined;
  for (let kill = 0; kill < kills; kill++) {
    const server = await startServer(folder, {}, port);
    port = Number(new URL(server.url).port);
    let isOver = false;
    const saving = Array.from({ length: SAVERS }, async (_, saver) => {
      for (let k = 0; !isOver; k++) {
        const number = kill * 1000 + saver * 250 + k;
        try {
          await saveRun(server, amplifierId, number, { book, unanswered });
          if (saver === 0) await saveClaim(server, amplifierId, book);
          if (saver === 1) documents += await saveSize(server, amplifierId, `${number}`, book);
        } catch {
          return;
        }
      }
    });
    // Once the server is warm, at any moment.
    const before = book.runs.size;
    while (book.runs.size === before) await new Promise((wake) => setTimeout(wake, 5));
    await new Promise((wake) => setTimeout(wake, 200 * random()));
    await server.kill("SIGKILL");
    isOver = true;
    await Promise.all(saving);
    await requireKept(folder, amplifierId, book);
  }
  return {
    kills,
    runs: book.runs.size,
    claims: book.claims.size,
    captures: book.captures.size,
    documents,
    resent: book.resent,
  };
};

const saveRun = async (
  { url }: Server,
  amplifierId: string,
  number: number,
  { book, unanswered }: { book: Book; unanswered: Map<string, string> },
): Promise<void> => {
  const [again] = unanswered;
  if (again) {
    unanswered.delete(again[0]);
    book.resent++;
  }
  const bytes = wavOf(number);
  const upload = await fetch(`${url}/api/captures`, { method: "PUT", body: bytes });
  const { sha256 } = await upload.json();
  if (upload.ok) book.captures.set(sha256, bytes.byteLength);
  const id = again?.[0] ?? randomUUID();
  const body =
    again?.[1] ??
    JSON.stringify(
      runDraft({ id, captures: [{ sha256, fileName: "sweep.wav", fullScaleVolts: 1 }] }),
    );
  unanswered.set(id, body);
  const answer = await fetch(`${url}/api/amplifiers/${amplifierId}/runs`, {
    method: "POST",
    body,
    headers: JSON_HEADERS,
  });
  if (answer.status !== 201) throw new Error(`a run was answered with ${answer.status}`);
  unanswered.delete(id);
  book.runs.set(id, sha256);
};

const saveClaim = async ({ url }: Server, amplifierId: string, book: Book): Promise<void> => {
  const id = randomUUID();
  const answer = await fetch(`${url}/api/amplifiers/${amplifierId}/claims?id=${id}`, {
    method: "POST",
    body: JSON.stringify(claimDraft),
    headers: JSON_HEADERS,
  });
  if (answer.status === 201) book.claims.add(id);
};

const saveSize = async (
  { url }: Server,
  amplifierId: string,
  size: string,
  book: Book,
): Promise<number> => {
  book.size.sent.add(size);
  const answer = await fetch(`${url}/api/amplifiers/${amplifierId}/documents/details`, {
    method: "PUT",
    body: JSON.stringify({ size }),
    headers: JSON_HEADERS,
  });
  if (!answer.ok) return 0;
  book.size = { acknowledged: size, sent: new Set() };
  return 1;
};

const requireKept = async (folder: string, amplifierId: string, book: Book): Promise<void> => {
  const db = await openDatabase(folder);
  try {
    const [check] = await db.raw("PRAGMA quick_check");
    mustBe(Object.values(check)[0] === "ok", "the database is damaged");
    await requireRuns(db, folder, amplifierId, book);
    const claims = new Set((await listClaims(db, amplifierId)).map(({ id }) => id));
    for (const id of book.claims) mustBe(claims.has(id), `claim ${id} is lost`);
    const { size } = await findDocument(db, amplifierId, "details");
    mustBe(
      size === book.size.acknowledged || book.size.sent.has(size),
      `the details say ${size}; acknowledged was ${book.size.acknowledged}`,
    );
  } finally {
    await db.destroy();
  }
  for (const name of readdirSync(join(folder, "captures")))
    if (name.endsWith(".wav")) requireWhole(folder, name.replace(".wav", ""));
  for (const [sha256, byteCount] of book.captures)
    mustBe(
      statSync(join(folder, "captures", `${sha256}.wav`)).size === byteCount,
      `capture ${sha256} is cut short`,
    );
};

const requireRuns = async (
  db: Knex,
  folder: string,
  amplifierId: string,
  book: Book,
): Promise<void> => {
  const kept = await listRuns(db, amplifierId);
  const ids = new Set(kept.map(({ id }) => id));
  mustBe(ids.size === kept.length, "a run is there twice");
  for (const id of book.runs.keys()) mustBe(ids.has(id), `run ${id} is lost`);
  for (const { id, captures, result } of kept) {
    mustBe(result.channels.length > 0, `run ${id} has no result`);
    mustBe(captures.length === 1, `run ${id} is without its capture`);
    requireWhole(folder, captures[0].sha256);
  }
  const [orphans] = await db("results")
    .whereNotIn("run_id", db("runs").select("id"))
    .count({ count: "*" });
  mustBe(Number(orphans.count) === 0, "a result is there without its run");
};

const mustBe = (isSo: boolean, otherwise: string): void => {
  if (!isSo) throw new Error(otherwise);
};

/** Captures that were found whole are not read again. */
const foundWhole = new Set<string>();

const requireWhole = (folder: string, sha256: string): void => {
  if (foundWhole.has(sha256)) return;
  const path = join(folder, "captures", `${sha256}.wav`);
  if (!existsSync(path)) throw new Error(`capture ${sha256} is lost`);
  if (createHash("sha256").update(readFileSync(path)).digest("hex") !== sha256)
    throw new Error(`capture ${sha256} is not what it was`);
  foundWhole.add(sha256);
};
