// core/run/reading: how each kind of run is played and read, from recordings, logs and meters.
export { analyseRun } from "./analyseRun";
export { spectrumCurve, wavePicture } from "./pictures";
export { levelResult, type LevelResult } from "./levels";
export { readMainsDrawLog } from "./mainsLog";
export { residualOf } from "./methods/residual";
export { responseChannel } from "./methods/response";
export { readTyped } from "./readTyped";
export { RUN_METHODS } from "./runMethods";
export { readSoakLog } from "./soakLog";
