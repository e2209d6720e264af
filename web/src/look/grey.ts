import type { Grey } from '@kyanos/core';

/** A grey picture as a screen and a decoder want it. */
export function rgbaOf({ pixels }: Grey): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(pixels.length * 4).fill(255);
  pixels.forEach((light, i) => rgba.fill(light, i * 4, i * 4 + 3));
  return rgba;
}
