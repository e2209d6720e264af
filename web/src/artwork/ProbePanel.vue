<script setup lang="ts">
/** What is under the probe: single pixels, the sum of ink, the layers it will be, and pinned points beside one another. */
import { inkName, pxToMm, type PrintPlan } from '@kyanos/core';
import { mdiClose } from '@mdi/js';
import { computed } from 'vue';
import type { Bitmap } from '../look/look.worker.ts';
import PixelCanvas from '../look/PixelCanvas.vue';
import { point as place } from '../shared/format.ts';
import type { PageSubject } from './page.worker.ts';
import { layersAt, type Pin, type PagePoint } from './useProbe.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  subject: PageSubject;
  plan: PrintPlan;
  point: PagePoint | undefined;
  values: readonly number[] | undefined;
  magnified: Bitmap | undefined;
  pins: readonly Pin[];
}>();
defineEmits<{ unpin: [index: number] }>();

const separations = computed(() => props.subject.page.separations);
const percent = (byte: number) => Math.round(byte / 2.55);
const sums = computed(() => {
  const total = (process: boolean) =>
    (props.values ?? []).reduce(
      (sum, byte, i) => sum + ((separations.value[i].kind === 'process') === process ? byte : 0),
      0,
    );
  return { process: percent(total(true)), special: percent(total(false)) };
});
const layers = computed(() =>
  props.values
    ? layersAt(props.plan, props.subject, props.values).map(({ parts, hits, side }) => ({
        words: parts
          .map((part) => `${inkName(part, props.plan.machine)} ${Math.round(part.amount * 100)} %`)
          .join(` ${t('artwork.beside')} `),
        hits,
        side,
      }))
    : [],
);
const where = computed(() => {
  if (!props.point) return '';
  const { dpi } = props.subject.page;
  return place(pxToMm(props.point.x + 0.5, dpi), pxToMm(props.point.y + 0.5, dpi));
});
</script>

<template>
  <div class="panel probe" data-testid="probe">
    <p v-if="!point" class="wide soft">
      {{ t('artwork.pointPictureMoveOver') }}
    </p>
    <template v-else>
      <div class="glass">
        <pixel-canvas :picture="magnified" :label="t('artwork.singlePixelsRoundProbe')" />
        <span class="middle" aria-hidden="true"></span>
      </div>
      <dl class="facts">
        <dt>{{ t('artwork.point') }}</dt>
        <dd class="figures">{{ where }}</dd>
        <dt>{{ t('artwork.inkAll') }}</dt>
        <dd class="figures">
          {{ sums.process }} %<template v-if="sums.special"
            >{{ ' ' }}{{ t('artwork.special', { special: sums.special }) }}</template
          >
        </dd>
        <dt>{{ t('artwork.layers') }}</dt>
        <dd>
          <ol v-if="layers.length" class="marked" data-testid="layers-here">
            <li v-for="(layer, i) in layers" :key="i">
              {{ layer.words
              }}<template v-if="layer.hits > 1">{{
                t('artwork.hits', { hits: layer.hits })
              }}</template
              ><template v-if="layer.side === 'back'">{{ t('artwork.back') }}</template>
            </li>
          </ol>
          <template v-else>{{
            t('artwork.nothingStaysBare', { material: plan.material.name })
          }}</template>
        </dd>
      </dl>
    </template>
    <table v-if="pins.length" class="pins wide small">
      <thead>
        <tr>
          <th scope="col">{{ t('artwork.pinned') }}</th>
          <th v-for="(_, i) in pins" :key="i" scope="col" class="right">
            <button
              type="button"
              :aria-label="t('artwork.takePointOff', { i: i + 1 })"
              @click="$emit('unpin', i)"
            >
              {{ i + 1 }} <v-icon :icon="mdiClose" size="13" />
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(separation, s) in separations" :key="separation.name">
          <th scope="row">{{ separation.name }}</th>
          <td
            v-for="(pin, i) in pins"
            :key="i"
            class="figures right"
            :class="{ 'font-weight-bold': pin.values[s] !== pins[0].values[s] }"
          >
            {{ percent(pin.values[s]) }} %
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.probe {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr);
  gap: 12px;
  padding: 14px 16px;
}

.glass {
  position: relative;
  width: 118px;
  height: 118px;
  overflow: hidden;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: #8d8f92;
}

.glass :deep(canvas) {
  width: 100%;
  height: 100%;
  image-rendering: pixelated;
}

/* One of seventeen pixels each way. */
.middle {
  position: absolute;
  inset: calc(100% * 8 / 17);
  outline: 2px solid #e2560f;
}

.pins th {
  max-width: 90px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.pins button {
  min-height: 30px;
  font-weight: 600;
}
</style>
