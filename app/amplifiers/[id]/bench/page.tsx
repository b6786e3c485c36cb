import { timelineOf } from "@/core/plan";
import { cautionsFor } from "@/core/safety";
import {
  chosenInstrument,
  claimsToJudge,
  heatModel,
  rigCalibration,
  safetyFacts,
  sinkForecasts,
} from "@/records/facts";
import { amplifierRecords } from "@/server/amplifierRecords";
import { judgementOf } from "@/server/judged";
import { uploadLimitBytes } from "@/server/limits";
import { measuredSinkOf } from "@/server/measuredSink";
import { planRecordsOf } from "@/server/planRecords";
import { database } from "@/server/records";
import { readShownRun } from "@/server/shownRun";
import { BenchScreen } from "@/ui/bench/BenchScreen";

type BenchPageProps = {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ run?: string | string[] }>;
};

export default async function BenchPage({ params, searchParams }: BenchPageProps) {
  const records = await amplifierRecords((await params).id);
  const { amplifier, powers, loads, runs, details, rig, plan, instruments, recorders } = records;
  const db = await database();
  const { found, supplies } = await judgementOf(db, records);
  const planRecords = planRecordsOf(records, { found, sink: await measuredSinkOf(db, records) });
  const model = heatModel(planRecords, plan);
  const { ambientCelsius, bodies } = model;
  const asked = String((await searchParams).run ?? "");
  return (
    <BenchScreen
      amplifier={amplifier}
      claims={powers}
      stated={claimsToJudge(records).map(({ claim, setting }) => ({ ...claim, setting }))}
      loads={loads}
      details={details}
      runs={runs}
      shown={asked === "new" ? null : await readShownRun(db, runs, asked)}
      uploadLimitBytes={uploadLimitBytes()}
      plan={plan}
      rig={rig}
      interfaces={records.interfaces}
      network={records.network}
      calibration={rigCalibration(rig, instruments)}
      recorders={recorders}
      voltmeter={chosenInstrument(instruments, "voltmeter", rig.voltmeterId)}
      found={found}
      sinks={sinkForecasts(planRecords, plan)}
      supplies={supplies}
      schedule={{ entries: timelineOf(plan.runs, model).entries, ambientCelsius, bodies }}
      cautions={cautionsFor(safetyFacts({ amplifier, claims: powers, loads, details, plan }, rig))}
    />
  );
}
