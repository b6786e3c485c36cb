import { AudioTransport } from "@/bench/audio/AudioTransport";
import type { FromTransport, ToTransport } from "@/bench/audio/messages";
import { TRANSPORT, type NewPlayer, type TransportOptions } from "./names";

/**
 * The transport beside the converters. Its own port is the page's, for what must be heard at once; whoever plays has a port of his own,
 * which the page hands over.
 */
class TransportProcessor extends AudioWorkletProcessor {
  private readonly transport: AudioTransport;
  private player: MessagePort | null = null;

  constructor({ processorOptions }: { processorOptions: TransportOptions }) {
    super();
    this.transport = new AudioTransport(processorOptions.channelCount, sampleRate, (message) =>
      this.tell(message),
    );
    this.port.onmessage = ({ data, ports }: MessageEvent<ToTransport | NewPlayer>) =>
      data.type === "player" ? this.follow(ports[0]) : this.transport.hear(data);
  }

  process(
    [input]: readonly (readonly Float32Array[])[],
    [output]: readonly (readonly Float32Array[])[],
  ): boolean {
    this.transport.process(input, output, currentFrame);
    return true;
  }

  /** Whoever played before is not heard any more. */
  private follow(player: MessagePort): void {
    this.player?.postMessage({ type: "fault", fault: "taken-over" } satisfies FromTransport);
    this.player?.close();
    this.transport.hear({ type: "fade" });
    player.onmessage = ({ data }: MessageEvent<ToTransport>) => this.transport.hear(data);
    this.player = player;
  }

  private tell(message: FromTransport): void {
    this.player?.postMessage(
      message,
      message.type === "heard" ? message.channels.map(({ buffer }) => buffer as ArrayBuffer) : [],
    );
    if (message.type === "fault") this.port.postMessage(message);
  }
}

registerProcessor(TRANSPORT, TransportProcessor);
