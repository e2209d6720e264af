/**
 * What stands behind a window that is printed on: a room of our own as it is seen from the street by day and by night, and the
 * street as it is seen from the room. Drawn, as light between none and twice what is usual there, so that its mean is what the
 * numbers are given for.
 */
import { LRUCache } from 'lru-cache';
import type { PlaceName } from '@kyanos/core';
import { LINEAR, screenOf } from './compositeOverBackground.ts';

export const WINDOWS = ['daylight', 'night', 'indoors'] as const satisfies readonly PlaceName[];
export type WindowScene = (typeof WINDOWS)[number];
export const isWindow = (place: PlaceName): place is WindowScene =>
  (WINDOWS as readonly PlaceName[]).includes(place);

type Paint = (context: CanvasRenderingContext2D, width: number, height: number) => void;

const soft = (
  context: CanvasRenderingContext2D,
  [x, y, radius]: readonly [number, number, number],
  colour: string,
) => {
  const light = context.createRadialGradient(x, y, 0, x, y, radius);
  light.addColorStop(0, colour);
  light.addColorStop(1, 'transparent');
  context.fillStyle = light;
  context.fillRect(x - radius, y - radius, 2 * radius, 2 * radius);
};

/** Shelves with jars, a counter, three lamps over it. @param lit from within */
const room =
  (lit: boolean): Paint =>
  (context, w, h) => {
    const wall = context.createLinearGradient(0, 0, 0, h);
    const [top, bottom] = lit ? ['#b98f5c', '#7d5a3a'] : ['#4c4a48', '#5d5952'];
    wall.addColorStop(0, top);
    wall.addColorStop(1, bottom);
    context.fillStyle = wall;
    context.fillRect(0, 0, w, h);
    const shelf = lit ? '#4b321f' : '#2f2d2b';
    const jars = lit
      ? ['#d8b06a', '#a35f3c', '#e6d3a8', '#6f7f58']
      : ['#6b655c', '#4f4b46', '#77736b'];
    for (const level of [0.3, 0.48, 0.66]) {
      context.fillStyle = shelf;
      context.fillRect(0.06 * w, level * h, 0.88 * w, 0.018 * h);
      for (let i = 0; i < 16; i++) {
        const tall = (0.07 + 0.045 * ((i * 7 + level * 100) % 3)) * h;
        context.fillStyle = jars[(i * 5 + Math.round(level * 10)) % jars.length];
        context.fillRect((0.08 + i * 0.054) * w, level * h - tall, 0.034 * w, tall);
      }
    }
    context.fillStyle = lit ? '#5f3f26' : '#3a3734';
    context.fillRect(0, 0.8 * h, w, 0.2 * h);
    for (const x of [0.22, 0.5, 0.78]) {
      context.fillStyle = lit ? '#fff6df' : '#7d7a74';
      context.beginPath();
      context.ellipse(x * w, 0.1 * h, 0.035 * w, 0.022 * h, 0, 0, 2 * Math.PI);
      context.fill();
      if (lit) soft(context, [x * w, 0.12 * h, 0.2 * Math.max(w, h)], 'rgb(255 226 166 / 60%)');
    }
    // By day the street and its sky lie in the pane, fainter than behind it.
    if (!lit) {
      const sky = context.createLinearGradient(0, 0, 0, 0.55 * h);
      sky.addColorStop(0, 'rgb(220 232 245 / 34%)');
      sky.addColorStop(1, 'rgb(220 232 245 / 4%)');
      context.fillStyle = sky;
      context.fillRect(0, 0, w, 0.55 * h);
    }
  };

/** Sky, houses across, a tree, the pavement. */
const street: Paint = (context, w, h) => {
  const sky = context.createLinearGradient(0, 0, 0, 0.5 * h);
  sky.addColorStop(0, '#cfe0f0');
  sky.addColorStop(1, '#f4f3ec');
  context.fillStyle = sky;
  context.fillRect(0, 0, w, h);
  const houses = ['#b98a6a', '#c9b58c', '#9a9d9c', '#b07a62'];
  houses.forEach((colour, i) => {
    const [left, top] = [i * 0.26 * w - 0.02 * w, (0.2 + 0.06 * (i % 3)) * h];
    context.fillStyle = colour;
    context.fillRect(left, top, 0.25 * w, 0.62 * h);
    context.fillStyle = '#5f6a72';
    for (let row = 0; row < 3; row++)
      for (let column = 0; column < 3; column++)
        context.fillRect(
          left + (0.03 + column * 0.075) * w,
          top + (0.05 + row * 0.14) * h,
          0.042 * w,
          0.08 * h,
        );
  });
  context.fillStyle = '#8f8c86';
  context.fillRect(0, 0.78 * h, w, 0.22 * h);
  context.fillStyle = '#b3afa7';
  context.fillRect(0, 0.78 * h, w, 0.06 * h);
  context.fillStyle = '#5d4a38';
  context.fillRect(0.7 * w, 0.5 * h, 0.02 * w, 0.3 * h);
  for (const [x, y, r] of [
    [0.71, 0.4, 0.11],
    [0.65, 0.46, 0.08],
    [0.77, 0.47, 0.08],
  ]) {
    context.fillStyle = '#6f8a54';
    context.beginPath();
    context.arc(x * w, y * h, r * Math.min(w, h), 0, 2 * Math.PI);
    context.fill();
  }
};

const SCENES: Readonly<Record<WindowScene, Paint>> = {
  daylight: room(false),
  night: room(true),
  indoors: street,
};

/** Pixels that it is out of focus by, of its longer side: the eye rests on the pane. */
const BLUR = 1 / 160;
const OVER = 0.04;

const scenes = new LRUCache<string, ImageData>({ max: 4 });

/** The scene beyond a window as pixels, its mean light half of the most. */
export function windowScene(scene: WindowScene, width: number, height: number): ImageData {
  const key = `${scene} ${width} ${height}`;
  const known = scenes.get(key);
  if (known) return known;
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.filter = `blur(${(Math.max(width, height) * BLUR).toFixed(1)}px)`;
  // A little larger than the pane: what is out of focus fades at its edge.
  context.translate(-OVER * width, -OVER * height);
  SCENES[scene](context, (1 + 2 * OVER) * width, (1 + 2 * OVER) * height);
  const drawn = evened(context.getImageData(0, 0, width, height));
  scenes.set(key, drawn);
  return drawn;
}

/** Rounds in which light that would be more than the most is spread over the rest. */
const ROUNDS = 16;

/** As light of no colour on the mean, and of half the most: so the print before it has the mean that is given. */
export function evened<Image extends { readonly data: Uint8ClampedArray }>(image: Image): Image {
  const { data } = image;
  for (let channel = 0; channel < 3; channel++) {
    const counts = new Uint32Array(256);
    for (let i = channel; i < data.length; i += 4) counts[data[i]]++;
    const lightAt = (gain: number, value: number) => Math.min(1, gain * LINEAR[value]);
    let gain = 1;
    for (let round = 0; round < ROUNDS; round++) {
      const sum = counts.reduce((all, count, value) => all + count * lightAt(gain, value), 0);
      gain *= (0.5 * (data.length / 4)) / Math.max(1e-6, sum);
    }
    const table = counts.map((_, value) => screenOf(lightAt(gain, value)));
    for (let i = channel; i < data.length; i += 4) data[i] = table[data[i]];
  }
  return image;
}
