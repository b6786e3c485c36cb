// core/crosstalk: leakage from a driven into an idle channel.
export {
  crosstalk,
  crosstalkAgainstFrequency,
  drivenStrengths,
  loudestChannel,
  type CrosstalkReading,
} from "./crosstalk";
