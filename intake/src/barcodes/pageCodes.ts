/** Barcodes of a page, whatever they are printed in: process ink and spot colours together, and specials by themselves. */
import { BAND_ROWS, ContentMeter, kindOf, type Band } from '@kyanos/core';
import { processPlanes, type PlanarFile } from '../planar.ts';
import { BarcodeFinder, overlap, type Sighting } from './finder.ts';

export class PageCodes {
  readonly #colour: BarcodeFinder;
  readonly #special: BarcodeFinder | undefined;
  readonly #content: ContentMeter;
  readonly #light: Uint8Array;
  readonly #dark: Uint8Array;
  readonly #spots: readonly number[];
  readonly #specials: readonly number[];
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
    this.#specials = places((kind) => ['white', 'metallic', 'clear'].includes(kind));
    this.#colour = new BarcodeFinder(width, height, dpi);
    if (this.#specials.length > 0) this.#special = new BarcodeFinder(width, height, dpi);
    this.#light = new Uint8Array(BAND_ROWS * width);
    this.#dark = new Uint8Array(this.#special ? BAND_ROWS * width : 0);
  }

  /** @param inverted planes hold light, not ink */
  async add(band: Band, inverted = false): Promise<void> {
    const size = band.rows * this.#width;
    const light = this.#light.subarray(0, size);
    this.#content.add(band, light, inverted);
    for (const i of this.#spots) darken(light, band.planes[i], inverted);
    await this.#colour.add(light);
    if (!this.#special) return;
    const special = this.#dark.subarray(0, size).fill(255);
    for (const i of this.#specials) darken(special, band.planes[i], inverted);
    await this.#special.add(special);
  }

  /** One that is drawn in colour and in a special is told once. */
  async finish(): Promise<Sighting[]> {
    const colour = await this.#colour.finish();
    const special = (await this.#special?.finish()) ?? [];
    return [
      ...colour,
      ...special.filter(({ code, sure }) => sure && !colour.some((one) => overlap(one.code, code))),
    ];
  }
}

function darken(light: Uint8Array, plane: Uint8Array, inverted: boolean): void {
  for (let i = 0; i < light.length; i++) {
    const left = inverted ? plane[i] : 255 - plane[i];
    if (left < light[i]) light[i] = left;
  }
}
