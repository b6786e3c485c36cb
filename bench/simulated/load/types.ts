import { partOf, quantityParameter, type PartOf } from "../../fields";

/** A power resistor as bought, measured and mounted. */
export const RESISTOR_FIELDS = {
  ohms: quantityParameter("Measured at ambient", "Ω", [0.05, 1000], 8.2),
  ratedWatts: quantityParameter("Rating as mounted", "W", [0.1, 5000], 200),
  celsiusPerWatt: quantityParameter("Thermal resistance of the surface", "K/W", [0.01, 100], 1.1),
  joulesPerCelsius: quantityParameter("Heat capacity", "J/K", [0.1, 10_000], 180),
  perCelsius: quantityParameter("Temperature coefficient", "1/K", [-0.002, 0.006], 0.0001),
  henries: quantityParameter("Inductance", "H", [0, 0.001], 4e-6),
  failsAboveCelsius: quantityParameter("Opens above", "°C", [80, 1000], 400),
};
export type ResistorPart = PartOf<typeof RESISTOR_FIELDS> & { kind: "resistor" };

/** A stand-in for a loudspeaker: coil, and the resonance of its moving parts as an electrical circuit. */
export const SPEAKER_FIELDS = {
  ohms: quantityParameter("Coil resistance", "Ω", [1, 50], 6.2),
  henries: quantityParameter("Coil inductance", "H", [0, 0.01], 0.0005),
  resonanceHz: quantityParameter("Resonance", "Hz", [15, 500], 55),
  mechanicalQ: quantityParameter("Mechanical Q", "", [0.5, 20], 4),
  electricalQ: quantityParameter("Electrical Q", "", [0.1, 5], 0.5),
  ratedWatts: quantityParameter("Rating", "W", [1, 2000], 100),
};
export type SpeakerPart = PartOf<typeof SPEAKER_FIELDS> & { kind: "speaker" };

export type NetworkPart = { kind: "series" | "parallel"; parts: readonly ResistiveLoad[] };
export type ResistiveLoad = ResistorPart | NetworkPart;
/** What is connected to one channel, or between two that are bridged. */
export type SimulatedLoad = ResistiveLoad | SpeakerPart;

/** A resistor with usual values but for its ohms. */
export const resistor = (ohms: number, given: Partial<ResistorPart> = {}): ResistorPart => ({
  kind: "resistor",
  ...partOf(RESISTOR_FIELDS, { ...given, ohms }),
});
export const speaker = (given: Partial<SpeakerPart> = {}): SpeakerPart => ({
  kind: "speaker",
  ...partOf(SPEAKER_FIELDS, given),
});

/** What an ohmmeter reads on a cold load: of a speaker its coil. */
export const coldOhms = (load: SimulatedLoad): number => {
  if (!("parts" in load)) return load.ohms;
  const parts = load.parts.map(coldOhms);
  return load.kind === "series"
    ? parts.reduce((sum, ohms) => sum + ohms, 0)
    : 1 / parts.reduce((sum, ohms) => sum + 1 / ohms, 0);
};
