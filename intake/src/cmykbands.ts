/** Interleaved pixels of any colour to process plates, with the alpha channel keeping the material bare. */
import { finding, type Finding } from '@kyanos/core';
import { isTurned, PlanarWriter, type Orientation, type PlanarFile } from './planar.ts';
import { pictureConverter, rendering, type Converter } from './profile.ts';
import { t } from './texts/texts.ts';

/** How colour came about where nothing was converted. */
export const inFile = () => t('reading.processInkFile');

export class CmykBands {
  readonly #writer: PlanarWriter;
  readonly #converter: Converter | undefined;
  readonly #colours: 1 | 3 | 4;
  readonly #alpha: boolean;
  readonly #width: number;

  private constructor(
    file: PlanarFile,
    colours: 1 | 3 | 4,
    alpha: boolean,
    converter: Converter | undefined,
    orientation: Orientation,
  ) {
    this.#writer = new PlanarWriter(file, orientation);
    this.#converter = converter;
    this.#colours = colours;
    this.#alpha = alpha;
    this.#width = isTurned(orientation) ? file.height : file.width;
  }

  static async open(
    file: PlanarFile,
    colours: 1 | 3 | 4,
    alpha: boolean,
    icc: Uint8Array | undefined,
    orientation: Orientation = 1,
  ): Promise<CmykBands> {
    // Grey is black ink, as it is in a PDF.
    const converter = colours === 3 ? await pictureConverter(icc) : undefined;
    return new CmykBands(file, colours, alpha, converter, orientation);
  }

  /** @param extras further planes, written after C, M, Y, K */
  write(top: number, rows: number, pixels: Uint8Array, extras: readonly Uint8Array[] = []): void {
    const count = rows * this.#width;
    const samples = this.#colours + (this.#alpha ? 1 : 0);
    let colour = pixels;
    if (this.#alpha) {
      colour = new Uint8Array(count * this.#colours);
      for (let i = 0, o = 0; i < count; i++)
        for (let c = 0; c < this.#colours; c++) colour[o++] = pixels[i * samples + c];
    }
    const ink = this.#converter ? this.#converter.toCmyk(colour, count) : colour;
    const planes = [0, 1, 2, 3].map(() => new Uint8Array(count));
    for (let i = 0, o = 0; i < count; i++, o += 4) {
      const opaque = this.#alpha ? pixels[i * samples + this.#colours] : 255;
      const laid = (value: number) => (opaque === 255 ? value : Math.round((value * opaque) / 255));
      if (this.#colours === 1) planes[3][i] = laid(255 - colour[i]);
      else for (let c = 0; c < 4; c++) planes[c][i] = laid(ink[o + c]);
    }
    this.#writer.write(top, [...planes, ...extras]);
  }

  /** Planes that are ink already: C, M, Y, K, then further ones. */
  writePlanes(top: number, planes: readonly Uint8Array[]): void {
    this.#writer.write(top, planes);
  }

  get colour(): string {
    if (this.#colours === 1) return t('reading.takenBlackInk');
    return this.#converter
      ? t('reading.convertedProcessInkIcc', {
          sourceName: this.#converter.sourceName,
          rendering: rendering(),
        })
      : inFile();
  }

  conversionNote(): Finding {
    return finding(
      'RGB_CONVERTED',
      this.#colours === 1
        ? t('reading.pictureGrey', { colour: this.colour })
        : t('reading.pictureRgb', { colour: this.colour }),
    );
  }

  close(): void {
    this.#writer.close();
    this.#converter?.close();
  }
}
