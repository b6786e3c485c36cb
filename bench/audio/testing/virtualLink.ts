// For tests only: transport and virtual interface in one thread, on a clock of their own that runs as fast as the machine can.
import { AudioTransport } from "../AudioTransport";
import type { AudioLink, FromTransport, ToTransport } from "../messages";
import type { AudioSetup } from "../setup";
import { NO_FAULTS, type VirtualFaults, type VirtualSettings } from "../virtual/settings";
import { VirtualInterface } from "../virtual/VirtualInterface";

const QUANTUM = 128;
/** Without a message for so long nobody is there any more, and the clock stands still. */
const IDLE_QUANTA_SECONDS = 0.4;

export type VirtualLink = AudioLink & {
  /** The largest share of full scale that was played so far in the last quantum. */
  lastPeak(): number;
  /** Seconds that the clock has run. */
  seconds(): number;
  /** Has something happen to the quantum of a frame before the transport hears of it. */
  disturb:
    ((input: Float32Array[], frame: number) => { input: Float32Array[]; frame: number }) | null;
  tell(message: ToTransport): void;
  /** Hangs other loads on its amplifier. */
  connectLoad(loadOhms: readonly number[]): void;
  /** Wires its outputs straight to its inputs. */
  wireThrough(isThrough: boolean): void;
  /** Lets time pass with nobody there. */
  run(seconds: number): void;
};

/** A link to a transport with a virtual interface behind it. */
export const virtualLink = (settings: VirtualSettings): VirtualLink => {
  const device = new VirtualInterface(settings);
  const { channelCount } = device;
  const played = () => Array.from({ length: channelCount }, () => new Float32Array(QUANTUM));
  let onmessage: AudioLink["onmessage"] = null;
  const pending: FromTransport[] = [];
  const transport = new AudioTransport(channelCount, settings.sampleRateHz, (message) =>
    pending.push(message),
  );
  let frame = 0,
    quietQuanta = 0,
    isRunning = false,
    before = played();
  const quantum = (): void => {
    const heard = played(),
      out = played();
    // What is heard answers what was played a quantum before, as in any loop of a device.
    device.process(before, heard);
    const seen = link.disturb?.(heard, frame) ?? { input: heard, frame };
    transport.process(seen.input, out, seen.frame);
    before = out;
    frame += QUANTUM;
    quietQuanta++;
  };
  const deliver = (): void => {
    for (const message of pending.splice(0))
      onmessage?.(new MessageEvent("message", { data: message }));
  };
  const turn = (): void => {
    for (let k = 0; k < 16; k++) quantum();
    deliver();
    isRunning = quietQuanta * QUANTUM < IDLE_QUANTA_SECONDS * settings.sampleRateHz;
    if (isRunning) setImmediate(turn);
  };
  const link: VirtualLink = {
    postMessage: (message, handedOver) => {
      quietQuanta = 0;
      // As over a port: what is handed over is gone for whoever sent it.
      transport.hear(structuredClone(message, { transfer: handedOver }));
      if (isRunning) return;
      isRunning = true;
      setImmediate(turn);
    },
    get onmessage() {
      return onmessage;
    },
    set onmessage(hear) {
      onmessage = hear;
    },
    disturb: null,
    lastPeak: () =>
      Math.max(...before.map((each) => each.reduce((m, v) => Math.max(m, Math.abs(v)), 0))),
    seconds: () => frame / settings.sampleRateHz,
    tell: (message) => transport.hear(message),
    connectLoad: (loadOhms) => device.connectLoad(loadOhms),
    wireThrough: (isThrough) => device.wireThrough(isThrough),
    run: (seconds) => {
      for (const end = frame + seconds * settings.sampleRateHz; frame < end;) quantum();
      deliver();
    },
  };
  return link;
};

/** Both channels of an amplifier, well within the ranges of the interface. */
export const VIRTUAL: Omit<VirtualSettings, "amplifier"> = {
  loadOhms: [8.2, 8.1],
  sampleRateHz: 192_000,
  outputFullScaleVolts: 4,
  inputFullScaleVolts: 80,
  faults: NO_FAULTS,
  seed: 1,
};

/** The setup that its calibration would have found. */
export const setupOf = (
  {
    sampleRateHz,
    loadOhms,
    outputFullScaleVolts,
    inputFullScaleVolts,
  }: Omit<VirtualSettings, "amplifier">,
  mostVoltsPeak = 2.8,
): AudioSetup => ({
  deviceName: "Virtual interface",
  sampleRateHz,
  channelCount: loadOhms.length,
  outputs: loadOhms.map((_, channel) => ({ channel, fullScaleVolts: outputFullScaleVolts })),
  inputs: loadOhms.map((_, channel) => ({ channel, fullScaleVolts: inputFullScaleVolts })),
  isBetweenInputs: false,
  mostVoltsPeak,
  riseDbPerSecond: 60,
  mainsHz: 50,
});

export type { VirtualFaults };
