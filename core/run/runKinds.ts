import { bridged } from "./kinds/bridged";
import { burst } from "./kinds/burst";
import { clipSearch } from "./kinds/clipSearch";
import { crosstalk } from "./kinds/crosstalk";
import { distortionResponse } from "./kinds/distortionResponse";
import { fullPowerResponse } from "./kinds/fullPowerResponse";
import { gain } from "./kinds/gain";
import { heatSoak } from "./kinds/heatSoak";
import { impedance } from "./kinds/impedance";
import { intermodulation } from "./kinds/intermodulation";
import { lineOutput } from "./kinds/lineOutput";
import { listeningLevel } from "./kinds/listeningLevel";
import { lowOhm } from "./kinds/lowOhm";
import { mainsDraw } from "./kinds/mainsDraw";
import { multitone } from "./kinds/multitone";
import { noise } from "./kinds/noise";
import { noiseResponse } from "./kinds/noiseResponse";
import { powerSweep } from "./kinds/powerSweep";
import { residual } from "./kinds/residual";
import { response } from "./kinds/response";
import { spectrum } from "./kinds/spectrum";
import { stayingPower } from "./kinds/stayingPower";
import type { RunKind, RunKindFacts } from "./types";

/** Every kind of run, gentle before violent. A new kind is one more file and one more line here. Times and levels of planning are common practice. */
export const RUN_KINDS: Record<RunKind, RunKindFacts> = {
  noise,
  gain,
  spectrum,
  response,
  "noise-response": noiseResponse,
  "line-output": lineOutput,
  residual,
  "listening-level": listeningLevel,
  crosstalk,
  impedance,
  multitone,
  intermodulation,
  "distortion-response": distortionResponse,
  "power-sweep": powerSweep,
  "clip-search": clipSearch,
  "mains-draw": mainsDraw,
  burst,
  "staying-power": stayingPower,
  "full-power-response": fullPowerResponse,
  bridged,
  "low-ohm": lowOhm,
  "heat-soak": heatSoak,
};

export const RUN_KIND_NAMES = Object.keys(RUN_KINDS) as RunKind[];
