import { amplifierRecords } from "@/server/amplifierRecords";
import { database } from "@/server/records";
import { usedRigs } from "@/server/workshop";
import { RigScreen } from "@/ui/rig/RigScreen";

export default async function RigPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, powers, loads, details, forecastSettings, plan, rig, instruments } =
    await amplifierRecords((await params).id);
  return (
    <RigScreen
      key={rig.rigId}
      rigs={await usedRigs(await database())}
      amplifier={amplifier}
      claims={powers}
      loads={loads}
      details={details}
      forecastSettings={forecastSettings}
      rig={rig}
      plan={plan}
      instruments={instruments}
    />
  );
}
