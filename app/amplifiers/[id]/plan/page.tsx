import { amplifierRecords } from "@/server/amplifierRecords";
import { PlanScreen } from "@/ui/plan/PlanScreen";

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, claims, loads, runs, details, forecastSettings, rig, plan } =
    await amplifierRecords((await params).id);
  return (
    <PlanScreen
      records={{ amplifier, claims, loads, details, forecastSettings, isBridged: rig.isBridged }}
      plan={plan}
      runs={runs}
      rig={rig}
    />
  );
}
