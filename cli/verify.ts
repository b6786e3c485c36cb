import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { BadZip, readZip, type OpenedZip } from "@/archive/readZip";
import { TONE_DEFAULTS } from "@/core/distortion";
import { completeSettings, RUN_KINDS, type ChannelResult, type Recorded } from "@/core/run";
import { analyseRun } from "@/core/run/reading";
import { decodeCapture } from "@/pipeline/decode";
import {
  PACKAGE_NAMES,
  readReview,
  recordedLayout,
  REVIEW_FILE,
  REVIEW_LIMIT_BYTES,
  type Review,
} from "@/records";
import { parseCommandLine, UsageError } from "./arguments";

const LIMITS = { count: 20_000, bytes: 64e9, name: PACKAGE_NAMES };
const RECORDING_LIMIT_BYTES = 4e9;
/** Figures that are the same agree to this ratio: JSON keeps every digit, so that little more than rounding is left. */
const SAME_RATIO = 1e-9;

type Run = Review["runs"][number];
type Verified = {
  id: string;
  kind: string;
  outcome: "same" | "differs" | "not re-analysed";
  figureCount: number;
  differing: { channel: number; name: string; stated: number | null; found: number | null }[];
  because: string | null;
};

/** Reads the recordings of a reader's copy again and compares: `rimebank verify FILE.zip`. */
export const verify = async (words: readonly string[]): Promise<object> => {
  const {
    positional: [path, ...more],
  } = parseCommandLine(words, []);
  if (!path || more.length > 0) throw new UsageError("say which file: verify FILE.zip");
  if (!existsSync(path)) throw new UsageError(`there is no file ${path}`);
  let zip: OpenedZip | null = null;
  try {
    zip = await readZip(path, LIMITS);
    const review = await recordIn(zip);
    const changed = await changedFiles(zip);
    const runs: Verified[] = [];
    for (const run of review.runs) runs.push(await verified(zip, run, changed));
    const count = (outcome: Verified["outcome"]) =>
      runs.filter((run) => run.outcome === outcome).length;
    return {
      file: path,
      amplifier: `${review.amplifier.maker} ${review.amplifier.model}`,
      agrees: changed.length === 0 && count("differs") === 0,
      same: count("same"),
      differs: count("differs"),
      notReAnalysed: count("not re-analysed"),
      changedFiles: changed,
      runs,
    };
  } catch (error) {
    if (error instanceof BadZip) throw new UsageError(`${path}: ${error.message}`);
    throw error;
  } finally {
    zip?.close();
  }
};

const recordIn = async (zip: OpenedZip): Promise<Review> => {
  const read = await readReview(await zip.read(REVIEW_FILE, REVIEW_LIMIT_BYTES));
  if (!read.ok) throw new BadZip(read.message);
  return read.review;
};

/** Recordings whose bytes are not those that their names promise. */
const changedFiles = async (zip: OpenedZip): Promise<string[]> => {
  const changed: string[] = [];
  for (const name of zip.names) {
    const [, sha256] = /^recordings\/([0-9a-f]{64})\./.exec(name) ?? [];
    if (!sha256) continue;
    const hash = createHash("sha256");
    for await (const chunk of zip.stream(name)) hash.update(chunk);
    if (hash.digest("hex") !== sha256) changed.push(name);
  }
  return changed;
};

const verified = async (
  zip: OpenedZip,
  run: Run,
  changed: readonly string[],
): Promise<Verified> => {
  const facts = { id: run.id, kind: run.kind, figureCount: 0, differing: [] };
  const recordings = whyNot(run, zip, changed) ?? (await recordingsOf(zip, run));
  return typeof recordings === "string"
    ? { ...facts, outcome: "not re-analysed", because: recordings }
    : comparedWith(run, recordings, facts);
};

const pathOf = ({ sha256 }: Run["captures"][number]): string => `recordings/${sha256}.wav`;

/** Why a run cannot be read again, in words; null where it can. */
const whyNot = (
  { captures, source, conditions: { readWith } }: Run,
  { names }: OpenedZip,
  changed: readonly string[],
): string | null => {
  if (captures.length === 0)
    return source === "typed" ? "it was read off a meter" : "it was watched, not recorded";
  const paths = captures.map(pathOf);
  const missing = paths.find((path) => !names.includes(path));
  if (missing) return `${missing} is not in the package`;
  if (paths.some((path) => changed.includes(path))) return "one of its recordings was changed";
  if (!readWith) return "it is from before what its analysis was given was kept";
  return readWith.shots.some(({ isCutShort }) => isCutShort)
    ? "a guard ended one of its recordings, of which only a part was read"
    : null;
};

/** The recordings of a run with what its analysis was given; what is wrong with one, in words. */
const recordingsOf = async (zip: OpenedZip, run: Run): Promise<Recorded[] | string> => {
  const { readWith, channels: loads } = run.conditions;
  const { shots = [], secondChannels = null } = readWith ?? {};
  const recordings: Recorded[] = [];
  for (const [k, capture] of run.captures.entries()) {
    const bytes = await zip.read(pathOf(capture), RECORDING_LIMIT_BYTES);
    const decoded = decodeCapture(new Uint8Array(bytes), capture.fullScaleVolts);
    if (!decoded.ok) return decoded.finding.advice;
    const { channels, sampleRateHz } = decoded.value;
    const layout = recordedLayout(run as never, channels.length);
    const { isSecondLoad, ...shot } = shots[k] ?? elsewhere(k);
    recordings.push({
      ...shot,
      sampleRateHz,
      volts: layout.outputs.map((channel) => channels[channel]),
      input: layout.input === null ? null : channels[layout.input],
      loads: (isSecondLoad ? secondChannels : null) ?? loads,
    });
  }
  return recordings;
};

/** What is known of a recording that was made elsewhere: the second of a run is into its second load. */
const elsewhere = (k: number) => ({
  shot: `file-${k + 1}`,
  stimulus: null,
  meters: null,
  events: [],
  isSecondLoad: k === 1,
});

const comparedWith = (
  run: Run,
  recordings: readonly Recorded[],
  facts: Omit<Verified, "outcome" | "because">,
): Verified => {
  const { conditions, kind, result } = run;
  const outcome = analyseRun(kind, recordings, {
    settings: completeSettings(RUN_KINDS[kind].fields, conditions.settings ?? {}),
    band: conditions.band ?? TONE_DEFAULTS.band,
    mainsHz: conditions.mainsHz,
    ratedWatts: conditions.readWith?.ratedWatts ?? null,
  });
  if (!outcome.ok)
    return {
      ...facts,
      outcome: "not re-analysed",
      because: `the recordings do not tell it: ${outcome.finding.advice}`,
    };
  const stated = result.channels.flatMap(({ figures }) => figures);
  const differing = differencesOf(result.channels, outcome.value);
  return {
    ...facts,
    figureCount: stated.length,
    differing,
    outcome: differing.length === 0 ? "same" : "differs",
    because: null,
  };
};

const differencesOf = (
  stated: readonly ChannelResult[],
  found: readonly ChannelResult[],
): Verified["differing"] =>
  stated.flatMap(({ figures }, channel) =>
    figures.flatMap(({ name, value }) => {
      const again = found[channel]?.figures.find((figure) => figure.name === name)?.value ?? null;
      return isSame(value, again) ? [] : [{ channel, name, stated: value, found: again }];
    }),
  );

const isSame = (a: number | null, b: number | null): boolean =>
  a === null || b === null
    ? a === b
    : Math.abs(a - b) <= SAME_RATIO * Math.max(Math.abs(a), Math.abs(b));
