// core/units: range checks, decibels, and numbers as text in both directions.
export { amplitudeRatioToDb, dbToAmplitudeRatio, dbToPowerRatio, powerRatioToDb } from "./decibel";
export {
  decimalsForUncertainty,
  formatEngineering,
  formatFixed,
  formatHertz,
  formatPercent,
  formatShort,
  formatSignificant,
  formatWithUncertainty,
  formatWithUnit,
} from "./formatNumber";
export { parseCelsius } from "./parseCelsius";
export { parseMass } from "./parseMass";
export { parseNumber } from "./parseNumber";
export { parsePrice } from "./parsePrice";
export { parseVolts } from "./parseVolts";
export { requirePositive, requireRange } from "./requireRange";
