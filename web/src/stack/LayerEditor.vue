<script setup lang="ts">
/** The chosen layer: density and hits, and the densities that can be solved for. */
import {
  allLayers,
  changeLayer,
  changePart,
  decimal,
  formatRule,
  grainShown,
  hiddenLayer,
  inkName,
  keyOf,
  layerName,
  type LeastWhite,
  parseRule,
  type RearStrength,
  type Stack,
  ruleWords,
  sceneOf,
  viewsOf,
  whiteForGrain,
  whiteForOpacity,
  WISHES,
} from '@kyanos/core';
import { refDebounced } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import TextureSwatch from '../look/TextureSwatch.vue';
import { lookWorker } from '../look/worker.ts';
import NumberField from '../shared/NumberField.vue';
import { steady } from '../shared/steady.ts';
import RuleSelect from './RuleSelect.vue';
import { useLatest } from '../shared/useLatest.ts';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);
const layers = computed(() => allLayers(plan.value.stack));
const index = computed(() => Math.min(job.selectedLayer ?? 0, layers.value.length - 1));
const layer = computed(() => layers.value[index.value]);

const setDensity = (part: number, density: number) =>
  job.update({
    stack: changePart(plan.value.stack, index.value, part, { density: Math.round(density) }),
  });
const setHits = (hits: number) =>
  job.update({ stack: changeLayer(plan.value.stack, index.value, (old) => ({ ...old, hits })) });

/** Where it lies: the ready rules, and its own where it is none of them. */
const wishes = steady(() => [
  ...WISHES.map(({ name, rule }) => ({ title: name, value: rule })),
  ...layer.value.parts.flatMap(({ rule }) =>
    rule && !WISHES.some((requirements) => requirements.rule === formatRule(rule))
      ? [{ title: t('stack.ruleYourOwn'), value: formatRule(rule) }]
      : [],
  ),
]);
const setRule = (part: number, text: string) =>
  job.update({ stack: changePart(plan.value.stack, index.value, part, { rule: parseRule(text) }) });

// ---- the hidden colour ----

const side = computed(() => viewsOf(plan.value.viewing).day.side);
const hidden = computed(() => hiddenLayer(plan.value.stack, side.value));
const SOLVED_PX = 300;
const rear = shallowRef<RearStrength>();
const { ask, busy } = useLatest(
  (subject: NonNullable<typeof job.subject>) => lookWorker().rear(subject, side.value, SOLVED_PX),
  (found) => (rear.value = found),
);
const isHidden = computed(() => hidden.value !== undefined && hidden.value === index.value);
watch(
  [isHidden, () => job.info, () => plan.value.material, () => plan.value.machine],
  () => {
    rear.value = undefined;
    if (isHidden.value && job.subject) void ask(job.subject);
  },
  { immediate: true },
);

// ---- the least white ----

const isWhite = computed(() => layer.value.parts.some(({ inkRole }) => inkRole === 'W'));
const wanted = ref(75);
/** What is solved for, when a slider has come to rest: the answer does not hang on the density that is dragged. */
const SOLVED_MS = 200;
const atRest = refDebounced(
  computed(() => ({ plan: plan.value, info: job.info, index: index.value })),
  SOLVED_MS,
);
const scene = computed(() => atRest.value.info && sceneOf(atRest.value.plan, atRest.value.info));
const bareGrain = computed(() => scene.value && grainShown(scene.value, side.value)?.bare);
/** Show of grain that is wanted, percent of what the bare material shows. */
const wantedGrain = ref(20);

const withWhite = (stack: Stack, at: number, { density, hits }: LeastWhite) => {
  const part = allLayers(stack)[at].parts.findIndex(({ inkRole }) => inkRole === 'W');
  const changed = changePart(stack, at, part, { density });
  return changeLayer(changed, at, (old) => ({ ...old, hits }));
};
const setWhite = (white: LeastWhite) =>
  job.update({ stack: withWhite(plan.value.stack, index.value, white) });
const forOpacity = computed(
  () =>
    isWhite.value &&
    scene.value &&
    whiteForOpacity(scene.value, wanted.value / 100, atRest.value.plan.machine.maxHits),
);
const forGrain = computed(() => {
  const { plan: resting, info, index: at } = atRest.value;
  const lays = allLayers(resting.stack)[at]?.parts.some(({ inkRole }) => inkRole === 'W');
  if (!lays || !info || !bareGrain.value) return undefined;
  return whiteForGrain(
    (white) => sceneOf({ ...resting, stack: withWhite(resting.stack, at, white) }, info),
    side.value,
    (bareGrain.value * wantedGrain.value) / 100,
    resting.machine.maxHits,
  );
});
const white = ({ density, hits }: LeastWhite) => t('stack.hit', { n: hits, density });
</script>

<template>
  <div class="panel column pad ga-2">
    <div class="with-help">
      <h2 class="label">{{ t('stack.layerLaid', { index: index + 1, n: layers.length }) }}</h2>
      <handbook-link
        page="stack"
        :of="t('stack.layerLaid', { index: index + 1, n: layers.length })"
      />
    </div>
    <p class="text-lead font-weight-semibold">
      {{ layerName(layer, plan.machine) }}
      <span v-if="layer.mirror" class="soft small font-weight-medium">{{
        t('stack.mirrored')
      }}</span>
    </p>
    <div v-for="(part, i) in layer.parts" :key="keyOf(part)">
      <div class="part-head">
        <texture-swatch :part="part" :machine="plan.machine" />
        <span>{{ inkName(part, plan.machine) }}</span>
        <number-field
          :label="t('stack.density')"
          unit="%"
          :min="1"
          :max="100"
          :model-value="part.density"
          @update:model-value="setDensity(i, $event)"
        />
      </div>
      <v-slider
        :aria-label="t('stack.densityOf', { part: inkName(part, plan.machine) })"
        :min="1"
        :max="100"
        :step="1"
        :model-value="part.density"
        @update:model-value="setDensity(i, $event)"
      />
      <rule-select
        v-if="part.rule"
        :rules="wishes"
        :rule="formatRule(part.rule)"
        @choose="setRule(i, $event)"
      />
      <p v-if="part.rule" class="soft small">
        {{ t('stack.morePlates', { rule: ruleWords(part.rule) }) }}
      </p>
    </div>
    <div class="row">
      <span class="flex-1-1-0">{{ t('stack.hits') }}</span>
      <v-btn-toggle
        :model-value="layer.hits"
        mandatory
        density="compact"
        variant="outlined"
        :aria-label="t('stack.hits')"
        @update:model-value="setHits"
      >
        <v-btn v-for="n in Math.min(4, plan.machine.maxHits)" :key="n" :value="n">{{ n }}</v-btn>
      </v-btn-toggle>
    </div>

    <div v-if="isHidden" class="column ga-2 solved" data-testid="rear-strength">
      <p v-if="busy && !rear" class="soft">{{ t('stack.lookingStrengthMakesNight') }}</p>
      <template v-else-if="rear">
        <p>
          {{ t('stack.colourHiddenDay') }} <b class="figures">{{ rear.density }} %</b>
          {{ t('stack.nightPictureMostLike')
          }}<template v-if="rear.asGood.from < rear.asGood.to">{{
            t('stack.good', { from: rear.asGood.from, to: rear.asGood.to })
          }}</template
          >. ΔE2000 <span class="figures">{{ decimal(rear.deltaE, 1) }}</span>
          {{ t('stack.middle95Within') }} <span class="figures">{{ decimal(rear.p95, 1) }}</span>{{
            t('stack.n100')
          }}
          <span class="figures">{{ decimal(rear.atFull, 1) }}</span>{{ t('stack.overSaturated') }}
        </p>
        <v-btn
          size="small"
          variant="tonal"
          :disabled="layer.parts[0].density === rear.density"
          @click="setDensity(0, rear.density)"
        >
          {{ t('stack.lay', { density: rear.density }) }}
        </v-btn>
      </template>
    </div>

    <div v-if="isWhite" class="column ga-2 solved">
      <p class="label">{{ t('stack.leastWhiteDoes') }}</p>
      <div class="wanted">
        <number-field
          v-model="wanted"
          :label="t('stack.opacityWanted')"
          unit="%"
          :min="10"
          :max="99"
        />
        <v-btn v-if="forOpacity" variant="tonal" @click="setWhite(forOpacity)">{{
          white(forOpacity)
        }}</v-btn>
        <span v-else class="soft">{{
          t('stack.notEvenHitsReach', { maxHits: plan.machine.maxHits })
        }}</span>
      </div>
      <v-btn
        v-if="job.shop?.rules?.grainWhite && bareGrain"
        size="small"
        variant="tonal"
        @click="setWhite({ density: job.shop.rules.grainWhite, hits: 1 })"
      >
        {{ t('stack.hintGrainHouseLikes', { grainWhite: job.shop.rules.grainWhite }) }}
      </v-btn>
      <div v-if="bareGrain" class="wanted">
        <number-field
          v-model="wantedGrain"
          :label="t('stack.grainShow')"
          unit="%"
          :min="0"
          :max="100"
        />
        <v-btn v-if="forGrain" variant="tonal" @click="setWhite(forGrain)">{{
          white(forGrain)
        }}</v-btn>
        <span v-else class="soft">{{
          t('stack.notEvenHitsHide', { maxHits: plan.machine.maxHits })
        }}</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.part-head {
  display: grid;
  grid-template-columns: 40px 1fr 118px;
  gap: 12px;
  align-items: center;
}

.solved {
  justify-items: start;
  padding: 10px 12px;
  border-radius: 8px;
  background: rgb(var(--v-theme-surface-variant));
}

.wanted {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  width: 100%;
}
</style>
