import { seededNormal, steppedSweep } from "@/core/signal";
import { requirePositive, requireRange } from "@/core/units";
import { encodeWav } from "@/core/wav";
import type { Capture, RecordingProgress, SweepRequest } from "../contract";
import { decimate, OVERSAMPLING } from "./decimate";
import { supplyModel, type SupplyModel } from "./supply";
import type { SimulatedAmplifier } from "./types";

/** Standard full scales of the simulated converter's input range, in volts. */
const RANGES_VOLTS = [5, 10, 20, 40, 80, 160, 320];
const PROGRESS_EVERY_SECONDS = 0.05;

/**
 * Plays a stepped sweep into a simulated amplifier with the given loads and records the volts across them, as a
 * 24-bit converter would. Sample by sample: the outputs draw on the rails, the rails sag and ripple, and the outputs
 * are held by the rails as they are at that instant. The same seed gives the same recording.
 * @throws {RangeError} on loads, rates or levels out of range
 */
export const recordSweep = (amplifier: SimulatedAmplifier, request: SweepRequest, seed: number, onProgress: (progress: RecordingProgress) => void = () => {}): Capture => {
  requireRange("sampleRateHz", request.sampleRateHz, 8000, 384_000);
  request.loadOhms.forEach((ohms, index) => requirePositive(`loadOhms[${index}]`, ohms));
  requireRange("loadOhms.length", request.loadOhms.length, 1, amplifier.channelGainRatios.length);
  const fastRateHz = request.sampleRateHz * OVERSAMPLING;
  const drive = steppedSweep(request.sweep, fastRateHz);
  const outputs = playThrough(amplifier, request, drive, fastRateHz, onProgress);
  const normal = seededNormal(seed);
  const channels = outputs.map((fast) => decimate(fast).map((volts) => volts + amplifier.noiseVoltsRms * normal()));
  const peak = channels.reduce((most, volts) => volts.reduce((highest, value) => Math.max(highest, Math.abs(value)), most), 0);
  const fullScaleVolts = RANGES_VOLTS.find((range) => range > 1.1 * peak) ?? 2 * peak;
  return { wav: encodeWav(channels, request.sampleRateHz, fullScaleVolts, "int24"), fullScaleVolts, fileName: "simulated-sweep.wav" };
};

const playThrough = (amplifier: SimulatedAmplifier, request: SweepRequest, drive: Float64Array, fastRateHz: number, onProgress: (progress: RecordingProgress) => void): Float64Array[] => {
  const { loadOhms, mainsHz } = request;
  const supply = supplyModel(amplifier.supply, mainsHz, 1 / fastRateHz);
  const outputs = loadOhms.map(() => new Float64Array(drive.length));
  const reportEvery = Math.round(PROGRESS_EVERY_SECONDS * fastRateHz);
  for (let n = 0; n < drive.length; n++) {
    let positiveAmperes = amplifier.idleAmperes, negativeAmperes = amplifier.idleAmperes;
    for (let channel = 0; channel < outputs.length; channel++) {
      const volts = outputVolts(amplifier, channel, drive[n], loadOhms[channel], supply);
      outputs[channel][n] = volts;
      if (volts > 0) positiveAmperes += volts / loadOhms[channel];
      else negativeAmperes -= volts / loadOhms[channel];
    }
    supply.advance(positiveAmperes, negativeAmperes);
    if (n % reportEvery === 0) onProgress(progressAt(n, drive, outputs, loadOhms, reportEvery));
  }
  return outputs;
};

/** Curvature and crossover first, then the rails: an output cannot pass what the devices leave of its rail. */
const outputVolts = (amplifier: SimulatedAmplifier, channel: number, inputVolts: number, loadOhms: number, supply: SupplyModel): number => {
  const ideal = amplifier.gainRatio * amplifier.channelGainRatios[channel] * inputVolts;
  const bent = ideal + amplifier.secondOrderPerVolt * ideal * ideal + amplifier.thirdOrderPerVoltSquared * ideal * ideal * ideal;
  const crossed = bent - amplifier.crossoverVolts[channel] * Math.tanh(bent / 0.1);
  const wanted = crossed * (loadOhms / (loadOhms + amplifier.outputOhms));
  const rail = wanted > 0 ? supply.positiveVolts : supply.negativeVolts;
  // v = rail - fixed - ohms * v / load, solved for v.
  const most = Math.max(0, (rail - amplifier.saturationVolts) / (1 + amplifier.saturationOhms / loadOhms));
  return Math.max(-most, Math.min(most, wanted));
};

const progressAt = (n: number, drive: Float64Array, outputs: readonly Float64Array[], loadOhms: readonly number[], span: number): RecordingProgress => {
  const first = Math.max(0, n - span);
  const meanSquare = (samples: Float64Array) => {
    let squares = 0;
    for (let k = first; k <= n; k++) squares += samples[k] ** 2;
    return squares / (n - first + 1);
  };
  return { doneRatio: n / drive.length, driveVoltsRms: Math.sqrt(meanSquare(drive)), loadWatts: outputs.map((volts, channel) => meanSquare(volts) / loadOhms[channel]) };
};
