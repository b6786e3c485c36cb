import { bridgedMethod } from "./methods/bridged";
import { burstMethod } from "./methods/burst";
import { clipSearchMethod } from "./methods/clipSearch";
import { crosstalkMethod } from "./methods/crosstalk";
import { distortionResponseMethod } from "./methods/distortionResponse";
import { fullPowerResponseMethod } from "./methods/fullPowerResponse";
import { gainMethod } from "./methods/gain";
import { heatSoakMethod } from "./methods/heatSoak";
import { impedanceMethod } from "./methods/impedance";
import { intermodulationMethod } from "./methods/intermodulation";
import { lineOutputMethod } from "./methods/lineOutput";
import { listeningLevelMethod } from "./methods/listeningLevel";
import { lowOhmMethod } from "./methods/lowOhm";
import { mainsDrawMethod } from "./methods/mainsDraw";
import { multitoneMethod } from "./methods/multitone";
import { noiseMethod } from "./methods/noise";
import { noiseResponseMethod } from "./methods/noiseResponse";
import { powerSweepMethod } from "./methods/powerSweep";
import { residualMethod } from "./methods/residual";
import { responseMethod } from "./methods/response";
import { spectrumMethod } from "./methods/spectrum";
import { stayingPowerMethod } from "./methods/stayingPower";
import type { RunKind, RunMethod } from "./types";

/** How each kind of run is played and read. */
export const RUN_METHODS: Record<RunKind, RunMethod> = {
  noise: noiseMethod,
  gain: gainMethod,
  spectrum: spectrumMethod,
  response: responseMethod,
  "noise-response": noiseResponseMethod,
  "line-output": lineOutputMethod,
  residual: residualMethod,
  "listening-level": listeningLevelMethod,
  crosstalk: crosstalkMethod,
  impedance: impedanceMethod,
  multitone: multitoneMethod,
  intermodulation: intermodulationMethod,
  "distortion-response": distortionResponseMethod,
  "power-sweep": powerSweepMethod,
  "clip-search": clipSearchMethod,
  "mains-draw": mainsDrawMethod,
  burst: burstMethod,
  "staying-power": stayingPowerMethod,
  "full-power-response": fullPowerResponseMethod,
  bridged: bridgedMethod,
  "low-ohm": lowOhmMethod,
  "heat-soak": heatSoakMethod,
};
