/**
 * Masks of 0 and 255, a row of any width at a time (WebAssembly SIMD). src/raster/distance.ts is the oracle of distances; what
 * everything else does to a pixel is said in plain arithmetic by src/raster/bytes.test.ts.
 *
 * Memory is laid out by the host. Every row begins on 16 bytes, and has 16 bytes to spare behind it.
 */

/** `to` becomes 255 where any of some planes is above the threshold, else 0; the planes lie so many bytes apart. */
export function raise(
  to: usize,
  planes: usize,
  count: i32,
  apart: usize,
  size: usize,
  threshold: i32,
): void {
  const limit = i8x16.splat(<i8>threshold);
  const zero = i8x16.splat(0);
  for (let i: usize = 0; i < size; i += 16) {
    let most = zero;
    let at = planes + i;
    for (let p = 0; p < count; p++, at += apart) most = i8x16.max_u(most, v128.load(at));
    v128.store(to + i, i8x16.gt_u(most, limit));
  }
}

/**
 * Distance of each pixel to the nearest one looked for above it in its column, cut off at `far`. Empty pixels are looked for.
 * @param above distances of the row above, may be `to`
 * @param flip 255 to look for printed ones instead
 */
export function fall(to: usize, above: usize, mask: usize, size: usize, far: i32, flip: i32): void {
  const limit = i8x16.splat(<i8>far);
  const one = i8x16.splat(1);
  const zero = i8x16.splat(0);
  const turn = i8x16.splat(<i8>flip);
  for (let i: usize = 0; i < size; i += 16) {
    const others = i8x16.eq(i8x16.eq(v128.load(mask + i), zero), turn);
    const next = i8x16.min_u(limit, i8x16.add_sat_u(v128.load(above + i), one));
    v128.store(to + i, v128.and(next, others));
  }
}

/** Lowers each distance to that of the row below and one. @returns 0 if none was more */
export function rise(to: usize, below: usize, size: usize): i32 {
  const one = i8x16.splat(1);
  let lowered = i8x16.splat(0);
  for (let i: usize = 0; i < size; i += 16) {
    const was = v128.load(to + i);
    const least = i8x16.min_u(was, i8x16.add_sat_u(v128.load(below + i), one));
    lowered = v128.or(lowered, v128.xor(was, least));
    v128.store(to + i, least);
  }
  return v128.any_true(lowered) ? 1 : 0;
}

/**
 * One bit for each pixel of a row that is looked for, the first pixel lowest. Empty pixels are looked for.
 * @param to a whole number of 16 bytes, with 16 more on either side that stay 0
 * @param flip 255 to look for printed ones instead
 * @returns 0 if there is none
 */
export function packRow(to: usize, row: usize, width: i32, flip: i32): i32 {
  const zero = i8x16.splat(0);
  const turn = i8x16.splat(<i8>flip);
  let any: i32 = 0;
  v128.store(to + (((width - 1) >> 7) << 4), zero);
  for (let x: i32 = 0; x < width; x += 16) {
    const others = i8x16.eq(i8x16.eq(v128.load(row + x), zero), turn);
    let bits = ~(<u32>i8x16.bitmask(others)) & 0xffff;
    if (width - x < 16) bits &= (1 << (width - x)) - 1;
    store<u16>(to + (x >> 3), <u16>bits);
    any |= bits;
  }
  return any;
}

/** Bits of a row as bytes: `set` where the bit is 1, its complement where it is 0. Sixteen bytes behind the row must be free. */
export function unpackRow(to: usize, bits: usize, width: i32, set: i32): void {
  const each = i8x16(1, 2, 4, 8, 16, 32, 64, -128, 1, 2, 4, 8, 16, 32, 64, -128);
  const low = i8x16(0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1, 1, 1);
  const turn = i8x16.splat(<i8>~set);
  for (let x: i32 = 0; x < width; x += 16) {
    const two = i8x16.swizzle(i16x8.splat(<i16>load<u16>(bits + (x >> 3))), low);
    v128.store(to + x, v128.xor(i8x16.eq(v128.and(two, each), each), turn));
  }
}

/** Bits that are 1 where the row's are 0, as far as the width. @returns 0 if there is none */
export function invertBits(to: usize, row: usize, width: i32): i32 {
  const full = i8x16.splat(-1);
  let any = i8x16.splat(0);
  for (let x: i32 = 0; x < width; x += 128) {
    let bits = v128.xor(v128.load(row + (x >> 3)), full);
    const left = width - x;
    if (left < 128)
      bits = v128.and(
        bits,
        i64x2(
          left < 64 ? ((<i64>1) << left) - 1 : -1,
          left <= 64 ? 0 : ((<i64>1) << (left - 64)) - 1,
        ),
      );
    v128.store(to + (x >> 3), bits);
    any = v128.or(any, bits);
  }
  return v128.any_true(any) ? 1 : 0;
}

/**
 * Adds a row of bits, widened, to rows of a ring: what a disc makes of it.
 * @param chords i32 each: a positive one widens the row by so many pixels more (at most 63, and at most one more than it was
 * widened by before), another adds it to the rows that lie so many away, above and below row `y`
 * @param bits is written over, as is `other`
 * @param size bytes of a row, a multiple of 16; `stride` from one row to the next has 16 more
 */
export function addDisc(
  chords: usize,
  count: i32,
  bits: usize,
  other: usize,
  ring: usize,
  rows: i32,
  size: usize,
  stride: usize,
  y: i32,
): void {
  for (let i: i32 = 0; i < count; i++) {
    const chord = load<i32>(chords + (<usize>i << 2));
    if (chord > 0) {
      widen(other, bits, size, chord);
      const last = bits;
      bits = other;
      other = last;
    } else {
      addBits(ring + <usize>((y - chord) % rows) * stride, bits, size);
      if (chord < 0 && y + chord >= 0)
        addBits(ring + <usize>((y + chord) % rows) * stride, bits, size);
    }
  }
}

@inline function addBits(to: usize, row: usize, size: usize): void {
  for (let i: usize = 0; i < size; i += 16)
    v128.store(to + i, v128.or(v128.load(to + i), v128.load(row + i)));
}

@inline function widen(to: usize, row: usize, size: usize, by: i32): void {
  const back: i32 = 64 - by;
  for (let i: usize = 0; i < size; i += 16) {
    const at = row + i;
    const own = v128.load(at);
    const right = v128.or(i64x2.shl(own, by), i64x2.shr_u(v128.load(at - 8), back));
    const left = v128.or(i64x2.shr_u(own, by), i64x2.shl(v128.load(at + 8), back));
    v128.store(to + i, v128.or(own, v128.or(left, right)));
  }
}

/**
 * Where a row differs from the pixel before by more than `most`.
 * @param to gets the columns (u32), in order
 * @returns how many
 */
export function edges(to: usize, row: usize, width: i32, most: i32): i32 {
  const limit = i8x16.splat(<i8>most);
  let count: i32 = 0;
  for (let x: i32 = 1; x < width; x += 16) {
    const own = v128.load(row + x);
    const before = v128.load(row + x - 1);
    const difference = v128.or(i8x16.sub_sat_u(own, before), i8x16.sub_sat_u(before, own));
    let bits = <u32>i8x16.bitmask(i8x16.gt_u(difference, limit));
    if (width - x < 16) bits &= (1 << (width - x)) - 1;
    while (bits !== 0) {
      store<u32>(to + (<usize>count << 2), x + ctz(bits));
      count++;
      bits &= bits - 1;
    }
  }
  return count;
}

/**
 * Where the row changes between empty and not.
 * @param to gets the columns (u32), in order, beginning with the first one that is not empty
 * @returns how many
 */
export function changes(to: usize, row: usize, width: i32): i32 {
  const zero = i8x16.splat(0);
  let last: u32 = 0;
  let count: i32 = 0;
  for (let x: i32 = 0; x < width; x += 16) {
    let bits = ~(<u32>i8x16.bitmask(i8x16.eq(v128.load(row + x), zero))) & 0xffff;
    if (width - x < 16) {
      const kept = (1 << (width - x)) - 1;
      bits &= kept;
    }
    // Bit i is set where pixel i differs from the one before it.
    let edges = (bits ^ ((bits << 1) | last)) & 0xffff;
    if (width - x < 16) edges &= (1 << (width - x)) - 1;
    while (edges !== 0) {
      store<u32>(to + (<usize>count << 2), x + ctz(edges));
      count++;
      edges &= edges - 1;
    }
    last = (bits >> 15) & 1;
  }
  return count;
}

/** Sum of bytes, of a multiple of 16. */
export function total(plane: usize, size: usize): u32 {
  let sums = i32x4.splat(0);
  for (let i: usize = 0; i < size; i += 16)
    sums = i32x4.add(
      sums,
      i32x4.extadd_pairwise_i16x8_u(i16x8.extadd_pairwise_i8x16_u(v128.load(plane + i))),
    );
  return (
    i32x4.extract_lane(sums, 0) +
    i32x4.extract_lane(sums, 1) +
    i32x4.extract_lane(sums, 2) +
    i32x4.extract_lane(sums, 3)
  );
}

/** Rows of half the width, each pixel the mean of four. Sixteen pixels behind what is read and written must be free. */
export function halve(to: usize, rows: usize, width: usize, pairs: usize): void {
  const half = width >> 1;
  for (let pair: usize = 0; pair < pairs; pair++) {
    const above = rows + 2 * pair * width;
    const out = to + pair * half;
    for (let x: usize = 0; x < half; x += 16)
      v128.store(
        out + x,
        i8x16.narrow_i16x8_u(fours(above + 2 * x, width), fours(above + 2 * x + 16, width)),
      );
  }
}

@inline function fours(at: usize, width: usize): v128 {
  const sum = i16x8.add(
    i16x8.extadd_pairwise_i8x16_u(v128.load(at)),
    i16x8.extadd_pairwise_i8x16_u(v128.load(at + width)),
  );
  return i16x8.shr_u(i16x8.add(sum, i16x8.splat(2)), 2);
}

/** Sum of the four inks in steps of 5 %: 20 times the sum, divided by 255 and rounded down. */
@inline function steps(c: v128, m: v128, y: v128, k: v128): v128 {
  const sum = i16x8.mul(i16x8.add(i16x8.add(c, m), i16x8.add(y, k)), i16x8.splat(20));
  // Exact for anything below 65535.
  return i16x8.shr_u(
    i16x8.add(i16x8.add(sum, i16x8.splat(1)), i16x8.shr_u(sum, 8)),
    8,
  );
}

export function inkSteps(to: usize, c: usize, m: usize, y: usize, k: usize, size: usize): void {
  for (let i: usize = 0; i < size; i += 16) {
    const cc = v128.load(c + i);
    const mm = v128.load(m + i);
    const yy = v128.load(y + i);
    const kk = v128.load(k + i);
    const low = steps(
      i16x8.extend_low_i8x16_u(cc),
      i16x8.extend_low_i8x16_u(mm),
      i16x8.extend_low_i8x16_u(yy),
      i16x8.extend_low_i8x16_u(kk),
    );
    const high = steps(
      i16x8.extend_high_i8x16_u(cc),
      i16x8.extend_high_i8x16_u(mm),
      i16x8.extend_high_i8x16_u(yy),
      i16x8.extend_high_i8x16_u(kk),
    );
    v128.store(to + i, i8x16.narrow_i16x8_u(low, high));
  }
}

/** Adds `bit` where the plate is more than half. */
export function mark(pattern: usize, plate: usize, size: usize, bit: i32): void {
  const half = i8x16.splat(127);
  const flag = i8x16.splat(<i8>bit);
  for (let i: usize = 0; i < size; i += 16)
    v128.store(
      pattern + i,
      v128.or(
        v128.load(pattern + i),
        v128.and(i8x16.gt_u(v128.load(plate + i), half), flag),
      ),
    );
}

/** Counts pixels by pattern and step: counts (u32) of 81 steps for each pattern. */
export function tally(counts: usize, pattern: usize, stepsOf: usize, size: usize): void {
  let i: usize = 0;
  for (; i + 16 <= size; i += 16) {
    const p = v128.load(pattern + i);
    const s = v128.load(stepsOf + i);
    const p0 = load<u8>(pattern + i);
    const s0 = load<u8>(stepsOf + i);
    if (
      i8x16.all_true(i8x16.eq(p, i8x16.splat(p0))) &&
      i8x16.all_true(i8x16.eq(s, i8x16.splat(s0)))
    ) {
      const place = counts + ((<usize>p0 * 81 + <usize>s0) << 2);
      store<u32>(place, load<u32>(place) + 16);
      continue;
    }
    for (let k: usize = 0; k < 16; k++) {
      const place =
        counts + ((<usize>load<u8>(pattern + i + k) * 81 + <usize>load<u8>(stepsOf + i + k)) << 2);
      store<u32>(place, load<u32>(place) + 1);
    }
  }
  for (; i < size; i++) {
    const place =
      counts + ((<usize>load<u8>(pattern + i) * 81 + <usize>load<u8>(stepsOf + i)) << 2);
    store<u32>(place, load<u32>(place) + 1);
  }
}

/**
 * Squared distance of each pixel of a row to the nearest one looked for, or all ones beyond the limit: the lower envelope of
 * the parabolas (x − i)² + gap² of all columns whose gap is less than `far`.
 * @param to u32 each
 * @param sites room for two i32 a pixel
 */
export function squaredRow(
  to: usize,
  gaps: usize,
  width: i32,
  far: i32,
  limit: u32,
  sites: usize,
): void {
  const starts = sites + (<usize>width << 2);
  const cut = i8x16.splat(<i8>far);
  const none = i8x16.splat(-1);
  let top: i32 = -1;
  for (let x: i32 = 0; x < width; x += 16) {
    if (i8x16.all_true(i8x16.eq(v128.load(gaps + x), cut))) continue;
    const end = min(x + 16, width);
    for (let u = x; u < end; u++) {
      const gu = <i32>load<u8>(gaps + u);
      if (gu >= far) continue;
      while (top >= 0) {
        const i = load<i32>(sites + (<usize>top << 2));
        const t = load<i32>(starts + (<usize>top << 2));
        const gi = <i32>load<u8>(gaps + i);
        if ((t - i) * (t - i) + gi * gi <= (t - u) * (t - u) + gu * gu) break;
        top--;
      }
      let begins = 0;
      if (top >= 0) {
        const i = load<i32>(sites + (<usize>top << 2));
        const gi = <i32>load<u8>(gaps + i);
        const over = u * u - i * i + gu * gu - gi * gi;
        const by = 2 * (u - i);
        // Rounded down, whatever the sign.
        begins = 1 + (over >= 0 ? over / by : -((by - 1 - over) / by));
        if (begins >= width) continue;
      }
      top++;
      store<i32>(sites + (<usize>top << 2), u);
      store<i32>(starts + (<usize>top << 2), begins);
    }
  }
  for (let x: i32 = 0; x < width; x += 4) v128.store(to + (<usize>x << 2), none);
  let until = width;
  for (; top >= 0; top--) {
    const i = load<i32>(sites + (<usize>top << 2));
    const begins = max(load<i32>(starts + (<usize>top << 2)), 0);
    const gi = <i32>load<u8>(gaps + i);
    const room = <i32>Math.sqrt(<f64>(limit - <u32>(gi * gi)));
    const last = min(until - 1, i + room);
    for (let u = max(begins, i - room); u <= last; u++) {
      const d = <u32>((u - i) * (u - i) + gi * gi);
      if (d <= limit) store<u32>(to + (<usize>u << 2), d);
    }
    until = begins;
  }
}

/** What two planes make of one another, in place of the first: see OPERATIONS in src/raster/bytes.ts. */
export function combine(a: usize, b: usize, size: usize, operation: i32): void {
  const full = i8x16.splat(-1);
  const half = i8x16.splat(127);
  const zero = i8x16.splat(0);
  for (let i: usize = 0; i < size; i += 16) {
    const one = v128.load(a + i);
    const other = v128.load(b + i);
    let out = one;
    if (operation === 0) out = i8x16.max_u(one, other);
    else if (operation === 1) out = i8x16.min_u(one, other);
    else if (operation === 2) out = i8x16.min_u(one, v128.xor(other, full));
    else if (operation === 3) out = i8x16.sub_sat_u(one, other);
    else if (operation === 4) out = v128.and(i8x16.gt_u(one, half), other);
    else out = v128.bitselect(other, one, i8x16.eq(one, zero));
    v128.store(a + i, out);
  }
}

@inline function over255(v: v128): v128 {
  return i16x8.shr_u(i16x8.add(i16x8.add(v, i16x8.splat(1)), i16x8.shr_u(v, 8)), 8);
}

@inline function passing(ink: v128, absorbs: i16): v128 {
  return i16x8.sub(i16x8.splat(255), i16x8.shr_u(i16x8.mul(ink, i16x8.splat(absorbs)), 8));
}

@inline function lightOf(c: v128, m: v128, y: v128, k: v128): v128 {
  const two = over255(i16x8.mul(passing(c, 189), passing(m, 179)));
  const others = over255(i16x8.mul(passing(y, 26), passing(k, 248)));
  return over255(i16x8.mul(two, others));
}

/** Light that the four inks let pass together, 0 to 255. */
export function light(to: usize, c: usize, m: usize, y: usize, k: usize, size: usize): void {
  for (let i: usize = 0; i < size; i += 16) {
    const cc = v128.load(c + i);
    const mm = v128.load(m + i);
    const yy = v128.load(y + i);
    const kk = v128.load(k + i);
    const low = lightOf(
      i16x8.extend_low_i8x16_u(cc),
      i16x8.extend_low_i8x16_u(mm),
      i16x8.extend_low_i8x16_u(yy),
      i16x8.extend_low_i8x16_u(kk),
    );
    const high = lightOf(
      i16x8.extend_high_i8x16_u(cc),
      i16x8.extend_high_i8x16_u(mm),
      i16x8.extend_high_i8x16_u(yy),
      i16x8.extend_high_i8x16_u(kk),
    );
    v128.store(to + i, i8x16.narrow_i16x8_u(low, high));
  }
}

/** How far the largest of three inks stands out from the smallest, as far as black leaves anything of it. */
export function vivid(to: usize, c: usize, m: usize, y: usize, k: usize, size: usize): void {
  const full = i8x16.splat(-1);
  for (let i: usize = 0; i < size; i += 16) {
    const cc = v128.load(c + i);
    const mm = v128.load(m + i);
    const yy = v128.load(y + i);
    const left = v128.xor(v128.load(k + i), full);
    const out = i8x16.sub(
      i8x16.max_u(i8x16.max_u(cc, mm), yy),
      i8x16.min_u(i8x16.min_u(cc, mm), yy),
    );
    const low = over255(
      i16x8.mul(i16x8.extend_low_i8x16_u(out), i16x8.extend_low_i8x16_u(left)),
    );
    const high = over255(
      i16x8.mul(i16x8.extend_high_i8x16_u(out), i16x8.extend_high_i8x16_u(left)),
    );
    v128.store(to + i, i8x16.narrow_i16x8_u(low, high));
  }
}

/** Bytes of a table by squared distance; 255 where there is none. */
export function ramp(to: usize, squared: usize, width: i32, table: usize): void {
  const none = i8x16.splat(-1);
  for (let x: i32 = 0; x < width; x += 4) {
    const from = squared + (<usize>x << 2);
    if (i8x16.all_true(i8x16.eq(v128.load(from), none))) {
      store<u32>(to + x, 0xffffffff);
      continue;
    }
    for (let u = x; u < x + 4; u++) {
      const d = load<u32>(squared + (<usize>u << 2));
      store<u8>(to + u, d === 0xffffffff ? 255 : load<u8>(table + d));
    }
  }
}
