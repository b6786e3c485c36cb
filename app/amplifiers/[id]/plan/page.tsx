import { amplifierRecords } from "@/server/amplifierRecords";
import { judgementOf } from "@/server/judged";
import { database } from "@/server/records";
import { PlanScreen } from "@/ui/plan/PlanScreen";

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const records = await amplifierRecords((await params).id);
  const { amplifier, powers, loads, runs, details, forecastSettings, rig, plan } = records;
  const { found } = await judgementOf(await database(), records);
  return (
    <PlanScreen
      records={{
        amplifier,
        claims: powers,
        loads,
        details,
        forecastSettings,
        isBridged: rig.isBridged,
        found,
      }}
      plan={plan}
      runs={runs}
      rig={rig}
    />
  );
}
