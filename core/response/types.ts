/**
 * One point of a response: gain as an amplitude ratio (or volts when there is no input to compare with), and phase.
 * ratioStdUncertainty is what scatter in the recording leaves open; calibration is common to all points.
 */
export type ResponsePoint = {
  frequencyHz: number;
  ratio: number;
  phaseRadians: number;
  ratioStdUncertainty?: number;
  /** RMS of what lies beside the tone over that of the tone, where it was read from one. */
  residualRatio?: number;
};

/** Points in order of rising frequency. */
export type Response = readonly ResponsePoint[];
