/** The WebAssembly of core/kernels/mask.ts with memory of its own. */
import { instantiator } from '../wasm.ts';
import { WASM } from './mask.wasm.ts';

interface Exports {
  readonly memory: { readonly buffer: ArrayBuffer; grow(pages: number): number };
  raise(
    to: number,
    planes: number,
    count: number,
    apart: number,
    size: number,
    threshold: number,
  ): void;
  fall(to: number, above: number, mask: number, size: number, far: number, flip: number): void;
  rise(to: number, below: number, size: number): number;
  packRow(to: number, row: number, width: number, flip: number): number;
  unpackRow(to: number, bits: number, width: number, set: number): void;
  invertBits(to: number, row: number, width: number): number;
  addDisc(
    chords: number,
    count: number,
    bits: number,
    other: number,
    ring: number,
    rows: number,
    size: number,
    stride: number,
    y: number,
  ): void;
  squaredRow(
    to: number,
    gaps: number,
    width: number,
    far: number,
    limit: number,
    sites: number,
  ): void;
  ramp(to: number, squared: number, width: number, table: number): void;
  changes(to: number, row: number, width: number): number;
  edges(to: number, row: number, width: number, most: number): number;
  total(plane: number, size: number): number;
  halve(to: number, rows: number, width: number, pairs: number): void;
  combine(a: number, b: number, size: number, operation: number): void;
  light(to: number, c: number, m: number, y: number, k: number, size: number): void;
  vivid(to: number, c: number, m: number, y: number, k: number, size: number): void;
  inkSteps(to: number, c: number, m: number, y: number, k: number, size: number): void;
  mark(pattern: number, plate: number, size: number, bit: number): void;
  tally(counts: number, pattern: number, stepsOf: number, size: number): void;
}

const instantiate = instantiator<Exports>(WASM);

/** What lies below is the kernel’s own. */
const FREE = 1024;
const PAGE = 65_536;

/** Pixels that are handed over at a time where rows don’t matter. */
export const CHUNK = 65_536;

export class MaskKernel {
  readonly call: Exports;
  bytes: Uint8Array;
  /** Where the free memory begins, on 16 bytes. */
  readonly free = FREE;

  private constructor() {
    this.call = instantiate();
    this.bytes = new Uint8Array(this.call.memory.buffer);
  }

  /**
   * Memory is slow to get and slow to lose, so kernels are used again.
   * @param size bytes of memory wanted; what they hold is left over
   */
  static borrow(size: number): MaskKernel {
    const kernel = idle.pop() ?? new MaskKernel();
    kernel.#reserve(size);
    return kernel;
  }

  /** The kernel must not be used any more. One that is never given back is collected like anything else. */
  giveBack(): void {
    if (idle.length < MOST_IDLE) idle.push(this);
  }

  /** The kernel for work that leaves nothing behind, until the next call of this. */
  static scratch(size: number): MaskKernel {
    scratch ??= new MaskKernel();
    scratch.#reserve(size);
    return scratch;
  }

  #reserve(size: number): void {
    const pages = Math.ceil((FREE + size - this.bytes.length) / PAGE);
    if (pages <= 0) return;
    this.call.memory.grow(pages);
    this.bytes = new Uint8Array(this.call.memory.buffer);
  }

  /** Whole numbers of 32 bits at a place that is a multiple of four. */
  words(at: number, length: number): Uint32Array {
    return new Uint32Array(this.call.memory.buffer, at, length);
  }
}

let scratch: MaskKernel | undefined;
const idle: MaskKernel[] = [];
const MOST_IDLE = 24;

/** Bytes a row takes: whole words of the processor, and one to spare. */
export const strideOf = (width: number): number => (Math.ceil(width / 16) + 1) * 16;
