import { onOff, quantityParameter, type PartOf } from "../../fields";

/** What the amplifier does to save itself. A limit of 0 is none. */
export const PROTECTION_FIELDS = {
  tripAmperes: quantityParameter("Relay opens above, peak", "A", [0, 200], 0),
  tripSeconds: quantityParameter("Relay opens after", "s", [0.001, 10], 0.02),
  recoverySeconds: quantityParameter("Relay closes again after", "s", [0.1, 120], 3),
  latches: onOff("Relay stays open until switched off", false),
  collapseAmperes: quantityParameter("Limiter collapses the output above, peak", "A", [0, 200], 0),
  collapseRatio: quantityParameter(
    "Share of the output that the limiter leaves",
    "",
    [0.01, 1],
    0.3,
  ),
  collapseReleaseSeconds: quantityParameter("Limiter releases after", "s", [0.05, 20], 1),
  cutOutCelsius: quantityParameter("Thermal cut-out, at the sink", "°C", [0, 150], 85),
  cutInCelsius: quantityParameter("Thermal cut-out releases at", "°C", [0, 150], 70),
  thermalLatches: onOff("Thermal cut-out stays until switched off", false),
  dcTripVolts: quantityParameter("Relay opens at DC of", "V", [0, 20], 2),
};
export type ProtectionPart = PartOf<typeof PROTECTION_FIELDS>;
