/** The WebAssembly of core/kernels/look.ts with the memory that one picture needs. */
import { instantiator } from '../wasm.ts';
import type { Axis } from './axes.ts';
import { WASM } from './look.wasm.ts';

interface Exports {
  readonly memory: { readonly buffer: ArrayBuffer; grow(pages: number): number };
  collect(
    planes: number,
    chunk: number,
    size: number,
    hash: number,
    mask: number,
    mixtures: number,
    counts: number,
    known: number,
    numbers: number,
  ): number;
  touch(mixtures: number, count: number, map: number, axes: number): void;
  look(
    mixtures: number,
    count: number,
    map: number,
    nodes: number,
    axes: number,
    out: number,
  ): void;
  colour(values: number, count: number, out: number, outside: number): void;
  spread(numbers: number, size: number, colours: number, out: number): void;
}

const instantiate = instantiator<Exports>(WASM);

/** Where things lie in its memory. */
const POSITIONS = 1024;
const STRIDES = POSITIONS + 8 * 256 * 8;
const MATRIX = STRIDES + 64;
const SCREEN = MATRIX + 64;
export const SCREEN_STEPS = 8192;
const CHUNK = 16_384;
const PLANES = SCREEN + SCREEN_STEPS;
/** What is laid out by the picture. */
const FREE = PLANES + 8 * CHUNK;

const PAGE = 65_536;
/** Ways between nodes are counted in these. */
const WAY = 4096;

/** Bytes of ink, a plane of `size` for each axis. */
export interface AxisPlanes {
  readonly planes: readonly Uint8Array[];
  readonly size: number;
}

/** Memory is slow to get and slow to lose, so what a picture leaves behind is used again. */
const spare: Exports[] = [];
const MOST_SPARE = 2;

export class LookKernel {
  readonly #call: Exports;
  readonly #size: number;
  readonly #axes: number;
  /** How many mixtures of ink the picture has. */
  readonly mixtures: number;
  /** Numbers of the nodes in the whole grid that the picture needs, rising. */
  readonly needed: Int32Array;
  readonly #at: {
    readonly numbers: number;
    readonly mixtures: number;
    readonly counts: number;
    readonly values: number;
    readonly colours: number;
    readonly map: number;
    readonly nodes: number;
  };

  constructor(axes: readonly Axis[], { planes, size }: AxisPlanes) {
    this.#call = spare.pop() ?? instantiate();
    this.#size = size;
    this.#axes = axes.length > 6 ? 8 : 6;
    const strides = stridesOf(axes);
    const grid = axes.reduce((product, { values }) => product * values.length, 1);
    let slots = 1024;
    while (slots < 2 * size) slots *= 2;

    // Each mixture may be met once only: then there are as many as pixels, and the picture itself is not small either.
    const numbers = FREE;
    const mixtures = aligned(numbers + size * 4);
    const counts = mixtures + size * 8;
    const hash = counts + size * 4;
    this.#reserve(hash + slots * 4);
    this.#bytes.fill(0, hash, hash + slots * 4);
    this.#bytes.fill(0, PLANES, FREE);
    let known = 0;
    for (let from = 0; from < size; from += CHUNK) {
      const length = Math.min(CHUNK, size - from);
      planes.forEach((plane, axis) =>
        this.#bytes.set(plane.subarray(from, from + length), PLANES + axis * CHUNK),
      );
      known = this.#call.collect(
        PLANES,
        CHUNK,
        length,
        hash,
        slots - 1,
        mixtures,
        counts,
        known,
        numbers + from * 4,
      );
    }
    this.mixtures = known;

    const positions = new Int32Array(this.#buffer, POSITIONS, 8 * 256 * 2);
    for (let i = 0; i < 8 * 256; i++) {
      positions[i * 2] = 0;
      positions[i * 2 + 1] = i >> 8;
    }
    axes.forEach(({ below, way }, axis) => {
      for (let v = 0; v < 256; v++) {
        positions[(axis * 256 + v) * 2] = below[v] * strides[axis];
        positions[(axis * 256 + v) * 2 + 1] = Math.round(way[v] * WAY) * 8 + axis;
      }
    });
    new Int32Array(this.#buffer, STRIDES, 8).set(strides);

    // What was the hash is free now.
    const values = aligned(hash);
    const colours = values + known * 16;
    const map = aligned(colours + known * 4);
    const nodes = aligned(map + grid * 4);
    this.#reserve(nodes);
    this.#bytes.fill(0, map, nodes);
    this.#call.touch(mixtures, known, map, this.#axes);
    const mapped = new Int32Array(this.#buffer, map, grid);
    let count = 0;
    for (let node = 0; node < grid; node++) count += mapped[node];
    this.needed = new Int32Array(count);
    for (let node = 0, next = 0; node < grid; node++)
      if (mapped[node]) {
        this.needed[next] = node;
        mapped[node] = next++;
      }
    this.#reserve(nodes + count * 16 + 16);
    this.#at = { numbers, mixtures, counts, values, colours, map, nodes };
  }

  /** Pixels of each mixture. */
  get counts(): Uint32Array {
    return new Uint32Array(this.#buffer, this.#at.counts, this.mixtures);
  }

  /** The inks of a mixture, a byte an axis. */
  inksOf(mixture: number): Uint8Array {
    return new Uint8Array(this.#buffer, this.#at.mixtures + mixture * 8, 8);
  }

  /** The mixture of each pixel. */
  get numbers(): Int32Array {
    return new Int32Array(this.#buffer, this.#at.numbers, this.#size);
  }

  /** Four values a needed node, in the order of {@link needed}: to be filled in. */
  get nodes(): Float32Array {
    return new Float32Array(this.#buffer, this.#at.nodes, this.needed.length * 4);
  }

  /** Four values a mixture, interpolated; valid until the next call. */
  look(): Float32Array {
    const { mixtures, map, nodes, values } = this.#at;
    this.#call.look(mixtures, this.mixtures, map, nodes, this.#axes, values);
    return new Float32Array(this.#buffer, values, this.mixtures * 4);
  }

  /**
   * @param matrix from the cubes of the first three values to linear light, row by row
   * @param screen screen value, 0 to 255, of {@link SCREEN_STEPS} even steps of linear light
   * @param out RGBA
   * @returns for each mixture 1 where the screen can't show its colour; valid until the next call
   */
  render(
    matrix: readonly (readonly number[])[],
    screen: Uint8Array,
    out: Uint8ClampedArray,
  ): Uint8Array {
    const { numbers, values, colours } = this.#at;
    this.look();
    const columns = new Float32Array(this.#buffer, MATRIX, 12);
    for (let column = 0; column < 3; column++)
      for (let row = 0; row < 3; row++) columns[column * 4 + row] = matrix[row][column];
    this.#bytes.set(screen, SCREEN);
    // A colour needs less than the values it is made of: what is outside is written over those that were used.
    this.#call.colour(values, this.mixtures, colours, values);
    const at = PLANES;
    const most = (FREE - PLANES) / 4;
    for (let from = 0; from < this.#size; from += most) {
      const length = Math.min(most, this.#size - from);
      this.#call.spread(numbers + from * 4, length, colours, at);
      out.set(this.#bytes.subarray(at, at + length * 4), from * 4);
    }
    return this.#bytes.subarray(values, values + this.mixtures);
  }

  /** Its memory may be used for another picture; nothing of it may be used any more. */
  release(): void {
    if (spare.length < MOST_SPARE) spare.push(this.#call);
  }

  get #buffer(): ArrayBuffer {
    return this.#call.memory.buffer;
  }
  get #bytes(): Uint8Array {
    return new Uint8Array(this.#buffer);
  }

  #reserve(size: number): void {
    const missing = Math.ceil((size - this.#buffer.byteLength) / PAGE);
    if (missing > 0) this.#call.memory.grow(missing);
  }
}

const aligned = (address: number): number => (address + 15) & ~15;

/** From a node to the next along each axis; the last axis is the fastest. */
export function stridesOf(axes: readonly Axis[]): Int32Array {
  const strides = new Int32Array(8);
  for (let i = axes.length - 1, stride = 1; i >= 0; i--) {
    strides[i] = stride;
    stride *= axes[i].values.length;
  }
  return strides;
}
