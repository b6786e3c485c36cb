import { cautionsFor } from "@/core/safety";
import { amplifierRecords } from "@/server/amplifierRecords";
import { uploadLimitBytes } from "@/server/limits";
import { BenchScreen } from "@/ui/bench/BenchScreen";
import { safetyFacts } from "@/ui/parts/safetyFacts";
import { chosenInstrument, rigCalibration } from "@/ui/rig/rigCalibration";

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, claims, loads, runs, details, rig, plan, instruments, sheet } =
    await amplifierRecords((await params).id);
  return (
    <BenchScreen
      amplifier={amplifier}
      claims={claims}
      stated={sheet.claims}
      loads={loads}
      details={details}
      runs={runs}
      uploadLimitBytes={uploadLimitBytes()}
      plan={plan}
      rig={rig}
      calibration={rigCalibration(rig, instruments)}
      voltmeter={chosenInstrument(instruments, "voltmeter", rig.voltmeterId)}
      cautions={cautionsFor(safetyFacts(amplifier, claims, loads, details, rig))}
    />
  );
}
