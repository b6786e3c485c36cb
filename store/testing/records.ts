// For tests only: what is put into a store, built by hand.
import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { levelResult } from "@/core/run/reading";
import { stepReading } from "@/core/testing/stepReading";
import { NO_SETUP, powerDraft, type AmplifierDraft, type Run, type RunDraft } from "@/records";
import { addRun, captures, findRuns } from "..";

export const amplifierDraft: AmplifierDraft = {
  maker: "Tollgate",
  model: "60",
  kind: "home",
  topology: "class AB",
  year: 1978,
  channelCount: 2,
  condition: "",
  notes: "",
};

export const powerForm = {
  printedText: "60 W",
  source: "brochure",
  powerWatts: 60,
  loadOhms: 8,
  channelsDriven: 2,
  distortionLimitRatio: 0.005,
  distortionMeasure: "thd" as const,
};
export const claimDraft = powerDraft(powerForm);

export const loadDraft = {
  nominalOhms: 8,
  channels: [
    { ohms: 8.21, ohmsExpandedUncertainty: 0.01 },
    { ohms: 8.18, ohmsExpandedUncertainty: 0.01 },
  ],
};

/** A sweep of one recorded channel, with both driven, that gives 50 W. */
export const runDraft = (change: Partial<RunDraft> = {}): RunDraft =>
  ({
    id: randomUUID(),
    kind: "power-sweep",
    source: "recording",
    sourceDetail: "sweep.wav",
    analysisVersion: 1,
    conditions: {
      nominalOhms: 8,
      fullScaleVolts: 80,
      mainsHz: 50,
      band: { lowHz: 20, highHz: 20_000 },
      setup: NO_SETUP,
      channelsDriven: 2,
      channels: [
        {
          channelIndex: 0,
          loadOhms: 8.21,
          loadOhmsStdUncertainty: 0.01,
          voltsStdUncertaintyRatio: 0.003,
        },
      ],
    },
    result: {
      kind: "power-sweep",
      channels: [
        levelResult({
          steps: [stepReading(1, 0.001), stepReading(50, 0.02, true)],
          stop: { reason: "rail-voltage", evidence: "flat" },
        }),
      ],
    },
    captures: [],
    ...change,
  }) as RunDraft;

/** Stores the bytes of a text as a capture. */
export const captureOf = async (folder: string, text: string) => ({
  ...(await captures.save(folder, [new TextEncoder().encode(text)], 1e6)),
  fileName: "sweep.wav",
  fullScaleVolts: 80,
});

/** Stores a run that must be stored. */
export const stored = async (
  { db, folder }: { db: Knex; folder: string },
  amplifierId: string,
  draft: RunDraft = runDraft(),
  takenAt = "2026-01-03",
): Promise<RunDraft> => {
  const added = await addRun(db, folder, { amplifierId, takenAt }, draft);
  if (added.outcome !== "stored") throw new Error(added.outcome);
  return draft;
};

/** Runs of one amplifier, or of all, whole, newest first. */
export const listRuns = async (db: Knex, amplifierId?: string): Promise<Run[]> => {
  const query = db("runs").orderBy("taken_at", "desc").orderByRaw("rowid desc").select("id");
  const rows: { id: string }[] = await (amplifierId
    ? query.where({ amplifier_id: amplifierId })
    : query);
  return findRuns(
    db,
    rows.map(({ id }) => id),
  );
};
