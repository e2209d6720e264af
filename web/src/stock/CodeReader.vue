<script setup lang="ts">
/** Reads the code of a label by the camera, or as it is typed. */
import { mdiCameraOutline } from '@mdi/js';
import { onBeforeUnmount, ref, useTemplateRef } from 'vue';
import { codeIn } from './readCode.ts';
import { t } from '../texts/texts.ts';

const emit = defineEmits<{ code: [code: string] }>();
const typed = ref('');
const problem = ref<string>();
const video = useTemplateRef<HTMLVideoElement>('video');
const watching = ref(false);
let stream: MediaStream | undefined;
let timer: ReturnType<typeof setTimeout> | undefined;

function found(code: string) {
  emit('code', code.trim().toUpperCase());
  typed.value = '';
}
function stop() {
  watching.value = false;
  clearTimeout(timer);
  for (const track of stream?.getTracks() ?? []) track.stop();
  stream = undefined;
}
onBeforeUnmount(stop);

const LOOK_MS = 250;
async function start() {
  problem.value = undefined;
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
  } catch {
    problem.value = t('stock.cameraCantUsedHere');
    return;
  }
  watching.value = true;
  video.value!.srcObject = stream;
  await video.value!.play();
  void look();
}
async function look() {
  const seen = video.value;
  if (!watching.value || !seen) return;
  if (seen.videoWidth > 0) {
    const canvas = new OffscreenCanvas(seen.videoWidth, seen.videoHeight);
    const context = canvas.getContext('2d')!;
    context.drawImage(seen, 0, 0);
    const code = await codeIn(context.getImageData(0, 0, canvas.width, canvas.height));
    if (code !== undefined && watching.value) {
      stop();
      found(code);
      return;
    }
  }
  timer = setTimeout(() => void look(), LOOK_MS);
}
</script>

<template>
  <div class="column ga-2">
    <form class="row flex-nowrap" @submit.prevent="typed && found(typed)">
      <v-text-field
        v-model="typed"
        :label="t('stock.codeLabel')"
        :placeholder="t('stock.l12C7')"
        maxlength="20"
      />
      <v-btn type="submit" :disabled="!typed">{{ t('stock.find') }}</v-btn>
      <v-btn v-if="!watching" :prepend-icon="mdiCameraOutline" @click="start">{{
        t('stock.scan')
      }}</v-btn>
      <v-btn v-else @click="stop">{{ t('stock.stop') }}</v-btn>
    </form>
    <video
      v-show="watching"
      ref="video"
      muted
      playsinline
      :aria-label="t('stock.pictureCamera')"
    ></video>
    <p v-if="problem" class="problem small" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.row > :first-child {
  min-width: 190px;
}

video {
  width: 100%;
  max-width: 360px;
  border-radius: 8px;
}
</style>
