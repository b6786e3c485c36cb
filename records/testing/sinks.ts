// For tests only.
import type { SinkForecasts } from "../facts";

/** A sink of which something is known, and no load. */
export const sinks: SinkForecasts = {
  sink: {
    stageClass: "ab",
    efficiencyRatio: 0.65,
    kelvinPerWatt: 1,
    timeConstantSeconds: 900,
    roomCelsius: 22,
    isMeasured: false,
  },
  full: [],
};
