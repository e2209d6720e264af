/**
 * Looks up the mixtures of ink of a picture in a table over the inks (WebAssembly SIMD). A mixture is up to 8 bytes of ink, one
 * an axis, as one number; a picture has far fewer of them than pixels. Interpolation on simplices: the fractions are sorted,
 * and the way goes from the lower corner of the cell to the upper one, one axis at a time.
 *
 * Memory: for each of 8 axes and 256 bytes the offset of the node below (i32) and the way to the next, 0 to 4096, times 8 plus
 * the axis (i32); strides of the axes; matrix to linear sRGB, a column each; screen values of linear light; then what the
 * host lays out. An axis that is not used has stride 0 and no way to go.
 */
const POSITIONS: usize = 1024;
const STRIDES: usize = POSITIONS + 8 * 256 * 8;
const MATRIX: usize = STRIDES + 64;
const SCREEN: usize = MATRIX + 64;
const SCREEN_STEPS: f32 = 8191;
const WAY: i32 = 4096;

/** The packed ways of all axes, the longest first. */
let w0: i32 = 0;
let w1: i32 = 0;
let w2: i32 = 0;
let w3: i32 = 0;
let w4: i32 = 0;
let w5: i32 = 0;
let w6: i32 = 0;
let w7: i32 = 0;

@inline function high(a: i32, b: i32): i32 {
  return select<i32>(a, b, a > b);
}
@inline function low(a: i32, b: i32): i32 {
  return select<i32>(b, a, a > b);
}

/** Sorts six. A network of twelve comparisons: D. E. Knuth, The Art of Computer Programming 3, section 5.3.4. */
@inline function sortSix(a: i32, b: i32, c: i32, d: i32, e: i32, f: i32): void {
  let t = a;
  a = high(a, f);
  f = low(t, f);
  t = b;
  b = high(b, d);
  d = low(t, d);
  t = c;
  c = high(c, e);
  e = low(t, e);
  t = b;
  b = high(b, c);
  c = low(t, c);
  t = d;
  d = high(d, e);
  e = low(t, e);
  t = a;
  a = high(a, d);
  d = low(t, d);
  t = c;
  c = high(c, f);
  f = low(t, f);
  t = a;
  w0 = high(a, b);
  b = low(t, b);
  t = c;
  c = high(c, d);
  d = low(t, d);
  t = e;
  e = high(e, f);
  w5 = low(t, f);
  w1 = high(b, c);
  w2 = low(b, c);
  w3 = high(d, e);
  w4 = low(d, e);
}

/** Puts one more among the first six; gives what falls out at the end. */
@inline function push(a: i32): i32 {
  let t = w0;
  w0 = high(t, a);
  a = low(t, a);
  t = w1;
  w1 = high(t, a);
  a = low(t, a);
  t = w2;
  w2 = high(t, a);
  a = low(t, a);
  t = w3;
  w3 = high(t, a);
  a = low(t, a);
  t = w4;
  w4 = high(t, a);
  a = low(t, a);
  t = w5;
  w5 = high(t, a);
  return low(t, a);
}

@inline function entry(mixture: u64, axis: usize): usize {
  const byte = <usize>(mixture >> (<u64>axis << 3)) & 255;
  return POSITIONS + (((axis << 8) | byte) << 3);
}

/** The node below a mixture; sorts its ways. @param axes 6 or 8 */
@inline function locate(mixture: u64, axes: i32): i32 {
  const a = entry(mixture, 0);
  const b = entry(mixture, 1);
  const c = entry(mixture, 2);
  const d = entry(mixture, 3);
  const e = entry(mixture, 4);
  const f = entry(mixture, 5);
  let node =
    load<i32>(a) + load<i32>(b) + load<i32>(c) + load<i32>(d) + load<i32>(e) + load<i32>(f);
  sortSix(
    load<i32>(a, 4),
    load<i32>(b, 4),
    load<i32>(c, 4),
    load<i32>(d, 4),
    load<i32>(e, 4),
    load<i32>(f, 4),
  );
  if (axes > 6) {
    const g = entry(mixture, 6);
    const h = entry(mixture, 7);
    node += load<i32>(g) + load<i32>(h);
    w6 = push(load<i32>(g, 4));
    const last = push(load<i32>(h, 4));
    w7 = low(w6, last);
    w6 = high(w6, last);
  }
  return node;
}

@inline function mark(map: usize, node: i32, weight: i32): void {
  if (weight > 0) store<i32>(map + (<usize>node << 2), 1);
}
@inline function onward(node: i32, way: i32): i32 {
  return node + load<i32>(STRIDES + ((<usize>way & 7) << 2));
}

/**
 * Numbers the mixtures of some pixels in the order in which they are met.
 * @param hash numbers + 1 of the mixtures met, 0 where free; a power of two of them, at least twice as many as mixtures
 * @param mixtures those met so far @param counts pixels of each @param numbers one a pixel, written
 * @returns how many have been met now
 */
export function collect(
  planes: usize,
  chunk: usize,
  size: i32,
  hash: usize,
  mask: i32,
  mixtures: usize,
  counts: usize,
  known: i32,
  numbers: usize,
): i32 {
  let before: u64 = 0;
  let number = -1;
  for (let i = 0; i < size; i++) {
    let mixture: u64 = 0;
    for (let axis: usize = 0; axis < 8; axis++)
      mixture |= <u64>load<u8>(planes + axis * chunk + <usize>i) << (<u64>axis << 3);
    if (mixture != before || number < 0) {
      before = mixture;
      // Multiplication by the golden ratio spreads neighbours: Knuth, The Art of Computer Programming 3, section 6.4.
      let at = <i32>((mixture * 0x9e3779b97f4a7c15) >> 32) & mask;
      for (;;) {
        number = load<i32>(hash + (<usize>at << 2)) - 1;
        if (number < 0) {
          number = known++;
          store<i32>(hash + (<usize>at << 2), known);
          store<u64>(mixtures + (<usize>number << 3), mixture);
          store<i32>(counts + (<usize>number << 2), 0);
          break;
        }
        if (load<u64>(mixtures + (<usize>number << 3)) == mixture) break;
        at = (at + 1) & mask;
      }
    }
    const count = counts + (<usize>number << 2);
    store<i32>(count, load<i32>(count) + 1);
    store<i32>(numbers + (<usize>i << 2), number);
  }
  return known;
}

/** Marks the nodes that the mixtures need in the map: 4 bytes a node of the whole grid. */
export function touch(mixtures: usize, count: i32, map: usize, axes: i32): void {
  for (let i = 0; i < count; i++) {
    let node = locate(load<u64>(mixtures + (<usize>i << 3)), axes);
    mark(map, node, WAY - (w0 >> 3));
    node = onward(node, w0);
    mark(map, node, (w0 >> 3) - (w1 >> 3));
    node = onward(node, w1);
    mark(map, node, (w1 >> 3) - (w2 >> 3));
    node = onward(node, w2);
    mark(map, node, (w2 >> 3) - (w3 >> 3));
    node = onward(node, w3);
    mark(map, node, (w3 >> 3) - (w4 >> 3));
    node = onward(node, w4);
    mark(map, node, (w4 >> 3) - (w5 >> 3));
    node = onward(node, w5);
    if (axes > 6) {
      mark(map, node, (w5 >> 3) - (w6 >> 3));
      node = onward(node, w6);
      mark(map, node, (w6 >> 3) - (w7 >> 3));
      node = onward(node, w7);
      mark(map, node, w7 >> 3);
    } else mark(map, node, w5 >> 3);
  }
}

@inline function share(map: usize, nodes: usize, node: i32, weight: i32): v128 {
  const at = nodes + (<usize>load<i32>(map + (<usize>node << 2)) << 4);
  return f32x4.mul(v128.load(at), f32x4.splat(<f32>weight * (1.0 / 4096.0)));
}

/** What the table holds for a mixture: four values, interpolated. */
@inline function lookUp(mixture: u64, map: usize, nodes: usize, axes: i32): v128 {
  let node = locate(mixture, axes);
  let sum = share(map, nodes, node, WAY - (w0 >> 3));
  node = onward(node, w0);
  sum = f32x4.add(sum, share(map, nodes, node, (w0 >> 3) - (w1 >> 3)));
  node = onward(node, w1);
  sum = f32x4.add(sum, share(map, nodes, node, (w1 >> 3) - (w2 >> 3)));
  node = onward(node, w2);
  sum = f32x4.add(sum, share(map, nodes, node, (w2 >> 3) - (w3 >> 3)));
  node = onward(node, w3);
  sum = f32x4.add(sum, share(map, nodes, node, (w3 >> 3) - (w4 >> 3)));
  node = onward(node, w4);
  sum = f32x4.add(sum, share(map, nodes, node, (w4 >> 3) - (w5 >> 3)));
  node = onward(node, w5);
  if (axes > 6) {
    sum = f32x4.add(sum, share(map, nodes, node, (w5 >> 3) - (w6 >> 3)));
    node = onward(node, w6);
    sum = f32x4.add(sum, share(map, nodes, node, (w6 >> 3) - (w7 >> 3)));
    node = onward(node, w7);
    return f32x4.add(sum, share(map, nodes, node, w7 >> 3));
  }
  return f32x4.add(sum, share(map, nodes, node, w5 >> 3));
}

/** The four values of each mixture. @param out 16 bytes a mixture */
export function look(
  mixtures: usize,
  count: i32,
  map: usize,
  nodes: usize,
  axes: i32,
  out: usize,
): void {
  for (let i = 0; i < count; i++)
    v128.store(
      out + (<usize>i << 4),
      lookUp(load<u64>(mixtures + (<usize>i << 3)), map, nodes, axes),
    );
}

/**
 * Screen colours, RGBA, of values whose first three are cube roots of X, Y, Z; what the matrix makes of their cubes is linear
 * light, 0 to 1.
 * @param values 16 bytes a mixture @param out 4 bytes a mixture @param outside a byte a mixture: 1 where the screen can't show it
 */
export function colour(values: usize, count: i32, out: usize, outside: usize): void {
  const red = v128.load(MATRIX);
  const green = v128.load(MATRIX, 16);
  const blue = v128.load(MATRIX, 32);
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const least = f32x4.splat(-0.003);
  const most = f32x4.splat(1.003);
  const steps = f32x4.splat(SCREEN_STEPS);
  for (let i = 0; i < count; i++) {
    const root = v128.load(values + (<usize>i << 4));
    const xyz = f32x4.mul(root, f32x4.mul(root, root));
    const light = f32x4.add(
      f32x4.add(
        f32x4.mul(v128.shuffle<f32>(xyz, xyz, 0, 0, 0, 0), red),
        f32x4.mul(v128.shuffle<f32>(xyz, xyz, 1, 1, 1, 1), green),
      ),
      f32x4.mul(v128.shuffle<f32>(xyz, xyz, 2, 2, 2, 2), blue),
    );
    const off = v128.any_true(v128.or(f32x4.lt(light, least), f32x4.gt(light, most))) ? 1 : 0;
    const at = i32x4.trunc_sat_f32x4_s(f32x4.mul(f32x4.max(zero, f32x4.min(one, light)), steps));
    store<u32>(
      out + (<usize>i << 2),
      <u32>load<u8>(SCREEN + <usize>i32x4.extract_lane(at, 0)) |
        (<u32>load<u8>(SCREEN + <usize>i32x4.extract_lane(at, 1)) << 8) |
        (<u32>load<u8>(SCREEN + <usize>i32x4.extract_lane(at, 2)) << 16) |
        0xff000000,
    );
    store<u8>(outside + <usize>i, <u8>off);
  }
}

/** The colour of each pixel is that of its mixture. @param numbers 4 bytes a pixel @param out 4 bytes a pixel */
export function spread(numbers: usize, size: i32, colours: usize, out: usize): void {
  for (let i = 0; i < size; i++)
    store<u32>(
      out + (<usize>i << 2),
      load<u32>(colours + (<usize>load<i32>(numbers + (<usize>i << 2)) << 2)),
    );
}
