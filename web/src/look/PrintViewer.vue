<script setup lang="ts">
/** The print as it will look on this material in this light. */
import { PREVIEW_PX } from '@kyanos/contract';
import { PLACES, type PrintPlan, type View } from '@kyanos/core';
import { onKeyStroke } from '@vueuse/core';
import { computed, reactive, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { percent } from '../shared/format.ts';
import { typing } from '../shared/keys.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { PrintBitmap, Subject } from './look.worker.ts';
import LightTable from './LightTable.vue';
import type { ViewControl } from './useView.ts';
import ViewControls from './ViewControls.vue';
import { lookWorker } from './worker.ts';

const props = defineProps<{ viewing: ViewControl }>();
const job = useJob();
const at = reactive(props.viewing);

onKeyStroke(['f', 'l', 'b', 'x'], (event) => {
  if (typing(event)) return;
  if (event.key === 'x') at.nextMistake();
  else if (!at.seeThrough) return;
  else if (event.key === 'f') at.turnOver();
  else if (event.key === 'l') at.moveLamp();
  else at.nextPlace();
});

/** As many pixels as are shown, in steps, so that a small change of the window draws nothing anew. */
const room = ref(0);
const pixels = computed(() => {
  const wanted = Math.max(room.value, 200) * window.devicePixelRatio;
  return Math.min(PREVIEW_PX, Math.ceil(wanted / 200) * 200);
});

interface Asked {
  readonly subject: Subject;
  readonly view: View;
  readonly held: boolean;
}
const draw = ({ subject, view, held }: Asked) =>
  lookWorker().look(subject, view, pixels.value, held);
const picture = shallowRef<PrintBitmap>();
const { ask, busy, failed } = useLatest(draw, (drawn) => (picture.value = drawn), { all: true });
const against = shallowRef<PrintBitmap>();
const { ask: askOther, failed: otherFailed } = useLatest(draw, (drawn) => (against.value = drawn));

const asked = (plan: PrintPlan): Asked | undefined =>
  job.subject && { subject: { ...job.subject, plan }, view: at.view, held: !!at.behind };
watch(
  () => [job.subject, at.shown, at.view, at.behind, pixels.value] as const,
  () => {
    const what = asked(at.shown.plan);
    if (what) void ask(what);
  },
  { immediate: true },
);
watch(
  () => [job.subject, at.other, at.view, at.behind, pixels.value] as const,
  () => {
    const what = at.other && asked(at.other.plan);
    if (what) void askOther(what);
    else against.value = undefined;
  },
);

const wipe = ref(50);
const marked = ref(false);

const caption = computed(() =>
  at.seeThrough
    ? `${at.view.side}, ${at.behind ? 'in the hand' : PLACES[at.view.place].name}`
    : 'front, lit from the front',
);
</script>

<template>
  <div class="panel viewer">
    <view-controls :viewing="viewing" />
    <light-table
      :viewing="viewing"
      :picture="picture"
      :against="at.other && against"
      :caption="caption"
      :wipe="wipe"
      :marked="marked"
      :busy="busy"
      @room="room = $event"
    >
      <p v-if="failed ?? otherFailed" role="alert">{{ failed ?? otherFailed }}</p>
      <p v-else-if="!picture">
        {{ job.artwork && job.artwork.state !== 'done' ? 'Making plates…' : 'Drawing…' }}
      </p>
    </light-table>
    <div v-if="at.other" class="wiping">
      <span>{{ at.shown.name }}</span>
      <v-slider v-model="wipe" aria-label="Wipe" :min="0" :max="100" :step="1" />
      <span>{{ at.other.name }}</span>
    </div>
    <div v-if="picture?.shine" class="wiping">
      <span>Away from the lamp</span>
      <v-slider v-model="at.tilt" aria-label="Tilt into the lamp" :min="0" :max="1" :step="0.01" />
      <span>into it</span>
    </div>
    <div class="foot">
      <div
        v-if="at.mistakes.length"
        class="mistakes"
        role="radiogroup"
        aria-label="Classic mistakes"
      >
        <button
          v-for="{ id, name } in [{ id: undefined, name: 'As planned' }, ...at.mistakes]"
          :key="name"
          type="button"
          role="radio"
          :aria-checked="at.mistake === id"
          @click="at.mistake = id"
        >
          {{ name }}
        </button>
      </div>
      <p class="soft note">
        Seen from the {{ caption }}. Simulation, not a contract proof; make a test print.
        <button
          v-if="picture && picture.outOfGamut > 0.001"
          type="button"
          class="gamut"
          :aria-pressed="marked"
          @click="marked = !marked"
        >
          {{ percent(picture.outOfGamut) }} of the picture is more colourful than this screen shows:
          {{ marked ? 'hide where' : 'show where' }}
        </button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.viewer {
  display: grid;
  gap: 8px;
  padding: 12px;
}

.wiping {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 14px;
  align-items: center;
  padding: 0 6px;
  font-size: var(--size-small);
}

.wiping :deep(.v-slider) {
  margin: 0;
}

.foot {
  display: grid;
  gap: 6px;
}

.mistakes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.mistakes button {
  min-height: 36px;
  padding: 0 12px;
  border: 1px solid var(--line);
  border-radius: 18px;
  font-size: var(--size-small);
  font-weight: 600;
}

.mistakes [aria-checked='true'] {
  color: rgb(var(--v-theme-on-primary));
  background: rgb(var(--v-theme-primary));
}

.note {
  font-size: var(--size-small);
}

.gamut {
  font-weight: 650;
  text-decoration: underline dotted;
}
</style>
