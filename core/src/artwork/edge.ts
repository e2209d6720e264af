/** Whether ink reaches the edge of the finished size. */
import type { Band, PixelBox } from '../raster/index.ts';

/** Bytes of ink up to which an edge is bare: haze of 4 %. */
const BARE = 10;
/** Pixels in from the edge that are looked at: the outermost may be touched in part only. */
const DEEP = 2;

export class EdgeMeter {
  readonly #width: number;
  readonly #box: PixelBox;
  readonly #planes: readonly number[];
  #inked = 0;

  /** @param planes places of what is seen among the planes: not of lines that don't print */
  constructor(width: number, box: PixelBox, planes: readonly number[]) {
    this.#width = width;
    this.#box = box;
    this.#planes = planes;
  }

  /** @param inverted planes hold light, not ink */
  add({ top, rows, planes }: Band, inverted = false): void {
    const { left, right, top: first, bottom } = this.#box;
    const flip = inverted ? 255 : 0;
    const inked = (x: number, y: number) => {
      const i = (y - top) * this.#width + x;
      return this.#planes.some((p) => (planes[p][i] ^ flip) > BARE);
    };
    const deep = Math.min(DEEP, Math.ceil((right - left) / 2), Math.ceil((bottom - first) / 2));
    for (let y = Math.max(top, first); y < Math.min(top + rows, bottom); y++) {
      // Of a piece of a few pixels one row is both.
      const edges = Number(y === first + deep - 1) + Number(y === bottom - deep);
      if (edges > 0) for (let x = left; x < right; x++) if (inked(x, y)) this.#inked += edges;
      if (inked(left + deep - 1, y)) this.#inked++;
      if (inked(right - deep, y)) this.#inked++;
    }
  }

  /** Share of the edge, 0 to 1. */
  share(): number {
    const { left, right, top, bottom } = this.#box;
    return Math.min(1, this.#inked / Math.max(1, 2 * (right - left + bottom - top)));
  }
}
