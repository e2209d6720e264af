/** ZXing, as WebAssembly that ships with the application. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Grey } from '@kyanos/core';
import {
  prepareZXingModule,
  readBarcodes,
  type ReaderOptions,
  type ReadResult,
} from 'zxing-wasm/reader';

let ready: Promise<unknown> | undefined;
function prepare(): Promise<unknown> {
  return (ready ??= Promise.resolve().then(() => {
    const wasm = createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm');
    return prepareZXingModule({
      overrides: { wasmBinary: new Uint8Array(readFileSync(wasm)).buffer },
      fireImmediately: true,
    });
  }));
}

/**
 * Symbols by how they are built, and so by how they are found. MaxiCode is none of them: the decoder reads one only where there is
 * nothing else in the picture.
 */
const KINDS = {
  linear: ['AllLinear'],
  stacked: ['PDF417', 'MicroPDF417'],
  matrix: ['QRCode', 'MicroQRCode', 'RMQRCode', 'Aztec', 'DataMatrix'],
} as const satisfies Readonly<Record<string, ReaderOptions['formats']>>;
export type Kind = keyof typeof KINDS;

/** What a picture is looked at for. */
export interface Look {
  readonly kinds: readonly Kind[];
  /** Bars that lie along the columns too, and matrix symbols whichever way up. */
  readonly turned: boolean;
  /** Symbols that are lighter than their ground too. */
  readonly inverted: boolean;
}
const EVERYTHING: Look = { kinds: ['linear', 'stacked', 'matrix'], turned: true, inverted: true };

/** As many as the decoder takes in one picture. */
const MOST_SYMBOLS = 255;

/**
 * Codes in one picture, 0 dark to 255 light; those whose own check does not agree come with their error.
 * @param look what is left out of it is not found
 */
export async function decoded(
  pixels: Uint8Array,
  width: number,
  height: number,
  { kinds, turned, inverted }: Look = EVERYTHING,
): Promise<ReadResult[]> {
  await prepare();
  const results = await readBarcodes(pgm(pixels, width, height), {
    formats: kinds.flatMap((kind) => KINDS[kind]),
    tryHarder: true,
    tryRotate: turned,
    tryInvert: inverted,
    tryDownscale: false,
    maxNumberOfSymbols: MOST_SYMBOLS,
    returnErrors: true,
  });
  return results.filter(
    ({ text, error }) => text !== '' && (error === '' || /Checksum/i.test(error)),
  );
}

/** What the codes in one picture say; those whose own check does not agree are left out. */
export const decodedContents = async ({ pixels, width, height }: Grey): Promise<string[]> =>
  (await decoded(pixels, width, height))
    .filter(({ error }) => error === '')
    .map(({ text }) => text);

/** A picture in the portable greymap format, which the decoder reads without a copy of four bytes a pixel. */
function pgm(pixels: Uint8Array, width: number, height: number): Uint8Array {
  const head = Buffer.from(`P5\n${width} ${height}\n255\n`);
  const file = new Uint8Array(head.length + pixels.length);
  file.set(head);
  file.set(pixels, head.length);
  return file;
}

/** Types as the trade writes them. */
const NAMES: Readonly<Record<string, string>> = {
  EAN13: 'EAN-13',
  EAN8: 'EAN-8',
  UPCA: 'UPC-A',
  UPCE: 'UPC-E',
  ITF14: 'ITF-14',
  Code128: 'Code 128',
  Code39: 'Code 39',
  Code93: 'Code 93',
  QRCode: 'QR Code',
  MicroQRCode: 'Micro QR Code',
  DataMatrix: 'Data Matrix',
};
export const typeOf = ({ format }: Pick<ReadResult, 'format'>): string => NAMES[format] ?? format;

/** What the decoder read, as the trade calls it: it takes a UPC-A for the EAN-13 that it also is. */
export function named({ format, text }: ReadResult): { type: string; content: string } {
  const type = typeOf({ format });
  if (type === 'EAN-13' && text.startsWith('0')) return { type: 'UPC-A', content: text.slice(1) };
  return { type: type === 'ITF' && /^\d{14}$/.test(text) ? 'ITF-14' : type, content: text };
}
