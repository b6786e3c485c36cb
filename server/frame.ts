import "server-only";
import { createHash } from "node:crypto";
import type { Knex } from "knex";
import { RUN_KINDS } from "@/core/run";
import { formatSignificant } from "@/core/units";
import { amplifierLine, amplifierName, supplyWatts } from "@/records";
import {
  chosenInstrument,
  claimsToJudge,
  rigState,
  stageProgress,
  type StageProgress,
} from "@/records/facts";
import { readAmplifierRecords, type AmplifierRecords } from "./readAmplifier";
import { lastSummaryOf, type AmplifierSummary } from "./summaries";

type Link = { note: string; value: string };

/** What stands around every stage of an amplifier: its name, how far it has got, and the chain as it is at rest. */
export type StageFrame = {
  name: string;
  line: string;
  progress: StageProgress;
  atRest: Record<"source" | "amplifier" | "load" | "probe" | "reading", Link>;
  /** Pieces of its record that cannot be read. */
  unreadable: readonly string[];
};

export const frameOf = (records: AmplifierRecords, { counts }: AmplifierSummary): StageFrame => {
  const {
    amplifier,
    powers,
    loads,
    runs,
    details,
    rig,
    plan,
    heat,
    instruments,
    comparisons,
    publication,
    unreadable,
  } = records;
  const converter = chosenInstrument(instruments, "converter", rig.converterId);
  const [load] = loads;
  const ohms = load?.channels.map((channel) => formatSignificant(channel.ohms, 3)).join(", ");
  return {
    name: amplifierName(amplifier),
    line: amplifierLine(amplifier),
    progress: stageProgress({
      isForecast: details.supplies.some((supply) => supplyWatts(supply) !== null),
      claimCount: claimsToJudge(records).length,
      loadCount: loads.length,
      rigState: rigState({ amplifier, claims: powers, loads, details, plan }, rig),
      plannedCount: plan.runs.length,
      runCount: runs.length,
      heatCount: heat.logs.length + runs.filter(({ kind }) => RUN_KINDS[kind].isSoaked).length,
      judgedCount: counts.judged,
      comparedCount: comparisons.sets.filter(({ members }) =>
        members.some(({ amplifierId }) => amplifierId === amplifier.id),
      ).length,
      blockCount: publication.blocks.length,
    }),
    atRest: {
      source: {
        note: "Source",
        value: chosenInstrument(instruments, "source", rig.sourceId)?.name ?? "none",
      },
      probe: { note: "Probe", value: converter ? rig.probe.replace(" probe", "") : "none" },
      amplifier: { note: "Amplifier", value: `${amplifier.model}, at rest` },
      load: load
        ? { note: `Load ${ohms} Ω`, value: "0 W" }
        : { note: "Load", value: "not entered" },
      reading: {
        note: "Reading",
        value:
          runs.length === 0
            ? "none yet"
            : `${runs.length} ${runs.length === 1 ? "run" : "runs"} saved`,
      },
    },
    unreadable,
  };
};

/** Tells one frame from another in a few letters, so that a page is redrawn only when what stands around it has changed. */
export const frameMark = (frame: StageFrame): string =>
  createHash("sha256").update(JSON.stringify(frame)).digest("base64url").slice(0, 12);

/**
 * The mark of an amplifier's frame as it is now; null when it is not on the shelf. Whoever saves something waits for it: so it goes by
 * what the judge said last, and a page that is redrawn has him look again.
 */
export const frameMarkOf = async (db: Knex, amplifierId: string): Promise<string | null> => {
  const records = await readAmplifierRecords(db, amplifierId);
  return records && frameMark(frameOf(records, await lastSummaryOf(db, amplifierId)));
};
