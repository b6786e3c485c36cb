import type { SharedBench } from "./SharedBench";

/** The time of the bench, as its stand-ins use it. */
export type Clock = {
  /** Something took so long, and nobody waited for it. */
  pass(seconds: number): void;
  /** Something takes so long. */
  take(seconds: number): Promise<void>;
  /** Of noise, another one each time. */
  seed(): number;
};

/** Time that leaps as it is used: minutes of measuring in seconds. */
export const leapingClock = (bench: SharedBench, firstSeed: number): Clock => {
  let seed = firstSeed;
  return {
    pass: (seconds) => bench.advance(seconds),
    take: async (seconds) => bench.advance(seconds),
    seed: () => (seed += 1013),
  };
};

/** Time as it is: what takes long is waited for. */
export const realClock = (bench: SharedBench, firstSeed: number): Clock => {
  const begun = performance.now();
  let seed = firstSeed;
  const catchUp = (): void => {
    const late = (performance.now() - begun) / 1000 - bench.seconds;
    if (late > 0) bench.advance(late);
  };
  return {
    pass: catchUp,
    take: async (seconds) => {
      await new Promise((resolve) => setTimeout(resolve, 1000 * seconds));
      catchUp();
    },
    seed: () => (seed += 1013),
  };
};
