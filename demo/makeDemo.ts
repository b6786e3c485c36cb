import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import { claimedWatts, readClaims } from "@/core/claim";
import { proposePlan } from "@/core/plan";
import { ANALYSIS_VERSION, emptyDocument, runConditions, type Claim } from "@/records";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addRun,
  captures,
  keepDocument,
  keepWorkshopDocument,
  listAmplifiers,
} from "@/store";
import { analyseSweep } from "@/pipeline/analyseSweep";
import { DEMO_SHELF, type DemoAmplifier } from "./scenario";
import { DEMO_INSTRUMENTS, DEMO_RESISTORS, DEMO_RIG } from "./workshop";

const SWEEP = { frequencyHz: 1000, stepCount: 40, stepSeconds: 0.1 };
const SAMPLE_RATE_HZ = 96_000;
const ACCURACY_RATIO = 0.01;

/**
 * Fills an empty database with the demo shelf: every run is recorded on the simulated bench and analysed like any
 * other recording. A shelf that holds anything is left alone.
 * @returns how many amplifiers were added
 */
export const makeDemo = async (db: Knex, folder: string, now: Date): Promise<number> => {
  if ((await listAmplifiers(db)).length > 0) return 0;
  await keepWorkshopDocument(db, "resistors", DEMO_RESISTORS);
  await keepWorkshopDocument(db, "instruments", DEMO_INSTRUMENTS);
  for (const [index, demo] of DEMO_SHELF.entries())
    await addDemoAmplifier(
      db,
      folder,
      demo,
      new Date(now.getTime() - (DEMO_SHELF.length - index) * DAY),
    );
  return DEMO_SHELF.length;
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
  const claims: Claim[] = [];
  for (const claim of demo.claims) claims.push(await addClaim(db, amplifier.id, claim));
  const text = demo.sheet.join("\n");
  await keepDocument(db, amplifier.id, "details", demo.details);
  await keepDocument(db, amplifier.id, "sheet", {
    source: demo.claims[0].source,
    text,
    ...readClaims(text),
  });
  await keepDocument(db, amplifier.id, "forecast", {
    ...emptyDocument("forecast"),
    modelName: demo.simulated,
  });
  await keepDocument(db, amplifier.id, "rig", DEMO_RIG);
  await keepDocument(db, amplifier.id, "plan", {
    ...emptyDocument("plan"),
    runs: standardPlan(demo, claims),
  });
  const loads = [];
  for (const load of demo.loads) loads.push(await addLoad(db, amplifier.id, load));
  for (const [index, { load: loadIndex, channelsDriven, lastVoltsRms }] of demo.runs.entries()) {
    const load = loads[loadIndex];
    const lastVoltsPeak = lastVoltsRms * Math.SQRT2;
    const rig = onLoads(
      EXAMPLE_RIGS[demo.simulated],
      load.channels.map(({ ohms }) => ohms),
    );
    const stimulus = {
      kind: "level-sweep",
      ...SWEEP,
      firstVoltsPeak: 0.04 * lastVoltsPeak,
      lastVoltsPeak,
    } as const;
    const { capture } = record(
      rig,
      {
        stimulus,
        sampleRateHz: SAMPLE_RATE_HZ,
        drives: load.channels.slice(0, channelsDriven).map(() => true),
      },
      index + 1,
    );
    const conditions = runConditions({
      load,
      channelCount: channelsDriven,
      firstChannel: 0,
      channelsDriven,
      fullScaleVolts: capture.fullScaleVolts,
      mainsHz: rig.mains.frequencyHz,
      voltsAccuracyRatio: ACCURACY_RATIO,
    });
    const outcome = analyseSweep(
      { wav: capture.wav, fullScaleVolts: capture.fullScaleVolts, conditions },
      () => {},
    );
    if (!outcome.ok) throw new Error(`the demo run cannot be read: ${outcome.finding.advice}`);
    const { sha256 } = await captures.save(folder, [capture.wav], Number.POSITIVE_INFINITY);
    const takenAt = new Date(start.getTime() + (index + 1) * 20 * MINUTE).toISOString();
    await addRun(
      db,
      folder,
      amplifier.id,
      {
        id: randomUUID(),
        kind: "power-sweep",
        source: "simulated-bench",
        sourceDetail: rig.name,
        conditions,
        result: outcome.value,
        analysisVersion: ANALYSIS_VERSION,
        captures: [{ sha256, fileName: capture.fileName, fullScaleVolts: capture.fullScaleVolts }],
      },
      takenAt,
    );
  }
};

/** The standard plan, each power as claimed. */
const standardPlan = ({ draft, loads }: DemoAmplifier, claims: readonly Claim[]) => {
  return proposePlan(
    {
      claims,
      channelCount: draft.channelCount,
      loadOhms: loads.map(({ nominalOhms }) => nominalOhms),
      otherSupplies: [],
      switches: [],
      hasBridging: false,
      expectedWatts: (ohms) => claimedWatts(ohms, claims, false),
    },
    "standard",
  );
};
