<script setup lang="ts">
/** On which process the open job is cheapest, by quantity; and why the others are not for it. */
import { SETTING_ENDPOINTS } from '@kyanos/contract';
import {
  cheapestRanges,
  CLASS_NAMES,
  decimal,
  FORM_NAMES,
  grouped,
  inSentence,
  needsOf,
  type Process,
  processCost,
  PROCESSES,
  type ProcessNeeds,
  quantitiesOfSteps,
  whyNotProcess,
} from '@kyanos/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { lookWorker } from '../look/worker.ts';
import FindingList from '../shared/FindingList.vue';
import { currency } from '../shared/format.ts';
import FigureFields, { type FigureSpec } from '../shared/FigureFields.vue';
import OnlySome from '../shared/OnlySome.vue';
import { useLatest } from '../shared/useLatest.ts';
import { useSetting } from '../shared/useSetting.ts';
import CurveChart, { type Curve } from '../cost/CurveChart.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);
const code = computed(() => plan.value.prices.currency);
const { value: processes, set: setProcesses, problem } = useSetting('processes', PROCESSES);
const edit = (id: string, change: Partial<Process>) =>
  setProcesses(processes.value.map((one) => (one.id === id ? { ...one, ...change } : one)));
const edited = ref<string>();

/** What can be said of a process: of one whose goods are bought, and of the others. */
const WAITING: FigureSpec<keyof Process> = {
  key: 'waitHours',
  label: t('shop.waiting'),
  unit: 'h',
};
const HANDLING: FigureSpec<keyof Process> = {
  key: 'handlingMinutes',
  label: t('shop.orderingChecking'),
  unit: 'min',
};
const BOUGHT: readonly FigureSpec<keyof Process>[] = [
  { key: 'filmPerM2', label: t('shop.goods'), unit: 'm²', money: true },
  { key: 'leastOrder', label: t('shop.minimumOrder'), money: true },
  { key: 'carriage', label: t('shop.carriage'), money: true },
  HANDLING,
  WAITING,
];
const MADE: readonly FigureSpec<keyof Process>[] = [
  { key: 'plateEach', label: t('shop.plateFrameCylinder'), money: true },
  { key: 'setupMinutes', label: t('shop.makeReadyPerSeparation'), unit: 'min' },
  { key: 'setupM2', label: t('shop.makeReadyWaste'), unit: 'm²', max: 100_000, precision: 1 },
  { key: 'hourRate', label: t('shop.machineCrew'), unit: 'h', money: true },
  { key: 'm2PerHour', label: t('shop.outputPerHour'), unit: 'm²', min: 1, max: 1_000_000 },
  { key: 'inkPerM2', label: t('shop.inkOneSeparation'), unit: 'm²', money: true },
  { key: 'filmPerM2', label: t('shop.filmMask'), unit: 'm²', money: true },
  { key: 'proof', label: t('shop.proof'), money: true },
  { key: 'die', label: t('shop.dieWherePiecesCut'), money: true },
  { key: 'trimPercent', label: t('shop.trimWaste'), unit: '%', max: 90 },
  { key: 'spoilagePercent', label: t('shop.runningWaste'), unit: '%', max: 90 },
  HANDLING,
  { key: 'minutesPerPiece', label: t('shop.handworkPerPiece'), unit: 'min', precision: 1 },
  { key: 'minutesPerIsland', label: t('shop.weedingPerIsland'), unit: 'min', precision: 2 },
  WAITING,
];

/** Quantities up to well beyond the job. */
const MOST = 100_000;
/** Pieces of a load, or of a row on a roll: with each the cost takes a step. */
const step = computed(() => {
  const { layout } = job.shown ?? {};
  if (!layout) return 1;
  return plan.value.material.form === 'roll' ? layout.columns : Math.max(1, layout.perLoad);
});
const grid = computed(() =>
  [...new Set([...quantitiesOfSteps(step.value, MOST), plan.value.layout.copies])].sort(
    (a, b) => a - b,
  ),
);

/** What goes on every piece, however it is printed, is left out. */
const alike = computed(() => ({ ...plan.value, extras: [] }));

/** What the job wants; the operator may know better. */
const chosen = ref<Partial<Pick<ProcessNeeds, 'gradients'>>>({});
const needs = computed<ProcessNeeds | undefined>(() =>
  job.info && job.shown
    ? { ...needsOf(plan.value, job.info, job.shown), ...chosen.value }
    : undefined,
);

const digital = shallowRef<{
  readonly quantities: readonly number[];
  readonly costs: readonly (number | undefined)[];
}>({ quantities: [], costs: [] });
const { ask } = useLatest(
  async () => ({
    quantities: grid.value,
    costs: await lookWorker().quantities(
      alike.value,
      job.info!,
      job.measures!,
      grid.value,
      job.state,
    ),
  }),
  (found) => (digital.value = found),
);
watch(
  () => [plan.value, job.measures] as const,
  () => {
    if (job.info && job.measures) void ask(undefined);
  },
  { immediate: true },
);

const rated = computed(() =>
  needs.value
    ? processes.value.map((process) => ({
        process,
        reasons: whyNotProcess(process, needs.value!),
        at: (copies: number) =>
          processCost(process, needs.value!, copies, plan.value.prices.labourRate, code.value).total
            .minor,
      }))
    : [],
);
/** Between the quantities that were worked out, in proportion. */
function ownAt(copies: number): number {
  const { quantities, costs } = digital.value;
  const at = quantities.findIndex((one) => one >= copies);
  const [high, low] = [costs[at], costs[at - 1]];
  if (at <= 0 || quantities[at] === copies || high === undefined || low === undefined)
    return high ?? Infinity;
  const share = (copies - quantities[at - 1]) / (quantities[at] - quantities[at - 1]);
  return low + share * (high - low);
}
const possible = computed(() => rated.value.filter(({ reasons }) => reasons.length === 0));
const curves = computed<Curve[]>(() => {
  if (digital.value.costs.length === 0) return [];
  const curve = (id: string, name: string, against: boolean, cost: (copies: number) => number) => ({
    id,
    name,
    against,
    points: digital.value.quantities.flatMap((copies) => {
      const minor = cost(copies);
      return Number.isFinite(minor) ? [{ copies, each: minor / 100 / copies }] : [];
    }),
  });
  return [
    curve('own', t('shop.thisMachine'), false, ownAt),
    ...rated.value.map(({ process, reasons, at }) =>
      curve(process.id, process.name.split(',')[0], reasons.length > 0, at),
    ),
  ];
});
const OWN = t('shop.thisMachine');
const ranges = computed(() => {
  if (digital.value.costs.length === 0) return [];
  return cheapestRanges(
    digital.value.quantities,
    new Map([
      [OWN, ownAt],
      ...possible.value.map(({ process, at }) => [process.name, at] as const),
    ]),
  );
});
const curveOf = (name: string) =>
  name === OWN ? ownAt : possible.value.find(({ process }) => process.name === name)!.at;
/** Where the cheapest changes. */
const changes = computed(() =>
  ranges.value
    .slice(1)
    .map(({ name, from }) => ({ name, copies: from, each: curveOf(name)(from) / 100 / from })),
);
/** Changes that lie near one another are one circle: the last of them. */
const NEAR = 1.6;
const drawn = computed(() =>
  changes.value.filter(({ copies }, i, all) => (all[i + 1]?.copies ?? Infinity) > copies * NEAR),
);
/** All the quantities of each, in the order in which they first come up. */
const intervals = computed(() => {
  const byName = new Map<string, string[]>();
  const count = (copies: number) => grouped(copies, 0);
  for (const { name, from, to } of ranges.value) {
    const text =
      to >= MOST
        ? t('shop.from', { from: count(from) })
        : from === to
          ? count(from)
          : t('shop.to', { from: count(from), to: count(to) });
    byName.set(name, [...(byName.get(name) ?? []), text]);
  }
  return [...byName].map(([name, parts]) => ({
    name,
    listed: parts.slice(0, MOST_LISTED).join(', '),
    more: Math.max(0, parts.length - MOST_LISTED),
  }));
});
/** Intervals of one process that are listed. */
const MOST_LISTED = 8;
const here = computed(() => {
  const copies = plan.value.layout.copies;
  const list = [
    { name: OWN, minor: ownAt(copies) },
    ...possible.value.map(({ process, at }) => ({ name: process.name, minor: at(copies) })),
  ];
  return list.toSorted((a, b) => a.minor - b.minor);
});
const money = (minor: number) => currency({ minor: Math.round(minor), currency: code.value });
const answer = computed(() => {
  const [first, second] = here.value;
  if (!first || digital.value.costs.length === 0) return t('shop.workingOutQuantities');
  const { copies } = plan.value.layout;
  const next = changes.value.find((change) => change.copies > copies);
  const until = next && ranges.value.find(({ from }) => from === next.copies);
  return t('shop.forPieces', {
    copies,
    first: inSentence(first.name),
    minor: money(first.minor),
    rest: second
      ? t('shop.against', { minor: money(second.minor), second: inSentence(second.name) })
      : '',
    rest2: until
      ? t('shop.fromFrom', {
          from: grouped(until.from, 0),
          rest: until.to < MOST ? t('shop.toTo', { to: grouped(until.to, 0) }) : '',
          until: inSentence(until.name),
        })
      : '',
  });
});
</script>

<template>
  <section class="stage">
    <p class="answer" data-testid="answer">{{ answer }}</p>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <template v-if="needs && curves.length">
      <div class="panel pad">
        <curve-chart
          :curves="curves"
          :copies="plan.layout.copies"
          :crossings="drawn"
          :currency="code"
        />
        <p class="soft small">
          {{ t('shop.costNotPriceWithout') }}
        </p>
      </div>
      <div class="panel pad" data-testid="cheapest">
        <h2 class="label">{{ t('shop.cheapestTheseQuantities') }}</h2>
        <dl class="facts">
          <template v-for="{ name, listed, more } in intervals" :key="name">
            <dt>{{ name }}</dt>
            <dd class="figures">
              {{ listed
              }}<span v-if="more" class="soft"
                >{{ ' ' }}{{ t('shop.moreNearOneAnother', { more }) }}</span
              >
            </dd>
          </template>
        </dl>
      </div>
      <div class="panel pad row needs">
        <h2 class="label">{{ t('shop.whatJobNeeds') }}</h2>
        <span>{{ t('shop.separations', { separations: needs.separations }) }}</span>
        <span
          >{{ t('shop.whiteCovers') }}
          <b class="figures">{{ decimal(needs.opacity * 100, 0) }} %</b></span
        >
        <span
          >{{ t('shop.strokesFrom') }}
          <b class="figures">{{
            needs.detailMm === null ? t('shop.over2Mm') : `${decimal(needs.detailMm, 2)} mm`
          }}</b></span
        >
        <span>{{ CLASS_NAMES[needs.material.class] }} {{ FORM_NAMES[needs.material.form] }}</span>
        <v-switch
          :label="t('shop.gradientsPictures')"
          :model-value="needs.gradients"
          @update:model-value="chosen = { gradients: !!$event }"
        />
      </div>
      <div class="panel pad">
        <table class="table numbers">
          <thead>
            <tr>
              <th scope="col">{{ t('shop.process') }}</th>
              <th scope="col">{{ t('shop.pieces', { copies: plan.layout.copies }) }}</th>
              <th scope="col">{{ t('shop.waiting') }}</th>
              <th scope="col"></th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">
                <b>{{ t('shop.machinePlanned') }}</b>
              </th>
              <td class="figures">{{ money(ownAt(plan.layout.copies)) }}</td>
              <td></td>
              <td></td>
            </tr>
            <template v-for="{ process, reasons, at } in rated" :key="process.id">
              <tr :class="{ soft: reasons.length }">
                <th scope="row">
                  <b>{{ process.name }}</b>
                  <span class="soft d-block small">{{
                    reasons.length
                      ? t('shop.whyNot', { reasons: reasons.join(' ') })
                      : process.about
                  }}</span>
                </th>
                <td class="figures">{{ money(at(plan.layout.copies)) }}</td>
                <td class="figures">{{ process.waitHours ? `${process.waitHours} h` : '–' }}</td>
                <td>
                  <v-btn
                    size="small"
                    :aria-expanded="edited === process.id"
                    @click="edited = edited === process.id ? undefined : process.id"
                    >{{ t('shop.figures') }}</v-btn
                  >
                </td>
              </tr>
              <tr v-if="edited === process.id">
                <td colspan="4">
                  <only-some :by="SETTING_ENDPOINTS.processes.put">
                    <div class="field-grid fields">
                      <figure-fields
                        :of="process"
                        :fields="process.id === 'outside' ? BOUGHT : MADE"
                        :currency="code"
                        @change="edit(process.id, $event)"
                      />
                    </div>
                  </only-some>
                </td>
              </tr>
            </template>
          </tbody>
        </table>
      </div>
    </template>
    <finding-list
      v-else-if="job.shown && !job.shown.work"
      :findings="job.shown.findings"
      @repair="job.repair"
    />
  </section>
</template>

<style scoped>
.needs {
  gap: 6px 22px;
}

.needs :deep(.v-input) {
  flex: none;
}

.fields {
  padding: 10px 0;
  text-align: left;
}
</style>
