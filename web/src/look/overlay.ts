/** What is laid over the picture of a print where the material has a texture or shines: masks as pixels of coverage. */
import { LRUCache } from 'lru-cache';
import type { SurfaceTexture } from '@kyanos/core';

/** Even numbers from 0 to 1 for whole coordinates, the same at every call. */
function noise(x: number, y: number): number {
  let n = Math.imul(x | 0, 374761393) + Math.imul(y | 0, 668265263);
  n = Math.imul(n ^ (n >>> 13), 1274126177);
  return ((n ^ (n >>> 16)) >>> 0) / 2 ** 32;
}

/** Noise that runs smoothly from whole coordinate to whole coordinate. */
function smooth(x: number, y: number): number {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - x0, y - y0];
  const [a, b] = [u * u * (3 - 2 * u), v * v * (3 - 2 * v)];
  const top = noise(x0, y0) * (1 - a) + noise(x0 + 1, y0) * a;
  const bottom = noise(x0, y0 + 1) * (1 - a) + noise(x0 + 1, y0 + 1) * a;
  return top * (1 - b) + bottom * b;
}

/** How dark the material is at a pixel, 0 its even colour to 1 its darkest. */
const PATTERNS: Record<SurfaceTexture['kind'], (x: number, y: number) => number> = {
  // Years: narrow dark bands along the board, which wander.
  grain(x, y) {
    const wander = 9 * smooth(x / 260, y / 46) + 2 * smooth(x / 60, y / 13);
    const year = (y / 15 + wander) % 1;
    const late = year > 0.62 ? (year - 0.62) / 0.38 : 0;
    return Math.min(
      1,
      late * (0.55 + 0.45 * smooth(x / 90, y / 3)) + 0.22 * smooth(x / 40, y / 1.6),
    );
  },
  // Short fibres, every way.
  fibre(x, y) {
    const a = smooth((x + y) / 2.4, (x - y) / 19);
    const b = smooth((x - y) / 2.7, (x + y) / 23 + 40);
    return Math.max(0, 1.9 * Math.max(a, b) - 1.05);
  },
  // Lines of a brush, long and fine.
  brushed: (x, y) => 0.15 + 0.85 * smooth(x / 220, y * 0.9) * noise(Math.floor(x / 500), y),
  holographic: (x, y) => 0.3 * smooth(x / 12, y / 12),
};

/** The newest few masks: a print that is tilted asks for the same at every move. */
const masks = new LRUCache<string, HTMLCanvasElement>({ max: 6 });

/** A canvas whose opacity is the texture. */
export function textureMask(
  kind: SurfaceTexture['kind'],
  width: number,
  height: number,
): HTMLCanvasElement {
  const key = `${kind} ${width} ${height}`;
  const mask = masks.get(key) ?? drawnMask(kind, width, height);
  masks.set(key, mask);
  return mask;
}

function drawnMask(kind: SurfaceTexture['kind'], width: number, height: number): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const image = new ImageData(width, height);
  const pattern = PATTERNS[kind];
  for (let y = 0, i = 3; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) image.data[i] = 255 * pattern(x, y);
  canvas.getContext('2d')!.putImageData(image, 0, 0);
  return canvas;
}

/** Colours of a grating, in the order in which they pass as it is tilted. */
const RAINBOW = ['#d33b6b', '#e8963c', '#e6df55', '#57c26d', '#41a9d8', '#7a5fd0'];

/**
 * Where a print that is tilted shines: a band of light that passes over it, broken up by the lines of a brush, in all colours
 * where the material is a grating.
 * @param tilt 0 away from the lamp to 1 into it
 */
export function shineMask(
  kind: SurfaceTexture['kind'] | undefined,
  tilt: number,
  width: number,
  height: number,
): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d')!;
  // The lamp comes in from the upper left and stands over the middle when the print is tilted all the way.
  const middle = -0.4 + 0.9 * tilt;
  const band = context.createLinearGradient(0, 0, width, height * 0.35);
  const strength = Math.min(1, tilt * 1.4);
  for (let i = 0; i <= 20; i++) {
    const at = i / 20;
    const share = strength * Math.exp(-0.5 * ((at - middle) / 0.24) ** 2);
    band.addColorStop(at, `rgb(255 255 255 / ${share.toFixed(3)})`);
  }
  context.fillStyle = band;
  context.fillRect(0, 0, width, height);
  if (kind === 'brushed') {
    context.globalCompositeOperation = 'destination-out';
    context.globalAlpha = 0.45;
    context.drawImage(textureMask('brushed', width, height), 0, 0);
  }
  return canvas;
}

/** Multiplies what shines by the colours of a grating, which move with the tilt. */
export function rainbow(context: CanvasRenderingContext2D, tilt: number): void {
  const { width, height } = context.canvas;
  const colours = context.createLinearGradient(0, 0, width, height * 0.6);
  const count = RAINBOW.length * 3;
  for (let i = 0; i <= count; i++)
    colours.addColorStop(
      i / count,
      RAINBOW[(i + Math.round(tilt * RAINBOW.length * 2)) % RAINBOW.length],
    );
  context.globalCompositeOperation = 'multiply';
  context.fillStyle = colours;
  context.fillRect(0, 0, width, height);
}
