<script setup lang="ts">
import { API, type JobSummary } from '@kyanos/contract';
import {
  allLayers,
  findingsAt,
  inkName,
  pageOf,
  plateKey,
  type PlateRule,
  type Recipe,
  ruleWords,
  setRule,
  type Stack,
  withStack,
} from '@kyanos/core';
import { onKeyStroke } from '@vueuse/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import TextureSwatch from '../look/TextureSwatch.vue';
import { call } from '../shared/api.ts';
import FindingList from '../shared/FindingList.vue';
import { area, percent } from '../shared/format.ts';
import { typing } from '../shared/keys.ts';
import ExportPanel from './ExportPanel.vue';
import { provideRuleContext } from './ruleContext.ts';
import PlateFigures from './PlateFigures.vue';
import PlateView from './PlateView.vue';
import PresetMenu from './PresetMenu.vue';
import RecipeEditor from './RecipeEditor.vue';
import RuleText from './RuleText.vue';

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
function show(i: number) {
  at.value = i;
  job.selectedLayer = plates.value[i].index;
}
onKeyStroke('p', (event) => {
  if (!typing(event) && plates.value.length) show((at.value + 1) % plates.value.length);
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
  `${mm2 > 0 ? '+' : '−'} ${Math.abs(mm2) < 100 ? `${Math.abs(mm2).toFixed(1)} mm²` : area(Math.abs(mm2))}`;
const effects = computed(() =>
  (measure.value?.steps ?? []).map((mm2) => (Math.abs(mm2) < 0.5 ? 'no change' : signed(mm2))),
);
const findings = computed(() => findingsAt(job.shown?.findings ?? [], 'plates'));
const answer = computed(() => {
  if (!plate.value) return 'This stack has no special plate: colour prints its own separations.';
  const { name } = plate.value;
  if (!measure.value) return `${name}: being measured…`;
  return `${name} lies on ${percent(measure.value.coverage)} of the print, ${area(measure.value.areaMm2)} of each copy.`;
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
      ? `Measured at full size. The screen picture is coarser: it is off by ${percent(off.value)} of the sheet.`
      : 'Measured at full size.';
  const { build } = job;
  if (build?.state === 'failed') return build.problem?.message ?? '';
  return build && job.building
    ? `From the screen picture. Building at full size: ${Math.round(build.progress * 100)} %`
    : 'From the screen picture.';
});

function startFrom(stack: Stack) {
  job.selectedLayer = undefined;
  at.value = 0;
  const { modeId } = withStack(plan.value, stack);
  job.update({ stack, modeId });
}
</script>

<template>
  <section class="stage">
    <header class="head">
      <div>
        <h1 class="question">Where does each special ink go?</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <preset-menu :stack="plan.stack" @rule="set" @stack="startFrom" />
    </header>
    <div v-if="plate" class="stage-columns">
      <div class="stage">
        <plate-view
          :part="plate.part"
          :ink-name="plate.name"
          :picture-of="plate.layer.picture"
          :rule="plate.rule"
          :plate-key="plate.key"
          :page="page"
          :measured="measured"
          @rule="set"
        >
          <v-btn v-if="job.building" size="small" @click="job.cancelBuild">Cancel</v-btn>
          <v-btn v-else-if="job.build?.state === 'cancelled'" size="small" @click="job.buildAgain">
            Build at full size
          </v-btn>
        </plate-view>
        <plate-figures
          v-if="measure"
          :measure="measure"
          :part="plate.part"
          :hits="plate.layer.hits"
          :machine="plan.machine"
        />
        <finding-list v-if="findings.length" :findings="findings" @repair="job.repair" />
      </div>
      <div class="stage">
        <div class="panel box" role="radiogroup" aria-label="Plate">
          <button
            v-for="(entry, i) in plates"
            :key="i"
            type="button"
            role="radio"
            class="plate"
            :aria-checked="entry === plate"
            @click="show(i)"
          >
            <texture-swatch :part="entry.part" :machine="plan.machine" />
            <span>
              {{ entry.name
              }}<template v-if="entry.layer.picture === 'rear'">, rear picture</template>
              <span class="soft small block">{{ ruleWords(entry.rule) }}</span>
            </span>
          </button>
        </div>
        <div class="panel box">
          <h2 class="label">Rule of the {{ plate.name.toLowerCase() }} plate</h2>
          <recipe-editor
            label="Lay it"
            :effects="effects"
            :model-value="plate.rule"
            @update:model-value="setRecipe"
          />
          <v-checkbox
            density="compact"
            hide-details
            label="Leave out what the artist drew for this ink"
            :model-value="plate.rule.alone"
            @update:model-value="set({ ...plate.rule, alone: !!$event })"
          />
          <rule-text :model-value="plate.rule" @update:model-value="set" />
          <p v-if="job.info" class="soft small">
            A pixel of the artwork is {{ (25.4 / page.dpi).toFixed(3) }} mm. Two to three pixels of
            choke keep white from peeking out; common practice.
          </p>
        </div>
        <export-panel />
      </div>
    </div>
    <export-panel v-else />
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 16px;
}

.box {
  padding: 14px 16px;
  display: grid;
  gap: 10px;
}

.plate {
  display: grid;
  grid-template-columns: 40px 1fr;
  gap: 12px;
  align-items: center;
  text-align: left;
  min-height: 48px;
  padding: 4px 10px;
  border-radius: 8px;
  font-weight: 600;
}

.plate[aria-checked='true'] {
  background: rgb(var(--v-theme-surface-variant));
  box-shadow: inset 4px 0 rgb(var(--v-theme-primary));
}

.small {
  font-size: var(--size-small);
  font-weight: 400;
}

.block {
  display: block;
}
</style>
