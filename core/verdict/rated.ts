import { isNearLoad } from "../power";
import { remembered } from "./remembered";
import type { AmplifierFacts, StatedOf } from "./types";

type Power = StatedOf<"power">;

const continuous = remembered(({ claims }: Pick<AmplifierFacts, "claims">): Power[] =>
  claims.flatMap(({ stated }) =>
    stated.kind === "power" && stated.rating === undefined ? [stated] : [],
  ),
);

/**
 * Rated output of a channel into a load: the largest continuous power that is claimed near those ohms, or without ohms at all.
 * Null where none is claimed: nothing is made up.
 * Definition: rated is what is claimed. @see 16 CFR 432; from memory
 */
export const ratedWatts = (
  facts: Pick<AmplifierFacts, "claims">,
  loadOhms: number,
): number | null => {
  const powers = continuous(facts);
  const near = powers.filter(
    (power) => power.loadOhms !== null && isNearLoad(power.loadOhms, loadOhms),
  );
  const fitting = near.length > 0 ? near : powers.filter((power) => power.loadOhms === null);
  return fitting.length > 0 ? Math.max(...fitting.map(({ powerWatts }) => powerWatts)) : null;
};
