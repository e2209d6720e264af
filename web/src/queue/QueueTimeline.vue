<script setup lang="ts">
/** A line for each machine, a bar for each job: dragged by hand or moved by key. */
import { dated, jobOfTask, spanWords, type Bar } from '@kyanos/core';
import { mdiAlertOutline, mdiPin } from '@mdi/js';
import { computed, nextTick, ref } from 'vue';
import { KEYS } from '../shared/keys.ts';
import { timeScale } from './timeScale.ts';
import type { Queue } from './useQueue.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ queue: Queue }>();
const selected = defineModel<string>('selected');
const { state, shown, shownOrder, shifts, begins, tasks, short, aged, closed } = props.queue;

const scale = computed(() => {
  const end = Math.max(0, ...(shown.value?.bars.map(({ finish }) => finish) ?? []));
  return timeScale(shifts.value, begins.value, end);
});
const at = (minutes: number) => new Date(begins.value.getTime() + minutes * 60_000);
const clock = (minutes: number) => dated(at(minutes), t('queue.clock'));

const names = computed(() => new Map(tasks.value.map((task) => [task.id, task.name])));
const dues = computed(() => new Map(tasks.value.map(({ id, due }) => [id, due])));
const pinned = computed(
  () =>
    new Set(tasks.value.flatMap(({ id, pinned: at, printing }) => (at && !printing ? [id] : []))),
);
const shorts = computed(() => new Set(short.value.map(({ taskId }) => taskId)));
const old = computed(() => new Set(aged.value.map(({ bar }) => bar.taskId)));
const nameOf = (taskId: string) => {
  const name = names.value.get(taskId) ?? '';
  if (taskId !== jobOfTask(taskId)) return `${name}, ${t('queue.secondTrip')}`;
  return names.value.has(`${taskId}/2`) ? `${name}, ${t('queue.firstTrip')}` : name;
};

const lanes = computed(() =>
  (state.value?.machines ?? []).map((machine) => ({
    machine,
    bars: (shown.value?.bars ?? []).filter(({ machineId }) => machineId === machine.id),
  })),
);
const px = (from: number, to: number) => ({
  left: `${scale.value.x(from)}px`,
  width: `${Math.max(2, scale.value.x(to) - scale.value.x(from))}px`,
});
const labelOf = ({ taskId, from, to, late }: Bar) =>
  t('queue.barSaid', {
    job: nameOf(taskId),
    from: dated(at(from), t('queue.dayTime')),
    to: clock(to),
    rest: [
      late >= 1 ? t('queue.barLate', { late: spanWords(late) }) : '',
      pinned.value.has(taskId) ? t('queue.barPinned') : '',
      shorts.value.has(taskId) ? t('queue.barShort') : '',
      old.value.has(taskId) ? t('queue.barAged') : '',
    ].join(''),
  });

// ---- by hand ----

const lines = ref<HTMLElement>();
const MOVED_PX = 4;
const drag = ref<{ readonly id: string; readonly x: number; readonly y: number; moved: boolean }>();

function grab(event: PointerEvent, id: string) {
  if (event.button !== 0 || closed.value) return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  drag.value = { id, x: event.clientX, y: event.clientY, moved: false };
}
/** The place under the pointer: before the first bar of that machine whose middle lies behind it. */
function placeAt(
  event: PointerEvent,
  id: string,
): { machineId: string; place: number } | undefined {
  const rows = [...lines.value!.querySelectorAll<HTMLElement>('[data-machine]')];
  const row = rows.find((one) => {
    const { top, bottom } = one.getBoundingClientRect();
    return event.clientY >= top && event.clientY < bottom;
  });
  if (!row) return undefined;
  const x = event.clientX - row.getBoundingClientRect().left;
  const machineId = row.dataset.machine!;
  const others = (shown.value?.bars ?? []).filter(
    (bar) => bar.machineId === machineId && bar.taskId !== id,
  );
  const place = others.filter(({ from, to }) => scale.value.x((from + to) / 2) < x).length;
  return { machineId, place };
}
function pull(event: PointerEvent) {
  const { value } = drag;
  if (!value) return;
  if (Math.hypot(event.clientX - value.x, event.clientY - value.y) > MOVED_PX) value.moved = true;
  if (!value.moved) return;
  const to = placeAt(event, value.id);
  if (to) props.queue.tryMove(value.id, to.machineId, to.place);
}
function drop(event: PointerEvent) {
  const { value } = drag;
  drag.value = undefined;
  if (!value) return;
  selected.value = value.id;
  const to = value.moved ? placeAt(event, value.id) : undefined;
  if (to) props.queue.move(value.id, to.machineId, to.place);
  else letGo();
}
function letGo() {
  drag.value = undefined;
  props.queue.leaveTrial();
}

// ---- by key ----

const order = KEYS.queue.keys;
const has = (keys: readonly string[], key: string) => keys.includes(key);
async function key(event: KeyboardEvent, bar: Bar) {
  const { taskId, machineId } = bar;
  const place = shownOrder.value[machineId].indexOf(taskId);
  if (closed.value) return;
  if (event.key === 'Escape') letGo();
  else if (has(order.place.keys, event.key)) {
    const to = place + (event.key === 'ArrowLeft' ? -1 : 1);
    if (to >= 0 && to < shownOrder.value[machineId].length) props.queue.move(taskId, machineId, to);
  } else if (has(order.machine.keys, event.key)) {
    const ids = lanes.value.map(({ machine }) => machine.id);
    const step = event.key === 'ArrowUp' ? -1 : 1;
    for (let i = ids.indexOf(machineId) + step; ids[i] !== undefined; i += step)
      if (props.queue.fits(taskId, ids[i])) {
        const before = lanes.value[i].bars.filter(({ from }) => from <= bar.from).length;
        props.queue.move(taskId, ids[i], before);
        break;
      }
  } else if (has(order.pin.keys, event.key) && !event.ctrlKey && !event.metaKey) {
    if (!tasks.value.find(({ id }) => id === taskId)?.printing) props.queue.pin(bar);
  } else return;
  event.preventDefault();
  await nextTick();
  lines.value?.querySelector<HTMLElement>(`[data-task="${taskId}"]`)?.focus();
}
</script>

<template>
  <div class="panel timeline">
    <div class="names" aria-hidden="true">
      <div class="axis"></div>
      <div v-for="{ machine, bars } in lanes" :key="machine.id" class="lane name">
        <b>{{ machine.name }}</b>
        <span class="soft small">{{ t('queue.jobs', { n: bars.length }) }}</span>
      </div>
    </div>
    <div class="overflow-x-auto" tabindex="-1">
      <div ref="lines" class="lines" :style="{ width: `${scale.width}px` }">
        <div class="axis small" aria-hidden="true">
          <span
            v-for="day in scale.days"
            :key="`d${day}`"
            class="day"
            :style="{ left: `${scale.x(day)}px` }"
            >{{ dated(at(day), t('queue.day')) }}</span
          >
          <span
            v-for="hour in scale.hours"
            :key="hour"
            class="hour"
            :style="{ left: `${scale.x(hour)}px` }"
            >{{ clock(hour) }}</span
          >
        </div>
        <div
          v-for="{ machine, bars } in lanes"
          :key="machine.id"
          class="lane"
          role="group"
          :aria-label="t('queue.lane', { machine: machine.name, n: bars.length })"
          :data-machine="machine.id"
        >
          <span
            v-for="(stretch, i) in scale.closed"
            :key="i"
            class="closed"
            :style="{ left: `${stretch.x}px`, width: `${stretch.width}px` }"
          ></span>
          <template v-for="bar in bars" :key="bar.taskId">
            <span v-if="bar.finish > bar.to" class="rack" :style="px(bar.to, bar.finish)"></span>
            <span
              v-if="selected === bar.taskId && dues.get(bar.taskId) !== undefined"
              class="due small"
              :style="{ left: `${scale.x(Math.max(0, dues.get(bar.taskId)!))}px` }"
              >{{ t('queue.dueMark') }}</span
            >
            <button
              type="button"
              class="bar"
              :class="{
                late: bar.late >= 1,
                chosen: selected === bar.taskId,
                fixed: closed,
                dragged: drag?.moved && drag.id === bar.taskId,
              }"
              :style="px(bar.from, bar.to)"
              :data-task="bar.taskId"
              :aria-label="labelOf(bar)"
              :aria-pressed="selected === bar.taskId"
              :title="labelOf(bar)"
              @pointerdown="grab($event, bar.taskId)"
              @pointermove="pull"
              @pointerup="drop"
              @pointercancel="letGo"
              @click="selected = bar.taskId"
              @keydown="key($event, bar)"
            >
              <span
                v-for="(part, i) in bar.segments.filter(({ kind }) => kind !== 'rack')"
                :key="i"
                class="part"
                :class="part.kind"
                :style="{
                  left: `${scale.x(part.from) - scale.x(bar.from)}px`,
                  width: `${scale.x(part.to) - scale.x(part.from)}px`,
                }"
              ></span>
              <span class="what">
                <v-icon v-if="pinned.has(bar.taskId)" size="14" :icon="mdiPin" />
                <v-icon
                  v-if="shorts.has(bar.taskId) || old.has(bar.taskId)"
                  size="14"
                  :icon="mdiAlertOutline"
                />
                {{ nameOf(bar.taskId) }}
              </span>
            </button>
          </template>
        </div>
      </div>
    </div>
    <ul class="row wide small soft legend">
      <li><span class="swatch change"></span>{{ t('queue.legendChange') }}</li>
      <li><span class="swatch attended"></span>{{ t('queue.legendHands') }}</li>
      <li><span class="swatch unattended"></span>{{ t('queue.legendAlone') }}</li>
      <li><span class="swatch waits"></span>{{ t('queue.legendWaits') }}</li>
      <li><span class="swatch rack"></span>{{ t('queue.legendRack') }}</li>
      <li><span class="swatch closed"></span>{{ t('queue.legendClosed') }}</li>
    </ul>
    <p class="small soft how">{{ closed ?? t('queue.barHow') }}</p>
  </div>
</template>

<style scoped>
.timeline {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr);
  overflow: hidden;
}

.names {
  border-right: 1px solid var(--line);
}

.lines {
  position: relative;
  min-width: 100%;
}

.axis {
  position: relative;
  height: 40px;
  border-bottom: 1px solid var(--line);
}

.axis span {
  position: absolute;
  white-space: nowrap;
}

.day {
  top: 2px;
  padding-left: 4px;
  font-weight: 600;
}

.day {
  border-left: 2px solid var(--line);
}

.hour {
  bottom: 2px;
  padding-left: 4px;
  border-left: 1px solid var(--line);
  color: var(--soft);
}

.lane {
  position: relative;
  height: 84px;
  border-bottom: 1px solid var(--line);
}

.name {
  display: grid;
  align-content: center;
  padding: 0 14px;
}

.closed {
  position: absolute;
  inset-block: 0;
  background: color-mix(in srgb, rgb(var(--v-theme-on-surface)) 9%, transparent);
}

.bar {
  position: absolute;
  top: 12px;
  height: 56px;
  border: 1.5px solid rgb(var(--v-theme-primary));
  border-radius: 6px;
  overflow: hidden;
  background: rgb(var(--v-theme-surface));
  text-align: left;
  cursor: grab;
  touch-action: none;
}

.bar.fixed {
  cursor: pointer;
  touch-action: auto;
}

.bar.late {
  border-color: rgb(var(--v-theme-error));
}

.bar.chosen {
  box-shadow: 0 0 0 3px color-mix(in srgb, rgb(var(--v-theme-primary)) 45%, transparent);
  z-index: 2;
}

.bar.dragged {
  cursor: grabbing;
  opacity: 0.82;
  z-index: 3;
}

.part {
  position: absolute;
  bottom: 0;
  height: 20px;
}

.change {
  background: repeating-linear-gradient(
    135deg,
    rgb(var(--v-theme-warning)) 0 3px,
    transparent 3px 7px
  );
}

.attended {
  background: rgb(var(--v-theme-primary));
}

.unattended {
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 32%, transparent);
}

.rack {
  background: repeating-linear-gradient(
    90deg,
    color-mix(in srgb, rgb(var(--v-theme-secondary)) 60%, transparent) 0 3px,
    transparent 3px 6px
  );
}

.lane > .rack {
  position: absolute;
  top: 66px;
  height: 8px;
}

.due {
  position: absolute;
  inset-block: 0;
  z-index: 1;
  padding: 68px 0 0 4px;
  border-left: 2px dashed rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-error));
  line-height: 1;
  pointer-events: none;
}

.what {
  position: absolute;
  inset: 4px 6px auto;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  font-size: var(--size-small);
  font-weight: 600;
}

.bar.late .what {
  color: rgb(var(--v-theme-error));
}

.legend {
  gap: 4px 18px;
  padding: 8px 14px 0;
}

.how {
  grid-column: 1 / -1;
  padding: 2px 14px 8px;
}

.swatch {
  display: inline-block;
  width: 22px;
  height: 10px;
  margin-right: 6px;
}

.swatch.waits {
  border: 1.5px solid rgb(var(--v-theme-primary));
}

.swatch.closed {
  position: static;
}

@media (max-width: 900px) {
  .timeline {
    grid-template-columns: 104px minmax(0, 1fr);
  }

  .name {
    padding: 0 8px;
  }
}
</style>
