import { requireRange } from "../units";

/** Of the freezing point. @see the definition of the degree Celsius */
const KELVIN = 273.15;

/** What an infrared thermometer was asked, and what the surface is like. */
export type Radiation = {
  /** As the thermometer is set; many are fixed to 0.95. */
  assumedEmissivity: number;
  /** Of the surface: bare aluminium 0.05 to 0.2, anodised or painted 0.8 to 0.95. */
  emissivity: number;
  /** How well that is known, as a standard uncertainty. */
  emissivityStdUncertainty: number;
  /** Of what the surface mirrors: mostly the room. */
  surroundingsCelsius: number;
};

/**
 * The temperature of a surface whose radiation was read with another emissivity than its own.
 * @param readCelsius as the thermometer shows it
 * @returns degrees Celsius with the standard uncertainty that the emissivity brings; null where a surface of that emissivity
 *   cannot radiate so little
 * @throws {RangeError} on an emissivity that is not above 0.01 and up to 1
 * @see Stefan and Boltzmann's law for grey bodies in grey surroundings; ASTM E1933 (from memory)
 */
export const surfaceCelsius = (
  readCelsius: number,
  { assumedEmissivity, emissivity, emissivityStdUncertainty, surroundingsCelsius }: Radiation,
): { celsius: number; stdUncertainty: number } | null => {
  requireRange("assumedEmissivity", assumedEmissivity, 0.01, 1);
  requireRange("emissivity", emissivity, 0.01, 1);
  const room = (surroundingsCelsius + KELVIN) ** 4;
  const excess = assumedEmissivity * ((readCelsius + KELVIN) ** 4 - room);
  const fourth = room + excess / emissivity;
  if (!(fourth > 0)) return null;
  const kelvin = fourth ** 0.25;
  return {
    celsius: kelvin - KELVIN,
    // The slope of the fourth root, times what the excess changes by.
    stdUncertainty:
      (Math.abs(excess) / emissivity ** 2 / (4 * kelvin ** 3)) * emissivityStdUncertainty,
  };
};
