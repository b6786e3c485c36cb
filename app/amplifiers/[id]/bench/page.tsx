import { amplifierRecords } from "@/server/amplifierRecords";
import { uploadLimitBytes } from "@/server/limits";
import { BenchScreen } from "@/ui/bench/BenchScreen";

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, claims, loads, runs } = await amplifierRecords((await params).id);
  return <BenchScreen amplifier={amplifier} claims={claims} loads={loads} runs={runs} uploadLimitBytes={uploadLimitBytes()} />;
}
