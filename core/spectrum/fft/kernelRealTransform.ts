import { nearSquare, radicesOf } from "./factors";
import { KERNEL_BASE64 } from "./kernelBytes";
import type { RealTransform } from "./types";

type KernelExports = {
  firstHalf(...addresses: number[]): void;
  secondHalf(...addresses: number[]): void;
  split(...addresses: number[]): void;
};

/** Below this the overhead of eight columns at a time is not worth it. */
const SHORTEST = 2048;
const LANES = 8;
const LOW_BITS = 256;
/** Columns under way: four blocks and one to change places with, real and imaginary parts. */
const SCRATCH_AREAS = 10;

let compiled: WebAssembly.Module | null | undefined;

/** The kernel's module, or null where it cannot run (no WebAssembly, no SIMD, or not allowed to compile). */
const kernelModule = (): WebAssembly.Module | null => {
  if (compiled === undefined)
    try {
      compiled = new WebAssembly.Module(
        Uint8Array.from(atob(KERNEL_BASE64), (letter) => letter.charCodeAt(0)),
      );
    } catch {
      compiled = null;
    }
  return compiled;
};

/**
 * The transform as a WebAssembly kernel with SIMD (kernel/kernel.ts): several times faster than plain TypeScript, and
 * 64-bit throughout. Each plan has a memory of its own, since views of a memory are lost when it grows.
 * @param length even, of the form 2^a 3^b 5^c
 * @returns null for short lengths and where the kernel cannot run; the caller then falls back
 */
export const kernelRealTransform = (length: number): RealTransform | null => {
  const module = length >= SHORTEST ? kernelModule() : null;
  if (!module) return null;
  const half = length / 2;
  const [rows, columns] = nearSquare(half);
  const rowPitch = (Math.ceil(rows / LANES) + 1) * LANES;

  const layout = new Layout();
  // The samples are read before the spectrum is written, so both share their place.
  const re = layout.floats(half + LANES);
  const im = layout.floats(half + LANES);
  const workRe = layout.floats(columns * rowPitch);
  const workIm = layout.floats(columns * rowPitch);
  const scratch = layout.floats(SCRATCH_AREAS * LANES * Math.max(rows, columns) + 64);
  const tables = [rows, columns].map((size) => ({
    size,
    cos: layout.floats(size),
    sin: layout.floats(size),
    radices: layout.integers(32),
  }));
  const longTables = [half, length].map((size) => ({
    size,
    low: layout.floats(2 * LOW_BITS),
    high: layout.floats(2 * (Math.floor(size / LOW_BITS) + 1)),
  }));

  const memory = new WebAssembly.Memory({ initial: layout.pages() });
  const kernel = new WebAssembly.Instance(module, { env: { memory, abort: () => {} } })
    .exports as unknown as KernelExports;
  const floats = new Float64Array(memory.buffer);
  for (const { size, cos, sin, radices } of tables) {
    fillRoots(floats, { cosAt: cos / 8, sinAt: sin / 8 }, { count: size, size, step: 1 });
    new Int32Array(memory.buffer, radices, 32).set(radicesOf(size));
  }
  for (const { size, low, high } of longTables) {
    fillRoots(
      floats,
      { cosAt: low / 8, sinAt: low / 8 + LOW_BITS },
      { count: LOW_BITS, size, step: 1 },
    );
    const highCount = Math.floor(size / LOW_BITS) + 1;
    fillRoots(
      floats,
      { cosAt: high / 8, sinAt: high / 8 + highCount },
      { count: highCount, size, step: LOW_BITS },
    );
  }
  const [alongRows, alongColumns] = tables;
  const longRoots = longTables.map(({ size, low, high }) => [
    low,
    low + 8 * LOW_BITS,
    high,
    high + 8 * (Math.floor(size / LOW_BITS) + 1),
  ]);
  const view = (at: number, count: number) => new Float64Array(memory.buffer, at, count);
  return {
    length,
    input: view(re, length),
    re: view(re, half + 1),
    im: view(im, half + 1),
    run: () => {
      kernel.firstHalf(
        re,
        workRe,
        workIm,
        scratch,
        rows,
        columns,
        rowPitch,
        alongRows.radices,
        alongRows.cos,
        alongRows.sin,
        ...longRoots[0],
      );
      kernel.secondHalf(
        workRe,
        workIm,
        re,
        im,
        scratch,
        rows,
        columns,
        rowPitch,
        alongColumns.radices,
        alongColumns.cos,
        alongColumns.sin,
      );
      kernel.split(re, im, half, ...longRoots[1]);
    },
  };
};

/** exp(-2 pi i step k / size) for k = 0 ... count - 1. */
const fillRoots = (
  floats: Float64Array,
  { cosAt, sinAt }: { cosAt: number; sinAt: number },
  { count, size, step }: { count: number; size: number; step: number },
): void => {
  for (let k = 0; k < count; k++) {
    floats[cosAt + k] = Math.cos((2 * Math.PI * step * k) / size);
    floats[sinAt + k] = -Math.sin((2 * Math.PI * step * k) / size);
  }
};

/** Hands out places in a memory, each on a line of its own. */
class Layout {
  private next = 1024;

  floats(count: number): number {
    return this.take(8 * count);
  }

  integers(count: number): number {
    return this.take(4 * count);
  }

  pages(): number {
    return Math.ceil(this.next / 65_536) + 1;
  }

  private take(bytes: number): number {
    const at = this.next;
    this.next += Math.ceil(bytes / 64) * 64;
    return at;
  }
}
