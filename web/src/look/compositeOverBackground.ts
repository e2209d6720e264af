/** A see-through print in front of a picture of the user's. */
import { linearToScreen } from '@kyanos/core';

/** Linear light of a screen value: IEC 61966-2-1. */
export const LINEAR = Float32Array.from({ length: 256 }, (_, v) =>
  v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
);
const STEPS = 4095;
const SCREEN = Uint8Array.from({ length: STEPS + 1 }, (_, i) =>
  Math.round(255 * linearToScreen(i / STEPS)),
);

/** Screen value of linear light, 0 to 1. */
export const screenOf = (light: number): number => SCREEN[(Math.min(1, light) * STEPS) | 0];

/**
 * Light adds up: what is seen lies as far from the print on black towards the print on white as the picture behind it is light.
 * @param behind RGBA of the same size @param out may be `onWhite`
 */
export function compositeOverBackground(
  onBlack: Uint8ClampedArray,
  onWhite: Uint8ClampedArray,
  behind: Uint8ClampedArray,
  out: Uint8ClampedArray,
): void {
  for (let i = 0; i < out.length; i += 4) {
    for (let k = i; k < i + 3; k++) {
      const dark = LINEAR[onBlack[k]];
      const light = dark + (LINEAR[onWhite[k]] - dark) * LINEAR[behind[k]];
      out[k] = SCREEN[(light * STEPS) | 0];
    }
    out[i + 3] = 255;
  }
}

/** A picture file as pixels that fill a size, cut off where it is of another shape. */
export async function pixelsOf(file: Blob, width: number, height: number): Promise<ImageData> {
  const bitmap = await createImageBitmap(file);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d')!;
  const scale = Math.max(width / bitmap.width, height / bitmap.height);
  const [w, h] = [bitmap.width * scale, bitmap.height * scale];
  context.drawImage(bitmap, (width - w) / 2, (height - h) / 2, w, h);
  bitmap.close();
  return context.getImageData(0, 0, width, height);
}
