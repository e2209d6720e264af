<script setup lang="ts">
/** The print as it will look on this material in this light. */
import { PREVIEW_PX } from '@kyanos/contract';
import { SIDE_NAMES, PLACES, type PrintPlan, type View } from '@kyanos/core';
import { useElementSize } from '@vueuse/core';
import { computed, reactive, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { percent } from '../shared/format.ts';
import { useKeys } from '../shared/keys.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { PrintBitmap, Subject } from './look.worker.ts';
import LightTable from './LightTable.vue';
import type { ViewControl } from './useView.ts';
import { lookWorker } from './worker.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ viewing: ViewControl }>();
const job = useJob();
const at = reactive(props.viewing);

/** Only a see-through print has another side, a lamp behind it and a ground. */
const through = (act: () => unknown) => () => {
  if (at.seeThrough) act();
};
useKeys('viewer', {
  side: through(() => at.turnOver()),
  lamp: through(() => at.moveLamp()),
  place: through(() => at.nextPlace()),
  mistake: () => at.nextMistake(),
});

/** As many pixels as are shown, in steps, so that a small change of the window draws nothing anew. */
const room = shallowRef({ width: 0, height: 0 });
const pixels = computed(() => {
  const { plan, info } = job;
  // A page that is not in the file is named where the picture would be.
  const page = info?.pages.find(({ number }) => number === plan?.artwork.page);
  const { widthMm: wide, heightMm: high } = page ?? { widthMm: 1, heightMm: 1 };
  const fits = Math.min(room.value.width / wide, room.value.height / high) * Math.max(wide, high);
  const wanted = Math.max(fits, 200) * window.devicePixelRatio;
  return Math.min(PREVIEW_PX, Math.ceil(wanted / 100) * 100);
});

interface Asked {
  readonly subject: Subject;
  readonly view: View;
  readonly behind: 'picture' | 'scene' | undefined;
  readonly tilted: boolean;
}
const draw = ({ subject, view, behind, tilted }: Asked) =>
  lookWorker().look(subject, view, pixels.value, behind, tilted);
const picture = shallowRef<PrintBitmap>();
const { ask, busy, failed } = useLatest(draw, (drawn) => (picture.value = drawn), { all: true });
const against = shallowRef<PrintBitmap>();
const { ask: askOther, failed: otherFailed } = useLatest(draw, (drawn) => (against.value = drawn));

const asked = (plan: PrintPlan): Asked | undefined =>
  job.subject && {
    subject: { ...job.subject, plan },
    view: at.view,
    behind: at.behind ? 'picture' : at.scene ? 'scene' : undefined,
    tilted: at.tilt > 0,
  };
watch(
  () => [job.subject, at.shown, at.view, at.behind, at.scene, at.tilt > 0, pixels.value] as const,
  () => {
    const what = asked(at.shown.plan);
    if (what) void ask(what);
  },
  // At once: the worker draws while the screens are put in order.
  { immediate: true, flush: 'sync' },
);
watch(
  () => [job.subject, at.other, at.view, at.behind, at.scene, at.tilt > 0, pixels.value] as const,
  () => {
    const what = at.other && asked(at.other.plan);
    if (what) void askOther(what);
    else against.value = undefined;
  },
);

const foot = ref<HTMLElement>();
const { height: footHeight } = useElementSize(foot);
const wipe = ref(50);
const marked = ref(false);

const caption = computed(() =>
  at.seeThrough
    ? `${SIDE_NAMES[at.view.side]}, ${at.behind ? t('look.hand') : PLACES[at.view.place].name}`
    : t('look.frontLitFromFront'),
);
</script>

<template>
  <div class="position-relative h-100" :style="{ '--foot': `${footHeight}px` }">
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
        {{
          job.artwork && job.artwork.state !== 'done'
            ? t('look.makingPlates')
            : t('look.drawingGoing')
        }}
      </p>
    </light-table>
    <div ref="foot" class="row small foot">
      <p class="note">
        {{ t('look.seenFromSimulationNot', { caption }) }}
        <button
          v-if="picture && picture.outOfGamut > 0.001"
          type="button"
          class="link-button font-weight-semibold"
          :aria-pressed="marked"
          @click="marked = !marked"
        >
          {{
            t('look.tooColourfulScreen', {
              outOfGamut: percent(picture.outOfGamut),
              rest: marked ? t('look.hideWhere') : t('look.showWhere'),
            })
          }}
        </button>
      </p>
      <div v-if="at.other" class="d-flex align-center ga-3 text-no-wrap sliding">
        <span>{{ at.shown.name }}</span>
        <v-slider
          v-if="!at.beside"
          v-model="wipe"
          :aria-label="t('look.wipe')"
          :min="0"
          :max="100"
          :step="1"
        />
        <span class="ml-auto">{{ at.other.name }}</span>
        <v-btn size="small" variant="text" @click="at.beside = !at.beside">{{
          at.beside ? t('look.wipe') : t('look.sideSide')
        }}</v-btn>
      </div>
      <div
        v-if="picture?.shines || at.glossy"
        class="d-flex align-center ga-3 text-no-wrap sliding"
      >
        <span>{{ t('look.awayFromLamp') }}</span>
        <v-slider
          v-model="at.tilt"
          :aria-label="t('look.tiltIntoLamp')"
          :min="0"
          :max="1"
          :step="0.01"
        />
        <span>{{ t('look.into') }}</span>
      </div>
      <div v-if="at.view.place === 'box'" class="d-flex align-center ga-3 text-no-wrap sliding">
        <v-slider
          v-model="at.luminance"
          :aria-label="t('look.luminanceLightBoxCandela')"
          :min="50"
          :max="2000"
          :step="50"
          thumb-label
        />
        <span class="figures">{{ at.luminance }} cd/m²</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.foot {
  position: absolute;
  inset: auto 8px 8px;
  gap: 4px 18px;
  padding: 0 12px;
  border-radius: 8px;
  color: rgb(var(--v-theme-on-surface));
  background: color-mix(in srgb, rgb(var(--v-theme-surface)) 90%, transparent);
}

.note {
  flex: 1 1 auto;
  min-height: 36px;
  align-content: center;
}

.sliding {
  flex: 1 1 240px;
  max-width: 420px;
}

.sliding :deep(.v-slider) {
  margin: 0;
}
</style>
