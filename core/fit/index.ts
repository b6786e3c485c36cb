// core/fit: least-squares fits of sines and harmonic series.
export { fitHarmonics, type HarmonicFit } from "./harmonicFit";
export { fitSine, fitSineAt, type SineFit } from "./sineFit";
