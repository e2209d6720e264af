<script setup lang="ts">
/** Pixels on a canvas that fits its box and keeps its shape. */
import { ref, watchEffect } from 'vue';
import { putBitmap } from './canvas.ts';
import type { Bitmap } from './look.worker.ts';

const props = defineProps<{ picture: Bitmap | undefined; label: string }>();
const canvas = ref<HTMLCanvasElement>();

watchEffect(() => {
  if (canvas.value && props.picture) putBitmap(canvas.value, props.picture);
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
