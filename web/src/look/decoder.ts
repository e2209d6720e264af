/** ZXing in a worker, as WebAssembly that ships with the application. */
import type { Grey } from '@kyanos/core';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { rgbaOf } from './grey.ts';
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url';

let ready: unknown;

/** Contents of the codes in a picture of a camera. */
export async function decodeImage(image: ImageData): Promise<string[]> {
  ready ??= prepareZXingModule({ overrides: { locateFile: () => wasm } });
  const found = await readBarcodes(image, {
    tryHarder: true,
    tryRotate: true,
    maxNumberOfSymbols: 4,
  });
  return found.map(({ text }) => text);
}

/** Contents of the codes in a picture, 0 dark to 255 light. */
export const decode = (picture: Grey): Promise<string[]> =>
  decodeImage(new ImageData(rgbaOf(picture), picture.width, picture.height));
