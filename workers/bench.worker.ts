import { expose, transfer } from "comlink";
import { record } from "@/bench/simulated";
import { findLoads } from "@/core/load";
import { analyseSweep } from "./analyseSweep";
import { predictSweep } from "./predictSweep";
import { readTone } from "./readTone";
import type { BenchWorker } from "./protocol";

const worker: BenchWorker = {
  analyseSweep: async (request, onProgress) => analyseSweep(request, onProgress),
  readTone: async (wav) => readTone(wav),
  findLoads: async (shelf, demand) => findLoads(shelf, demand),
  predictSweep: async (request) => predictSweep(request),
  recordSimulated: async (rig, request, seed, onProgress) => {
    const recording = record(rig, request, seed, onProgress);
    return transfer(recording, [recording.capture.wav.buffer]);
  },
};

expose(worker);
