// bench/audio: an audio interface as an instrument. The transport runs beside the converters, block by block; the instrument tells it
// what to play and hears what came in, over a port.

/** Why it fell silent without being asked to. */
export const AUDIO_FAULTS = [
  "gap",
  "dropout",
  "lease",
  "input-lost",
  "device-lost",
  "page-left",
  "too-loud",
  "muted",
  "taken-over",
  "stalled",
] as const;
export type AudioFault = (typeof AUDIO_FAULTS)[number];

/** Commands to the transport. Samples and levels are shares of full scale, one an output. */
export type ToTransport =
  /** Starts again, silent. Nothing louder than `mostRatios` is ever played; a tone rises no faster than `riseDbPerSecond`. */
  | { type: "arm"; mostRatios: readonly number[]; riseDbPerSecond: number }
  | { type: "play"; id: number; samples: readonly Float32Array[] }
  /** A steady tone at peak levels; it glides there from where it is. */
  | { type: "tone"; frequencyHz: number; ratios: readonly number[] }
  /** Down to silence within ten milliseconds: whoever plays has ended it. */
  | { type: "fade" }
  /** The same from elsewhere: a tone may be turned up again, anything else is broken off, and nothing begins before it is armed again. */
  | { type: "mute" }
  /** Whoever plays is still there. */
  | { type: "alive" }
  /** Somebody else found that this must not go on. */
  | { type: "fail"; fault: AudioFault };

/** What the transport tells. Frames count from its beginning. */
export type FromTransport =
  | { type: "heard"; firstFrame: number; channels: Float32Array[] }
  | { type: "playing"; id: number; firstFrame: number }
  | { type: "fault"; fault: AudioFault };

/** A port to the transport, as a MessagePort is one. */
export type AudioLink = {
  /** What is handed over is gone here. */
  postMessage(message: ToTransport, handedOver: Transferable[]): void;
  onmessage: ((event: MessageEvent<FromTransport>) => void) | null;
};
