/** What is laid over the picture of a print where the material has a texture or shines: masks as pixels of coverage. */
import { LRUCache } from 'lru-cache';
import {
  BRUSHED,
  EMBOSSED,
  FOIL_PERIOD,
  glare,
  LEAFED,
  linearToScreen,
  varnished,
  type Roughness,
  type SurfaceTexture,
} from '@kyanos/core';

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

/** Places along the longer side at which the light of the lamp is worked out: between them it runs smoothly. */
const PLACES = 96;

interface Lit {
  /** White, as strong as the light there. */
  readonly light: HTMLCanvasElement;
  /** Its colours, where the surface is a grating. */
  readonly colours: HTMLCanvasElement | undefined;
}

function lit(width: number, height: number, tilt: number, rough: Roughness, period?: number): Lit {
  const scale = PLACES / Math.max(width, height);
  const [columns, rows] = [width, height].map((px) => Math.max(2, Math.round(px * scale)));
  const { weight, colour } = glare(columns, rows, height / width, tilt, rough, period);
  const small = (paint: (data: Uint8ClampedArray, i: number) => void) => {
    const image = new ImageData(columns, rows);
    for (let i = 0; i < weight.length; i++) paint(image.data, i);
    return scaled(image, width, height);
  };
  return {
    light: small((data, i) => {
      data.fill(255, 4 * i, 4 * i + 3);
      data[4 * i + 3] = 255 * weight[i];
    }),
    colours:
      colour &&
      small((data, i) => {
        for (let k = 0; k < 3; k++) data[4 * i + k] = 255 * linearToScreen(colour[3 * i + k]);
        data[4 * i + 3] = 255;
      }),
  };
}

function scaled(image: ImageData, width: number, height: number): HTMLCanvasElement {
  const small = document.createElement('canvas');
  [small.width, small.height] = [image.width, image.height];
  small.getContext('2d')!.putImageData(image, 0, 0);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(small, 0, 0, width, height);
  return canvas;
}

/** How much of what is mirrored the furrows of a brush swallow. */
const FURROWS = 0.45;

/**
 * Where metal that is tilted mirrors the lamp, and in which colours: a streak across the strokes of a brush, all colours where
 * the material is a grating.
 * @param tilt 0 away from the lamp to 1 into it
 */
export function shine(
  kind: SurfaceTexture['kind'] | undefined,
  tilt: number,
  width: number,
  height: number,
): Lit {
  if (kind === 'holographic') return lit(width, height, tilt, EMBOSSED, FOIL_PERIOD);
  if (kind !== 'brushed') return lit(width, height, tilt, LEAFED);
  const streak = lit(width, height, tilt, BRUSHED);
  const context = streak.light.getContext('2d')!;
  context.globalCompositeOperation = 'destination-out';
  context.globalAlpha = FURROWS;
  context.drawImage(textureMask('brushed', width, height), 0, 0);
  return streak;
}

/** The lamp in a glossy surface, to be laid over the print; undefined where that is matt. @param gloss GU */
export function glossLight(
  gloss: number,
  tilt: number,
  width: number,
  height: number,
): { readonly light: HTMLCanvasElement; readonly strength: number } | undefined {
  const surface = varnished(gloss);
  return (
    surface && {
      light: lit(width, height, tilt, surface.rough).light,
      strength: surface.strength,
    }
  );
}
