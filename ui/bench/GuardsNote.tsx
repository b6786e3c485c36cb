import { Text } from "@chakra-ui/react";
import { PageLink } from "../parts/PageLink";
import { formatSignificant } from "@/core/units";
import { builtRating, guardLimits, type Guards, type Load } from "@/records";

/** The limits at which a run is turned down by itself. They are set in the Rig, and cannot be switched off. */
export function GuardsNote({
  amplifierId,
  load,
  guards,
}: {
  amplifierId: string;
  load: Load;
  guards: Guards;
}) {
  const { loadWatts, loadCelsius, sinkCelsius, breakerAmperes } = guardLimits(guards, load);
  return (
    <Text fontSize="14px" color="muted" data-testid="guards-note">
      Guards turn the drive down by themselves: each load {formatSignificant(loadWatts, 3)} W
      {builtRating(load) ? " as built" : ""} and {formatSignificant(loadCelsius, 3)} °C, heat sink{" "}
      {formatSignificant(sinkCelsius, 3)} °C, breaker {formatSignificant(breakerAmperes, 3)} A, the
      converter’s full scale, an output that collapses.{" "}
      <PageLink href={`/amplifiers/${amplifierId}/rig`} style={{ textDecoration: "underline" }}>
        Set in the Rig
      </PageLink>
    </Text>
  );
}
