/**
 * What the process plates of a page hold, sixteen pixels at a time (WebAssembly SIMD). The TypeScript in
 * src/artwork/content.ts does the same and is its oracle.
 *
 * Memory: histogram of sums (1024 × u32), histogram of the highest ink (256 × u32), then C, M, Y, K, light (CHUNK bytes
 * each), then faint and heavy (CHUNK / 16 bytes each).
 */
const CHUNK: usize = 65536;
const SUMS: usize = 1024;
const HIGHEST: usize = SUMS + 4096;
const C: usize = HIGHEST + 1024;
const M: usize = C + CHUNK;
const Y: usize = M + CHUNK;
const K: usize = Y + CHUNK;
const LIGHT: usize = K + CHUNK;
const FAINT: usize = LIGHT + CHUNK;
const HEAVY: usize = FAINT + CHUNK / 16;

/** 256ths of what an ink absorbs, as in {@link DARK_C} and its fellows, rounded down likewise. */
@inline function dark(ink: v128, absorbs: i16): v128 {
  const by = i16x8.splat(absorbs);
  const low = i16x8.shr_u(i16x8.mul(i16x8.extend_low_i8x16_u(ink), by), 8);
  const high = i16x8.shr_u(i16x8.mul(i16x8.extend_high_i8x16_u(ink), by), 8);
  return i8x16.narrow_i16x8_u(low, high);
}

@inline function count(at: usize, bin: u32): void {
  const place = at + (bin << 2);
  store<u32>(place, load<u32>(place) + 1);
}

export function clear(): void {
  memory.fill(SUMS, 0, 4096 + 1024);
}

/**
 * @param size pixels, a multiple of 16 and at most CHUNK
 * @param flip 255 where planes hold light
 * @param faintUpTo highest ink that is faint
 * @param heavyFrom sum that is heavy
 */
export function scan(size: i32, flip: i32, faintUpTo: i32, heavyFrom: i32): void {
  const turn = i8x16.splat(<i8>flip);
  const limit = i8x16.splat(<i8>faintUpTo);
  const zero = i8x16.splat(0);
  for (let i: usize = 0; i < <usize>size; i += 16) {
    const c = v128.xor(v128.load(C + i), turn);
    const m = v128.xor(v128.load(M + i), turn);
    const y = v128.xor(v128.load(Y + i), turn);
    const k = v128.xor(v128.load(K + i), turn);
    const most = i8x16.max_u(i8x16.max_u(c, m), i8x16.max_u(y, k));
    if (!v128.any_true(most)) {
      v128.store(LIGHT + i, i8x16.splat(-1));
      store<u32>(SUMS, load<u32>(SUMS) + 16);
      store<u32>(HIGHEST, load<u32>(HIGHEST) + 16);
      store<u8>(FAINT + (i >> 4), 0);
      store<u8>(HEAVY + (i >> 4), 0);
      continue;
    }
    const darkest = i8x16.max_u(
      i8x16.max_u(dark(c, 189), dark(m, 179)),
      i8x16.max_u(dark(y, 25), k),
    );
    v128.store(LIGHT + i, v128.not(darkest));
    const low = i16x8.add(
      i16x8.add(i16x8.extend_low_i8x16_u(c), i16x8.extend_low_i8x16_u(m)),
      i16x8.add(i16x8.extend_low_i8x16_u(y), i16x8.extend_low_i8x16_u(k)),
    );
    const high = i16x8.add(
      i16x8.add(i16x8.extend_high_i8x16_u(c), i16x8.extend_high_i8x16_u(m)),
      i16x8.add(i16x8.extend_high_i8x16_u(y), i16x8.extend_high_i8x16_u(k)),
    );
    const faint = v128.and(i8x16.le_u(most, limit), i8x16.ne(most, zero));
    store<u8>(FAINT + (i >> 4), v128.any_true(faint) ? 1 : 0);

    let top: u32 = 0;
    // Where all sixteen are alike they are counted as one.
    const first = <u32>i16x8.extract_lane_u(low, 0);
    const same = i16x8.splat(<i16>first);
    const alike =
      i16x8.all_true(i16x8.eq(low, same)) &&
      i16x8.all_true(i16x8.eq(high, same)) &&
      i8x16.all_true(i8x16.eq(most, i8x16.splat(<i8>i8x16.extract_lane_u(most, 0))));
    if (alike) {
      const place = SUMS + (first << 2);
      store<u32>(place, load<u32>(place) + 16);
      const highest = HIGHEST + (<u32>i8x16.extract_lane_u(most, 0) << 2);
      store<u32>(highest, load<u32>(highest) + 16);
      top = first;
    } else {
      // Lanes are named one by one: an index must be a constant.
      count(SUMS, i16x8.extract_lane_u(low, 0));
      count(SUMS, i16x8.extract_lane_u(low, 1));
      count(SUMS, i16x8.extract_lane_u(low, 2));
      count(SUMS, i16x8.extract_lane_u(low, 3));
      count(SUMS, i16x8.extract_lane_u(low, 4));
      count(SUMS, i16x8.extract_lane_u(low, 5));
      count(SUMS, i16x8.extract_lane_u(low, 6));
      count(SUMS, i16x8.extract_lane_u(low, 7));
      count(SUMS, i16x8.extract_lane_u(high, 0));
      count(SUMS, i16x8.extract_lane_u(high, 1));
      count(SUMS, i16x8.extract_lane_u(high, 2));
      count(SUMS, i16x8.extract_lane_u(high, 3));
      count(SUMS, i16x8.extract_lane_u(high, 4));
      count(SUMS, i16x8.extract_lane_u(high, 5));
      count(SUMS, i16x8.extract_lane_u(high, 6));
      count(SUMS, i16x8.extract_lane_u(high, 7));
      count(HIGHEST, i8x16.extract_lane_u(most, 0));
      count(HIGHEST, i8x16.extract_lane_u(most, 1));
      count(HIGHEST, i8x16.extract_lane_u(most, 2));
      count(HIGHEST, i8x16.extract_lane_u(most, 3));
      count(HIGHEST, i8x16.extract_lane_u(most, 4));
      count(HIGHEST, i8x16.extract_lane_u(most, 5));
      count(HIGHEST, i8x16.extract_lane_u(most, 6));
      count(HIGHEST, i8x16.extract_lane_u(most, 7));
      count(HIGHEST, i8x16.extract_lane_u(most, 8));
      count(HIGHEST, i8x16.extract_lane_u(most, 9));
      count(HIGHEST, i8x16.extract_lane_u(most, 10));
      count(HIGHEST, i8x16.extract_lane_u(most, 11));
      count(HIGHEST, i8x16.extract_lane_u(most, 12));
      count(HIGHEST, i8x16.extract_lane_u(most, 13));
      count(HIGHEST, i8x16.extract_lane_u(most, 14));
      count(HIGHEST, i8x16.extract_lane_u(most, 15));
      let tops = i16x8.max_u(low, high);
      tops = i16x8.max_u(tops, i8x16.shuffle(tops, tops, 8, 9, 10, 11, 12, 13, 14, 15, 0, 1, 2, 3, 4, 5, 6, 7));
      tops = i16x8.max_u(tops, i8x16.shuffle(tops, tops, 4, 5, 6, 7, 0, 1, 2, 3, 12, 13, 14, 15, 8, 9, 10, 11));
      tops = i16x8.max_u(tops, i8x16.shuffle(tops, tops, 2, 3, 0, 1, 6, 7, 4, 5, 10, 11, 8, 9, 14, 15, 12, 13));
      top = i16x8.extract_lane_u(tops, 0);
    }
    store<u8>(HEAVY + (i >> 4), top >= <u32>heavyFrom ? <u8>(top / 51) : 0);
  }
}
