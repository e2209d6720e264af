<script setup lang="ts">
import { addressIn } from '../shared/api.ts';
import { API } from '@kyanos/contract';
import {
  decimal,
  findingsAt,
  heldEdges,
  type LayoutSettings,
  type Load,
  OVERSIZE_MM,
  oversizeOf,
  pageOf,
  pieceOf,
  type PlacedPiece,
  viewsOf,
} from '@kyanos/core';
import { mdiFilePdfBox } from '@mdi/js';
import { computed, ref, shallowRef, watch } from 'vue';
import PictureStage from '../job/PictureStage.vue';
import { useJob } from '../job/useJob.ts';
import { toCanvas } from '../look/canvas.ts';
import { lookWorker } from '../look/worker.ts';
import FindingList from '../shared/FindingList.vue';
import { area, currency, length, percent, size } from '../shared/format.ts';
import LengthField from '../shared/LengthField.vue';
import { useLatest } from '../shared/useLatest.ts';
import { without } from '../shared/without.ts';
import CompanionList from './CompanionList.vue';
import LayoutDrawing from './LayoutDrawing.vue';
import VersionList from './VersionList.vue';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);
const work = computed(() => job.shown?.work);
const layout = computed(() => job.shown?.layout);
const page = computed(() => job.info && pageOf(plan.value, job.info, 'front'));
const piece = computed(() => page.value && pieceOf(page.value));

/** Places that a hand gave are for the layout they were given in. */
const set = (change: Partial<LayoutSettings>) =>
  job.update({ layout: { ...without(plan.value.layout, 'places'), ...change } });
/** A wish that is there or not. */
function setOr<K extends 'grain' | 'loadLength' | 'companions' | 'mixed'>(
  key: K,
  value: LayoutSettings[K] | undefined,
) {
  const rest = without<LayoutSettings, keyof LayoutSettings>(
    plan.value.layout,
    'places',
    key,
  ) as LayoutSettings;
  job.update({ layout: value === undefined ? rest : { ...rest, [key]: value } });
}
const byHand = (places: readonly PlacedPiece[]) => set({ places });

const shownLoad = ref(0);
watch(
  () => layout.value?.loads.length,
  (count) => {
    if (shownLoad.value >= (count ?? 0)) shownLoad.value = 0;
  },
);
const load = computed(() => layout.value?.loads[shownLoad.value]);

const loadName = ({ times, copies }: Load, at: number) =>
  times > 1
    ? t('layout.loadsOf', { times, copies })
    : at === layout.value!.loads.length - 1
      ? t('layout.lastLoad', { copies })
      : t('layout.load', { copies });

/** Versions of the load that is drawn, piece by piece. */
const pages = computed(() => {
  if (!layout.value || !load.value || !plan.value.versions) return [];
  const before = layout.value.loads
    .slice(0, shownLoad.value)
    .reduce((sum, { times }) => sum + times, 0);
  const found = work.value?.versionLoads.find(
    ({ first, times }) => first <= before + 1 && before + 1 < first + times,
  );
  return (found?.pieces ?? []).flatMap((version) =>
    Array.from({ length: version.copies }, () => version.page),
  );
});

const LOADS = {
  roll: (n: number) => t('layout.loadsRoll', { n }),
  sheet: (n: number) => t('layout.loadsSheet', { n }),
  board: (n: number) => t('layout.loadsBoard', { n }),
};
const last = computed(() => layout.value?.loads.at(-1));
const answer = computed(() => {
  if (!layout.value || !last.value) return t('layout.printDoesNotFit');
  const { loadCount, perLoad } = layout.value;
  const loads = LOADS[plan.value.material.form](loadCount);
  if (loadCount === 1)
    return t('layout.onOne', {
      copies: plan.value.layout.copies,
      rest: plan.value.versions ? t('layout.versions', { n: plan.value.versions.length }) : '',
      loads,
      rest2: perLoad > plan.value.layout.copies ? t('layout.whereFindRoom', { perLoad }) : '',
    });
  return t('layout.onSeveral', {
    perLoad,
    loads,
    rest: last.value.copies < perLoad ? t('layout.lastOne', { copies: last.value.copies }) : '',
  });
});
const best = computed(() => {
  if (!layout.value) return '';
  const { perLoad, most } = layout.value;
  if (plan.value.layout.companions?.length) return t('layout.sharedOtherJobs');
  return perLoad >= most
    ? t('layout.noLayoutGetsMore')
    : t('layout.noLayoutGetsMoreThan', {
        most,
        rest: plan.value.layout.mixed ? '' : t('layout.bothDirectionsMayCome'),
      });
});
const over = computed(() => {
  if (!piece.value || !page.value) return undefined;
  return oversizeOf(piece.value, page.value.trimMm);
});
const oversize = computed(() => {
  if (!over.value) return '';
  if (plan.value.material.label) return t('layout.labelCutAlready');
  const { width, height } = over.value;
  const much = size(width, height).text;
  const practice = t('layout.withoutBleedCommonPractice', {
    excess: size(OVERSIZE_MM, OVERSIZE_MM).text,
  });
  return width + height < 0.05
    ? t('layout.largeFinishedPiece', { practice })
    : t('layout.moreThanFinishedPiece', { much });
});
const held = computed(() => heldEdges(plan.value.machine));
const findings = computed(() => findingsAt(job.shown?.findings ?? [], 'layout'));
const ready = computed(() => job.saveState === 'saved' && job.fullSize);
/** The print on its pieces; versions differ, and have their numbers instead. */
const ART_PX = 320;
const art = shallowRef<string>();
const { ask: askArt } = useLatest(
  (subject: NonNullable<typeof job.subject>) =>
    lookWorker().look(subject, viewsOf(subject.plan.viewing).day, ART_PX),
  (drawn) => (art.value = toCanvas(drawn).toDataURL()),
);
watch(
  () => job.subject,
  (subject) => {
    if (subject && !subject.plan.versions) void askArt(subject);
    else art.value = undefined;
  },
  { immediate: true },
);
const headroom = computed(() => {
  const { machine, material } = plan.value;
  return machine.clearance === undefined ? undefined : machine.clearance - material.thickness;
});
</script>

<template>
  <picture-stage :question="t('layout.howDoPiecesLie')" :answer="answer">
    <template #tools>
      <div
        v-if="layout && layout.loads.length > 1"
        role="tablist"
        :aria-label="t('layout.loads')"
        class="row"
      >
        <button
          v-for="(one, i) in layout.loads"
          :key="i"
          type="button"
          role="tab"
          class="option"
          :aria-selected="i === shownLoad"
          @click="shownLoad = i"
        >
          {{ loadName(one, i) }}
        </button>
      </div>
    </template>
    <div v-if="layout && load && piece" class="panel pad h-100">
      <layout-drawing
        :layout="layout"
        :load="load"
        :piece="piece"
        :machine="plan.machine"
        :material="plan.material"
        :movable="shownLoad === 0 && !plan.layout.companions?.length"
        :name="plan.name"
        :pages="pages"
        :art="art"
        @move="byHand"
      />
    </div>
    <template #figures>
      <p class="soft small">
        {{ t('layout.darkEdgeHeadPiece') }}
        <template v-if="pages.length">{{ t('layout.pNumberPagePiece') }}</template>
        {{
          t('layout.hatched', {
            rest:
              held.leading + held.trailing + held.sides > 0
                ? t('layout.marginsEdgesHeld')
                : t('layout.margins'),
          })
        }}
      </p>
    </template>
    <template #side>
      <div class="panel pad two">
        <div class="with-help wide">
          <h2 class="label">{{ t('layout.pieces') }}</h2>
          <handbook-link page="layout" :of="t('layout.pieces')" />
        </div>
        <version-list />
        <length-field
          :label="t('layout.gap')"
          :max="200"
          :model-value="plan.layout.gap"
          @update:model-value="set({ gap: $event })"
        />
        <length-field
          :label="t('layout.margin')"
          :max="200"
          :model-value="plan.layout.margin"
          @update:model-value="set({ margin: $event })"
        />
        <length-field
          :label="t('layout.maxLength0Any')"
          :max="200000"
          :model-value="plan.layout.loadLength ?? 0"
          @update:model-value="setOr('loadLength', $event > 0 ? $event : undefined)"
        />
        <v-switch
          class="wide"
          :label="t('layout.turn90')"
          :model-value="plan.layout.turned"
          @update:model-value="set({ turned: !!$event })"
        />
        <v-switch
          class="wide"
          :label="t('layout.mixDirectionsIfMore')"
          :model-value="plan.layout.mixed ?? false"
          @update:model-value="setOr('mixed', $event ? true : undefined)"
        />
        <v-select
          v-if="plan.material.grain"
          class="wide"
          :label="t('layout.grainMaterialPiece')"
          :items="[
            { value: 'free', title: t('layout.doesNotMatter') },
            { value: 'upright', title: t('layout.grainUpright') },
            { value: 'sideways', title: t('layout.grainSideways') },
          ]"
          :model-value="plan.layout.grain ?? 'free'"
          @update:model-value="
            setOr('grain', $event === 'free' ? undefined : ($event as 'upright' | 'sideways'))
          "
        />
        <v-btn v-if="plan.layout.places" class="wide" @click="set({})">{{
          t('layout.layThemOutAnew')
        }}</v-btn>
      </div>
      <div v-if="layout" class="panel pad">
        <dl class="facts">
          <dt>{{ t('layout.oneLoad') }}</dt>
          <dd>
            <b class="figures">{{ layout.perLoad }}</b> <span class="soft small">{{ best }}</span>
          </dd>
          <dt>{{ t('layout.material') }}</dt>
          <dd class="figures">{{ area(layout.materialMm2) }}</dd>
          <dt>{{ t('layout.waste') }}</dt>
          <dd>
            <span class="figures">{{ area(layout.wasteMm2) }}</span>
            <span class="soft small">
              {{ percent(layout.wasteMm2 / layout.materialMm2, 0)
              }}<template v-if="work">, </template>
              <span v-if="work" class="figures">{{ currency(work.cost.waste) }}</span></span
            >
          </dd>
          <template v-if="piece && over">
            <dt>{{ t('layout.printedPiece') }}</dt>
            <dd>
              <span class="figures">{{ size(piece.width, piece.height).text }}</span>
              <span class="soft small">{{ oversize }}</span>
            </dd>
          </template>
          <dt>{{ t('layout.longestLoad') }}</dt>
          <dd class="figures">{{ length(layout.longest) }}</dd>
        </dl>
      </div>
      <div class="panel pad">
        <companion-list
          :model-value="plan.layout.companions ?? []"
          @update:model-value="setOr('companions', $event.length ? $event : undefined)"
        />
      </div>
      <div v-if="layout" class="panel pad column">
        <h2 class="label">{{ t('layout.jigLoosePieces') }}</h2>
        <p class="soft small">
          {{ t('layout.outlinesTrueSizePrint') }}
          <template v-if="headroom !== undefined">{{
            t('layout.mmLeftBetweenMaterial', { headroom: decimal(headroom, 1) })
          }}</template>
          <template v-else>{{ t('layout.measureHeightHead') }}</template>
        </p>
        <v-btn
          :prepend-icon="mdiFilePdfBox"
          :disabled="!ready"
          :href="
            ready ? addressIn(API.getPaper, { params: { id: job.id!, paper: 'jig' } }) : undefined
          "
          target="_blank"
          >{{ ready ? t('layout.jigPdf') : t('layout.jigWaitingFullSize') }}</v-btn
        >
        <p class="caution">
          <strong>{{ t('layout.caution') }}</strong> {{ t('layout.pieceStandsProudTips') }}
        </p>
      </div>
    </template>
    <template #below>
      <finding-list v-if="findings.length" :findings="findings" @repair="job.repair" />
    </template>
  </picture-stage>
</template>

<style scoped>
dd {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 8px;
}
</style>
