// AssemblyScript, compiled by build.mjs to ../kernelBytes.ts. A forward real transform in 64-bit floats with SIMD.
//
// N real samples are taken as M = N / 2 complex ones, M = rows * columns. Eight columns at a time (one cache line) are
// transformed along the rows, turned by the twiddle of their place, and written transposed; then the same along the
// other direction. Each half works in a small scratch area, so the data pass through main memory only three times.
// Last, the spectrum of the whole is split from that of the pairs.
// See D. H. Bailey, FFTs in External or Hierarchical Memory, J. Supercomputing 4, 1990 (the four-step method);
// C. Van Loan, Computational Frameworks for the Fast Fourier Transform, 1992, section 1.7 (Stockham).
//
// All arguments named "at" are byte addresses of 64-bit floats; real and imaginary parts lie apart.

const LANES: i32 = 8;
const LINE: i32 = LANES * 8;

/**
 * One Stockham transform along `length` of eight columns side by side, radices listed at radicesAt (i32, ended by 0).
 * @returns 0 when the result is at a, 1 when it is at b
 */
function columns(aRe: usize, aIm: usize, bRe: usize, bIm: usize, length: i32, radicesAt: usize, cosAt: usize, sinAt: usize): i32 {
  let xr = aRe, xi = aIm, yr = bRe, yi = bIm;
  let span = length;
  let stride = 1;
  let swapped = 0;
  for (let step = 0; ; step++) {
    const radix = load<i32>(radicesAt + (step << 2));
    if (radix == 0) break;
    const count = span / radix;
    if (radix == 4) stage4(xr, xi, yr, yi, count, stride, cosAt, sinAt);
    else if (radix == 2) stage2(xr, xi, yr, yi, count, stride, cosAt, sinAt);
    else if (radix == 3) stage3(xr, xi, yr, yi, count, stride, cosAt, sinAt);
    else stage5(xr, xi, yr, yi, count, stride, cosAt, sinAt);
    const tr = xr, ti = xi;
    xr = yr; xi = yi; yr = tr; yi = ti;
    swapped ^= 1;
    span = count;
    stride *= radix;
  }
  return swapped;
}

function stage2(xr: usize, xi: usize, yr: usize, yi: usize, count: i32, stride: i32, cosAt: usize, sinAt: usize): void {
  const run = <usize>(stride * LINE);
  const half = <usize>(count * stride * LINE);
  for (let p = 0; p < count; p++) {
    const w = <usize>(p * stride) << 3;
    const wr = f64x2.splat(load<f64>(cosAt + w)), wi = f64x2.splat(load<f64>(sinAt + w));
    const from = <usize>p * run, to = from << 1;
    for (let q: usize = 0; q < run; q += 16) {
      const a = from + q, o = to + q;
      const ar = v128.load(xr + a), ai = v128.load(xi + a), br = v128.load(xr + a + half), bi = v128.load(xi + a + half);
      v128.store(yr + o, f64x2.add(ar, br));
      v128.store(yi + o, f64x2.add(ai, bi));
      const dr = f64x2.sub(ar, br), di = f64x2.sub(ai, bi);
      v128.store(yr + o + run, f64x2.sub(f64x2.mul(dr, wr), f64x2.mul(di, wi)));
      v128.store(yi + o + run, f64x2.add(f64x2.mul(dr, wi), f64x2.mul(di, wr)));
    }
  }
}

function stage4(xr: usize, xi: usize, yr: usize, yi: usize, count: i32, stride: i32, cosAt: usize, sinAt: usize): void {
  const run = <usize>(stride * LINE);
  const quarter = <usize>(count * stride * LINE);
  for (let p = 0; p < count; p++) {
    const w = <usize>(p * stride) << 3;
    const w1r = f64x2.splat(load<f64>(cosAt + w)), w1i = f64x2.splat(load<f64>(sinAt + w));
    const w2r = f64x2.splat(load<f64>(cosAt + 2 * w)), w2i = f64x2.splat(load<f64>(sinAt + 2 * w));
    const w3r = f64x2.splat(load<f64>(cosAt + 3 * w)), w3i = f64x2.splat(load<f64>(sinAt + 3 * w));
    const from = <usize>p * run, to = from << 2;
    for (let q: usize = 0; q < run; q += 16) {
      const a = from + q, b = a + quarter, c = b + quarter, d = c + quarter, o = to + q;
      const ar = v128.load(xr + a), br = v128.load(xr + b), cr = v128.load(xr + c), dr = v128.load(xr + d);
      const ai = v128.load(xi + a), bi = v128.load(xi + b), ci = v128.load(xi + c), di = v128.load(xi + d);
      const acr = f64x2.add(ar, cr), aci = f64x2.add(ai, ci), amr = f64x2.sub(ar, cr), ami = f64x2.sub(ai, ci);
      const bdr = f64x2.add(br, dr), bdi = f64x2.add(bi, di), bmr = f64x2.sub(br, dr), bmi = f64x2.sub(bi, di);
      v128.store(yr + o, f64x2.add(acr, bdr));
      v128.store(yi + o, f64x2.add(aci, bdi));
      let tr = f64x2.add(amr, bmi), ti = f64x2.sub(ami, bmr);
      v128.store(yr + o + run, f64x2.sub(f64x2.mul(tr, w1r), f64x2.mul(ti, w1i)));
      v128.store(yi + o + run, f64x2.add(f64x2.mul(tr, w1i), f64x2.mul(ti, w1r)));
      tr = f64x2.sub(acr, bdr); ti = f64x2.sub(aci, bdi);
      v128.store(yr + o + 2 * run, f64x2.sub(f64x2.mul(tr, w2r), f64x2.mul(ti, w2i)));
      v128.store(yi + o + 2 * run, f64x2.add(f64x2.mul(tr, w2i), f64x2.mul(ti, w2r)));
      tr = f64x2.sub(amr, bmi); ti = f64x2.add(ami, bmr);
      v128.store(yr + o + 3 * run, f64x2.sub(f64x2.mul(tr, w3r), f64x2.mul(ti, w3i)));
      v128.store(yi + o + 3 * run, f64x2.add(f64x2.mul(tr, w3i), f64x2.mul(ti, w3r)));
    }
  }
}

function stage3(xr: usize, xi: usize, yr: usize, yi: usize, count: i32, stride: i32, cosAt: usize, sinAt: usize): void {
  const run = <usize>(stride * LINE);
  const third = <usize>(count * stride * LINE);
  const s60 = f64x2.splat(0.8660254037844386467637232), half = f64x2.splat(0.5);
  for (let p = 0; p < count; p++) {
    const w = <usize>(p * stride) << 3;
    const w1r = f64x2.splat(load<f64>(cosAt + w)), w1i = f64x2.splat(load<f64>(sinAt + w));
    const w2r = f64x2.splat(load<f64>(cosAt + 2 * w)), w2i = f64x2.splat(load<f64>(sinAt + 2 * w));
    const from = <usize>p * run, to = from * 3;
    for (let q: usize = 0; q < run; q += 16) {
      const a = from + q, b = a + third, c = b + third, o = to + q;
      const ar = v128.load(xr + a), br = v128.load(xr + b), cr = v128.load(xr + c);
      const ai = v128.load(xi + a), bi = v128.load(xi + b), ci = v128.load(xi + c);
      const sr = f64x2.add(br, cr), si = f64x2.add(bi, ci);
      const dr = f64x2.mul(s60, f64x2.sub(bi, ci)), di = f64x2.mul(s60, f64x2.sub(cr, br));
      const mr = f64x2.sub(ar, f64x2.mul(sr, half)), mi = f64x2.sub(ai, f64x2.mul(si, half));
      v128.store(yr + o, f64x2.add(ar, sr));
      v128.store(yi + o, f64x2.add(ai, si));
      let tr = f64x2.add(mr, dr), ti = f64x2.add(mi, di);
      v128.store(yr + o + run, f64x2.sub(f64x2.mul(tr, w1r), f64x2.mul(ti, w1i)));
      v128.store(yi + o + run, f64x2.add(f64x2.mul(tr, w1i), f64x2.mul(ti, w1r)));
      tr = f64x2.sub(mr, dr); ti = f64x2.sub(mi, di);
      v128.store(yr + o + 2 * run, f64x2.sub(f64x2.mul(tr, w2r), f64x2.mul(ti, w2i)));
      v128.store(yi + o + 2 * run, f64x2.add(f64x2.mul(tr, w2i), f64x2.mul(ti, w2r)));
    }
  }
}

// @ts-ignore: decorator
@inline
function turned(yr: usize, yi: usize, at: usize, tr: v128, ti: v128, wr: v128, wi: v128): void {
  v128.store(yr + at, f64x2.sub(f64x2.mul(tr, wr), f64x2.mul(ti, wi)));
  v128.store(yi + at, f64x2.add(f64x2.mul(tr, wi), f64x2.mul(ti, wr)));
}

function stage5(xr: usize, xi: usize, yr: usize, yi: usize, count: i32, stride: i32, cosAt: usize, sinAt: usize): void {
  const run = <usize>(stride * LINE);
  const fifth = <usize>(count * stride * LINE);
  const c1 = f64x2.splat(0.30901699437494742410229342), c2 = f64x2.splat(-0.80901699437494742410229342);
  const s1 = f64x2.splat(0.95105651629515357211643933), s2 = f64x2.splat(0.58778525229247312916870596);
  for (let p = 0; p < count; p++) {
    const w = <usize>(p * stride) << 3;
    const w1r = f64x2.splat(load<f64>(cosAt + w)), w1i = f64x2.splat(load<f64>(sinAt + w));
    const w2r = f64x2.splat(load<f64>(cosAt + 2 * w)), w2i = f64x2.splat(load<f64>(sinAt + 2 * w));
    const w3r = f64x2.splat(load<f64>(cosAt + 3 * w)), w3i = f64x2.splat(load<f64>(sinAt + 3 * w));
    const w4r = f64x2.splat(load<f64>(cosAt + 4 * w)), w4i = f64x2.splat(load<f64>(sinAt + 4 * w));
    const from = <usize>p * run, to = from * 5;
    for (let q: usize = 0; q < run; q += 16) {
      const a = from + q, b = a + fifth, c = b + fifth, d = c + fifth, e = d + fifth, o = to + q;
      const ar = v128.load(xr + a), ai = v128.load(xi + a);
      const br = v128.load(xr + b), bi = v128.load(xi + b), er = v128.load(xr + e), ei = v128.load(xi + e);
      const cr = v128.load(xr + c), ci = v128.load(xi + c), dr = v128.load(xr + d), di = v128.load(xi + d);
      const ber = f64x2.add(br, er), bei = f64x2.add(bi, ei), bmr = f64x2.sub(br, er), bmi = f64x2.sub(bi, ei);
      const cdr = f64x2.add(cr, dr), cdi = f64x2.add(ci, di), cmr = f64x2.sub(cr, dr), cmi = f64x2.sub(ci, di);
      const m1r = f64x2.add(ar, f64x2.add(f64x2.mul(c1, ber), f64x2.mul(c2, cdr))), m1i = f64x2.add(ai, f64x2.add(f64x2.mul(c1, bei), f64x2.mul(c2, cdi)));
      const m2r = f64x2.add(ar, f64x2.add(f64x2.mul(c2, ber), f64x2.mul(c1, cdr))), m2i = f64x2.add(ai, f64x2.add(f64x2.mul(c2, bei), f64x2.mul(c1, cdi)));
      const n1r = f64x2.add(f64x2.mul(s1, bmi), f64x2.mul(s2, cmi)), n1i = f64x2.neg(f64x2.add(f64x2.mul(s1, bmr), f64x2.mul(s2, cmr)));
      const n2r = f64x2.sub(f64x2.mul(s2, bmi), f64x2.mul(s1, cmi)), n2i = f64x2.sub(f64x2.mul(s1, cmr), f64x2.mul(s2, bmr));
      v128.store(yr + o, f64x2.add(ar, f64x2.add(ber, cdr)));
      v128.store(yi + o, f64x2.add(ai, f64x2.add(bei, cdi)));
      turned(yr, yi, o + run, f64x2.add(m1r, n1r), f64x2.add(m1i, n1i), w1r, w1i);
      turned(yr, yi, o + 2 * run, f64x2.add(m2r, n2r), f64x2.add(m2i, n2i), w2r, w2i);
      turned(yr, yi, o + 3 * run, f64x2.sub(m2r, n2r), f64x2.sub(m2i, n2i), w3r, w3i);
      turned(yr, yi, o + 4 * run, f64x2.sub(m1r, n1r), f64x2.sub(m1i, n1i), w4r, w4i);
    }
  }
}

/** Reads this many blocks of eight columns together, so that each far-apart row is visited once for all of them. */
const GROUP: i32 = 4;
/** Twiddles are carried on by multiplication and taken afresh from the tables after this many steps. */
const FRESH: i32 = 16;

/** Eight columns of one row, from pairs of real samples into real and imaginary parts. */
// @ts-ignore: decorator
@inline
function gather(from: usize, toRe: usize, toIm: usize, width: i32): void {
  if (width == LANES) {
    for (let pair: usize = 0; pair < 4; pair++) {
      const one = v128.load(from + pair * 32), two = v128.load(from + pair * 32 + 16);
      v128.store(toRe + pair * 16, v128.shuffle<f64>(one, two, 0, 2));
      v128.store(toIm + pair * 16, v128.shuffle<f64>(one, two, 1, 3));
    }
    return;
  }
  for (let lane: usize = 0; lane < <usize>width; lane++) {
    store<f64>(toRe + lane * 8, load<f64>(from + lane * 16));
    store<f64>(toIm + lane * 8, load<f64>(from + lane * 16 + 8));
  }
}

/** exp(-2 pi i index / M) from the two short tables, index = high * 256 + low. */
// @ts-ignore: decorator
@inline
function storeRoot(index: i32, toRe: usize, toIm: usize, lowCos: usize, lowSin: usize, highCos: usize, highSin: usize): void {
  const low = <usize>(index & 255) << 3, high = <usize>(index >> 8) << 3;
  const lr = load<f64>(lowCos + low), li = load<f64>(lowSin + low), hr = load<f64>(highCos + high), hi = load<f64>(highSin + high);
  store<f64>(toRe, lr * hr - li * hi);
  store<f64>(toIm, lr * hi + li * hr);
}

/** Turns eight finished columns by the twiddle of their place and writes each as a row of `work`. */
function turnAndTranspose(re: usize, im: usize, first: i32, width: i32, rows: i32, rowPitch: i32, workRe: usize, workIm: usize, rootsAt: usize, lowCos: usize, lowSin: usize, highCos: usize, highSin: usize): void {
  const nowRe = rootsAt, nowIm = rootsAt + 64, stepRe = rootsAt + 128, stepIm = rootsAt + 192;
  for (let lane = 0; lane < LANES; lane++) storeRoot(first + min(lane, width - 1), stepRe + (<usize>lane << 3), stepIm + (<usize>lane << 3), lowCos, lowSin, highCos, highSin);
  const rowBytes = <usize>rowPitch << 3;
  for (let k = 0; k < rows; k++) {
    if (k % FRESH == 0) for (let lane = 0; lane < width; lane++) storeRoot(k * (first + lane), nowRe + (<usize>lane << 3), nowIm + (<usize>lane << 3), lowCos, lowSin, highCos, highSin);
    const from = <usize>k * LINE;
    for (let pair: usize = 0; pair < 4; pair++) {
      if (<i32>pair * 2 >= width) break;
      const at = pair * 16;
      const wr = v128.load(nowRe + at), wi = v128.load(nowIm + at);
      const vr = v128.load(re + from + at), vi = v128.load(im + from + at);
      const tr = f64x2.sub(f64x2.mul(vr, wr), f64x2.mul(vi, wi)), ti = f64x2.add(f64x2.mul(vr, wi), f64x2.mul(vi, wr));
      const to = (<usize>first + pair * 2) * rowBytes + (<usize>k << 3);
      store<f64>(workRe + to, f64x2.extract_lane(tr, 0));
      store<f64>(workIm + to, f64x2.extract_lane(ti, 0));
      if (<i32>pair * 2 + 1 < width) {
        store<f64>(workRe + to + rowBytes, f64x2.extract_lane(tr, 1));
        store<f64>(workIm + to + rowBytes, f64x2.extract_lane(ti, 1));
      }
      const sr = v128.load(stepRe + at), si = v128.load(stepIm + at);
      v128.store(nowRe + at, f64x2.sub(f64x2.mul(wr, sr), f64x2.mul(wi, si)));
      v128.store(nowIm + at, f64x2.add(f64x2.mul(wr, si), f64x2.mul(wi, sr)));
    }
  }
}

/**
 * First half: eight columns at a time from the samples, along the rows, turned, into `work` transposed (a row of
 * `work` is one column; rows are rowPitch floats apart).
 */
export function firstHalf(samplesAt: usize, workRe: usize, workIm: usize, scratchAt: usize, rows: i32, cols: i32, rowPitch: i32, radicesAt: usize, cosAt: usize, sinAt: usize, lowCos: usize, lowSin: usize, highCos: usize, highSin: usize): void {
  const area = <usize>(rows * LINE);
  const rootsAt = scratchAt;
  const bRe = scratchAt + 256, bIm = bRe + area, blocksAt = bIm + area;
  for (let first = 0; first < cols; first += GROUP * LANES) {
    const blocks = min(GROUP, (cols - first + LANES - 1) / LANES);
    for (let row = 0; row < rows; row++)
      for (let block = 0; block < blocks; block++) {
        const column = first + block * LANES;
        const aRe = blocksAt + <usize>(2 * block) * area + <usize>(row * LINE);
        gather(samplesAt + (<usize>(row * cols + column) << 4), aRe, aRe + area, min(LANES, cols - column));
      }
    for (let block = 0; block < blocks; block++) {
      const column = first + block * LANES;
      const aRe = blocksAt + <usize>(2 * block) * area, aIm = aRe + area;
      const swapped = columns(aRe, aIm, bRe, bIm, rows, radicesAt, cosAt, sinAt);
      turnAndTranspose(swapped ? bRe : aRe, swapped ? bIm : aIm, column, min(LANES, cols - column), rows, rowPitch, workRe, workIm, rootsAt, lowCos, lowSin, highCos, highSin);
    }
  }
}

/** Second half: eight entries at a time of all rows of `work`, along the columns, into the spectrum in natural order. */
export function secondHalf(workRe: usize, workIm: usize, outRe: usize, outIm: usize, scratchAt: usize, rows: i32, cols: i32, rowPitch: i32, radicesAt: usize, cosAt: usize, sinAt: usize): void {
  const area = <usize>(cols * LINE);
  const aRe = scratchAt, aIm = aRe + area, bRe = aIm + area, bIm = bRe + area;
  for (let first = 0; first < rows; first += LANES) {
    // Rows of `work` are padded to whole lines, so full lines may always be read.
    for (let column = 0; column < cols; column++) {
      const from = <usize>(column * rowPitch + first) << 3, to = <usize>(column * LINE);
      for (let q: usize = 0; q < <usize>LINE; q += 16) {
        v128.store(aRe + to + q, v128.load(workRe + from + q));
        v128.store(aIm + to + q, v128.load(workIm + from + q));
      }
    }
    const swapped = columns(aRe, aIm, bRe, bIm, cols, radicesAt, cosAt, sinAt);
    const re = swapped ? bRe : aRe, im = swapped ? bIm : aIm;
    const width = <usize>min(LANES, rows - first);
    for (let k = 0; k < cols; k++) {
      const to = <usize>(k * rows + first) << 3, from = <usize>(k * LINE);
      if (width == LANES)
        for (let q: usize = 0; q < <usize>LINE; q += 16) {
          v128.store(outRe + to + q, v128.load(re + from + q));
          v128.store(outIm + to + q, v128.load(im + from + q));
        }
      else
        for (let lane: usize = 0; lane < width; lane++) {
          store<f64>(outRe + to + lane * 8, load<f64>(re + from + lane * 8));
          store<f64>(outIm + to + lane * 8, load<f64>(im + from + lane * 8));
        }
    }
  }
}

/** Splits the spectrum of the pairs, in place, into bins 0 to M of the real samples. Tables as above, of length 2 M. */
export function split(re: usize, im: usize, half: i32, lowCos: usize, lowSin: usize, highCos: usize, highSin: usize): void {
  const zeroRe = load<f64>(re), zeroIm = load<f64>(im);
  for (let k = 1, m = half - 1; k <= m; k++, m--) {
    const atK = <usize>k << 3, atM = <usize>m << 3;
    const low = <usize>(k & 255) << 3, high = <usize>(k >> 8) << 3;
    const lr = load<f64>(lowCos + low), li = load<f64>(lowSin + low), hr = load<f64>(highCos + high), hi = load<f64>(highSin + high);
    const wr = lr * hr - li * hi, wi = lr * hi + li * hr;
    const kr = load<f64>(re + atK), ki = load<f64>(im + atK), mr = load<f64>(re + atM), mi = load<f64>(im + atM);
    const er = (kr + mr) * 0.5, ei = (ki - mi) * 0.5, or = (ki + mi) * 0.5, oi = (mr - kr) * 0.5;
    const tr = or * wr - oi * wi, ti = or * wi + oi * wr;
    store<f64>(re + atK, er + tr);
    store<f64>(im + atK, ei + ti);
    store<f64>(re + atM, er - tr);
    store<f64>(im + atM, ti - ei);
  }
  store<f64>(re, zeroRe + zeroIm);
  store<f64>(im, 0);
  store<f64>(re + (<usize>half << 3), zeroRe - zeroIm);
  store<f64>(im + (<usize>half << 3), 0);
}
