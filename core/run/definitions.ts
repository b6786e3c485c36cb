import { crosstalk, distortionResponse, impedance } from "./kinds/byFrequency";
import { burst, lowOhm, stayingPower } from "./kinds/burst";
import { heatSoak } from "./kinds/heat";
import { gain, lineOutput } from "./kinds/levels";
import { bridged, mainsDraw } from "./kinds/mains";
import { intermodulation, multitone, residual } from "./kinds/manyTones";
import { noise, noiseResponse } from "./kinds/noise";
import { fullPowerResponse, response } from "./kinds/response";
import { clipSearch } from "./kinds/clipSearch";
import { spectrum } from "./kinds/spectrum";
import { listeningLevel } from "./kinds/typed";
import type { MeasuredKind, RunKindDefinition } from "./types";

/** Every kind of run with a result in the common form. A new kind is one more file and one more line here. */
export const DEFINITIONS: Record<MeasuredKind, RunKindDefinition> = {
  noise,
  gain,
  spectrum,
  "clip-search": clipSearch,
  response,
  crosstalk,
  impedance,
  "line-output": lineOutput,
  multitone,
  "noise-response": noiseResponse,
  residual,
  intermodulation,
  "distortion-response": distortionResponse,
  "mains-draw": mainsDraw,
  burst,
  "staying-power": stayingPower,
  "full-power-response": fullPowerResponse,
  bridged,
  "low-ohm": lowOhm,
  "heat-soak": heatSoak,
  "listening-level": listeningLevel,
};

export const MEASURED_KINDS = Object.keys(DEFINITIONS) as MeasuredKind[];
