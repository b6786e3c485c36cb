import { RUN_KINDS } from "@/core/run";
import { claimedHeat, lastSetup, logOfRun, logsOfNotes, probesOfRun } from "@/records/facts";
import { amplifierRecords } from "@/server/amplifierRecords";
import { judgementOf } from "@/server/judged";
import { planRecordsOf } from "@/server/planRecords";
import { database } from "@/server/records";
import { findRuns, listLog } from "@/store";
import { HeatScreen } from "@/ui/heat/HeatScreen";

/** Soaks of the Bench that are looked at, the newest. */
const MOST_SOAKS = 12;

export default async function HeatPage({ params }: { params: Promise<{ id: string }> }) {
  const records = await amplifierRecords((await params).id);
  const { amplifier, heat, runs, details, room } = records;
  const db = await database();
  const { found, supplies } = await judgementOf(db, records);
  const soaks = await findRuns(
    db,
    runs
      .filter(({ kind, isStruck }) => RUN_KINDS[kind].isSoaked && !isStruck)
      .slice(0, MOST_SOAKS)
      .map(({ id }) => id),
  );
  return (
    <HeatScreen
      amplifier={amplifier}
      details={details}
      lastSetup={lastSetup(runs)}
      heat={heat}
      soaks={soaks.map((run) => ({
        log: logOfRun(run, room.celsius),
        probes: probesOfRun(run),
      }))}
      noted={logsOfNotes(await listLog(db, amplifier.id), room.celsius)}
      room={room}
      claimed={claimedHeat(planRecordsOf(records, { found }), supplies)}
    />
  );
}
