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
  /** What the heat sink is foretold by where no thermometer is on it; null where one is sure to be. */
  sink: SinkFacts | null;
}) {
  const { loadWatts, loadCelsius, sinkCelsius, breakerAmperes } = guardLimits(guards, load);
  return (
    <Text fontSize="14px" color="muted" data-testid="guards-note">
      Guards turn the drive down by themselves: each load {formatSignificant(loadWatts, 3)} W
      {builtRating(load) ? " as built" : ""} and {formatSignificant(loadCelsius, 3)} °C, heat sink{" "}
      {formatSignificant(sinkCelsius, 3)} °C{sink && ` (${foretoldBy(sink)})`}, breaker{" "}
      {formatSignificant(breakerAmperes, 3)} A, the converter’s full scale, an output that
      collapses.{" "}
      <PageLink href={`/amplifiers/${amplifierId}/rig`} style={{ textDecoration: "underline" }}>
        Set in the Rig
      </PageLink>
    </Text>
  );
}

const foretoldBy = ({ isMeasured }: SinkFacts): string =>
  `without a thermometer foretold from its heat, ${isMeasured ? "as a soak found it to warm" : "as is usual of its kind"}`;
