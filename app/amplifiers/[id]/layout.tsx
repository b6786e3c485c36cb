import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { amplifierRecords } from "@/server/amplifierRecords";
import { formatSignificant } from "@/core/units";
import { judgePowerClaim } from "@/core/verdict";
import { amplifierName, evidenceOf, powerClaim, supplyWatts } from "@/records";
import { BenchEngine } from "@/ui/bench/engine/BenchEngine";
import { ChainProvider } from "@/ui/frame/chainState";
import { ChainStrip } from "@/ui/frame/ChainStrip";
import { Rail } from "@/ui/frame/Rail";
import { stageProgress } from "@/ui/frame/stages";
import { chosenInstrument } from "@/ui/rig/rigCalibration";
import { rigState } from "@/ui/rig/rigState";
import { amplifierLine } from "@/ui/shelf/shelfRow";

export const dynamic = "force-dynamic";

export default async function AmplifierLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ id: string }>;
}) {
  const { amplifier, claims, loads, runs, details, rig, plan, instruments, underWay } =
    await amplifierRecords((await params).id);
  const evidence = evidenceOf(runs);
  const judgedCount = claims.filter(
    (claim) => judgePowerClaim(powerClaim(claim), evidence).status !== "not-tested",
  ).length;
  const progress = stageProgress({
    isForecast: details.supplies.some((supply) => supplyWatts(supply) !== null),
    claimCount: claims.length,
    loadCount: loads.length,
    rigState: rigState(amplifier, claims, loads, details, rig),
    plannedCount: plan.runs.length,
    runCount: runs.length,
    judgedCount,
  });
  const atRest = {
    source: {
      note: "Source",
      value: chosenInstrument(instruments, "source", rig.sourceId)?.name ?? "none",
    },
    probe: {
      note: "Probe",
      value: chosenInstrument(instruments, "converter", rig.converterId)
        ? rig.probe.replace(" probe", "")
        : "none",
    },
    amplifier: { note: "Amplifier", value: `${amplifier.model}, at rest` },
    load: {
      note: loads[0]
        ? `Load ${loads[0].channels.map(({ ohms }) => formatSignificant(ohms, 3)).join(", ")} Ω`
        : "Load",
      value: loads[0] ? "0 W" : "not entered",
    },
    reading: {
      note: "Reading",
      value:
        runs.length === 0
          ? "none yet"
          : `${runs.length} ${runs.length === 1 ? "run" : "runs"} kept`,
    },
  };
  return (
    <ChainProvider atRest={atRest}>
      <BenchEngine amplifierId={amplifier.id} loads={loads} guards={rig.guards} underWay={underWay}>
        <Flex minH="100vh">
          <Rail
            amplifier={{
              id: amplifier.id,
              name: amplifierName(amplifier),
              line: amplifierLine(amplifier),
              progress,
            }}
          />
          <Flex direction="column" flex={1} minW={0}>
            <ChainStrip amplifierId={amplifier.id} />
            <Flex as="main" direction="column" flex={1} px={5} py={4} minW={0}>
              {children}
            </Flex>
          </Flex>
        </Flex>
      </BenchEngine>
    </ChainProvider>
  );
}
