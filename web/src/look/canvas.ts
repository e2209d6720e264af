import type { Bitmap } from './look.worker.ts';

/** Makes the canvas the picture, pixel for pixel. */
export function putBitmap(canvas: HTMLCanvasElement, { width, height, pixels }: Bitmap): void {
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')!.putImageData(new ImageData(pixels, width, height), 0, 0);
}

export function toCanvas(picture: Bitmap): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  putBitmap(canvas, picture);
  return canvas;
}
