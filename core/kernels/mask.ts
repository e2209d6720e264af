/**
 * Masks of 0 and 255, a row of any width at a time (WebAssembly SIMD). src/raster/distance.ts is the oracle of distances; what
 * everything else does to a pixel is said in plain arithmetic by src/raster/bytes.test.ts.
 *
 * Memory: a table of 256 reaches (i32 each) at TABLE, then whatever the host lays out. Every row begins on 16 bytes, and has
 * 16 bytes to spare behind it.
 */
const TABLE: usize = 1024;

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
 * 255 where no empty pixel lies within the radius, else 0. A pixel whose nearest empty pixel in its column lies g away clears
 * as far to either side as the table says for g: negative for nothing.
 * @param inside what a pixel that stays becomes; the others become its complement
 */
export function clearReach(to: usize, gaps: usize, width: i32, far: i32, inside: i32): void {
  const limit = i8x16.splat(<i8>far);
  const keep = i8x16.splat(<i8>inside);
  const drop = v128.not(keep);
  const zero = i8x16.splat(0);
  const own = load<i32>(TABLE);
  let reach: i32 = -1;
  // Where the first and the last block begin that hold a distance within the cut.
  let first: i32 = width;
  let latest: i32 = -1;
  for (let x: i32 = 0; x < width; x += 16) {
    // Wide stretches where nothing is near, or where everything is what is looked for, four registers at a time.
    while (reach < x && x + 64 <= width && alike(gaps + x, limit)) {
      fill(to + x, keep);
      x += 64;
    }
    while (x + 64 <= width && alike(gaps + x, zero)) {
      if (latest < 0) first = x;
      latest = x + 48;
      fill(to + x, drop);
      x += 64;
      reach = max(reach, x - 1 + own);
    }
    if (x >= width) break;
    const g = v128.load(gaps + x);
    if (i8x16.all_true(i8x16.eq(g, limit))) {
      if (reach < x) {
        v128.store(to + x, keep);
        continue;
      }
    } else {
      if (latest < 0) first = x;
      latest = x;
    }
    if (!v128.any_true(g)) {
      v128.store(to + x, drop);
      reach = max(reach, min(x + 15, width - 1) + own);
      continue;
    }
    const end = min(x + 16, width);
    for (let u = x; u < end; u++) {
      const by = load<i32>(TABLE + (<usize>load<u8>(gaps + u) << 2));
      if (by >= 0) reach = max(reach, u + by);
      store<u8>(to + u, u > reach ? <u8>inside : <u8>~inside);
    }
  }
  if (latest < 0) return;
  reach = width;
  const stop = max(0, first - 16 * ((far >> 4) + 2));
  for (let end: i32 = min(width, latest + 16); end > stop;) {
    while (reach >= end && (end & 15) === 0 && end >= 64 && alike(gaps + end - 64, limit)) end -= 64;
    while ((end & 15) === 0 && end >= 64 && alike(gaps + end - 64, zero)) {
      end -= 64;
      reach = min(reach, end - own);
    }
    if (end <= stop) break;
    const x = (end - 1) & ~15;
    if (end - x === 16) {
      const g = v128.load(gaps + x);
      if (i8x16.all_true(i8x16.eq(g, limit))) {
        if (reach >= end) {
          end = x;
          continue;
        }
      } else if (!v128.any_true(g)) {
        reach = min(reach, x - own);
        end = x;
        continue;
      }
    }
    for (let u = end - 1; u >= x; u--) {
      const by = load<i32>(TABLE + (<usize>load<u8>(gaps + u) << 2));
      if (by >= 0) reach = min(reach, u - by);
      if (u >= reach) store<u8>(to + u, <u8>~inside);
    }
    end = x;
  }
}

/** Whether 64 bytes are all one value. */
@inline function alike(at: usize, value: v128): bool {
  return i8x16.all_true(
    v128.and(
      v128.and(i8x16.eq(v128.load(at), value), i8x16.eq(v128.load(at + 16), value)),
      v128.and(i8x16.eq(v128.load(at + 32), value), i8x16.eq(v128.load(at + 48), value)),
    ),
  );
}

@inline function fill(at: usize, value: v128): void {
  v128.store(at, value);
  v128.store(at + 16, value);
  v128.store(at + 32, value);
  v128.store(at + 48, value);
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
