import { amplifierRecords } from "@/server/amplifierRecords";
import { database } from "@/server/records";
import { usedLoads } from "@/server/workshop";
import { LoadScreen } from "@/ui/load/LoadScreen";
import { loadsNeeded, safetyFacts } from "@/records/facts";

export default async function LoadPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, powers, loads, details, rig, plan, resistors, room } = await amplifierRecords(
    (await params).id,
  );
  return (
    <LoadScreen
      inWorkshop={await usedLoads(await database())}
      room={room}
      needed={loadsNeeded(plan.runs, loads)}
      amplifier={amplifier}
      claims={powers}
      loads={loads}
      resistors={resistors}
      safety={safetyFacts({ amplifier, claims: powers, loads, details, plan }, rig)}
    />
  );
}
