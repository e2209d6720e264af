<script setup lang="ts">
/** The shelf by age: a lane a product, each lot at the day until which it is good, as full as it is. */
import type { ShelfProduct, Stocked } from '@kyanos/contract';
import { amountText, freeIn, SOON_DAYS, dayWords } from '@kyanos/core';
import { scaleLinear } from 'd3';
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { shelfPlaces } from './shelfPlaces.ts';
import { AGE_WORDS } from './stockWords.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  products: readonly ShelfProduct[];
  today: string;
  selected: string | undefined;
}>();
const emit = defineEmits<{ select: [id: Stocked['id']] }>();

const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);

const LANE = 46;
const NAME = 190;
const TOP = 26;
const ITEM = 26;
/** Things without a date stand apart on the right. */
const UNDATED = 90;

const days = computed(() =>
  props.products.flatMap(({ items }) =>
    items.flatMap(({ age }) => (age.daysLeft === null ? [] : [age.daysLeft])),
  ),
);
const x = computed(() =>
  scaleLinear()
    .domain([Math.min(-60, ...days.value) - 20, Math.max(200, ...days.value) + 20])
    .range([NAME, Math.max(NAME + 200, width.value - UNDATED)]),
);
const soon = computed(() =>
  props.products.some(({ kind }) => kind === 'material') ? SOON_DAYS.material : SOON_DAYS.ink,
);
const ticks = computed(() => {
  const [from, to] = x.value.domain();
  const step = to - from > 900 ? 182.5 : 91.25;
  const list: { at: number; text: string }[] = [];
  for (
    let day = Math.ceil(from / step) * step;
    day <= to && x.value(day) < width.value - UNDATED - 40;
    day += step
  ) {
    const months = Math.round(day / 30.4);
    list.push({
      at: x.value(day),
      text:
        months === 0
          ? t('stock.today')
          : t('stock.monthsAhead', { sign: months > 0 ? '+' : '−', n: Math.abs(months) }),
    });
  }
  return list;
});
const height = computed(() => TOP + props.products.length * LANE + 6);

/** Lots that would stand on one another are set beside one another. */
const lanes = computed(() =>
  props.products.map((product, lane) => {
    const things = product.items.toSorted(
      (a, b) => (a.age.daysLeft ?? 1e9) - (b.age.daysLeft ?? 1e9),
    );
    const places = shelfPlaces(
      things.map(({ age }) =>
        age.daysLeft === null ? width.value - UNDATED + 22 : x.value(age.daysLeft) - ITEM / 2,
      ),
      { from: NAME, to: width.value - ITEM, size: ITEM + 3 },
    );
    const items = things.map(({ item, age }, i) => ({
      item,
      age,
      left: places[i],
      full: item.size > 0 ? Math.min(1, item.left / item.size) : 0,
      free: item.size > 0 ? Math.min(1, freeIn(item) / item.size) : 0,
    }));
    return { product, top: TOP + lane * LANE, items };
  }),
);
const total = ({ items }: ShelfProduct) => items.reduce((sum, { item }) => sum + item.left, 0);
</script>

<template>
  <div ref="box" class="shelf">
    <svg
      v-if="width > 0"
      :width="width"
      :height="height"
      role="group"
      :aria-label="t('stock.shelfAge')"
    >
      <rect
        class="past"
        :x="x.range()[0]"
        :y="TOP - 6"
        :width="Math.max(0, x(0) - x.range()[0])"
        :height="height - TOP"
      />
      <rect class="near" :x="x(0)" :y="TOP - 6" :width="x(soon) - x(0)" :height="height - TOP" />
      <g v-for="tick in ticks" :key="tick.text">
        <line class="tick" :x1="tick.at" :x2="tick.at" :y1="TOP - 6" :y2="height - 6" />
        <text class="when figures" :x="tick.at" y="14" text-anchor="middle">{{ tick.text }}</text>
      </g>
      <text class="when" :x="width - UNDATED + 12" y="14">{{ t('stock.noDate') }}</text>
      <g v-for="lane in lanes" :key="lane.product.key">
        <line
          class="lane"
          :x1="0"
          :x2="width"
          :y1="lane.top + LANE - 4"
          :y2="lane.top + LANE - 4"
        />
        <text class="name" x="0" :y="lane.top + 17">{{ lane.product.name }}</text>
        <text
          class="sum figures"
          x="0"
          :y="lane.top + 33"
          :class="{ none: total(lane.product) === 0 }"
        >
          {{
            total(lane.product) > 0
              ? amountText(total(lane.product), lane.product.unit)
              : t('stock.noneThere')
          }}
        </text>
        <g
          v-for="{ item, age, left, full, free } in lane.items"
          :key="item.id"
          role="button"
          tabindex="0"
          class="lot cursor-pointer"
          :class="[age.age, { chosen: item.id === selected }]"
          :transform="`translate(${left} ${lane.top})`"
          :aria-label="
            t('stock.leftItem', {
              item: item.name,
              rest: item.lot ? t('stock.lotOf', { lot: item.lot }) : item.code,
              left: amountText(item.left, item.unit),
              age: AGE_WORDS[age.age],
              rest2: age.until ? t('stock.goodUntil', { until: dayWords(age.until) }) : '',
            })
          "
          :aria-pressed="item.id === selected"
          @click="emit('select', item.id)"
          @keydown.enter.space.prevent="emit('select', item.id)"
        >
          <title>
            {{
              t('stock.leftLot', {
                lot: item.lot || item.code,
                left: amountText(item.left, item.unit),
                rest: age.until ? t('stock.goodUntil', { until: dayWords(age.until) }) : '',
              })
            }}
          </title>
          <rect class="hull" x="0" y="2" :width="ITEM" height="36" rx="5" />
          <rect
            class="left"
            x="2"
            :y="36 - 32 * full"
            :width="ITEM - 4"
            :height="32 * full"
            rx="3"
          />
          <rect
            v-if="full - free > 0.01"
            class="taken"
            x="2"
            :y="36 - 32 * full"
            :width="ITEM - 4"
            :height="32 * (full - free)"
          />
          <path v-if="item.fitted" class="pin" d="M9 2 h8 l-4 6 z" />
        </g>
      </g>
    </svg>
    <p class="row small soft legend">
      <span class="key over"></span> {{ t('stock.overAge') }} <span class="key soon"></span>
      {{ t('stock.useFirst') }} <span class="key good"></span> {{ t('stock.good') }}
      <span class="key hatch"></span> {{ t('stock.reservedWithin') }}
      <span class="key text-center">▾</span> {{ t('stock.machine') }}
    </p>
  </div>
</template>

<style scoped>
.shelf {
  min-width: 0;
}

svg {
  display: block;
  font-family: var(--text);
}

.past {
  fill: color-mix(in srgb, rgb(var(--v-theme-error)) 10%, transparent);
}

.near {
  fill: color-mix(in srgb, rgb(var(--v-theme-warning)) 10%, transparent);
}

.tick,
.lane {
  stroke: var(--line);
}

.when,
.sum {
  font-size: 12px;
  fill: var(--soft);
}

.sum.none {
  fill: rgb(var(--v-theme-error));
  font-weight: 700;
}

.name {
  font-size: 13px;
  font-weight: 600;
  fill: rgb(var(--v-theme-on-surface));
}

.hull {
  fill: rgb(var(--v-theme-surface));
  stroke: var(--soft);
}

.lot .left {
  fill: #4d7a5d;
}

.lot.soon .left {
  fill: #c8772b;
}

.lot.over .left {
  fill: #b04334;
}

.lot.unknown .left {
  fill: #8a93a6;
}

.taken {
  fill: none;
  stroke: #14213d;
  stroke-dasharray: 2 2;
}

.pin {
  fill: rgb(var(--v-theme-on-surface));
}

.chosen .hull {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 3;
}

.lot:focus-visible .hull {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 3;
  stroke-dasharray: 4 2;
}

.legend {
  gap: 6px 8px;
  margin-top: 8px;
}

.key {
  width: 14px;
  height: 14px;
  border-radius: 3px;
  margin-left: 8px;
}

.key.over {
  background: #b04334;
}

.key.soon {
  background: #c8772b;
}

.key.good {
  background: #4d7a5d;
}

.key.hatch {
  border: 1px dashed currentcolor;
}
</style>
