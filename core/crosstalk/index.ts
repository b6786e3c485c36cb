// core/crosstalk: leakage from a driven into an idle channel.
export {
  crosstalk,
  crosstalkAgainstFrequency,
  loudestChannel,
  type CrosstalkReading,
} from "./crosstalk";
