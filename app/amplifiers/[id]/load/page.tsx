import { amplifierRecords } from "@/server/amplifierRecords";
import { LoadScreen } from "@/ui/load/LoadScreen";

export default async function LoadPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, claims, loads } = await amplifierRecords((await params).id);
  return <LoadScreen amplifier={amplifier} claims={claims} loads={loads} />;
}
