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

  /** @param meant planes of the same rows, if everything overprinted */
  add({ top, rows, planes }: Band, meant: readonly Uint8Array[]): void {
    const size = rows * this.#width;
    const moved = planes.map((plane, i) => differ(plane, meant[i], size));
    moved.forEach((yes, i) => {
      if (yes) this.#differs[i] = 1;
    });
    const inks = this.#process.filter((i) => i >= 0);
    const colourMoved = inks.filter((i) => moved[i]);
    for (const losses of this.#specials) {
      if (!moved[losses.plane] && colourMoved.length === 0) continue;
      const [is, was] = [planes[losses.plane], meant[losses.plane]];
      // What may lie there in its place: colour, or another special.
      const over = planes.flatMap((_, i) => (i === losses.plane ? [] : [i]));
      for (let i = 0; i < size; i++) {
        if (was[i] - is[i] > SEEN && over.some((ink) => planes[ink][i] > SEEN)) losses.special++;
        else if (is[i] > SEEN && colourMoved.some((ink) => meant[ink][i] - planes[ink][i] > SEEN))
          losses.colour++;
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

function differ(a: Uint8Array, b: Uint8Array, size: number): boolean {
  for (let i = 0; i < size; i++) if (a[i] !== b[i]) return true;
  return false;
}
