import { isNearLoad } from "../power";
import { remembered } from "./remembered";
import { isAsSupplied } from "./conditions";
import type { AmplifierFacts, ClaimToJudge, StatedOf } from "./types";

type Power = StatedOf<"power">;

/** Those of the amplifier as supplied; only where there is none, those with another supply or setting. */
const continuous = remembered(({ claims }: Pick<AmplifierFacts, "claims">): Power[] => {
  const powersOf = (some: readonly ClaimToJudge[]) =>
    some.flatMap(({ stated }) =>
      stated.kind === "power" && stated.rating === undefined ? [stated] : [],
    );
  const asSupplied = powersOf(claims.filter(({ madeFor }) => !madeFor || isAsSupplied(madeFor)));
  return asSupplied.length > 0 ? asSupplied : powersOf(claims);
});

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
