// core/supply: what feeds an amplifier, derived from its output.
export { audibilityOf, type Audibility } from "./audible";
export {
  energyBalance,
  type EnergyBalance,
  type EnergyReadings,
  type EnergyRemark,
} from "./energyBalance";
export { supplyFingerprint, wattsInto, type CleanOutput, type Fingerprint } from "./fingerprint";
export { AFTERWARDS, judgeLabel, type LabelVerdict, type SupplyTest } from "./supplyAlone";
