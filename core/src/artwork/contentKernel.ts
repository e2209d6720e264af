/** The WebAssembly of core/kernels/content.ts, fed in chunks. */
import { instantiator } from '../wasm.ts';
import { WASM } from './content.wasm.ts';

interface Exports {
  readonly memory: { readonly buffer: ArrayBuffer };
  clear(): void;
  scan(size: number, flip: number, faintUpTo: number, heavyFrom: number): void;
}

const instantiate = instantiator<Exports>(WASM);

/** Where things lie in its memory. */
const CHUNK = 65_536;
const SUMS = 1024;
const HIGHEST = SUMS + 4096;
const PLANES = HIGHEST + 1024;
const LIGHT = PLANES + 4 * CHUNK;
const FAINT = LIGHT + CHUNK;
const HEAVY = FAINT + CHUNK / 16;

/** Pixels that are looked at together. */
export const BLOCK = 16;

export class ContentKernel {
  readonly #exports: Exports;
  readonly #bytes: Uint8Array;

  constructor() {
    this.#exports = instantiate();
    this.#bytes = new Uint8Array(this.#exports.memory.buffer);
    this.#exports.clear();
  }

  /**
   * Goes through the first `size` pixels of the planes, a multiple of {@link BLOCK}.
   * @param mark called with each block that holds faint or heavy ink: its first pixel, whether any is faint, the highest level
   */
  scan(
    planes: readonly Uint8Array[],
    size: number,
    light: Uint8Array,
    inverted: boolean,
    faintUpTo: number,
    heavyFrom: number,
    mark: (pixel: number, faint: boolean, level: number) => void,
  ): void {
    const bytes = this.#bytes;
    const words = (at: number) => new Uint32Array(bytes.buffer, at, CHUNK / BLOCK / 4);
    const [faints, heavies] = [words(FAINT), words(HEAVY)];
    for (let from = 0; from < size; from += CHUNK) {
      const length = Math.min(CHUNK, size - from);
      planes.forEach((plane, i) =>
        bytes.set(plane.subarray(from, from + length), PLANES + i * CHUNK),
      );
      this.#exports.scan(length, inverted ? 255 : 0, faintUpTo, heavyFrom);
      light.set(bytes.subarray(LIGHT, LIGHT + length), from);
      // Most hold neither: four are passed at once.
      for (let four = 0; four * 4 * BLOCK < length; four++) {
        if ((faints[four] | heavies[four]) === 0) continue;
        for (let block = four * 4; block < four * 4 + 4 && block * BLOCK < length; block++) {
          const [faint, level] = [bytes[FAINT + block], bytes[HEAVY + block]];
          if ((faint | level) !== 0) mark(from + block * BLOCK, faint !== 0, level);
        }
      }
    }
  }

  /** Adds what was counted. */
  addTo(sums: Uint32Array, highest: Uint32Array): void {
    const own = new Uint32Array(this.#exports.memory.buffer, SUMS, 1024 + 256);
    for (let i = 0; i < sums.length; i++) sums[i] += own[i];
    for (let i = 0; i < highest.length; i++) highest[i] += own[1024 + i];
  }
}
