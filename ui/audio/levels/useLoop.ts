"use client";
import { useState } from "react";
import { LEVEL_HZ, ownTone, type LevelCheck } from "@/bench/audio/LevelCheck";
import type { AudioInterface } from "@/records";
import type { Loop } from "@/records/facts";
import type { OpenInterface } from "../openInterface";
import type { LevelsTab } from "./useLevels";

type Floor = NonNullable<AudioInterface["floor"]>;

/** The level of the check: where a converter is at its cleanest. */
const LOOP_RATIO = 0.5;

/** What the interface does by itself: outputs wired to inputs, no amplifier between. */
const readFloor = async (
  check: LevelCheck,
  {
    outputs,
    inputs,
    mainsHz,
  }: { outputs: readonly number[]; inputs: readonly number[]; mainsHz: number },
): Promise<Floor | null> => {
  const hums = await check.hum(mainsHz);
  const humRatio = Math.max(...inputs.map((input) => hums[input]));
  check.play(outputs, LOOP_RATIO);
  // It rises first.
  for (let k = 0; k < 4; k++) await check.read();
  const both = await check.read();
  const read = inputs.flatMap((input) => ownTone(both[input]) ?? []);
  let crosstalkRatio: number | null = null;
  if (outputs.length > 1 && inputs.length > 1) {
    check.play([outputs[0]], LOOP_RATIO);
    await check.read();
    const one = await check.read();
    const [driven, idle] = inputs.map((input) => ownTone(one[input])?.ratio ?? 0);
    crosstalkRatio = driven > 0 ? idle / driven : null;
  }
  if (read.length < inputs.length) return null;
  return {
    thdPlusNoiseRatio: Math.max(...read.map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio)),
    thdRatio: Math.max(...read.map(({ thdRatio }) => thdRatio)),
    crosstalkRatio,
    humRatio,
    frequencyHz: LEVEL_HZ,
    at: new Date().toISOString(),
  };
};

type LoopGiven = {
  levels: LevelsTab;
  /** Which input each output is wired to, in the order of the amplifier's channels. */
  loops: readonly Loop[];
  mainsHz: number;
  set(change: Partial<AudioInterface>): void;
};

/** What the interface does by itself, its outputs wired to its inputs: floor and response, read and kept. */
export const useLoop = (device: OpenInterface, { levels, loops, mainsHz, set }: LoopGiven) => {
  const [edgeHz, setEdge] = useState<number | null | undefined>(undefined);
  /** Of a virtual one the wire is put in for as long as it is read. */
  const wired = async <T>(work: (check: LevelCheck) => Promise<T>): Promise<T | null> => {
    device.wireThrough(true);
    const read = await levels.once(work);
    device.wireThrough(false);
    return read;
  };
  const sayUnwired = (what: string) =>
    levels.say(`The ${what} not return on every input. Connect each output straight to its input.`);
  return {
    edgeHz,
    readFloor: async () => {
      const read = await wired(async (check) => ({
        edge: await check.edgeHz(),
        floor: await readFloor(check, {
          outputs: loops.map(({ output }) => output),
          inputs: loops.map(({ input }) => input),
          mainsHz,
        }),
      }));
      if (!read) return;
      setEdge(read.edge);
      if (read.floor) set({ floor: { ...read.floor, loops: [...loops] } });
      else sayUnwired("tone does");
    },
    readResponse: async () => {
      const read = await wired((check) => check.responses(loops));
      if (!read) return;
      const found = read.flatMap((each) => (each ? [each] : []));
      if (found.length === loops.length)
        set({
          ownResponses: found,
          ownResponsesAt: new Date().toISOString(),
          ownResponsesLoops: [...loops],
        });
      else sayUnwired("steps do");
    },
  };
};
