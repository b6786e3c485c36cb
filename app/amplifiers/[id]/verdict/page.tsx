import { amplifierRecords } from "@/server/amplifierRecords";
import { judgementOf } from "@/server/judged";
import { planRecordsOf } from "@/server/planRecords";
import { database } from "@/server/records";
import { unrecordedRuns } from "@/server/setups";
import { worstOf } from "@/server/summaries";
import { VerdictScreen } from "@/ui/verdict/VerdictScreen";

export default async function VerdictPage({ params }: { params: Promise<{ id: string }> }) {
  const records = await amplifierRecords((await params).id);
  const { plan, verdictNotes } = records;
  const { verdicts, ratings, recommended, supplies } = await judgementOf(await database(), records);
  return (
    <VerdictScreen
      records={planRecordsOf(records)}
      plan={plan}
      verdicts={verdicts}
      ratings={ratings}
      recommended={recommended}
      supplies={supplies}
      unrecordedCount={unrecordedRuns(records.runs, records.details).length}
      notes={verdictNotes}
      leadingKey={worstOf(verdicts)?.key ?? null}
    />
  );
}
