import { amplifierRecords } from "@/server/amplifierRecords";
import { standingLoads } from "@/server/standingLoads";
import { LoadScreen } from "@/ui/load/LoadScreen";
import { loadsNeeded, safetyFacts } from "@/records/facts";

export default async function LoadPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, powers, loads, details, rig, plan, resistors } = await amplifierRecords(
    (await params).id,
  );
  const standing = loads.length === 0 ? await standingLoads(amplifier) : null;
  return (
    <LoadScreen
      standing={standing}
      needed={loadsNeeded(plan.runs, loads)}
      amplifier={amplifier}
      claims={powers}
      loads={loads}
      resistors={resistors}
      safety={safetyFacts({ amplifier, claims: powers, loads, details }, rig)}
    />
  );
}
