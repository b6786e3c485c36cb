import { amplifierRecords } from "@/server/amplifierRecords";
import { VerdictScreen } from "@/ui/verdict/VerdictScreen";

export default async function VerdictPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, claims, runs } = await amplifierRecords((await params).id);
  return <VerdictScreen amplifier={amplifier} claims={claims} runs={runs} />;
}
