<script setup lang="ts">
import type { JobSummary } from '@kyanos/contract';
import {
  allLayers,
  DECISIONS,
  LAY_NAMES,
  mapSources,
  pageOf,
  plateKey,
  recipesOf,
  ruleWords,
  type PlateRule,
  type Recipe,
  type Shape,
  type Special,
  type Spot,
  type Stack,
} from '@kyanos/core';
import { mdiBrush, mdiVectorCircle, mdiVectorPolygon, mdiVectorSquare } from '@mdi/js';
import { onKeyStroke } from '@vueuse/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import type { Picture } from '../look/look.worker.ts';
import TextureSwatch from '../look/TextureSwatch.vue';
import { lookWorker } from '../look/worker.ts';
import { get } from '../shared/api.ts';
import { coverageRamp } from '../shared/colour.ts';
import FindingList from '../shared/FindingList.vue';
import { area, percent } from '../shared/format.ts';
import { typing } from '../shared/keys.ts';
import NumberField from '../shared/NumberField.vue';
import { useLatest } from '../shared/useLatest.ts';
import { setRule, withStack } from '../stack/editStack.ts';
import { DECISION_LOOK } from './decisions.ts';
import { addStep, hundredth } from './edit.ts';
import ExportPanel from './ExportPanel.vue';
import { provideRuleGround } from './ground.ts';
import PlateFigures from './PlateFigures.vue';
import PlatePicture from './PlatePicture.vue';
import PresetMenu from './PresetMenu.vue';
import RecipeEditor from './RecipeEditor.vue';
import RuleText from './RuleText.vue';

const job = useJob();
const plan = computed(() => job.plan!);

/** Every special of the stack with where it stands. */
const plates = computed(() =>
  allLayers(plan.value.stack).flatMap((layer, index) =>
    layer.parts.flatMap((part, partIndex) =>
      part.lay === 'CMYK' || !part.rule
        ? []
        : [
            {
              index,
              partIndex,
              layer,
              part,
              lay: part.lay as Special,
              rule: part.rule,
              key: plateKey(part.lay, layer.picture, part.rule),
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
    (jobs.value = (await get<JobSummary[]>('/jobs')).filter(
      ({ id, artworkState }) => id !== job.id && artworkState === 'done',
    )),
);
provideRuleGround({
  separations: computed(() => page.value.separations.map(({ name }) => name)),
  page,
  jobs,
});

// ---- the picture ----

const ramp = coverageRamp();
const rampCss = `linear-gradient(to right, ${[0, 64, 128, 192, 255].map((v) => `rgb(${ramp.subarray(v * 3, v * 3 + 3).join(' ')})`).join(', ')})`;
const view = ref<'plate' | 'wipe' | 'cleaner'>('plate');
const cleaned = computed(() => {
  const found =
    plate.value && [...recipesOf(plate.value.rule)].find(({ from }) => from.kind === 'cleaned');
  return found?.from.kind === 'cleaned' ? found.from : undefined;
});
const shownView = computed(() =>
  view.value === 'cleaner' && !cleaned.value ? 'plate' : view.value,
);

const picture = shallowRef<Picture>();
const before = shallowRef<Picture>();
const decisions = shallowRef<Picture & { decisions: Uint8Array }>();
interface Wanted {
  readonly subject: NonNullable<typeof job.subject>;
  readonly key: string;
  readonly view: typeof view.value;
}
const { ask, busy, failed } = useLatest(
  async ({ subject, key, view: wanted }: Wanted) => {
    const shown = plates.value.find((entry) => entry.key === key)!;
    const after = await lookWorker().plateMap(subject, key, ramp);
    if (wanted === 'cleaner' && cleaned.value)
      return {
        after,
        decided: await lookWorker().cleanerMap(
          subject,
          shown.layer.picture,
          cleaned.value,
          DECISION_LOOK.map(({ rgb }) => rgb),
        ),
      };
    if (wanted !== 'wipe') return { after };
    const bare: PlateRule = { ...shown.rule, steps: [], alone: true };
    const stack = setRule(subject.plan.stack, key, bare);
    const bareKey = plateKey(shown.lay, shown.layer.picture, bare);
    return {
      after,
      earlier: await lookWorker().plateMap(
        { ...subject, plan: { ...subject.plan, stack } },
        bareKey,
        ramp,
      ),
    };
  },
  ({
    after,
    earlier,
    decided,
  }: {
    after: Picture;
    earlier?: Picture;
    decided?: Picture & { decisions: Uint8Array };
  }) => {
    picture.value = after;
    before.value = earlier;
    decisions.value = decided;
  },
);
watch(
  () => [job.subject, plate.value?.key, shownView.value] as const,
  ([subject, key, wanted]) => {
    if (subject && key) void ask({ subject, key, view: wanted });
  },
  { immediate: true },
);

// ---- drawing ----

const TOOLS: { value: Shape['shape']; title: string; icon: string }[] = [
  { value: 'box', title: 'Box', icon: mdiVectorSquare },
  { value: 'ellipse', title: 'Ellipse', icon: mdiVectorCircle },
  { value: 'polygon', title: 'Outline', icon: mdiVectorPolygon },
  { value: 'brush', title: 'Brush', icon: mdiBrush },
];
const AS: { value: 'add' | 'bare' | 'within'; title: string }[] = [
  { value: 'bare', title: 'keeps bare' },
  { value: 'add', title: 'adds ink' },
  { value: 'within', title: 'only inside' },
];
const tool = ref<Shape['shape']>();
const as = ref<'add' | 'bare' | 'within'>('bare');
const brushMm = ref(5);
const shapes = computed(() =>
  plate.value
    ? [...recipesOf(plate.value.rule)].flatMap(({ from }) =>
        from.kind === 'shape' ? [from.shape] : [],
      )
    : [],
);
function draw(shape: Shape) {
  tool.value = undefined;
  if (!plate.value) return;
  const drawn: Recipe = { from: { kind: 'shape', shape }, steps: [] };
  set(addStep(plate.value.rule, { do: as.value, with: drawn }));
}
onKeyStroke('Escape', () => (tool.value = undefined));

// ---- the cleaner's map ----

/** The operator's word for the place at a spot. Background and image are what the rule is about, and take none. */
function say(spot: Spot) {
  const map = decisions.value;
  if (shownView.value !== 'cleaner' || !map || !plate.value) return;
  const x = Math.floor((spot.x / page.value.widthMm) * map.width);
  const y = Math.floor((spot.y / page.value.heightMm) * map.height);
  const decision = DECISIONS[map.decisions[y * map.width + x]];
  if (!decision || decision === 'background' || decision === 'image') return;
  const white = decision === 'paper' || decision === 'haze' || decision === 'said-bare';
  const here = { x: hundredth(spot.x), y: hundredth(spot.y) };
  const samePlace = ({ x: u, y: v }: Spot) => {
    const at = (mm: number, whole: number, px: number) => Math.floor((mm / whole) * px);
    const index =
      at(v, page.value.heightMm, map.height) * map.width + at(u, page.value.widthMm, map.width);
    return (
      decision.startsWith('said') &&
      map.decisions[index] === map.decisions[y * map.width + x] &&
      Math.hypot(u - here.x, v - here.y) < 3
    );
  };
  set(
    mapSources(plate.value.rule, (from) =>
      from.kind === 'cleaned'
        ? {
            ...from,
            white: [...from.white.filter((old) => !samePlace(old)), ...(white ? [here] : [])],
            bare: [...from.bare.filter((old) => !samePlace(old)), ...(white ? [] : [here])],
          }
        : from,
    ),
  );
}

const measure = computed(() => job.measures?.plates.find(({ key }) => key === plate.value?.key));
const signed = (mm2: number) =>
  `${mm2 > 0 ? '+' : '−'} ${Math.abs(mm2) < 100 ? `${Math.abs(mm2).toFixed(1)} mm²` : area(Math.abs(mm2))}`;
const effects = computed(() =>
  (measure.value?.steps ?? []).map((mm2) => (Math.abs(mm2) < 0.5 ? 'no change' : signed(mm2))),
);
const findings = computed(() =>
  (job.shown?.findings ?? []).filter(({ code }) =>
    [
      'PLATE_EMPTY',
      'PAPER_WHITE',
      'PINHOLES',
      'CHOKED_AWAY',
      'CHOKED_TWICE',
      'OWN_TAKEN',
      'HAZE',
      'OVERLAP_IN_LAYER',
      'BARCODE_BARE',
      'NAME_MISS',
      'SPOT_UNUSED',
    ].includes(code),
  ),
);
const answer = computed(() => {
  if (!plate.value) return 'This stack has no special plate: colour prints its own separations.';
  const name = LAY_NAMES[plate.value.lay];
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
const state = computed(() => {
  if (failed.value) return failed.value;
  if (job.fullSize)
    return off.value > 0.005
      ? `Measured at full size. The screen picture is coarser: it is off by ${percent(off.value)} of the sheet.`
      : 'Measured at full size.';
  const { build } = job;
  if (build?.state === 'failed') return build.problem?.message ?? '';
  return build && (build.state === 'running' || build.state === 'queued')
    ? `From the screen picture. Building at full size: ${Math.round(build.progress * 100)} %`
    : 'From the screen picture.';
});

function startFrom(stack: Stack) {
  job.selectedLayer = undefined;
  at.value = 0;
  job.update(withStack(plan.value, stack));
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
        <div class="panel map">
          <div class="bar">
            <v-btn-toggle v-model="view" mandatory variant="outlined" aria-label="What is shown">
              <v-btn value="plate">Plate</v-btn>
              <v-btn value="wipe">Before and after</v-btn>
              <v-btn v-if="cleaned" value="cleaner">Cleaner’s decisions</v-btn>
            </v-btn-toggle>
            <v-btn-toggle
              v-if="shownView === 'plate'"
              v-model="tool"
              variant="outlined"
              aria-label="Draw on the picture"
            >
              <v-btn
                v-for="{ value, title, icon } in TOOLS"
                :key="value"
                :value="value"
                :aria-label="`Draw: ${title}`"
              >
                <v-icon :icon="icon" />
              </v-btn>
            </v-btn-toggle>
          </div>
          <div v-if="tool" class="bar drawing">
            <v-select v-model="as" class="as" label="The shape" :items="AS" />
            <number-field
              v-if="tool === 'brush'"
              v-model="brushMm"
              class="as"
              label="Brush"
              unit="mm"
              :min="0.1"
              :max="200"
              :step="0.5"
              :precision="1"
            />
            <span class="soft small"
              >{{
                tool === 'polygon'
                  ? 'Click the corners; a double click ends.'
                  : 'Drag over the picture.'
              }}
              Esc leaves.</span
            >
          </div>
          <div class="canvas">
            <plate-picture
              :picture="shownView === 'cleaner' ? (decisions ?? picture) : picture"
              :before="shownView === 'wipe' ? before : undefined"
              :label="
                shownView === 'cleaner'
                  ? 'What the cleaner decided'
                  : `Coverage map of ${LAY_NAMES[plate.lay]}`
              "
              :page="page"
              :shapes="shownView === 'plate' ? shapes : []"
              :tool="tool"
              :brush-mm="brushMm"
              @draw="draw"
              @point="say"
            />
            <v-progress-linear
              v-if="busy"
              class="busy"
              indeterminate
              color="primary"
              height="3"
              aria-label="Building the plate"
            />
          </div>
          <ul v-if="shownView === 'cleaner'" class="legend">
            <li v-for="{ name, rgb } in DECISION_LOOK" :key="name">
              <i :style="{ background: `rgb(${rgb.join(' ')})` }"></i>{{ name }}
            </li>
            <li class="soft">Click a place to say otherwise.</li>
          </ul>
          <div v-else class="scale">
            <span>no ink</span>
            <span class="ramp" :style="{ background: rampCss }"></span>
            <span>full</span>
            <span class="ticks figures"
              ><i v-for="t in [0, 25, 50, 75, 100]" :key="t">{{ t }} %</i></span
            >
          </div>
          <p class="soft small" role="status" data-testid="plate-state">{{ state }}</p>
        </div>
        <plate-figures
          v-if="measure"
          :measure="measure"
          :lay="plate.lay"
          :density="plate.part.density"
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
            <texture-swatch :lay="entry.lay" :density="entry.part.density" />
            <span>
              {{ LAY_NAMES[entry.lay]
              }}<template v-if="entry.layer.picture === 'rear'">, rear picture</template>
              <span class="soft small block">{{ ruleWords(entry.rule) }}</span>
            </span>
          </button>
        </div>
        <div class="panel box">
          <h2 class="label">Rule of the {{ LAY_NAMES[plate.lay].toLowerCase() }} plate</h2>
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

.map {
  padding: 14px;
  display: grid;
  gap: 12px;
}

.bar {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
}

.drawing {
  justify-content: start;
}

.as {
  flex: 0 0 170px;
}

.canvas {
  position: relative;
  height: min(52vh, 460px);
  padding: 12px;
  border-radius: 8px;
  background: rgb(var(--v-theme-surface-variant));
}

.busy {
  position: absolute;
  inset: auto 0 0;
}

.scale {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 2px 10px;
  align-items: center;
  font-size: var(--size-small);
}

.ramp {
  height: 14px;
  border: 1px solid var(--line);
  border-radius: 3px;
}

.ticks {
  grid-column: 2;
  display: flex;
  justify-content: space-between;
}

.ticks i {
  font-style: normal;
}

.legend {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  font-size: var(--size-small);
}

.legend i {
  display: inline-block;
  width: 14px;
  height: 14px;
  margin-right: 6px;
  vertical-align: -2px;
  border: 1px solid var(--line);
  border-radius: 3px;
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
