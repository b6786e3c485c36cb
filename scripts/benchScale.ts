// npm run bench:scale [AMPLIFIERS]: builds a shelf of 2,000 amplifiers, 20,000 claims and 100,000 runs, serves it, and prints how long
// its pages take, and an upload while 50 readers load the heaviest of them.
import { mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { encodeWav } from "@/core/wav";
import { startServer } from "@/e2e/server";
import { AMPLIFIER_KINDS, emptyDocument, powerDraft, SUPPLY_KINDS } from "@/records";
import { runOf } from "@/records/testing/run";
import { databaseFile, openDatabase } from "@/store";
import { levelResult } from "@/core/run/reading";
import { stepReading } from "@/core/testing/stepReading";

const CLAIMS_EACH = 10;
const RUNS_EACH = 50;
const NOTES_EACH = 5;
const HEAVY_RUNS = 500;
const HEAVY_CLAIMS = 40;
const LOOKS = 40;
const READERS = 50;
const UPLOADS = 40;
const STAGES = [
  "brief",
  "forecast",
  "load",
  "rig",
  "plan",
  "bench",
  "heat",
  "verdict",
  "compare",
  "sheet",
];

/** As large as a sweep of 40 levels in two channels really is. */
const sweepResult = (watts: number): string =>
  JSON.stringify({
    ...runOf([watts, watts]).result,
    channels: [0, 1].map(() =>
      levelResult({
        steps: Array.from({ length: 40 }, (_, k) => ({
          ...stepReading(((k + 1) / 38) * watts, k < 38 ? 0.001 : 0.05, k >= 38),
          harmonics: Array.from({ length: 9 }, (_, h) => ({
            order: h + 2,
            ratio: 1.234_567_89e-4 / (h + 1),
          })),
        })),
        stop: { reason: "rail-voltage", evidence: "Both halves clip." },
      }),
    ),
  });

/** As large as a response of 120 points in two channels. */
const otherResult = JSON.stringify({
  kind: "response",
  channels: [0, 1].map(() => ({
    figures: [
      {
        name: "low",
        label: "low",
        quantity: "hertz",
        value: 12.345,
        stdUncertainty: 0.1,
        bound: null,
      },
    ],
    curves: [
      {
        name: "magnitude",
        label: "",
        x: "hertz",
        y: "level-ratio",
        points: Array.from({ length: 120 }, (_, k) => [10 * 1.06 ** k, 0.998_765_4]),
      },
    ],
    bursts: [],
    stop: { reason: "level-reached", evidence: "", picture: null },
    summary: "A response.",
  })),
});

const POWER = {
  printedText: "50 W",
  source: "brochure",
  powerWatts: 50,
  loadOhms: 8,
  channelsDriven: 2,
  distortionLimitRatio: 0.005,
  distortionMeasure: "thd-plus-noise",
} as const;

const VOCABULARY =
  "relay clicks hum left right sink warm fan lid screw fuse knob lamp loose drifts at once after ten minutes into four ohms".split(
    " ",
  );

/** Some words, and one that few others have. */
const words = (seed: number, count: number): string =>
  [
    ...Array.from(
      { length: count },
      (_, k) => VOCABULARY[(seed * 31 + k * k * 7) % VOCABULARY.length],
    ),
    `mark${seed % 997}`,
  ].join(" ");

const build = async (folder: string, amplifiers: number): Promise<void> => {
  await (await openDatabase(folder)).destroy();
  const db = new Database(databaseFile(folder));
  db.pragma("synchronous = OFF");
  const amplifier = db.prepare(
    "INSERT INTO amplifiers (id, created_at, maker, model, kind, topology, year, channel_count, condition, notes) VALUES (?, ?, ?, ?, ?, 'class AB', ?, 2, '', ?)",
  );
  const claim = db.prepare(
    "INSERT INTO claims (id, amplifier_id, printed_text, source, stated) VALUES (?, ?, ?, 'brochure', ?)",
  );
  const details = db.prepare(
    "INSERT INTO documents (amplifier_id, kind, content) VALUES (?, 'details', ?)",
  );
  const note = db.prepare(
    "INSERT INTO log_entries (id, amplifier_id, at, kind, text) VALUES (?, ?, '2026-01-01', 'remark', ?)",
  );
  const run = db.prepare(
    "INSERT INTO runs (id, amplifier_id, kind, source, source_detail, taken_at, conditions, analysis_version) VALUES (?, ?, ?, 'recording', 'a.wav', ?, ?, 1)",
  );
  const result = db.prepare("INSERT INTO results (run_id, content) VALUES (?, ?)");
  const conditions = JSON.stringify(runOf([50, 50]).conditions);
  const sweeps = Array.from({ length: 20 }, (_, k) => sweepResult(30 + 2 * k));
  db.transaction(() => {
    for (let a = 0; a < amplifiers; a++) {
      const id = a === 0 ? "heavy" : `amp-${a}`;
      const at = new Date(1.7e12 + a * 1e6).toISOString();
      const kind = AMPLIFIER_KINDS[a % AMPLIFIER_KINDS.length];
      amplifier.run(id, at, `Maker ${a % 83}`, `Model ${a}`, kind, 1960 + (a % 66), words(a, 40));
      details.run(
        id,
        JSON.stringify({
          ...emptyDocument("details"),
          priceNow: 50 + ((a * 37) % 2000),
          supplies: [{ name: "inside", kind: SUPPLY_KINDS[a % SUPPLY_KINDS.length] }],
        }),
      );
      for (let n = 0; n < NOTES_EACH; n++) note.run(`${id}-note-${n}`, id, words(a * 7 + n, 12));
      for (let c = 0; c < (a === 0 ? HEAVY_CLAIMS : CLAIMS_EACH); c++) {
        const power = powerDraft({ ...POWER, powerWatts: 30 + 3 * c });
        claim.run(`${id}-claim-${c}`, id, power.printedText, JSON.stringify(power.stated));
      }
      for (let r = 0; r < (a === 0 ? HEAVY_RUNS : RUNS_EACH); r++) {
        const isSweep = r % 5 === 0;
        const at = new Date(1.75e12 + r * 1e7).toISOString();
        run.run(`${id}-run-${r}`, id, isSweep ? "power-sweep" : "response", at, conditions);
        result.run(`${id}-run-${r}`, isSweep ? sweeps[(a + r) % 20] : otherResult);
      }
    }
  })();
  db.close();
};

const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

const line = (what: string, values: readonly number[]): void =>
  console.log(
    `${what.padEnd(52)} median ${quantile(values, 0.5).toFixed(0).padStart(5)} ms   p95 ${quantile(values, 0.95).toFixed(0).padStart(5)} ms`,
  );

const timed = async (work: () => Promise<Response>): Promise<number> => {
  const start = performance.now();
  const response = await work();
  await response.arrayBuffer();
  if (!response.ok) throw new Error(`${response.url} answered ${response.status}`);
  return performance.now() - start;
};

const looks = async (what: string, urls: readonly string[]): Promise<void> => {
  for (const url of urls.slice(0, 5)) await timed(() => fetch(url));
  const values: number[] = [];
  for (let k = 0; k < LOOKS; k++) values.push(await timed(() => fetch(urls[k % urls.length])));
  line(what, values);
};

const uploadsWhileRead = async (url: string, page: string): Promise<void> => {
  let isOver = false,
    pages = 0;
  const readers = Array.from({ length: READERS }, async () => {
    while (!isOver) {
      await timed(() => fetch(page));
      pages++;
    }
  });
  const values: number[] = [];
  const start = performance.now();
  // Until all readers are at it.
  await new Promise((wake) => setTimeout(wake, 3000));
  for (let k = 0; k < UPLOADS; k++) {
    const volts = Float64Array.from({ length: 125_000 }, (_, n) => Math.sin(0.1 * n + k));
    const body = encodeWav([volts], 48_000, 1.1, "float32");
    values.push(await timed(() => fetch(`${url}/api/captures`, { method: "PUT", body })));
  }
  isOver = true;
  await Promise.all(readers);
  line(`a 500 kB upload while ${READERS} read the heaviest page`, values);
  console.log(
    `  ${pages} pages were read meanwhile, ${((1000 * pages) / (performance.now() - start)).toFixed(0)} a second`,
  );
};

/** Waits until the server has summed up all verdicts by itself. */
const summedUp = async (folder: string, amplifiers: number): Promise<void> => {
  const counter = new Database(databaseFile(folder), { readonly: true });
  const start = performance.now();
  const count = counter.prepare("SELECT count(*) AS n FROM summaries");
  while ((count.get() as { n: number }).n < amplifiers)
    await new Promise((wake) => setTimeout(wake, 100));
  counter.close();
  console.log(
    `all verdicts were summed up ${((performance.now() - start) / 1000).toFixed(1)} s after the start`,
  );
};

const lookThrough = async (url: string, amplifiers: number): Promise<void> => {
  const lastPage = Math.ceil(amplifiers / 25);
  await looks("the shelf", [`${url}/`]);
  await looks("by margin, by price, its last page", [
    `${url}/?order=margin&down=1`,
    `${url}/?order=price`,
    `${url}/?page=${lastPage}`,
  ]);
  await looks("a word that few have, one that all have, a name", [
    `${url}/?find=mark123`,
    `${url}/?find=relay+hum`,
    `${url}/?find=model+19`,
  ]);
  await looks("by outcome, supply, year and price together", [
    `${url}/?outcome=missed&supply=linear&year-from=1970&price-to=900`,
    `${url}/?outcome=met&watts-from=40&watts-to=60`,
  ]);
  await looks("trends of all, and of what is found", [
    `${url}/trends`,
    `${url}/trends?kind=mini&find=relay`,
  ]);
  await looks("the workshop", [`${url}/workshop`]);
  for (const stage of STAGES) {
    const some = Array.from(
      { length: Math.min(20, amplifiers - 1) },
      (_, k) => `${url}/amplifiers/amp-${1 + k}/${stage}`,
    );
    await looks(`${stage} of an amplifier of ${RUNS_EACH} runs`, some);
  }
  for (const stage of STAGES)
    await looks(`${stage} of one of ${HEAVY_RUNS} runs, ${HEAVY_CLAIMS} claims`, [
      `${url}/amplifiers/heavy/${stage}`,
    ]);
  await uploadsWhileRead(url, `${url}/amplifiers/heavy/bench`);
};

const main = async (): Promise<void> => {
  const amplifiers = Number(process.argv[2] ?? 2000);
  const folder = mkdtempSync(join(tmpdir(), "rimebank-scale-"));
  try {
    await build(folder, amplifiers);
    const megabytes = Math.round(statSync(databaseFile(folder)).size / 1e6);
    console.log(
      `${amplifiers} amplifiers, ${(amplifiers - 1) * CLAIMS_EACH + HEAVY_CLAIMS} claims, ${(amplifiers - 1) * RUNS_EACH + HEAVY_RUNS} runs, ${megabytes} MB`,
    );
    const server = await startServer(folder);
    try {
      await summedUp(folder, amplifiers);
      await lookThrough(server.url, amplifiers);
    } finally {
      // At once: a polite end would wait for connections that are kept open.
      await server.kill("SIGKILL");
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
};

main().catch((error: unknown) => {
  console.error(error);
  process.exitCode = 1;
});
