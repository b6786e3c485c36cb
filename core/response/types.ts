/** One point of a response: gain as an amplitude ratio (or volts when there is no input to compare with), and phase. */
export type ResponsePoint = { frequencyHz: number; ratio: number; phaseRadians: number };

/** Points in order of rising frequency. */
export type Response = readonly ResponsePoint[];
