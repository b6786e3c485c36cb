import { logbook, methodText } from "@/records/facts";
import { amplifierRecords } from "@/server/amplifierRecords";
import { database } from "@/server/records";
import { listLog } from "@/store";
import { LogScreen } from "@/ui/log/LogScreen";

export default async function LogPage({ params }: { params: Promise<{ id: string }> }) {
  const records = await amplifierRecords((await params).id);
  const entries = await listLog(await database(), records.amplifier.id);
  return (
    <LogScreen
      amplifierId={records.amplifier.id}
      lines={logbook({ ...records, entries })}
      method={methodText({ ...records, entries })}
    />
  );
}
