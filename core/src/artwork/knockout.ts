/**
 * Where specials and colour erase one another: the plates as they are against plates of the same page in which they
 * overprint each other. Fed band by band, both in step.
 */
import { CellMap, type Band } from '../raster/index.ts';
import type { Knockout } from './page.ts';
import { PROCESS_NAMES } from './names.ts';

/** Ink of 255 that counts as lost, or as there: 5 % is seen. */
const SEEN = 13;

interface Losses {
  readonly plane: number;
  special: number;
  colour: number;
  readonly cells: CellMap;
}

export class KnockoutMeter {
  readonly #channels: readonly string[];
  readonly #process: readonly number[];
  readonly #specials: readonly Losses[];
  readonly #width: number;
  readonly #differs: Uint8Array;

  /** @param channels of both rasters, in one order */
  constructor(width: number, height: number, channels: readonly string[]) {
    this.#channels = channels;
    this.#width = width;
    this.#process = PROCESS_NAMES.map((name) => channels.indexOf(name));
    this.#specials = channels.flatMap((_, plane) =>
      this.#process.includes(plane)
        ? []
        : [{ plane, special: 0, colour: 0, cells: new CellMap(width, height) }],
    );
    this.#differs = new Uint8Array(channels.length);
  }

  /**
   * @param meant planes of the same rows, if everything overprinted
   * @param inverted both hold light, not ink
   */
  add({ top, rows, planes }: Band, meant: readonly Uint8Array[], inverted = false): void {
    const size = rows * this.#width;
    const moved = planes.map((plane, i) => differ(plane, meant[i], size));
    moved.forEach((yes, i) => {
      if (yes) this.#differs[i] = 1;
    });
    const moving = this.#process.filter((i) => i >= 0 && moved[i]);
    const [colour, colourMeant] = [planes, meant].map((all) => moving.map((i) => all[i]));
    const flip = inverted ? 255 : 0;
    for (const losses of this.#specials) {
      const { plane } = losses;
      if (!moved[plane] && moving.length === 0) continue;
      const [is, was] = [planes[plane], meant[plane]];
      // What may lie there in its place: colour, or another special.
      const over = planes.filter((_, i) => i !== plane);
      for (const [from, to] of unlike([is, ...colour], [was, ...colourMeant], size))
        for (let i = from; i < to; i++) {
          const left = is[i] ^ flip;
          if ((was[i] ^ flip) - left > SEEN && isOver(over, i, flip)) losses.special++;
          else if (left > SEEN && isErased(colour, colourMeant, i, flip)) losses.colour++;
          else continue;
          losses.cells.raise(i % this.#width, top + Math.floor(i / this.#width), 1);
        }
    }
  }

  /** Channels that hold something else if everything overprinted. */
  get differing(): readonly string[] {
    return this.#channels.filter((_, i) => this.#differs[i] === 1);
  }

  /** @param pixelMm2 area of a pixel */
  knockouts(pixelMm2: number): Knockout[] {
    return this.#specials.flatMap(({ plane, special, colour, cells }) => {
      const place = cells.cells();
      return place
        ? [
            {
              separation: this.#channels[plane],
              specialLostMm2: special * pixelMm2,
              colourLostMm2: colour * pixelMm2,
              cells: place,
            },
          ]
        : [];
    });
  }
}

function isOver(inks: readonly Uint8Array[], i: number, flip: number): boolean {
  for (const ink of inks) if ((ink[i] ^ flip) > SEEN) return true;
  return false;
}

function isErased(
  colour: readonly Uint8Array[],
  meant: readonly Uint8Array[],
  i: number,
  flip: number,
): boolean {
  for (let ink = 0; ink < colour.length; ink++)
    if ((meant[ink][i] ^ flip) - (colour[ink][i] ^ flip) > SEEN) return true;
  return false;
}

/** So many pixels at the beginning of two planes can be compared four at a time. */
const wholeWords = (planes: readonly Uint8Array[], size: number): number =>
  planes.every(({ byteOffset }) => byteOffset % 4 === 0) ? size >> 2 : 0;

const wordsOf = ({ buffer, byteOffset, length }: Uint8Array) =>
  new Uint32Array(buffer, byteOffset, length >> 2);

function differ(a: Uint8Array, b: Uint8Array, size: number): boolean {
  const count = wholeWords([a, b], size);
  if (count > 0) {
    const [aw, bw] = [wordsOf(a), wordsOf(b)];
    for (let w = 0; w < count; w++) if (aw[w] !== bw[w]) return true;
  }
  for (let i = 4 * count; i < size; i++) if (a[i] !== b[i]) return true;
  return false;
}

/**
 * Runs of pixels outside of which every plane holds the same as its other. Most of two plates is alike, and is passed four
 * pixels at a time; a run may begin and end with pixels that are alike too.
 */
function* unlike(
  planes: readonly Uint8Array[],
  others: readonly Uint8Array[],
  size: number,
): Generator<readonly [from: number, to: number]> {
  const count = wholeWords([...planes, ...others], size);
  const [now, before] = count > 0 ? [planes.map(wordsOf), others.map(wordsOf)] : [[], []];
  let begun = -1;
  for (let w = 0; w < count; w++) {
    let bits = 0;
    for (let p = 0; p < now.length; p++) bits |= now[p][w] ^ before[p][w];
    if (bits !== 0 && begun < 0) begun = w;
    if (bits !== 0 || begun < 0) continue;
    yield [4 * begun, 4 * w];
    begun = -1;
  }
  if (begun >= 0) yield [4 * begun, 4 * count];
  if (4 * count < size) yield [4 * count, size];
}
