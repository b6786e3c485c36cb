import { onOff, quantity, type PartOf } from "../../fields";

/** What the amplifier does to save itself. A limit of 0 is none. */
export const PROTECTION_FIELDS = {
  tripAmperes: quantity("Relay opens above, peak", "A", [0, 200], 0),
  tripSeconds: quantity("Relay opens after", "s", [0.001, 10], 0.02),
  recoverySeconds: quantity("Relay closes again after", "s", [0.1, 120], 3),
  latches: onOff("Relay stays open until switched off", false),
  collapseAmperes: quantity("Limiter collapses the output above, peak", "A", [0, 200], 0),
  collapseRatio: quantity("Share of the output that the limiter leaves", "", [0.01, 1], 0.3),
  collapseReleaseSeconds: quantity("Limiter lets go after", "s", [0.05, 20], 1),
  cutOutCelsius: quantity("Thermal cut-out, at the sink", "°C", [0, 150], 85),
  cutInCelsius: quantity("Thermal cut-out lets go at", "°C", [0, 150], 70),
  thermalLatches: onOff("Thermal cut-out stays until switched off", false),
  dcTripVolts: quantity("Relay opens at DC of", "V", [0, 20], 2),
};
export type ProtectionPart = PartOf<typeof PROTECTION_FIELDS>;
