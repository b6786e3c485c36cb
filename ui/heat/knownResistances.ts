import type { ProbeLog } from "@/core/files";
import type { HeatLimits } from "@/core/heat";
import type { HeatLog } from "@/records";
import { leadSpot, readLog, tellsWatts } from "@/records/facts";
import type { KnownResistance } from "./CompareHeat";
import type { ProbesOf } from "./useProbes";

type KnownProbes = {
  probes: readonly ProbeLog[] | null;
  limits: HeatLimits;
  known: KnownResistance[];
};

/** A log that is not changed is fitted once, however often another is typed into. */
const KNOWN = new WeakMap<HeatLog, KnownProbes>();

/**
 * Stretches whose thermal resistance is known, by the hottest spot of the sink; oldest first, so that a fan turned on can be compared
 * with before.
 */
export const knownResistances = (
  logs: readonly HeatLog[],
  probesOf: ProbesOf,
  limits: HeatLimits,
): KnownResistance[] =>
  logs
    .filter((log) => !log.isStruck && tellsWatts(log))
    .toReversed()
    .flatMap((log) => {
      const { probes } = probesOf(log);
      const before = KNOWN.get(log);
      if (before?.probes === probes && before.limits === limits) return before.known;
      const known = resistancesOf(log, probes, limits);
      KNOWN.set(log, { probes, limits, known });
      return known;
    });

const resistancesOf = (
  log: HeatLog,
  probes: readonly ProbeLog[] | null,
  limits: HeatLimits,
): KnownResistance[] => {
  const { stretches } = readLog(log, probes, limits);
  return stretches.flatMap((stretch, k): KnownResistance[] => {
    const resistance = leadSpot(readLog(log, probes, limits, k))?.reading?.resistance;
    const since = stretches.length > 1 && stretch.begunBy ? `since ${stretch.begunBy.kind}` : "";
    const label = [log.title, log.setup, since].filter((part) => part !== "").join(", ");
    return resistance ? [{ id: `${log.id} ${k}`, label, resistance }] : [];
  });
};
