/** Plates of other jobs beside the artwork's own separations, as more channels of its raster. */
import type { Band, Raster } from '../raster/index.ts';

/**
 * Each other raster's only channel becomes a channel of this name, stretched over the whole of this raster by taking the nearest
 * pixel.
 */
export function withPlates(raster: Raster, others: ReadonlyMap<string, Raster>): Raster {
  if (others.size === 0) return raster;
  return {
    ...raster,
    channels: [...raster.channels, ...others.keys()],
    async *bands() {
      const stretched = [...others.values()].map((other) => new Stretched(other, raster));
      try {
        for await (const band of raster.bands()) {
          const added: Uint8Array[] = [];
          for (const plate of stretched) added.push(await plate.rows(band.top, band.rows));
          yield { ...band, planes: [...band.planes.slice(0, raster.channels.length), ...added] };
        }
      } finally {
        for (const plate of stretched) await plate.close();
      }
    },
  };
}

class Stretched {
  readonly #from: Raster;
  readonly #to: { readonly width: number; readonly height: number };
  readonly #columns: Int32Array;
  readonly #bands: AsyncIterator<Band> | Iterator<Band>;
  #band: Band | undefined;

  constructor(from: Raster, to: { readonly width: number; readonly height: number }) {
    this.#from = from;
    this.#to = to;
    this.#columns = Int32Array.from({ length: to.width }, (_, x) =>
      Math.floor(((x + 0.5) * from.width) / to.width),
    );
    const bands = from.bands();
    this.#bands =
      Symbol.asyncIterator in bands ? bands[Symbol.asyncIterator]() : bands[Symbol.iterator]();
  }

  async rows(top: number, count: number): Promise<Uint8Array> {
    const { width, height } = this.#to;
    const out = new Uint8Array(count * width);
    for (let y = 0; y < count; y++) {
      const row = Math.floor(((top + y + 0.5) * this.#from.height) / height);
      while (!this.#band || row >= this.#band.top + this.#band.rows) {
        const { value, done } = await this.#bands.next();
        if (done) return out;
        this.#band = value;
      }
      const from = (row - this.#band.top) * this.#from.width;
      const plane = this.#band.planes[0];
      for (let x = 0; x < width; x++) out[y * width + x] = plane[from + this.#columns[x]];
    }
    return out;
  }

  async close(): Promise<void> {
    await this.#bands.return?.();
  }
}
