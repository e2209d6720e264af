<script setup lang="ts">
import { API, type JobSummary } from '@kyanos/contract';
import {
  inSentence,
  allLayers,
  decimal,
  findingsAt,
  inkName,
  pageOf,
  plateKey,
  type PlateRule,
  type Recipe,
  recipesOf,
  setRule,
  type Stack,
  withStack,
} from '@kyanos/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import PictureStage from '../job/PictureStage.vue';
import { useJob } from '../job/useJob.ts';
import TextureSwatch from '../look/TextureSwatch.vue';
import { call } from '../shared/api.ts';
import FigureRow from '../shared/FigureRow.vue';
import FindingList from '../shared/FindingList.vue';
import { area, percent } from '../shared/format.ts';
import { useKeys } from '../shared/keys.ts';
import ExportPanel from './ExportPanel.vue';
import { provideRuleContext } from './ruleContext.ts';
import { plateFigures } from './plateFigures.ts';
import PlateTools from './PlateTools.vue';
import PlateView from './PlateView.vue';
import PresetMenu from './PresetMenu.vue';
import RecipeEditor from './RecipeEditor.vue';
import RuleText from './RuleText.vue';
import type { Drawing } from './edit.ts';
import type { PlateLook } from './usePlatePictures.ts';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);

/** Every special of the stack with where it stands. */
const plates = computed(() =>
  allLayers(plan.value.stack).flatMap((layer, index) =>
    layer.parts.flatMap((part) =>
      part.inkRole === 'CMYK' || !part.rule
        ? []
        : [
            {
              index,
              layer,
              part,
              name: inkName(part, plan.value.machine),
              rule: part.rule,
              key: plateKey(part, layer.picture, part.rule),
            },
          ],
    ),
  ),
);
const at = ref(0);
const plate = computed(() => plates.value[Math.min(at.value, plates.value.length - 1)]);
watch(
  () => job.selectedLayer,
  (index) => {
    const found = plates.value.findIndex((entry) => entry.index === index);
    if (found >= 0) at.value = found;
  },
  { immediate: true },
);
/** Plates of the same layer. */
const beside = computed(() => plates.value.filter(({ index }) => index === plate.value?.index));
function show(i: number) {
  at.value = i;
  job.selectedLayer = plates.value[i].index;
}
useKeys('plates', {
  next() {
    if (plates.value.length) show((at.value + 1) % plates.value.length);
  },
});

// ---- how it is looked at ----

const view = ref<PlateLook>('plate');
const drawing = ref<Drawing>();
const cleaned = computed(() => {
  const found =
    plate.value && [...recipesOf(plate.value.rule)].find(({ from }) => from.kind === 'cleaned');
  return found?.from.kind === 'cleaned' ? found.from : undefined;
});
watch(view, (next) => {
  if (next !== 'plate') drawing.value = undefined;
});

const set = (rule: PlateRule) => {
  if (plate.value) job.update({ stack: setRule(plan.value.stack, plate.value.key, rule) });
};
const setRecipe = (recipe: Recipe) => {
  if (plate.value) set({ ...recipe, alone: plate.value.rule.alone });
};

// ---- what rules can refer to ----

const page = computed(() => {
  const { info } = job;
  return info
    ? pageOf(plan.value, info, plate.value?.layer.picture ?? 'front')
    : { widthMm: 1, heightMm: 1, dpi: 300, separations: [] };
});
const jobs = shallowRef<readonly JobSummary[]>([]);
onMounted(
  async () =>
    (jobs.value = (await call(API.listJobs, { query: { limit: 500 } })).jobs.filter(
      ({ id, artworkState }) => id !== job.id && artworkState === 'done',
    )),
);
provideRuleContext({
  separations: computed(() => page.value.separations.map(({ name }) => name)),
  page,
  machine: computed(() => plan.value.machine),
  jobs,
});

const measure = computed(() => job.measures?.plates.find(({ key }) => key === plate.value?.key));
const signed = (mm2: number) =>
  `${mm2 > 0 ? '+' : '−'} ${Math.abs(mm2) < 100 ? `${decimal(Math.abs(mm2), 1)} mm²` : area(Math.abs(mm2))}`;
const effects = computed(() =>
  (measure.value?.steps ?? []).map((mm2) =>
    Math.abs(mm2) < 0.5 ? t('plates.noChange') : signed(mm2),
  ),
);
const findings = computed(() => findingsAt(job.shown?.findings ?? [], 'plates'));
const answer = computed(() => {
  if (!plate.value) return t('plates.stackHasNoSpecial');
  const { name } = plate.value;
  if (!measure.value) return t('plates.beingMeasured', { name });
  return t('plates.liesPrintEachCopy', {
    name,
    coverage: percent(measure.value.coverage),
    areaMm2: area(measure.value.areaMm2),
  });
});
/** How far the screen picture is off, once both are known: share of the sheet. */
const off = computed(() => {
  const screen = job.screenMeasure(plate.value?.key);
  return job.fullSize && screen && measure.value
    ? Math.abs(screen.coverage - measure.value.coverage)
    : 0;
});
const measured = computed(() => {
  if (job.fullSize)
    return off.value > 0.005
      ? t('plates.measuredFullSizeScreen', { off: percent(off.value) })
      : t('plates.measuredFullSize');
  const { build } = job;
  if (build?.state === 'failed') return build.problem?.message ?? '';
  return build && job.building
    ? t('plates.fromScreenPictureBuilding', { progress: Math.round(build.progress * 100) })
    : t('plates.fromScreenPicture');
});

function startFrom(stack: Stack) {
  job.selectedLayer = undefined;
  at.value = 0;
  const { modeId } = withStack(plan.value, stack);
  job.update({ stack, modeId });
}
</script>

<template>
  <picture-stage :question="t('plates.whereDoesEachSpecial')" :answer="answer">
    <template v-if="plate" #tools>
      <plate-tools v-model:view="view" v-model:drawing="drawing" :cleaned="cleaned !== undefined" />
    </template>
    <plate-view
      v-if="plate"
      v-model:drawing="drawing"
      :view="view === 'cleaner' && !cleaned ? 'plate' : view"
      :cleaned="cleaned"
      :part="plate.part"
      :ink-name="plate.name"
      :picture-of="plate.layer.picture"
      :rule="plate.rule"
      :plate-key="plate.key"
      :page="page"
      @rule="set"
    />
    <p v-else class="panel pad">
      {{ t('plates.addSpecialInkCore') }}
    </p>
    <template v-if="plate" #figures>
      <figure-row
        :figures="measure ? plateFigures(measure, plate.part, plate.layer.hits, plan.machine) : []"
      >
        <div class="d-flex ga-2 align-center ml-auto">
          <p class="soft small" role="status" data-testid="plate-state">{{ measured }}</p>
          <v-btn v-if="job.building" size="small" @click="job.cancelBuild">{{
            t('plates.cancel')
          }}</v-btn>
          <v-btn v-else-if="job.build?.state === 'cancelled'" size="small" @click="job.buildAgain">
            {{ t('plates.buildFullSize') }}
          </v-btn>
        </div>
      </figure-row>
    </template>
    <template #side>
      <div v-if="plate" class="panel column pad">
        <div class="with-help">
          <h2 class="label">{{ t('plates.rulePlate', { plate: inSentence(plate.name) }) }}</h2>
          <handbook-link
            page="plates"
            :of="t('plates.rulePlate', { plate: inSentence(plate.name) })"
          />
        </div>
        <div
          v-if="beside.length > 1"
          class="beside d-flex ga-2"
          role="radiogroup"
          :aria-label="t('plates.plate')"
        >
          <button
            v-for="entry in beside"
            :key="entry.key"
            class="flex-1-1-0"
            type="button"
            role="radio"
            :aria-checked="entry === plate"
            @click="show(plates.indexOf(entry))"
          >
            <texture-swatch :part="entry.part" :machine="plan.machine" />{{ entry.name }}
          </button>
        </div>
        <preset-menu :stack="plan.stack" @rule="set" @stack="startFrom" />
        <recipe-editor
          :label="t('plates.prints')"
          :effects="effects"
          :model-value="plate.rule"
          @update:model-value="setRecipe"
        />
        <v-checkbox
          density="compact"
          hide-details
          :label="t('plates.ignoreArtworksOwnPlate')"
          :model-value="plate.rule.alone"
          @update:model-value="set({ ...plate.rule, alone: !!$event })"
        />
        <rule-text :model-value="plate.rule" @update:model-value="set" />
        <p v-if="job.info" class="soft small">
          {{ t('plates.pixelArtworkMmTwo', { dpi: decimal(25.4 / page.dpi, 3) }) }}
        </p>
      </div>
      <div v-else class="panel column pad">
        <preset-menu :stack="plan.stack" @rule="set" @stack="startFrom" />
      </div>
      <export-panel />
    </template>
    <template #below>
      <finding-list v-if="findings.length" :findings="findings" @repair="job.repair" />
    </template>
  </picture-stage>
</template>
