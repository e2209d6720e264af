/** Barcodes of a page, whatever they are printed in: process ink and spot colours together, and specials by themselves. */
import { BAND_ROWS, ContentMeter, kindOf, type Band } from '@kyanos/core';
import { processPlanes, type PlanarFile } from '../planar.ts';
import { BarcodeFinder, overlap, type Sighting } from './finder.ts';

/** A page has one or two; more would take longer than they are worth. */
const MOST_SPECIALS = 4;

export class PageCodes {
  readonly #colour: BarcodeFinder;
  /** One for each special: silver over white is seen in the silver alone. */
  readonly #special: readonly { readonly plane: number; readonly finder: BarcodeFinder }[];
  readonly #content: ContentMeter;
  readonly #light: Uint8Array;
  readonly #dark: Uint8Array;
  readonly #spots: readonly number[];
  readonly #width: number;

  constructor(
    { width, height, dpi, channels }: PlanarFile,
    content = new ContentMeter(width, height, processPlanes(channels)),
  ) {
    const places = (wanted: (kind: string) => boolean) =>
      channels.flatMap((name, i) => (wanted(kindOf(name)) ? [i] : []));
    this.#width = width;
    this.#content = content;
    this.#spots = places((kind) => kind === 'spot');
    this.#colour = new BarcodeFinder(width, height, dpi);
    this.#special = places((kind) => ['white', 'metallic', 'clear'].includes(kind))
      .slice(0, MOST_SPECIALS)
      .map((plane) => ({ plane, finder: new BarcodeFinder(width, height, dpi) }));
    this.#light = new Uint8Array(BAND_ROWS * width);
    this.#dark = new Uint8Array(this.#special.length > 0 ? BAND_ROWS * width : 0);
  }

  /** @param inverted planes hold light, not ink */
  async add(band: Band, inverted = false): Promise<void> {
    const size = band.rows * this.#width;
    const light = this.#light.subarray(0, size);
    this.#content.add(band, light, inverted);
    for (const i of this.#spots) darken(light, band.planes[i], inverted);
    await this.#colour.add(light);
    for (const { plane, finder } of this.#special) {
      const special = this.#dark.subarray(0, size);
      asLight(special, band.planes[plane].subarray(0, size), inverted);
      // Type and codes that erase a special have their edges in both.
      await finder.add(special, light);
    }
  }

  /** One that is drawn in colour and in a special is listed once. */
  async finish(): Promise<Sighting[]> {
    const found = await this.#colour.finish();
    for (const { finder } of this.#special)
      for (const sighting of await finder.finish())
        if (sighting.sure && !found.some(({ code }) => overlap(code, sighting.code)))
          found.push(sighting);
    return found;
  }
}

/** A plate by itself, as it would look in black. */
function asLight(light: Uint8Array, plane: Uint8Array, inverted: boolean): void {
  light.set(plane);
  if (inverted) return;
  const words = new Uint32Array(light.buffer, light.byteOffset, light.length >> 2);
  for (let w = 0; w < words.length; w++) words[w] = ~words[w];
  for (let i = words.length << 2; i < light.length; i++) light[i] = 255 - light[i];
}

function darken(light: Uint8Array, plane: Uint8Array, inverted: boolean): void {
  const bare = inverted ? 0xffffffff : 0;
  const aligned = plane.byteOffset % 4 === 0;
  const words = aligned
    ? new Uint32Array(plane.buffer, plane.byteOffset, light.length >> 2)
    : undefined;
  for (let i = 0; i < light.length; i++) {
    // Most of a special's plate is bare.
    if (words && i % 4 === 0) {
      let w = i >> 2;
      while (w < words.length && words[w] === bare) w++;
      i = w << 2;
      if (i >= light.length) return;
    }
    const left = inverted ? plane[i] : 255 - plane[i];
    if (left < light[i]) light[i] = left;
  }
}
