/** ZXing in a worker, as WebAssembly that ships with the application. */
import type { Grey } from '@kyanos/core';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url';

let ready: unknown;

/** Contents of the codes in a picture, 0 dark to 255 light. */
export async function decode({ pixels, width, height }: Grey): Promise<string[]> {
  ready ??= prepareZXingModule({ overrides: { locateFile: () => wasm } });
  const rgba = new Uint8ClampedArray(pixels.length * 4).fill(255);
  pixels.forEach((light, i) => rgba.fill(light, i * 4, i * 4 + 3));
  const found = await readBarcodes(new ImageData(rgba, width, height), {
    tryHarder: true,
    tryRotate: true,
    maxNumberOfSymbols: 4,
  });
  return found.map(({ text }) => text);
}
