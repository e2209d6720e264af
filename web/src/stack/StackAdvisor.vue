<script setup lang="ts">
/** Which stack to use: those that do for this job in order, and why not the others. The operator may disagree. */
import {
  SIDE_NAMES,
  type Candidate,
  CANDIDATES,
  changed,
  decimal,
  type Effect,
  parseStack,
  type PracticeOption,
  questionsOf,
  requirementsOf,
  sameLayers,
  type StackRequirements,
  viewsOf,
  whyNot,
  withStack,
} from '@kyanos/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import type { StackAdvice } from '../look/look.worker.ts';
import { lookWorker } from '../look/worker.ts';
import { currency, duration, ml, percent } from '../shared/format.ts';
import { useLatest } from '../shared/useLatest.ts';
import { activeItems, type ShopItem } from '../shared/shopItems.ts';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);

const EFFECTS: { value: Effect; title: string }[] = [
  { value: 'colour', title: t('stack.trueColours') },
  { value: 'white', title: t('stack.whiteAlone') },
  { value: 'pearl', title: t('stack.pearlAllOver') },
  { value: 'metal', title: t('stack.metalAccents') },
  { value: 'gloss', title: t('stack.glossAccents') },
  { value: 'relief', title: t('stack.reliefFelt') },
];
const own = ref<Partial<StackRequirements>>({});
const requirements = computed<StackRequirements>(() => ({
  ...requirementsOf(plan.value),
  ...own.value,
}));

/** The stacks of the trade, and those that this shop has saved. */
const saved = shallowRef<readonly ShopItem<'preset'>[]>([]);
void activeItems('preset').then(
  (found) => (saved.value = found),
  () => undefined,
);
const known = computed<readonly Candidate[]>(() => [
  ...CANDIDATES,
  ...saved.value.map(({ id, data: { name, about, notation } }) => ({
    id: `own ${id}`,
    name: t('stack.shop', { name }),
    stack: parseStack(notation),
    secondSurface: false,
    use: about,
    watch: t('stack.madeAnotherJobLook'),
  })),
]);
/** The stack of the plan stands for its kind as it is, with its own densities and rules. */
const candidates = computed<readonly Candidate[]>(() =>
  known.value.map((entry) =>
    sameLayers(entry.stack, plan.value.stack) ? { ...entry, stack: plan.value.stack } : entry,
  ),
);

const reasonAgainst = (candidate: Candidate) =>
  job.info && whyNot(candidate, requirements.value, plan.value, job.info);

const advice = shallowRef<StackAdvice>();
const { ask, busy, failed } = useLatest(
  (wanted: StackRequirements) =>
    lookWorker().advise(
      { ...job.subject!, state: job.state },
      wanted,
      candidates.value.filter((one) => reasonAgainst(one) === undefined),
    ),
  (found) => (advice.value = found),
);
// What was advised stands for these; another density changes no order.
watch(
  () => [
    job.artworkId,
    plan.value.material,
    plan.value.machine,
    plan.value.layout,
    plan.value.viewing,
    requirements.value,
  ],
  () => (advice.value = undefined),
);

interface Row {
  readonly entry: Candidate;
  readonly rank?: number;
  readonly tried?: StackAdvice['ranked'][number];
  readonly why?: string;
}
const rows = computed<readonly Row[]>(() => {
  const ranked = advice.value?.ranked ?? [];
  const unplanned = new Map(advice.value?.unplanned.map(({ id, why }) => [id, why]));
  const all = candidates.value.map((entry): Row => {
    const at = ranked.findIndex(({ id }) => id === entry.id);
    if (at >= 0) return { entry, rank: at + 1, tried: ranked[at] };
    const why = unplanned.get(entry.id) ?? reasonAgainst(entry);
    return why === undefined ? { entry } : { entry, why };
  });
  const place = ({ rank, why }: Row) => rank ?? (why === undefined ? 100 : 200);
  return all.toSorted((a, b) => place(a) - place(b));
});
const chosen = computed(
  () => candidates.value.find((entry) => sameLayers(entry.stack, plan.value.stack))?.id,
);

function choose({ stack: wanted, secondSurface }: Candidate) {
  const { stack, modeId } = withStack(plan.value, wanted);
  const { viewing } = plan.value;
  job.selectedLayer = undefined;
  job.update({ stack, modeId, viewing: secondSurface ? { ...viewing, side: 'front' } : viewing });
}

const questions = computed(() => questionsOf(plan.value));
const follow = ({ change }: PracticeOption) => {
  if (change) job.update(changed(plan.value, change));
};
const light = computed(() => viewsOf(plan.value.viewing).night !== undefined);
</script>

<template>
  <div class="panel column ga-2 advisor" data-testid="advisor">
    <div class="with-help">
      <h2 class="label">{{ t('stack.whichStack') }}</h2>
      <handbook-link page="stack" :of="t('stack.whichStack')" />
    </div>
    <div class="column ga-1 wish">
      <v-select
        :label="t('stack.wanted')"
        :items="EFFECTS"
        :model-value="requirements.effect"
        @update:model-value="own = { ...own, effect: $event }"
      />
      <v-checkbox
        :label="t('stack.materialStaysBarePlaces')"
        density="compact"
        :model-value="requirements.keepBare"
        @update:model-value="own = { ...own, keepBare: !!$event }"
      />
      <v-checkbox
        :label="t('stack.twoDifferentPictures')"
        density="compact"
        :model-value="requirements.twoPictures"
        @update:model-value="own = { ...own, twoPictures: !!$event }"
      />
      <v-btn
        color="primary"
        variant="flat"
        :loading="busy"
        :disabled="!job.subject"
        @click="ask(requirements)"
        >{{ t('stack.tryThemAllJob') }}</v-btn
      >
      <p class="soft small">
        {{
          t('stack.seenFromCopiesChange', {
            rest:
              requirements.side === 'both'
                ? t('stack.bothSides')
                : t('stack.theSide', { side: SIDE_NAMES[requirements.side] }),
            rest2: light
              ? t('stack.dayNight')
              : t('stack.litFrom', {
                  rest:
                    requirements.light === 'front' ? t('stack.front') : t('stack.litFromBehind'),
                }),
            copies: plan.layout.copies,
          })
        }}
      </p>
      <p v-if="failed" role="alert">{{ failed }}</p>
    </div>

    <div role="radiogroup" :aria-label="t('stack.stacks')" class="column ga-0">
      <button
        v-for="{ entry, rank, tried, why } in rows"
        :key="entry.id"
        type="button"
        role="radio"
        class="entry column ga-0"
        :class="{ against: why }"
        :aria-checked="chosen === entry.id"
        @click="choose(entry)"
      >
        <span class="name font-weight-semibold"
          ><span v-if="rank" class="figures rank">{{ rank }}</span
          >{{ entry.name }}</span
        >
        <template v-if="tried">
          <span class="figures font-weight-semibold">
            <template v-if="tried.deltaE !== undefined"
              >ΔE {{ decimal(tried.deltaE, 1) }} · </template
            >{{
              t('stack.opaque', {
                opacity: percent(tried.opacity, 0),
                minutes: duration(tried.minutes),
                ml: ml(tried.ml),
                price: currency(tried.price),
              })
            }}</span
          >
          <span v-for="reason in tried.reasons" :key="reason" class="soft">{{ reason }}</span>
          <span class="warn">{{ t('stack.watch', { watch: entry.watch }) }}</span>
        </template>
        <span v-else-if="why" class="soft">{{ t('stack.whyNot', { why }) }}</span>
        <template v-else>
          <span class="soft">{{ entry.use }}</span>
          <span v-if="chosen === entry.id" class="warn">{{
            t('stack.watch', { watch: entry.watch })
          }}</span>
        </template>
      </button>
    </div>
  </div>

  <div v-for="{ asks, options } in questions" :key="asks" class="panel column ga-2 pad">
    <h2 class="label">{{ t('stack.practiceDiffers', { asks }) }}</h2>
    <button
      v-for="practice in options"
      :key="practice.name"
      type="button"
      class="option small text-left font-weight-regular"
      :aria-pressed="!practice.change"
      @click="follow(practice)"
    >
      <b>{{ practice.name }}</b> <span class="soft">{{ practice.says }}</span>
    </button>
  </div>
</template>

<style scoped>
.advisor {
  padding: 14px 8px 8px;
}

.advisor > h2 {
  padding: 0 8px;
}

.wish {
  padding: 0 8px 8px;
}

.wish :deep(.v-input__details) {
  display: none;
}

.against .name {
  color: var(--soft);
}

.rank {
  display: inline-block;
  min-width: 1.6em;
  margin-right: 8px;
  text-align: center;
  border-radius: 4px;
  color: rgb(var(--v-theme-on-primary));
  background: rgb(var(--v-theme-primary));
}

.entry span:not(.name, .rank) {
  font-size: var(--size-small);
}
</style>
