// core/crosstalk: leakage from a driven into an idle channel.
export { crosstalk, loudestChannel, type CrosstalkReading } from "./crosstalk";
