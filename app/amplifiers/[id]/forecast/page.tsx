import { amplifierRecords } from "@/server/amplifierRecords";
import { judgementOf } from "@/server/judged";
import { database } from "@/server/records";
import { ForecastScreen } from "@/ui/forecast/ForecastScreen";

export default async function ForecastPage({ params }: { params: Promise<{ id: string }> }) {
  const records = await amplifierRecords((await params).id);
  const { amplifier, powers, loads, details, forecastSettings } = records;
  const { supplies } = await judgementOf(await database(), records);
  return (
    <ForecastScreen
      amplifier={amplifier}
      claims={powers}
      loads={loads}
      details={details}
      settings={forecastSettings}
      measured={supplies}
    />
  );
}
