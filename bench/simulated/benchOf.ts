import { success, type Outcome } from "@/core/outcome";
import type { Capture, SoakRequest } from "../contract";
import { coldOhms } from "./load/types";
import { record, type BenchLog, type SimulatedRequest } from "./record";
import { checkRig } from "./rig/checkRig";
import { soak } from "./soak";

/** The simulated bench with everything that it knows, for a shell: more than an instrument tells. */
export type ConnectedBench = {
  name: string;
  /** What `instrumentOf` takes. */
  amplifier: object;
  mainsHz: number;
  room: { ambientCelsius: number };
  channelCount: number;
  mostVoltsRms: number;
  gainRatio: number;
  /** Of the load on a channel, from 0, before it warms. */
  loadOhms(channel: number): number;
  /** @throws {RangeError} on rates, levels or times out of range */
  record(request: SimulatedRequest, seed: number): { capture: Capture; log: BenchLog };
  /** @throws {RangeError} on a level, frequency or time that is not above zero */
  soak(request: SoakRequest, seed: number): ReturnType<typeof soak>;
};

/** @param json a rig as its schema has it @returns a finding that names what of it is wrong */
export const benchOf = (json: unknown): Outcome<ConnectedBench> => {
  const checked = checkRig(json);
  if (!checked.ok) return checked;
  const rig = checked.value;
  return success({
    name: rig.name,
    amplifier: rig,
    mainsHz: rig.mains.frequencyHz,
    room: rig.room,
    channelCount: rig.connection === "bridged" ? 1 : rig.input.channelCount,
    mostVoltsRms: rig.source.mostVoltsRms,
    gainRatio: rig.input.gainRatio * rig.input.levelRatio,
    loadOhms: (channel) => coldOhms(rig.loads[Math.min(channel, rig.loads.length - 1)]),
    record: (request, seed) => record(rig, request, seed),
    soak: (request, seed) => soak(rig, request, seed),
  });
};
