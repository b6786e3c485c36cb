import { Text } from "@chakra-ui/react";
import { PageLink } from "../parts/PageLink";
import { formatSignificant } from "@/core/units";
import type { SinkFacts } from "@/core/drive";
import { builtRating, guardLimits, type Guards, type Load } from "@/records";

/** The limits at which a run is turned down by itself. They are set in the Rig, and cannot be switched off. */
export function GuardsNote({
  amplifierId,
  load,
  guards,
  sink,
}: {
  amplifierId: string;
  load: Load;
  guards: Guards;
  /** What the heat sink is predicted by where no thermometer is on it; null where one is sure to be. */
  sink: SinkFacts | null;
}) {
  const { loadWatts, loadCelsius, sinkCelsius, breakerAmperes } = guardLimits(guards, load);
  return (
    <Text fontSize="14px" color="muted" data-testid="guards-note">
      Guards reduce the drive automatically: each load {formatSignificant(loadWatts, 3)} W
      {builtRating(load) ? " as built" : ""} and {formatSignificant(loadCelsius, 3)} °C, heat sink{" "}
      {formatSignificant(sinkCelsius, 3)} °C{sink && ` (${predictedBy(sink)})`}, breaker{" "}
      {formatSignificant(breakerAmperes, 3)} A, input full scale, collapse of the output.{" "}
      <PageLink href={`/amplifiers/${amplifierId}/rig`} style={{ textDecoration: "underline" }}>
        Set on the Rig
      </PageLink>
    </Text>
  );
}

const predictedBy = ({ isMeasured }: SinkFacts): string =>
  `predicted without a thermometer, from ${isMeasured ? "its soak" : "typical values for its kind"}`;
