import { radicesOf } from "./factors";

/**
 * A forward complex discrete Fourier transform of one length, in plain TypeScript: Stockham autosort,
 * radices 4, 2, 3 and 5, real and imaginary parts apart.
 * @see C. Van Loan, Computational Frameworks for the Fast Fourier Transform, 1992, section 1.7
 */
export class ComplexTransform {
  private readonly radices: readonly number[];
  private readonly cosines: Float64Array;
  private readonly sines: Float64Array;
  private readonly scratchRe: Float64Array;
  private readonly scratchIm: Float64Array;

  /** @param length of the form 2^a 3^b 5^c @throws {RangeError} on any other */
  constructor(readonly length: number) {
    this.radices = radicesOf(length);
    this.cosines = new Float64Array(length);
    this.sines = new Float64Array(length);
    for (let k = 0; k < length; k++) {
      this.cosines[k] = Math.cos((2 * Math.PI * k) / length);
      this.sines[k] = -Math.sin((2 * Math.PI * k) / length);
    }
    this.scratchRe = new Float64Array(length);
    this.scratchIm = new Float64Array(length);
  }

  /** Transforms re and im, each of this length, in place. */
  transformInto(re: Float64Array, im: Float64Array): void {
    let from = { re, im };
    let to = { re: this.scratchRe, im: this.scratchIm };
    let span = this.length;
    let stride = 1;
    for (const radix of this.radices) {
      const stage = { from, to, count: span / radix, stride };
      if (radix === 4) this.radix4(stage);
      else if (radix === 2) this.radix2(stage);
      else if (radix === 3) this.radix3(stage);
      else this.radix5(stage);
      [from, to] = [to, from];
      span /= radix;
      stride *= radix;
    }
    if (from.re === re) return;
    re.set(from.re);
    im.set(from.im);
  }

  private radix2({ from, to, count, stride }: Stage): void {
    const { re: xr, im: xi } = from;
    const { re: yr, im: yi } = to;
    const half = stride * count;
    for (let p = 0; p < count; p++) {
      const wr = this.cosines[p * stride];
      const wi = this.sines[p * stride];
      for (let a = stride * p, out = 2 * a, end = a + stride; a < end; a++, out++) {
        const b = a + half;
        const dr = xr[a] - xr[b];
        const di = xi[a] - xi[b];
        yr[out] = xr[a] + xr[b];
        yi[out] = xi[a] + xi[b];
        yr[out + stride] = dr * wr - di * wi;
        yi[out + stride] = dr * wi + di * wr;
      }
    }
  }

  private radix4({ from, to, count, stride }: Stage): void {
    const { re: xr, im: xi } = from;
    const { re: yr, im: yi } = to;
    const quarter = stride * count;
    const s2 = 2 * stride;
    const s3 = 3 * stride;
    for (let p = 0; p < count; p++) {
      const w1 = p * stride;
      const w1r = this.cosines[w1],
        w1i = this.sines[w1];
      const w2r = this.cosines[2 * w1],
        w2i = this.sines[2 * w1];
      const w3r = this.cosines[3 * w1],
        w3i = this.sines[3 * w1];
      for (let a = stride * p, out = 4 * a, end = a + stride; a < end; a++, out++) {
        const b = a + quarter,
          c = b + quarter,
          d = c + quarter;
        const acr = xr[a] + xr[c],
          aci = xi[a] + xi[c];
        const amr = xr[a] - xr[c],
          ami = xi[a] - xi[c];
        const bdr = xr[b] + xr[d],
          bdi = xi[b] + xi[d];
        const bmr = xr[b] - xr[d],
          bmi = xi[b] - xi[d];
        yr[out] = acr + bdr;
        yi[out] = aci + bdi;
        let tr = amr + bmi,
          ti = ami - bmr;
        yr[out + stride] = tr * w1r - ti * w1i;
        yi[out + stride] = tr * w1i + ti * w1r;
        tr = acr - bdr;
        ti = aci - bdi;
        yr[out + s2] = tr * w2r - ti * w2i;
        yi[out + s2] = tr * w2i + ti * w2r;
        tr = amr - bmi;
        ti = ami + bmr;
        yr[out + s3] = tr * w3r - ti * w3i;
        yi[out + s3] = tr * w3i + ti * w3r;
      }
    }
  }

  private radix3({ from, to, count, stride }: Stage): void {
    const { re: xr, im: xi } = from;
    const { re: yr, im: yi } = to;
    const third = stride * count;
    const s60 = Math.sqrt(3) / 2;
    for (let p = 0; p < count; p++) {
      const w1 = p * stride;
      const w1r = this.cosines[w1],
        w1i = this.sines[w1];
      const w2r = this.cosines[2 * w1],
        w2i = this.sines[2 * w1];
      for (let a = stride * p, out = 3 * a, end = a + stride; a < end; a++, out++) {
        const b = a + third,
          c = b + third;
        const sr = xr[b] + xr[c],
          si = xi[b] + xi[c];
        const dr = s60 * (xi[b] - xi[c]),
          di = s60 * (xr[c] - xr[b]);
        const mr = xr[a] - sr / 2,
          mi = xi[a] - si / 2;
        yr[out] = xr[a] + sr;
        yi[out] = xi[a] + si;
        yr[out + stride] = (mr + dr) * w1r - (mi + di) * w1i;
        yi[out + stride] = (mr + dr) * w1i + (mi + di) * w1r;
        yr[out + 2 * stride] = (mr - dr) * w2r - (mi - di) * w2i;
        yi[out + 2 * stride] = (mr - dr) * w2i + (mi - di) * w2r;
      }
    }
  }

  private radix5({ from, to, count, stride }: Stage): void {
    const { re: xr, im: xi } = from;
    const { re: yr, im: yi } = to;
    const fifth = stride * count;
    const c1 = Math.cos((2 * Math.PI) / 5),
      c2 = Math.cos((4 * Math.PI) / 5);
    const s1 = Math.sin((2 * Math.PI) / 5),
      s2 = Math.sin((4 * Math.PI) / 5);
    for (let p = 0; p < count; p++) {
      const w = p * stride;
      for (let a = stride * p, out = 5 * a, end = a + stride; a < end; a++, out++) {
        const b = a + fifth,
          c = b + fifth,
          d = c + fifth,
          e = d + fifth;
        const ber = xr[b] + xr[e],
          bei = xi[b] + xi[e],
          bdr = xr[b] - xr[e],
          bdi = xi[b] - xi[e];
        const cdr = xr[c] + xr[d],
          cdi = xi[c] + xi[d],
          cmr = xr[c] - xr[d],
          cmi = xi[c] - xi[d];
        const m1r = xr[a] + c1 * ber + c2 * cdr,
          m1i = xi[a] + c1 * bei + c2 * cdi;
        const m2r = xr[a] + c2 * ber + c1 * cdr,
          m2i = xi[a] + c2 * bei + c1 * cdi;
        const n1r = s1 * bdi + s2 * cmi,
          n1i = -(s1 * bdr + s2 * cmr);
        const n2r = s2 * bdi - s1 * cmi,
          n2i = -(s2 * bdr - s1 * cmr);
        yr[out] = xr[a] + ber + cdr;
        yi[out] = xi[a] + bei + cdi;
        yr[out + stride] = m1r + n1r;
        yi[out + stride] = m1i + n1i;
        yr[out + 2 * stride] = m2r + n2r;
        yi[out + 2 * stride] = m2i + n2i;
        yr[out + 3 * stride] = m2r - n2r;
        yi[out + 3 * stride] = m2i - n2i;
        yr[out + 4 * stride] = m1r - n1r;
        yi[out + 4 * stride] = m1i - n1i;
        for (let k = 1; k < 5; k++) this.turn(to, out + k * stride, k * w);
      }
    }
  }

  /** Turns a value by a root of unity, in place. */
  private turn(to: Parts, at: number, twiddle: number): void {
    const wr = this.cosines[twiddle],
      wi = this.sines[twiddle];
    const re = to.re[at],
      im = to.im[at];
    to.re[at] = re * wr - im * wi;
    to.im[at] = re * wi + im * wr;
  }
}

type Parts = { re: Float64Array; im: Float64Array };
type Stage = { from: Parts; to: Parts; count: number; stride: number };
