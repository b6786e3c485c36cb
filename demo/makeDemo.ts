import type { Knex } from "knex";
import sharp from "sharp";
import { claimedWatts } from "@/core/claim";
import { proposePlan, type PlannedRun } from "@/core/plan";
import { isNearLoad } from "@/core/power";
import { RUN_KINDS, type RunKind, type Settings } from "@/core/run";
import {
  emptyDocument,
  powerDraft,
  statedPowers,
  type Load,
  type Photo,
  type RunDraft,
  type StatedPower,
} from "@/records";
import { foundIn, madeForText, takenLevel, type FoundLimit } from "@/records/facts";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addLogEntry,
  addRun,
  keepDocument,
  keepWorkshopDocument,
  listAmplifiers,
  listClaims,
  savePhoto,
  takeLoad,
  takeRig,
} from "@/store";
import { addComparisons } from "./comparisons";
import { addPage } from "./page";
import { playTask } from "./play";
import { DEMO_SHELF } from "./shelf";
import type { DemoAmplifier, DemoLoad, DemoRun, DemoTask, Play } from "./types";
import { DEMO_INSTRUMENTS, DEMO_LOADS, DEMO_RESISTORS, DEMO_RIG, DEMO_ROOM } from "./workshop";

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
const RUN_MINUTES = 12;

export type DemoWays = {
  shelf?: readonly DemoAmplifier[];
  /** Who plays the runs; this process does where nothing is said. */
  play?: Play;
  onProgress?(doneCount: number, count: number): void;
};

/** An amplifier that is on the shelf, and what its runs need. */
type Reviewed = {
  id: string;
  demo: DemoAmplifier;
  start: number;
  powers: readonly StatedPower[];
  loads: readonly Load[];
  runs: readonly DemoRun[];
};

/**
 * Fills an empty database with the demo shelf, wholly or, where it is ended before, not at all: every run is recorded on the simulated
 * bench and analysed like any other recording. A shelf that holds anything is left alone.
 * @returns how many amplifiers were added
 */
export const makeDemo = (
  db: Knex,
  folder: string,
  now: Date,
  ways: DemoWays = {},
): Promise<number> => db.transaction((trx) => fillShelf(trx, folder, now, ways));

const fillShelf = async (
  db: Knex,
  folder: string,
  now: Date,
  { shelf = DEMO_SHELF, play = (task) => playTask(folder, task), onProgress }: DemoWays,
): Promise<number> => {
  if ((await listAmplifiers(db)).length > 0) return 0;
  await keepWorkshopDocument(db, "resistors", DEMO_RESISTORS);
  await keepWorkshopDocument(db, "instruments", DEMO_INSTRUMENTS);
  await keepWorkshopDocument(db, "room", { ...DEMO_ROOM, at: now.toISOString() });
  const reviews: Reviewed[] = [];
  const workshop = new Map<DemoLoad, Load>();
  for (const [index, demo] of shelf.entries())
    reviews.push(
      await review(db, folder, workshop, {
        demo,
        start: now.getTime() - (shelf.length - index) * DAY,
      }),
    );
  const count = reviews.reduce((sum, { runs }) => sum + runs.length, 0);
  let doneCount = 0;
  const counted: Play = async (task) => {
    const draft = await play(task);
    onProgress?.(++doneCount, count);
    return draft;
  };
  for (const [at, drafts] of (await playAll(reviews, counted)).entries())
    for (const [index, draft] of drafts.entries()) {
      const { id: amplifierId, start } = reviews[at];
      const takenAt = new Date(start + (index + 1) * RUN_MINUTES * MINUTE).toISOString();
      await addRun(db, folder, { amplifierId, takenAt }, draft);
    }
  const ids = reviews.map(({ id }) => id);
  await addComparisons(db, ids);
  for (const id of ids) await addPage(db, id);
  return shelf.length;
};

/** Sweeps go first: what they find is the full level of the other runs. */
const playAll = async (reviews: readonly Reviewed[], play: Play): Promise<RunDraft[][]> => {
  const drafts: RunDraft[][] = reviews.map(() => []);
  const playThose = (isWanted: (run: DemoRun) => boolean, foundAt: readonly FoundLimit[][]) =>
    Promise.all(
      reviews.flatMap((each, at) =>
        each.runs.flatMap((run, index) =>
          isWanted(run)
            ? [
                play(taskOf(each, run, index, foundAt[at] ?? [])).then((draft) => {
                  drafts[at][index] = draft;
                }),
              ]
            : [],
        ),
      ),
    );
  const finds = ({ kind }: DemoRun): boolean => RUN_KINDS[kind].findsLimit === true;
  await playThose(finds, []);
  const found = drafts.map((made) => made.flatMap((draft) => foundBy(draft)));
  await playThose((run) => !finds(run), found);
  return drafts;
};

const foundBy = ({ kind, conditions, result }: RunDraft): FoundLimit[] => {
  const { nominalOhms, channelsDriven, setting } = conditions;
  const watts = foundIn(result.channels);
  return RUN_KINDS[kind].isBridged || setting || watts === null
    ? []
    : [{ nominalOhms, channelsDriven, watts }];
};

const taskOf = (
  { demo, powers, loads }: Reviewed,
  run: DemoRun,
  index: number,
  found: readonly FoundLimit[],
): DemoTask => {
  const load = loads[demo.loads.indexOf(run.load)];
  const level = takenLevel(load.nominalOhms, powers, found);
  return {
    run: RUN_KINDS[run.kind].findsLimit ? sweptTo(run, demo.sweepVoltsRms) : run,
    details: { supplies: demo.details.supplies, switches: demo.details.switches },
    bench: run.bench ?? demo.bench,
    load,
    secondLoad: loads.find((each) => each !== load) ?? null,
    ratedWatts: claimedWatts(load.nominalOhms, powers, false),
    levelWatts: level?.from === "found" ? level.watts : null,
    isRehearsed: demo.isRehearsed ?? false,
    seed: index,
  };
};

const sweptTo = (run: DemoRun, lastVoltsRms: number): DemoRun => ({
  ...run,
  settings: { lastVoltsRms, ...run.settings },
});

/** Puts an amplifier on the shelf with all that the reviewer wrote down of it, and plans its runs. */
const review = async (
  db: Knex,
  folder: string,
  workshop: Map<DemoLoad, Load>,
  { demo, start }: Pick<Reviewed, "demo" | "start">,
): Promise<Reviewed> => {
  const { id } = await addAmplifier(db, demo.draft, new Date(start).toISOString());
  for (const claim of demo.claims) await addClaim(db, id, powerDraft(claim));
  const photos = await savedPhotos(folder, demo.photos ?? []);
  await keepDocument(db, id, "details", { ...demo.details, photos });
  if (demo.labels)
    await keepDocument(db, id, "filing", { ...emptyDocument("filing"), labels: [...demo.labels] });
  await keepDocument(db, id, "sheet", {
    ...emptyDocument("sheet"),
    source: demo.sheet.source,
    text: demo.sheet.lines.join("\n"),
  });
  await keepDocument(db, id, "forecast", emptyDocument("forecast"));
  await takeRig(db, id, "demo-rig");
  await keepDocument(db, id, "rig", DEMO_RIG);
  const loads: Load[] = [];
  for (const key of demo.loads) {
    const load = workshop.get(key) ?? (await addLoad(db, id, DEMO_LOADS[key]));
    workshop.set(key, load);
    await takeLoad(db, id, load.id);
    loads.push(load);
  }
  const powers = statedPowers(await listClaims(db, id), demo.draft.channelCount, (madeFor) =>
    madeForText(madeFor, demo.details),
  );
  const planned = standardPlan(demo, powers, loads);
  await keepDocument(db, id, "plan", { ...emptyDocument("plan"), runs: planned });
  for (const { minute, ...entry } of demo.log ?? [])
    await addLogEntry(db, id, {
      ...entry,
      at: new Date(start + minute * MINUTE).toISOString(),
      isStruck: false,
    });
  const runs = demo.isPlanMade ? [...plannedRuns(demo, planned), ...demo.runs] : demo.runs;
  return { id, demo, start, powers, loads, runs };
};

const savedPhotos = async (
  folder: string,
  drawings: NonNullable<DemoAmplifier["photos"]>,
): Promise<Photo[]> => {
  const kept: Photo[] = [];
  for (const { caption, svg } of drawings) {
    const photo = await savePhoto(folder, await sharp(Buffer.from(svg)).png().toBuffer());
    if (photo) kept.push({ ...photo, caption });
  }
  return kept;
};

/** The standard plan, each power as claimed. */
const standardPlan = (
  { draft }: DemoAmplifier,
  claims: readonly StatedPower[],
  loads: readonly Load[],
): PlannedRun[] =>
  proposePlan(
    {
      claims,
      channelCount: draft.channelCount,
      loadOhms: loads.map(({ nominalOhms }) => nominalOhms),
      otherSupplies: [],
      switches: [],
      hasBridging: false,
      expectedWatts: (ohms) => claimedWatts(ohms, claims, false) ?? 0,
    },
    "standard",
  );

/** Shorter than usual, so that a newcomer need not wait: what they show is the same. */
const SHORT: Partial<Record<RunKind, Settings>> = {
  noise: { seconds: 3 },
  gain: { seconds: 1 },
  spectrum: { seconds: 1 },
  response: { pointsPerDecade: 4 },
  crosstalk: { pointsPerDecade: 2 },
  "distortion-response": { pointsPerDecade: 3 },
  "power-sweep": { seconds: 6 },
};

/** The planned runs whose load is built. */
const plannedRuns = ({ loads }: DemoAmplifier, planned: readonly PlannedRun[]): DemoRun[] =>
  planned.flatMap(({ kind, loadOhms, channelsDriven }) => {
    const load = loads.find((key) => isNearLoad(DEMO_LOADS[key].nominalOhms, loadOhms));
    return load ? [{ kind, load, channelsDriven, settings: SHORT[kind] }] : [];
  });
