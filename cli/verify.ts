import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { BadZip, readZip, type OpenedZip } from "@/archive/readZip";
import type { RecordedFile } from "@/bench/instruments";
import type { ChannelResult } from "@/core/run";
import { readWavLayout } from "@/core/wav";
import { readRun } from "@/pipeline/readRun";
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
  const { id, kind, result } = run;
  const found = whyNot(run, zip, changed) ?? (await readAgain(zip, run));
  if (typeof found === "string")
    return { id, kind, outcome: "not re-analysed", figureCount: 0, differing: [], because: found };
  const differing = differencesOf(result.channels, found);
  return {
    id,
    kind,
    outcome: differing.length === 0 ? "same" : "differs",
    figureCount: result.channels.flatMap(({ figures }) => figures).length,
    differing,
    because: null,
  };
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

/** The recordings of a run, read as they were read before; what is wrong with one, in words. */
const readAgain = async (
  zip: OpenedZip,
  { captures, source, conditions, kind }: Run,
): Promise<ChannelResult[] | string> => {
  const { readWith, channels: loads, settings = {}, band, mainsHz } = conditions;
  const files: RecordedFile[] = [];
  for (const capture of captures) {
    const wav = new Uint8Array(await zip.read(pathOf(capture), RECORDING_LIMIT_BYTES));
    const header = readWavLayout(wav);
    if (!header.ok) return header.finding.advice;
    const layout = recordedLayout({ source, conditions } as never, header.value.channelCount);
    files.push({ ...capture, wav, layout });
  }
  const outcome = await readRun({
    kind,
    settings,
    instrument: { kind: "files", mainsHz, files },
    loads,
    secondLoads: readWith?.secondChannels ?? null,
    ratedWatts: readWith?.ratedWatts ?? null,
    shots: readWith?.shots,
    band,
  });
  return outcome.ok ? outcome.value : `the recordings do not tell it: ${outcome.finding.advice}`;
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
