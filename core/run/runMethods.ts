import { bridgedMethod } from "./kinds/bridged";
import { burstMethod } from "./kinds/burst";
import { clipSearchMethod } from "./kinds/clipSearch";
import { crosstalkMethod } from "./kinds/crosstalk";
import { distortionResponseMethod } from "./kinds/distortionResponse";
import { fullPowerResponseMethod } from "./kinds/fullPowerResponse";
import { gainMethod } from "./kinds/gain";
import { heatSoakMethod } from "./kinds/heatSoak";
import { impedanceMethod } from "./kinds/impedance";
import { intermodulationMethod } from "./kinds/intermodulation";
import { lineOutputMethod } from "./kinds/lineOutput";
import { listeningLevelMethod } from "./kinds/listeningLevel";
import { lowOhmMethod } from "./kinds/lowOhm";
import { mainsDrawMethod } from "./kinds/mainsDraw";
import { multitoneMethod } from "./kinds/multitone";
import { noiseMethod } from "./kinds/noise";
import { noiseResponseMethod } from "./kinds/noiseResponse";
import { powerSweepMethod } from "./kinds/powerSweep";
import { residualMethod } from "./kinds/residual";
import { responseMethod } from "./kinds/response";
import { spectrumMethod } from "./kinds/spectrum";
import { stayingPowerMethod } from "./kinds/stayingPower";
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
