<script setup lang="ts">
/** Pixels on a canvas that fits its box and keeps its shape. */
import { ref, watchEffect } from 'vue';
import type { Picture } from './look.worker.ts';

const props = defineProps<{ picture: Picture | undefined; label: string }>();
const canvas = ref<HTMLCanvasElement>();

watchEffect(() => {
  const { picture } = props;
  if (!canvas.value || !picture) return;
  canvas.value.width = picture.width;
  canvas.value.height = picture.height;
  canvas.value
    .getContext('2d')!
    .putImageData(new ImageData(picture.pixels, picture.width, picture.height), 0, 0);
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
  object-fit: contain;
}
</style>
