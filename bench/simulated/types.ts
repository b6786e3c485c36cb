/**
 * A first simulated amplifier: a class AB stage with global feedback, described by what a reviewer could measure from
 * outside, and the supply it hangs on. Volts, ohms, farads, amperes; distortion as ratios at 1 V of output.
 */
export type SimulatedAmplifier = {
  name: string;
  gainRatio: number;
  /** Gain of each further channel over the first: 0.98 is 0.18 dB less. */
  channelGainRatios: readonly number[];
  /** Second and third-order curvature of the transfer, per volt and per volt squared of output. */
  secondOrderPerVolt: number;
  thirdOrderPerVoltSquared: number;
  /** Dead zone left by the feedback around zero current, a channel: it makes small signals rough. */
  crossoverVolts: readonly number[];
  /** What the output devices keep for themselves: fixed, and for each ampere. */
  saturationVolts: number;
  saturationOhms: number;
  outputOhms: number;
  idleAmperes: number;
  noiseVoltsRms: number;
  supply: SimulatedSupply;
};

export type SimulatedSupply = LinearSupply | BrickSupply;

/** Transformer, bridge and one reservoir for each half; shared by all channels. */
export type LinearSupply = {
  kind: "linear";
  /** Peak volts of each half of the winding without load, less the rectifier's drop. */
  peakVolts: number;
  /** Winding, mains and rectifier resistance seen by a reservoir. */
  sourceOhms: number;
  reservoirFarads: number;
};

/** An external supply of one voltage that stops at a current; the outputs are bridges across it. */
export type BrickSupply = {
  kind: "brick";
  volts: number;
  limitAmperes: number;
  outputOhms: number;
  reservoirFarads: number;
};
