import { bridgedKind } from "./kinds/bridged";
import { burstKind } from "./kinds/burst";
import { clipSearchKind } from "./kinds/clipSearch";
import { crosstalkKind } from "./kinds/crosstalk";
import { distortionResponseKind } from "./kinds/distortionResponse";
import { fullPowerResponseKind } from "./kinds/fullPowerResponse";
import { gainKind } from "./kinds/gain";
import { heatSoakKind } from "./kinds/heatSoak";
import { impedanceKind } from "./kinds/impedance";
import { intermodulationKind } from "./kinds/intermodulation";
import { lineOutputKind } from "./kinds/lineOutput";
import { listeningLevelKind } from "./kinds/listeningLevel";
import { lowOhmKind } from "./kinds/lowOhm";
import { mainsDrawKind } from "./kinds/mainsDraw";
import { multitoneKind } from "./kinds/multitone";
import { noiseKind } from "./kinds/noise";
import { noiseResponseKind } from "./kinds/noiseResponse";
import { powerSweepKind } from "./kinds/powerSweep";
import { residualKind } from "./kinds/residual";
import { responseKind } from "./kinds/response";
import { spectrumKind } from "./kinds/spectrum";
import { stayingPowerKind } from "./kinds/stayingPower";
import type { RunKind, RunKindFacts } from "./types";

/** Every kind of run, gentle before violent. A new kind is one more file and one more line here. Times and levels of planning are common practice. */
export const RUN_KINDS: Record<RunKind, RunKindFacts> = {
  noise: noiseKind,
  gain: gainKind,
  spectrum: spectrumKind,
  response: responseKind,
  "noise-response": noiseResponseKind,
  "line-output": lineOutputKind,
  residual: residualKind,
  "listening-level": listeningLevelKind,
  crosstalk: crosstalkKind,
  impedance: impedanceKind,
  multitone: multitoneKind,
  intermodulation: intermodulationKind,
  "distortion-response": distortionResponseKind,
  "power-sweep": powerSweepKind,
  "clip-search": clipSearchKind,
  "mains-draw": mainsDrawKind,
  burst: burstKind,
  "staying-power": stayingPowerKind,
  "full-power-response": fullPowerResponseKind,
  bridged: bridgedKind,
  "low-ohm": lowOhmKind,
  "heat-soak": heatSoakKind,
};

export const RUN_KIND_NAMES = Object.keys(RUN_KINDS) as RunKind[];
