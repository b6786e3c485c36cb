import type { AudioFault, ToTransport } from "@/bench/audio/messages";
import type { VirtualSettings } from "@/bench/audio/virtual/settings";
import { CannotOpen } from "./CannotOpen";
import {
  TRANSPORT,
  VIRTUAL,
  WORKLET_FILES,
  type NewPlayer,
  type Rewired,
  type TransportOptions,
} from "@/workers/audio/names";

/** An audio interface that is open: silent until whoever has its port plays. */
export type OpenInterface = {
  deviceName: string;
  isVirtual: boolean;
  sampleRateHz: number;
  inputCount: number;
  outputCount: number;
  /** What to mind of how it was opened, in words. */
  notes: readonly string[];
  /** The volts at full scale that a virtual one was made with; null of a real one. */
  levels: { outputFullScaleVolts: number; inputFullScaleVolts: number } | null;
  /** Wires the outputs of a virtual one straight to its inputs, or back to its amplifier; of a real one somebody does it by hand. */
  wireThrough(isThrough: boolean): void;
  /** Hangs loads on the outputs of a virtual one; of a real one somebody does it by hand. */
  connectLoad(loadOhms: readonly number[]): void;
  /** A port for whoever plays next; who played before is heard no more. */
  link(): MessagePort;
  /** Down to silence within ten milliseconds, whoever plays. */
  mute(): void;
  close(): void;
};

export type DeviceChoice = {
  inputId: string;
  /** Empty for the system's own choice. */
  outputId: string;
  sampleRateHz: number;
};

/** What can be chosen; names are there only once the browser may use one of them. */
export type FoundDevices = {
  inputs: readonly { id: string; name: string }[];
  outputs: readonly { id: string; name: string }[];
};

const UNTOUCHED = {
  echoCancellation: false,
  noiseSuppression: false,
  autoGainControl: false,
} as const;

/** Rates to ask for, the highest first. */
export const AUDIO_RATES_HZ = [192_000, 96_000, 48_000, 44_100] as const;

/** Channels that are asked for at most; a device gives what it has. */
const WANTED_CHANNELS = 8;

/** What the browser lists. @throws {CannotOpen} where it may not be asked */
export const findDevices = async (): Promise<FoundDevices> => {
  await devices()
    .getUserMedia({ audio: UNTOUCHED })
    .then(
      (stream) => stream.getTracks().forEach((track) => track.stop()),
      (error: unknown) => {
        throw new CannotOpen(reasonOf(error));
      },
    );
  const all = await devices().enumerateDevices();
  const of = (kind: MediaDeviceKind) =>
    all
      .filter((each) => each.kind === kind)
      .map(({ deviceId, label }, k) => ({ id: deviceId, name: label || `Device ${k + 1}` }));
  return { inputs: of("audioinput"), outputs: of("audiooutput") };
};

const devices = (): MediaDevices => {
  const found: MediaDevices | undefined = navigator.mediaDevices;
  if (!found)
    throw new CannotOpen(
      "The browser does not allow audio devices at this address. Open Rimebank at 127.0.0.1 on the machine that the interface is plugged into.",
    );
  return found;
};

const REASONS: Record<string, string> = {
  NotAllowedError:
    "The browser may not use the audio input. Allow the microphone for this page (beside its address), then open it again. No audio leaves this machine.",
  NotFoundError: "No audio input was found. Plug the interface in, then search again.",
  NotReadableError:
    "Another program is using the interface. Close that program, then open it again.",
  OverconstrainedError:
    "The chosen interface is no longer connected. Search again and choose another.",
  NotSupportedError: "The browser does not run at this rate. Choose a lower one.",
};

const reasonOf = (error: unknown): string =>
  (error instanceof DOMException ? REASONS[error.name] : undefined) ??
  "The interface could not be opened. Unplug it, plug it in again, and search again.";

/**
 * Opens a device for playing and hearing, with nothing between the converters and the page: no echo cancellation, no gain control.
 * @param onFault hears why it fell silent by itself
 * @throws {CannotOpen} with what to do
 */
export const openDevice = async (
  { inputId, outputId, sampleRateHz }: DeviceChoice,
  onFault: (fault: AudioFault) => void,
): Promise<OpenInterface> => {
  let stream: MediaStream | null = null;
  let context: AudioContext | null = null;
  try {
    stream = await devices().getUserMedia({
      audio: {
        ...UNTOUCHED,
        deviceId: { exact: inputId },
        channelCount: { ideal: WANTED_CHANNELS },
        sampleRate: { ideal: sampleRateHz },
      },
    });
    context = new AudioContext({ sampleRate: sampleRateHz, latencyHint: "playback" });
    if (outputId) await sinkTo(context, outputId);
    await context.audioWorklet.addModule(WORKLET_FILES.transport);
    const [track] = stream.getAudioTracks();
    const { channelCount = 1, sampleRate: ownHz } = track.getSettings();
    const outputCount = Math.min(WANTED_CHANNELS, context.destination.maxChannelCount);
    context.destination.channelCount = outputCount;
    context.destination.channelInterpretation = "discrete";
    const transport = transportNode(context, channelCount, outputCount);
    context.createMediaStreamSource(stream).connect(transport);
    transport.connect(context.destination);
    const opened = interfaceOf(context, transport, {
      deviceName: track.label || "Audio input",
      isVirtual: false,
      levels: null,
      wireThrough: () => {},
      connectLoad: () => {},
      inputCount: channelCount,
      outputCount,
      notes:
        ownHz && ownHz < sampleRateHz
          ? [
              `The device reports ${ownHz / 1000} kHz: readings above ${ownHz / 2000} kHz may not be real. The loop-back check shows it.`,
            ]
          : [],
      onFault,
      end: () => track.stop(),
    });
    await watchDevice(track, inputId, (fault) =>
      transport.port.postMessage({ type: "fail", fault }),
    );
    await context.resume();
    return opened;
  } catch (error) {
    stream?.getTracks().forEach((track) => track.stop());
    void context?.close();
    throw new CannotOpen(error instanceof CannotOpen ? error.message : reasonOf(error));
  }
};

/** A browser that cannot choose plays through the system's own choice, which is said. */
const sinkTo = async (context: AudioContext, outputId: string): Promise<void> => {
  if (!("setSinkId" in context))
    throw new CannotOpen(
      "This browser cannot choose an output. Make the interface the system's default output and choose “system default” here.",
    );
  await (context as AudioContext & { setSinkId(id: string): Promise<void> }).setSinkId(outputId);
};

const watchDevice = async (
  track: MediaStreamTrack,
  inputId: string,
  fail: (fault: AudioFault) => void,
): Promise<void> => {
  track.onended = () => fail("device-lost");
  track.onmute = () => fail("input-lost");
  const { mediaDevices } = navigator;
  const nameNow = async (): Promise<string | null> => {
    const found = await mediaDevices.enumerateDevices();
    const mine = found.find(({ kind, deviceId }) => kind === "audioinput" && deviceId === inputId);
    return mine?.label ?? null;
  };
  const name = await nameNow();
  const look = async (): Promise<void> => {
    if (track.readyState === "ended")
      return mediaDevices.removeEventListener("devicechange", onChange);
    // The one that stands for the system's choice keeps its id when another takes its place.
    if ((await nameNow()) !== name) fail("device-lost");
  };
  const onChange = (): void => void look();
  mediaDevices.addEventListener("devicechange", onChange);
};

/** Opens a virtual interface. @throws {CannotOpen} */
export const openVirtual = async (
  settings: VirtualSettings,
  onFault: (fault: AudioFault) => void,
): Promise<OpenInterface> => {
  const { sampleRateHz, loadOhms, outputFullScaleVolts, inputFullScaleVolts } = settings;
  const context = new AudioContext({ sampleRate: sampleRateHz, latencyHint: "playback" });
  try {
    await context.audioWorklet.addModule(WORKLET_FILES.transport);
    await context.audioWorklet.addModule(WORKLET_FILES.virtual);
    const count = loadOhms.length;
    const transport = transportNode(context, count, count);
    const device = new AudioWorkletNode(context, VIRTUAL, {
      ...discrete(count),
      processorOptions: settings,
    });
    // A loop of nodes needs a delay in it; a real interface has one of its own.
    const delay = new DelayNode(context, { delayTime: 128 / sampleRateHz, ...plain(count) });
    const silent = new GainNode(context, { gain: 0 });
    transport.connect(device).connect(delay).connect(transport);
    // Nothing is heard of it, but what leads nowhere is not worked out.
    transport.connect(silent).connect(context.destination);
    const opened = interfaceOf(context, transport, {
      deviceName: `Virtual interface, ${inputFullScaleVolts} V`,
      isVirtual: true,
      levels: { outputFullScaleVolts, inputFullScaleVolts },
      wireThrough: (isThrough) => device.port.postMessage({ isThrough } satisfies Rewired),
      connectLoad: (loads) => device.port.postMessage({ loadOhms: loads } satisfies Rewired),
      inputCount: count,
      outputCount: count,
      notes: [],
      onFault,
      end: () => {},
    });
    await context.resume();
    return opened;
  } catch {
    void context.close();
    throw new CannotOpen(
      "The virtual interface could not be opened. Reload the page and try again.",
    );
  }
};

const plain = (channelCount: number) => ({
  channelCount,
  channelCountMode: "explicit" as const,
  channelInterpretation: "discrete" as const,
});
const discrete = (count: number) => ({
  ...plain(count),
  numberOfInputs: 1,
  numberOfOutputs: 1,
  outputChannelCount: [count],
});

const transportNode = (
  context: AudioContext,
  inputCount: number,
  outputCount: number,
): AudioWorkletNode =>
  new AudioWorkletNode(context, TRANSPORT, {
    ...discrete(outputCount),
    channelCount: inputCount,
    processorOptions: { channelCount: inputCount } satisfies TransportOptions,
  });

type Parts = Pick<
  OpenInterface,
  | "deviceName"
  | "isVirtual"
  | "levels"
  | "connectLoad"
  | "wireThrough"
  | "inputCount"
  | "outputCount"
  | "notes"
> & { onFault(fault: AudioFault): void; end(): void };

const interfaceOf = (
  context: AudioContext,
  transport: AudioWorkletNode,
  { onFault, end, ...facts }: Parts,
): OpenInterface => {
  const tell = (message: ToTransport): void => transport.port.postMessage(message);
  transport.port.onmessage = ({ data }: MessageEvent<{ type: "fault"; fault: AudioFault }>) =>
    onFault(data.fault);
  const leave = (): void => tell({ type: "fail", fault: "page-left" });
  window.addEventListener("pagehide", leave);
  document.addEventListener("freeze", leave);
  context.onstatechange = () => {
    if (context.state !== "running" && context.state !== "closed") leave();
  };
  return {
    ...facts,
    sampleRateHz: context.sampleRate,
    link: () => {
      const { port1, port2 } = new MessageChannel();
      transport.port.postMessage({ type: "player" } satisfies NewPlayer, [port1]);
      return port2;
    },
    mute: () => tell({ type: "mute" }),
    close: () => {
      // A run that still plays is refused; the page knows.
      transport.port.onmessage = null;
      tell({ type: "fail", fault: "device-lost" });
      window.removeEventListener("pagehide", leave);
      document.removeEventListener("freeze", leave);
      context.onstatechange = null;
      end();
      // The fade is given its time.
      setTimeout(() => void context.close(), 50);
    },
  };
};
