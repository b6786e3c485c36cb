import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { fromCatalogue, instrumentFacts } from "@/bench/catalogue";
import { claimedWatts } from "@/core/claim";
import { proposePlan } from "@/core/plan";
import { completeSettings, RUN_KINDS } from "@/core/run";
import {
  ANALYSIS_VERSION,
  emptyDocument,
  powerDraft,
  runConditions,
  statedPowers,
  type Load,
  type RunCapture,
  type RunDraft,
  type StatedPower,
} from "@/records";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addRun,
  captures,
  keepDocument,
  keepWorkshopDocument,
  listAmplifiers,
  listClaims,
} from "@/store";
import { NO_LIMITS, playRun, type KeptShot } from "@/pipeline/playRun";
import { DEMO_SHELF, type DemoAmplifier, type DemoRun } from "./scenario";
import { DEMO_INSTRUMENTS, DEMO_RESISTORS, DEMO_RIG } from "./workshop";

const SAMPLE_RATE_HZ = 96_000;
const ACCURACY_RATIO = 0.01;

/**
 * Fills an empty database with the demo shelf: every run is recorded on the simulated bench and analysed like any
 * other recording. A shelf that holds anything is left alone.
 * @returns how many amplifiers were added
 */
export const makeDemo = async (
  db: Knex,
  folder: string,
  now: Date,
  shelf: readonly DemoAmplifier[] = DEMO_SHELF,
): Promise<number> => {
  if ((await listAmplifiers(db)).length > 0) return 0;
  await keepWorkshopDocument(db, "resistors", DEMO_RESISTORS);
  await keepWorkshopDocument(db, "instruments", DEMO_INSTRUMENTS);
  for (const [index, demo] of shelf.entries())
    await addDemoAmplifier(
      db,
      folder,
      demo,
      new Date(now.getTime() - (shelf.length - index) * DAY),
    );
  return shelf.length;
};

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

const addDemoAmplifier = async (
  db: Knex,
  folder: string,
  demo: DemoAmplifier,
  start: Date,
): Promise<void> => {
  const amplifier = await addAmplifier(db, demo.draft, start.toISOString());
  for (const claim of demo.claims) await addClaim(db, amplifier.id, powerDraft(claim));
  await keepDocument(db, amplifier.id, "details", demo.details);
  await keepDocument(db, amplifier.id, "sheet", {
    source: demo.claims[0].source,
    text: demo.sheet.join("\n"),
  });
  await keepDocument(db, amplifier.id, "forecast", {
    ...emptyDocument("forecast"),
    modelName: demo.simulated,
  });
  await keepDocument(db, amplifier.id, "rig", DEMO_RIG);
  await keepDocument(db, amplifier.id, "plan", {
    ...emptyDocument("plan"),
    runs: standardPlan(
      demo,
      statedPowers(await listClaims(db, amplifier.id), demo.draft.channelCount),
    ),
  });
  const loads: Load[] = [];
  for (const load of demo.loads) loads.push(await addLoad(db, amplifier.id, load));
  for (const [index, run] of demo.runs.entries()) {
    const draft = await demoRun(
      folder,
      { demo, load: loads[run.load], second: loads.find((_, at) => at !== run.load) ?? null },
      run,
      index,
    );
    const takenAt = new Date(start.getTime() + (index + 1) * 20 * MINUTE).toISOString();
    await addRun(db, folder, { amplifierId: amplifier.id, takenAt }, draft);
  }
};

/** A run played and read as on the Bench, its recordings kept in the folder. */
const demoRun = async (
  folder: string,
  { demo, load, second }: { demo: DemoAmplifier; load: Load; second: Load | null },
  { kind, channelsDriven, settings: given }: DemoRun,
  seed: number,
): Promise<RunDraft> => {
  const instrument = { ...fromCatalogue(demo.simulated), seed };
  const facts = instrumentFacts(instrument);
  const settings = completeSettings(RUN_KINDS[kind].fields, given ?? {});
  const conditions = runConditions({
    load,
    channelCount: channelsDriven,
    firstChannel: 0,
    channelsDriven,
    fullScaleVolts: 1,
    mainsHz: facts.mainsHz,
    voltsAccuracyRatio: ACCURACY_RATIO,
    settings: settings as Record<string, number | string>,
  });
  const shots: KeptShot[] = [];
  const outcome = await playRun(
    {
      kind,
      settings,
      instrument,
      loads: conditions.channels,
      secondLoads: second && loadConditions(second, channelsDriven),
      ratedWatts: claimedWatts(load.nominalOhms, demo.claims, false),
      sampleRateHz: SAMPLE_RATE_HZ,
      kept: [],
      limits: NO_LIMITS,
      secondLimits: NO_LIMITS,
    },
    { onMoment: () => {}, onShot: (shot) => void shots.push(shot) },
  );
  if (!outcome.ok) throw new Error(`the demo run cannot be read: ${outcome.finding.advice}`);
  const kept: RunCapture[] = [];
  for (const { wav, fullScaleVolts, fileName, name } of shots) {
    const { sha256 } = await captures.save(folder, [wav], Number.POSITIVE_INFINITY);
    kept.push({ sha256, fileName, fullScaleVolts, shot: name });
  }
  return {
    id: randomUUID(),
    kind,
    source: demo.isRehearsed ? "simulated-bench" : "recording",
    sourceDetail: demo.isRehearsed ? facts.name : "made up for the demo",
    conditions: { ...conditions, fullScaleVolts: kept[0].fullScaleVolts },
    result: { kind, channels: outcome.value },
    analysisVersion: ANALYSIS_VERSION,
    captures: kept,
  };
};

const loadConditions = (load: Load, channelCount: number) =>
  runConditions({
    load,
    channelCount,
    firstChannel: 0,
    channelsDriven: channelCount,
    fullScaleVolts: 1,
    mainsHz: 50,
    voltsAccuracyRatio: ACCURACY_RATIO,
  }).channels;

/** The standard plan, each power as claimed. */
const standardPlan = ({ draft, loads }: DemoAmplifier, claims: readonly StatedPower[]) => {
  return proposePlan(
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
};
