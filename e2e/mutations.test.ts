// Whatever is sent to any route, the answer is a plain sentence with a status under 500, soon; and nothing that was kept suffers.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import {
  DOCUMENTS,
  emptyDocument,
  emptyWorkshopDocument,
  NO_REMARKS,
  type DocumentKind,
} from "@/records";
import { runOf } from "@/records/testing/run";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addLogEntry,
  addRun,
  listAmplifiers,
  openDatabase,
} from "@/store";
import {
  amplifierDraft,
  captureOf,
  claimDraft,
  loadDraft,
  runDraft,
} from "@/store/testing/records";
import { FILLED } from "./filledDocuments";
import { startServer, type Server } from "./server";
import { wavOf } from "./wavOf";

const SEED = 20_261_127;
const EACH = 150;
const MOST_MILLISECONDS = 20_000;
const AT_ONCE = 4;

let folder: string, server: Server;
let ids: {
  amplifier: string;
  claim: string;
  load: string;
  entry: string;
  run: string;
  sha256: string;
};
/** The whole answer is read: what is left unread holds its connection, and an ending server waits for it. */
const statusOf = async (path: string): Promise<number> => {
  const response = await fetch(`${server.url}${path}`);
  await response.arrayBuffer();
  return response.status;
};

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-mutations-"));
  const db = await openDatabase(folder);
  const { id: amplifier } = await addAmplifier(db, amplifierDraft, "2026-01-01");
  const { sha256 } = await captureOf(folder, "samples");
  const run = runDraft();
  await addRun(db, folder, { amplifierId: amplifier, takenAt: "2026-01-02" }, run);
  ids = {
    amplifier,
    claim: (await addClaim(db, amplifier, claimDraft)).id,
    load: (await addLoad(db, amplifier, loadDraft)).id,
    entry: await addLogEntry(db, amplifier, {
      at: "2026-11-01T10:00:00Z",
      kind: "remark",
      text: "a relay clicks",
      celsius: null,
      isStruck: false,
    }),
    run: run.id,
    sha256,
  };
  await db.destroy();
  server = await startServer(folder);
});
afterAll(async () => {
  await server?.kill("SIGTERM");
  rmSync(folder, { recursive: true, force: true });
});

const { amplifierId: _, takenAt: __, remarks: ___, id: ____, ...sweep } = runOf([50, 49]);
const brief = {
  format: "rimebank-brief-1",
  amplifier: amplifierDraft,
  claims: [claimDraft],
  details: FILLED.details,
  sheet: FILLED.sheet,
  photos: [{ caption: "", jpegBase64: "AAAA" }],
};

type Route = { method: string; path: () => string; body: unknown };

const ROUTES: Record<string, Route> = {
  "a new amplifier": { method: "POST", path: () => "/api/amplifiers", body: amplifierDraft },
  "an amplifier": {
    method: "PUT",
    path: () => `/api/amplifiers/${ids.amplifier}`,
    body: { ...amplifierDraft, revision: 1 },
  },
  "another amplifier": {
    method: "POST",
    path: () => `/api/amplifiers/${ids.amplifier}/another?id=another`,
    body: {},
  },
  "a new line of the logbook": {
    method: "POST",
    path: () => `/api/amplifiers/${ids.amplifier}/log`,
    body: {
      at: "2026-11-01T10:00:00Z",
      kind: "temperature",
      text: "sink",
      celsius: 45,
      isStruck: false,
    },
  },
  "a line of the logbook": {
    method: "PUT",
    path: () => `/api/log/${ids.entry}`,
    body: { isStruck: true },
  },
  "a new claim": {
    method: "POST",
    path: () => `/api/amplifiers/${ids.amplifier}/claims`,
    body: claimDraft,
  },
  "a claim": { method: "PUT", path: () => `/api/claims/${ids.claim}`, body: claimDraft },
  "a new load": {
    method: "POST",
    path: () => `/api/amplifiers/${ids.amplifier}/loads`,
    body: loadDraft,
  },
  "a load": { method: "PUT", path: () => `/api/loads/${ids.load}`, body: loadDraft },
  "a load that is used": {
    method: "PUT",
    path: () => `/api/amplifiers/${ids.amplifier}/loads/${ids.load}`,
    body: {},
  },
  "another rig": {
    method: "PUT",
    path: () => `/api/amplifiers/${ids.amplifier}/rig`,
    body: { rigId: "another" },
  },
  "a run": { method: "POST", path: () => `/api/amplifiers/${ids.amplifier}/runs`, body: sweep },
  remarks: { method: "PUT", path: () => `/api/runs/${ids.run}/remarks`, body: NO_REMARKS },
  "a brief": { method: "POST", path: () => "/api/briefs", body: brief },
  "a run under way": {
    method: "PUT",
    path: () => `/api/amplifiers/${ids.amplifier}/under-way`,
    body: FILLED["under-way"],
  },
  ...Object.fromEntries(
    Object.keys(DOCUMENTS).map((kind) => [
      `the document ${kind}`,
      {
        method: "PUT",
        path: () => `/api/amplifiers/${ids.amplifier}/documents/${kind}`,
        body: FILLED[kind as DocumentKind],
      },
    ]),
  ),
  ...Object.fromEntries(
    (["resistors", "instruments", "room", "recorders", "interfaces"] as const).map((kind) => [
      `the workshop's ${kind}`,
      { method: "PUT", path: () => `/api/workshop/${kind}`, body: emptyWorkshopDocument(kind) },
    ]),
  ),
};

/** Values that are out of place nearly everywhere. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    "",
    " ",
    "constructor",
    "__proto__",
    "8R2",
    "NaN",
    0,
    -1,
    1e308,
    -1e308,
    5e-324,
    1.5,
    [],
    {},
    [[]],
    [null],
    { trim: 1 },
    { length: 5 },
    { then: 1 },
    { toString: 1 },
    { kind: "gain" },
  ),
  fc.constant("x".repeat(30_000)),
  fc.constant(Array.from({ length: 5000 }, () => ({}))),
  fc.nat(3000).map((depth) => {
    let deep: unknown = 0;
    for (let k = 0; k < depth; k++) deep = k % 2 ? { in: deep } : [deep];
    return deep;
  }),
  fc.jsonValue(),
);

type Path = readonly (string | number)[];
const pathsOf = (value: unknown, path: Path = []): Path[] =>
  typeof value === "object" && value !== null
    ? [path, ...Object.entries(value).flatMap(([key, inner]) => pathsOf(inner, [...path, key]))]
    : [path];

const replaced = (value: unknown, path: Path, by: unknown): unknown => {
  if (path.length === 0) return by;
  const copy = Array.isArray(value) ? [...value] : { ...(value as object) };
  const [key, ...rest] = path;
  (copy as never)[key] = replaced((value as never)[key], rest, by) as never;
  return copy;
};

/** A body with one to three things in it that are not as they should be, or bytes that are no JSON. */
const mutated = (body: unknown): fc.Arbitrary<string | Uint8Array<ArrayBuffer>> => {
  const paths = pathsOf(body);
  const places = fc.array(
    fc.tuple(fc.constantFrom(...paths), fc.oneof(odd, fc.constant(undefined))),
    {
      minLength: 1,
      maxLength: 3,
    },
  );
  const changed = places.map((all) => {
    let now = body;
    for (const [path, by] of all)
      try {
        now = replaced(now, path, by);
      } catch {
        // An earlier change took this place away.
      }
    return JSON.stringify(now) ?? "";
  });
  const text = JSON.stringify(body);
  return fc.oneof(
    { weight: 8, arbitrary: changed },
    { weight: 1, arbitrary: fc.nat(text.length).map((length) => text.slice(0, length)) },
    {
      weight: 1,
      arbitrary: fc.uint8Array({ maxLength: 200 }).map((bytes) => new Uint8Array(bytes)),
    },
    { weight: 1, arbitrary: fc.string().map((junk) => `${text}${junk}`) },
  );
};

type Answer = { status: number; milliseconds: number; message: string };

const ask = async (method: string, path: string, body: BodyInit): Promise<Answer> => {
  const start = performance.now();
  const response = await fetch(`${server.url}${path}`, { method, body });
  const text = await response.text();
  return { status: response.status, milliseconds: performance.now() - start, message: text };
};

/** What must never be answered: a failure of the server's own, a long silence, or where in the program it happened. */
const isBad = ({ status, milliseconds, message }: Answer): boolean =>
  status >= 500 || milliseconds > MOST_MILLISECONDS || /\bat .+:\d+:\d+/.test(message);

const badAnswers = async (
  sent: readonly { method: string; path: string; body: BodyInit }[],
): Promise<string[]> => {
  const bad: string[] = [];
  const waiting = [...sent];
  const sender = async () => {
    for (let next = waiting.pop(); next; next = waiting.pop()) {
      const answer = await ask(next.method, next.path, next.body);
      if (isBad(answer))
        bad.push(
          `${next.method} ${next.path}: ${answer.status} in ${Math.round(answer.milliseconds)} ms: ${answer.message.slice(0, 120)} for ${String(next.body).slice(0, 300)}`,
        );
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, sender));
  return bad;
};

let count = 0;

test.each(Object.entries(ROUTES))("%s, as it should not be", async (_, { method, path, body }) => {
  const bodies = fc.sample(mutated(body), { seed: SEED, numRuns: EACH });
  count += bodies.length;
  const sent = bodies.map((each) => ({ method, path: path(), body: each as BodyInit }));
  expect(await badAnswers(sent)).toEqual([]);
});

test("recordings and photos of any bytes", async () => {
  const bytes = fc.oneof(
    fc.uint8Array({ maxLength: 400 }),
    // A sound recording with a few bytes of its header changed.
    fc.array(fc.tuple(fc.nat(60), fc.nat(255)), { minLength: 1, maxLength: 4 }).map((changes) => {
      const wav = wavOf(1, 64);
      for (const [at, value] of changes) wav[at] = value;
      return wav;
    }),
  );
  const bodies = fc.sample(bytes, { seed: SEED, numRuns: EACH });
  count += 2 * bodies.length;
  const to = (path: string) =>
    bodies.map((each) => ({ method: "PUT", path, body: new Uint8Array(each) }));
  expect(
    await badAnswers([...to("/api/captures"), ...to("/api/photos"), ...to("/api/papers")]),
  ).toEqual([]);
});

test("names that are none, in every place of an address", async () => {
  const names = ["constructor", "__proto__", "%00", "..%2f..%2fetc", "x".repeat(2000), "null"];
  const places = [
    "/amplifiers/NAME/bench",
    "/amplifiers/NAME/verdict",
    "/?order=NAME&page=NAME&find=NAME",
    "/api/amplifiers/NAME/brief",
    "/api/amplifiers/NAME/page?as=NAME",
    `/api/amplifiers/${ids.amplifier}/page?as=NAME`,
    "/api/amplifiers/NAME/runs?kind=NAME",
    "/api/amplifiers?find=NAME",
    `/amplifiers/${ids.amplifier}/compare?set=NAME`,
    "/api/captures/NAME",
    "/api/photos/NAME",
    "/api/papers/NAME",
    "/api/runs/NAME/export?format=csv",
    `/amplifiers/${ids.amplifier}/bench?run=NAME`,
  ];
  const writes = [
    "/api/amplifiers/NAME",
    "/api/amplifiers/NAME/documents/NAME",
    "/api/workshop/NAME",
    "/api/claims/NAME",
    "/api/loads/NAME",
    "/api/amplifiers/NAME/loads/NAME",
    "/api/amplifiers/NAME/rig",
    "/api/runs/NAME/remarks",
    "/api/amplifiers/NAME/under-way?after=NAME",
  ];
  const bad: string[] = [];
  for (const name of names) {
    for (const place of places) {
      const status = await statusOf(place.replaceAll("NAME", name));
      if (status >= 500) bad.push(`${place} ${name}: ${status}`);
    }
    bad.push(
      ...(await badAnswers(
        writes.map((place) => ({
          method: "PUT",
          path: place.replaceAll("NAME", name),
          body: JSON.stringify(emptyDocument("details")),
        })),
      )),
    );
  }
  expect(bad).toEqual([]);
});

test("at least two thousand bodies were tried, and the shelf still stands, whole", async () => {
  expect(count).toBeGreaterThanOrEqual(2000);
  for (const page of [
    "",
    ...["brief", "forecast", "load", "rig", "plan", "bench", "verdict"].map(
      (stage) => `amplifiers/${ids.amplifier}/${stage}`,
    ),
  ])
    expect(await statusOf(`/${page}`)).toBe(200);
  await server.kill("SIGTERM");
  const db = await openDatabase(folder);
  expect((await listAmplifiers(db)).some(({ id }) => id === ids.amplifier)).toBe(true);
  expect(Object.values((await db.raw("PRAGMA integrity_check"))[0])).toEqual(["ok"]);
  await db.destroy();
});
