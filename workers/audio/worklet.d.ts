// What an audio worklet finds in its global scope. @see W3C, Web Audio API, AudioWorkletGlobalScope
declare const currentFrame: number;
declare const sampleRate: number;
declare abstract class AudioWorkletProcessor {
  readonly port: MessagePort;
  abstract process(
    inputs: readonly (readonly Float32Array[])[],
    outputs: readonly (readonly Float32Array[])[],
  ): boolean;
}
declare function registerProcessor(
  name: string,
  processor: new (options: { processorOptions: never }) => AudioWorkletProcessor,
): void;
