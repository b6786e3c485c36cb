import { amplifierRecords } from "@/server/amplifierRecords";
import { LoadScreen } from "@/ui/load/LoadScreen";
import { safetyFacts } from "@/records/facts";

export default async function LoadPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, powers, loads, details, rig, resistors } = await amplifierRecords(
    (await params).id,
  );
  return (
    <LoadScreen
      amplifier={amplifier}
      claims={powers}
      loads={loads}
      resistors={resistors}
      safety={safetyFacts({ amplifier, claims: powers, loads, details }, rig)}
    />
  );
}
