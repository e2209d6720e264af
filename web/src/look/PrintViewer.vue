<script setup lang="ts">
/** The print as it will look on this material in this light. */
import { PREVIEW_PX } from '@kyanos/contract';
import type { Backing, View } from '@kyanos/core';
import { onKeyStroke, useElementSize } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { percent } from '../shared/format.ts';
import { typing } from '../shared/keys.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { Picture } from './look.worker.ts';
import PixelCanvas from './PixelCanvas.vue';
import { lookWorker } from './worker.ts';

const job = useJob();
const viewing = computed(() => job.plan!.viewing);

const side = ref<View['side']>(viewing.value.side === 'back' ? 'back' : 'front');
const light = ref<View['light']>(viewing.value.light === 'behind' ? 'behind' : 'front');
/** Only a see-through print has a back to look at, a lamp behind it, and a ground. */
const seeThrough = computed(() => job.plan!.material.optics.transmittance > 0);

const GROUNDS: Record<Backing, string> = {
  white: 'on white',
  black: 'on black',
  wood: 'on wood',
  daylight: 'at a window, day',
  night: 'at a window, night',
};
const SIDES = { front: 'Front', back: 'Back' };
const LIGHTS = { front: 'Lamp in front', behind: 'Lamp behind' };

const setGround = (backing: Backing) => job.update({ viewing: { ...viewing.value, backing } });
const turnOver = () => (side.value = side.value === 'front' ? 'back' : 'front');
const moveLamp = () => (light.value = light.value === 'front' ? 'behind' : 'front');
onKeyStroke(['f', 'l', 'b'], (event) => {
  if (typing(event) || !seeThrough.value) return;
  if (event.key === 'f') turnOver();
  else if (event.key === 'l') moveLamp();
  else {
    const names = Object.keys(GROUNDS) as Backing[];
    setGround(names[(names.indexOf(viewing.value.backing) + 1) % names.length]);
  }
});

/** As many pixels as are shown, in steps, so that a small change of the window draws nothing anew. */
const table = ref<HTMLElement>();
const { width, height } = useElementSize(table);
const view = computed<View>(() =>
  seeThrough.value
    ? { side: side.value, light: light.value, backing: viewing.value.backing }
    : { side: 'front', light: 'front', backing: 'white' },
);
const pixels = computed(() => {
  const wanted = Math.max(width.value, height.value, 200) * window.devicePixelRatio;
  return Math.min(PREVIEW_PX, Math.ceil(wanted / 200) * 200);
});

const picture = shallowRef<Picture>();
const { ask, busy, failed } = useLatest(
  ({ subject, view }: { subject: NonNullable<typeof job.subject>; view: View }) =>
    lookWorker().look(subject, view, pixels.value),
  (drawn) => (picture.value = drawn),
);
watch(
  () => [job.subject, view.value, pixels.value] as const,
  () => {
    if (job.subject) void ask({ subject: job.subject, view: view.value });
  },
  { immediate: true },
);

const caption = computed(() =>
  [
    SIDES[view.value.side].toLowerCase(),
    view.value.light === 'behind'
      ? 'lit from behind'
      : seeThrough.value
        ? GROUNDS[view.value.backing]
        : 'lit from the front',
  ].join(', '),
);
</script>

<template>
  <div class="panel viewer">
    <div v-if="seeThrough" class="controls">
      <v-btn-toggle v-model="side" mandatory density="compact" variant="outlined" aria-label="Side">
        <v-btn v-for="(name, key) in SIDES" :key="key" :value="key">{{ name }}</v-btn>
      </v-btn-toggle>
      <v-btn-toggle
        v-model="light"
        mandatory
        density="compact"
        variant="outlined"
        aria-label="Lamp"
      >
        <v-btn v-for="(name, key) in LIGHTS" :key="key" :value="key">{{ name }}</v-btn>
      </v-btn-toggle>
      <v-select
        v-if="light === 'front'"
        class="ground"
        label="Seen"
        :items="Object.entries(GROUNDS).map(([value, title]) => ({ value, title }))"
        :model-value="viewing.backing"
        @update:model-value="setGround"
      />
    </div>
    <div
      ref="table"
      class="light-table"
      :class="{ dark: view.light === 'behind' || view.backing === 'night' }"
    >
      <pixel-canvas
        :picture="picture"
        :label="`The print from the ${caption}`"
        data-testid="look"
      />
      <p v-if="failed" role="alert">{{ failed }}</p>
      <p v-else-if="!picture">
        {{ job.artwork && job.artwork.state !== 'done' ? 'Making plates…' : 'Drawing…' }}
      </p>
      <v-progress-linear
        v-if="busy && picture"
        class="busy"
        indeterminate
        color="primary"
        height="3"
        aria-label="Drawing"
      />
    </div>
    <p class="soft note">
      Seen from the {{ caption }}. Simulation, not a contract proof; make a test print.
      <strong v-if="picture && picture.outOfGamut > 0.001"
        >{{ percent(picture.outOfGamut) }} of the picture is more colourful than this screen
        shows.</strong
      >
    </p>
  </div>
</template>

<style scoped>
.viewer {
  display: grid;
  gap: 10px;
  padding: 12px;
}

.controls {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.ground {
  flex: 1 1 130px;
  min-width: 0;
}

.light-table {
  position: relative;
  display: grid;
  place-items: center;
  height: min(50vh, 460px);
  padding: 18px;
  border-radius: 8px;
  background: #8d8f92;
  color: #14213d;
}

.light-table.dark {
  background: #23262c;
  color: #f4efe4;
}

.light-table :deep(canvas) {
  min-height: 0;
  min-width: 0;
  box-shadow: 0 4px 22px rgb(0 0 0 / 35%);
}

.busy {
  position: absolute;
  inset: auto 0 0;
}

.note {
  font-size: var(--size-small);
}
</style>
