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

/** What a picture is worth being looked at for: linear and stacked symbols along its rows or down its columns, matrix symbols. */
export interface Look {
  readonly along: boolean;
  readonly down: boolean;
  readonly matrix: boolean;
}
const EVERYTHING: Look = { along: true, down: true, matrix: true };

/** Linear symbols and those stacked of them, whose edges stand one way. */
const LINEAR: ReaderOptions['formats'] = ['AllLinear', 'PDF417', 'MicroPDF417'];
const MATRIX: ReaderOptions['formats'] = ['AllMatrix'];

/**
 * Codes in one picture, 0 dark to 255 light; those whose own check does not agree are told with their error.
 * @param look what is left out of it is not found
 */
export async function decoded(
  pixels: Uint8Array,
  width: number,
  height: number,
  { along, down, matrix }: Look = EVERYTHING,
): Promise<ReadResult[]> {
  await prepare();
  const linear = along || down;
  const results = await readBarcodes(pgm(pixels, width, height), {
    formats: linear && matrix ? [] : linear ? LINEAR : MATRIX,
    tryHarder: true,
    // A matrix symbol is read any way up; what lies along the rows needs no second look from the side.
    tryRotate: down || matrix,
    tryInvert: true,
    tryDownscale: false,
    maxNumberOfSymbols: 32,
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
