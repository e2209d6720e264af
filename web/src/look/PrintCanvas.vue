<script setup lang="ts">
/** The picture of a print, with the texture of its material, what shines when it is tilted, and marks of what the screen can't show. */
import type { SurfaceTexture } from '@kyanos/core';
import { ref, watchEffect } from 'vue';
import { toCanvas } from './canvas.ts';
import { compositeOverBackground, pixelsOf } from './compositeOverBackground.ts';
import type { Bitmap, PrintBitmap } from './look.worker.ts';
import { windowScene, type WindowScene } from './windowScene.ts';
import { glossLight, shine, textureMask } from './overlay.ts';

const props = defineProps<{
  picture: PrintBitmap | undefined;
  label: string;
  texture: SurfaceTexture['kind'] | undefined;
  /** 0 away from the lamp to 1 into it. */
  tilt: number;
  /** Of the outermost surface, GU at 60°. */
  gloss: number;
  /** Stripes over colours that the screen can't show. */
  marked: boolean;
  /** A picture of the user's behind a see-through print. */
  behind: Blob | undefined;
  /** What is seen through it where it is a window. */
  scene: WindowScene | undefined;
}>();
const canvas = ref<HTMLCanvasElement>();

const as = ({ width, height, outOfGamut }: PrintBitmap, pixels: Bitmap['pixels']): Bitmap => ({
  width,
  height,
  pixels,
  outOfGamut,
});

/** A picture seen only where a mask is. */
function masked(
  picture: Bitmap,
  mask: HTMLCanvasElement,
  colour?: (context: CanvasRenderingContext2D) => void,
): HTMLCanvasElement {
  const layer = toCanvas(picture);
  const context = layer.getContext('2d')!;
  colour?.(context);
  context.globalCompositeOperation = 'destination-in';
  context.drawImage(mask, 0, 0);
  return layer;
}

/** Slanting stripes; dark and light, so that they are seen on anything. */
function mark(context: CanvasRenderingContext2D, { width, height, outside }: PrintBitmap): void {
  const image = context.getImageData(0, 0, width, height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (outside[i] && (x + y) % 10 < 3)
        image.data.fill((x + y) % 10 < 1 ? 255 : 20, i * 4, i * 4 + 3);
  context.putImageData(image, 0, 0);
}

let drawing = 0;
watchEffect(async () => {
  const { picture, texture, tilt, gloss, marked, behind, scene } = props;
  const shown = canvas.value;
  if (!shown || !picture) return;
  const mine = ++drawing;
  let base = picture.pixels;
  const { width, height, dark } = picture;
  if (dark && (behind || scene)) {
    const back = behind
      ? await pixelsOf(behind, width, height)
      : windowScene(scene!, width, height);
    if (mine !== drawing) return;
    const held = new Uint8ClampedArray(base.length);
    compositeOverBackground(dark, base, back.data, held);
    base = held;
  }
  const whole = toCanvas(as(picture, base));
  const context = whole.getContext('2d')!;
  if (picture.grain && texture && !behind)
    context.drawImage(
      masked(as(picture, picture.grain), textureMask(texture, width, height)),
      0,
      0,
    );
  if (picture.shine && tilt > 0) {
    const { light, colours } = shine(texture, tilt, width, height);
    const layer = masked(as(picture, picture.shine), light, (metal) => {
      if (!colours) return;
      metal.globalCompositeOperation = 'multiply';
      metal.drawImage(colours, 0, 0);
    });
    context.drawImage(layer, 0, 0);
  }
  const lamp = tilt > 0 ? glossLight(gloss, tilt, width, height) : undefined;
  if (lamp) {
    context.globalAlpha = lamp.strength;
    context.drawImage(lamp.light, 0, 0);
    context.globalAlpha = 1;
  }
  if (marked) mark(context, picture);
  [shown.width, shown.height] = [width, height];
  shown.getContext('2d')!.drawImage(whole, 0, 0);
});
</script>

<template>
  <canvas v-show="picture" ref="canvas" role="img" :aria-label="label"></canvas>
</template>

<style scoped>
canvas {
  display: block;
  max-width: 100%;
  max-height: 100%;
}
</style>
