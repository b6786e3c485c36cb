import { amplifierRecords } from "@/server/amplifierRecords";
import { ForecastScreen } from "@/ui/forecast/ForecastScreen";

export default async function ForecastPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, powers, loads, details, forecastSettings } = await amplifierRecords(
    (await params).id,
  );
  return (
    <ForecastScreen
      amplifier={amplifier}
      claims={powers}
      loads={loads}
      details={details}
      settings={forecastSettings}
    />
  );
}
