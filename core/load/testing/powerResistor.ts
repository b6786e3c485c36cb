import type { PowerResistor } from "../types";

/** An invented wire-wound tube of 8.2 ohm and 200 W, but for what is given. */
export const powerResistor = (given: Partial<PowerResistor> = {}): PowerResistor => ({
  name: "R1",
  ohms: 8.2,
  ohmsStdUncertainty: 0.01,
  ratedWatts: 200,
  construction: "wire-wound",
  cooling: "free air",
  overloadRatio: 10,
  overloadSeconds: 5,
  perCelsius: 1e-4,
  henries: 4e-6,
  timeConstantSeconds: null,
  ...given,
});
