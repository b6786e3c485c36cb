import { amplifierRecords } from "@/server/amplifierRecords";
import { judgementOf } from "@/server/judged";
import { measuredSinkOf } from "@/server/measuredSink";
import { planRecordsOf } from "@/server/planRecords";
import { database } from "@/server/records";
import { PlanScreen } from "@/ui/plan/PlanScreen";

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const records = await amplifierRecords((await params).id);
  const { runs, rig, plan, room } = records;
  const db = await database();
  const { found } = await judgementOf(db, records);
  return (
    <PlanScreen
      records={planRecordsOf(records, { found, sink: await measuredSinkOf(db, records) })}
      plan={plan}
      runs={runs}
      rig={rig}
      room={room}
    />
  );
}
