/**
 * What a switched supply takes from the mains at this moment. Its rectifier draws its power in pulses at the crests: a current in
 * step with the volts, which carries the power, and one of three times the frequency, which carries none and makes the power
 * factor what it is. So a power factor moves amperes and never watts, and at lower mains the current rises.
 * @param watts that the supply takes, losses included
 * @param mainsVolts at this moment
 * @param voltsRms of the mains
 * @see IEEE Std 1459-2010, 3.1.2 (power factor with sinusoidal volts and distorted current); from memory
 */
export const rectifierAmperes = (
  watts: number,
  mainsVolts: number,
  { voltsRms, sourceOhms }: { voltsRms: number; sourceOhms: number },
  powerFactor: number,
): number => {
  const distortion = Math.sqrt(1 / powerFactor ** 2 - 1);
  const angle = mainsVolts / (Math.SQRT2 * voltsRms);
  // Sine of three times the phase, from its sine.
  const third = angle * (3 - 4 * angle * angle);
  return (
    Math.SQRT2 *
    inStepAmperes(watts, { voltsRms, sourceOhms }, distortion) *
    (angle - distortion * third)
  );
};

/** RMS amperes in step that bring so many watts to the supply, after what the circuit's resistance keeps. */
const inStepAmperes = (
  watts: number,
  { voltsRms, sourceOhms }: { voltsRms: number; sourceOhms: number },
  distortion: number,
): number => {
  const lossOhms = sourceOhms * (1 + distortion ** 2);
  const left = voltsRms ** 2 - 4 * lossOhms * watts;
  // More than the circuit can bring: half its volts stay in its wires.
  if (lossOhms === 0 || left <= 0) return watts / voltsRms;
  return (voltsRms - Math.sqrt(left)) / (2 * lossOhms);
};
