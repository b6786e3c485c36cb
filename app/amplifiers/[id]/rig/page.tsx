import { amplifierRecords } from "@/server/amplifierRecords";
import { readAddresses } from "@/server/instruments/addressBook";
import { database } from "@/server/records";
import { usedRigs } from "@/server/workshop";
import { dataFolder } from "@/store";
import { RigScreen } from "@/ui/rig/RigScreen";

type RigPageProps = {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ tab?: string | string[] }>;
};

export default async function RigPage({ params, searchParams }: RigPageProps) {
  const {
    amplifier,
    powers,
    loads,
    details,
    forecastSettings,
    plan,
    rig,
    instruments,
    interfaces,
    network,
  } = await amplifierRecords((await params).id);
  const { tab } = await searchParams;
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
      interfaces={interfaces}
      network={network}
      addresses={await readAddresses(dataFolder())}
      firstTab={tab === "audio" || tab === "network" ? tab : null}
    />
  );
}
