import { encodeWav } from "@/core/wav";

/** A short recording that can be determined from others by its number. */
export const wavOf = (number: number, samples = 2000): Uint8Array<ArrayBuffer> =>
  encodeWav(
    [
      Float64Array.from(
        { length: samples },
        (_, n) => 0.3 * Math.sin(0.13 * n + number) + 1e-4 * (number % 97),
      ),
    ],
    48_000,
    1,
    "float32",
  );
