/**
 * Pictures too large to hold: separations come in bands of whole rows, top to bottom.
 * A plane is a Uint8Array of rows × width, ink coverage from 0 none to 255 full.
 */
export interface Band {
  readonly top: number;
  readonly rows: number;
  /** One plane for each channel of the raster, in its order. Valid only until the next band. */
  readonly planes: readonly Uint8Array[];
}

/** Bytes of one's own. A plane may be of a kind of array whose `slice` gives a view: Node's buffers are. */
export const copyOf = (plane: Uint8Array, size: number): Uint8Array =>
  new Uint8Array(plane.subarray(0, size));

/** Rows one after the other; where one of the two is empty, the other itself. */
export function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  if (a.length === 0) return b;
  if (b.length === 0) return a;
  const out = new Uint8Array(a.length + b.length);
  out.set(a);
  out.set(b, a.length);
  return out;
}

export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
  readonly channels: readonly string[];
  /** A fresh run over all rows. */
  bands(): AsyncIterable<Band> | Iterable<Band>;
}

/** Pixels, `right` and `bottom` exclusive. */
export interface PixelBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export const BAND_ROWS = 256;

/** Small enough to stay near the processor, and to be used again by the allocator instead of going back to the system. */
const SLICE_BYTES = 96 * 1024;

/** A band in parts of a few rows: what is made of each lies in memory that was there for the last. */
export function* slicesOf({ top, rows, planes }: Band, width: number): Generator<Band> {
  const most = Math.max(1, Math.floor(SLICE_BYTES / width));
  for (let from = 0; from < rows; from += most) {
    const count = Math.min(most, rows - from);
    yield {
      top: top + from,
      rows: count,
      planes: planes.map((plane) => plane.subarray(from * width, (from + count) * width)),
    };
  }
}

/** A raster held in memory, one whole plane a channel. */
export function memoryRaster(
  { width, height, dpi }: { width: number; height: number; dpi: number },
  planes: ReadonlyMap<string, Uint8Array>,
): Raster {
  return {
    width,
    height,
    dpi,
    channels: [...planes.keys()],
    *bands() {
      const all = [...planes.values()];
      for (let top = 0; top < height; top += BAND_ROWS) {
        const rows = Math.min(BAND_ROWS, height - top);
        yield {
          top,
          rows,
          planes: all.map((plane) => plane.subarray(top * width, (top + rows) * width)),
        };
      }
    },
  };
}
