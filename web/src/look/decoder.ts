/** ZXing in a worker, as WebAssembly that ships with the application. */
import type { Grey } from '@kyanos/core';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { rgbaOf } from './grey.ts';
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url';

let ready: unknown;

/** Contents of the codes in a picture, 0 dark to 255 light. */
export async function decode(picture: Grey): Promise<string[]> {
  ready ??= prepareZXingModule({ overrides: { locateFile: () => wasm } });
  const image = new ImageData(rgbaOf(picture), picture.width, picture.height);
  const found = await readBarcodes(image, {
    tryHarder: true,
    tryRotate: true,
    maxNumberOfSymbols: 4,
  });
  return found.map(({ text }) => text);
}
