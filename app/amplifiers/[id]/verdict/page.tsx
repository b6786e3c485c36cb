import { isPowerEvidence } from "@/records";
import { amplifierRecords } from "@/server/amplifierRecords";
import { database } from "@/server/records";
import { judgeClaims } from "@/server/summaries";
import { findRun } from "@/store";
import { VerdictScreen } from "@/ui/verdict/VerdictScreen";

export default async function VerdictPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, claims, runs } = await amplifierRecords((await params).id);
  const db = await database();
  const newest = runs.find(isPowerEvidence);
  return (
    <VerdictScreen
      amplifierId={amplifier.id}
      judged={await judgeClaims(db, claims, runs)}
      newest={newest ? await findRun(db, newest.id) : null}
    />
  );
}
