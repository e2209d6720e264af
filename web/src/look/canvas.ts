import type { Picture } from './look.worker.ts';

/** Makes the canvas the picture, pixel for pixel. */
export function putPicture(canvas: HTMLCanvasElement, { width, height, pixels }: Picture): void {
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')!.putImageData(new ImageData(pixels, width, height), 0, 0);
}

export function toCanvas(picture: Picture): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  putPicture(canvas, picture);
  return canvas;
}
