import { expose, transfer } from "comlink";
import { recordSweep, SIMULATED_AMPLIFIERS } from "@/bench/simulated";
import { analyseSweep } from "./analyseSweep";
import type { BenchWorker } from "./protocol";

const worker: BenchWorker = {
  analyseSweep: async (request, onProgress) => analyseSweep(request, onProgress),
  recordSimulatedSweep: async (amplifier, request, seed, onProgress) => {
    const capture = recordSweep(SIMULATED_AMPLIFIERS[amplifier], request, seed, onProgress);
    return transfer(capture, [capture.wav.buffer]);
  },
};

expose(worker);
