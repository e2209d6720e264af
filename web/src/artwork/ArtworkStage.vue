<script setup lang="ts">
import { API, type ArtworkSummary } from '@kyanos/contract';
import {
  bySeverity,
  documentFindings,
  factsOf,
  findingsAt,
  linesOf,
  pageFindings,
  useOf,
  visibleName,
  type Finding,
  type Role,
} from '@kyanos/core';
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js';
import { computed, ref, shallowRef, watch } from 'vue';
import PictureStage from '../job/PictureStage.vue';
import { useJob } from '../job/useJob.ts';
import FindingList from '../shared/FindingList.vue';
import { addressIn } from '../shared/api.ts';
import { size } from '../shared/format.ts';
import { useKeys } from '../shared/keys.ts';
import { channelKey } from './channels.ts';
import DropZone from './DropZone.vue';
import FileFacts from './FileFacts.vue';
import KnockoutCompare from './KnockoutCompare.vue';
import type { PageSubject } from './page.worker.ts';
import PageViewer from './PageViewer.vue';
import ProbePanel from './ProbePanel.vue';
import SeparationTable from './SeparationTable.vue';
import { useProbe } from './useProbe.ts';
import { rememberName } from '../shared/spotMemory.ts';
import FinishedSize from './FinishedSize.vue';
import LineList from './LineList.vue';
import VersionCompare from './VersionCompare.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
/** The page that is looked at: the front's, or the rear's when it is asked for. */
const wanted = ref<number>();
const page = computed(() => {
  const number = wanted.value ?? job.plan?.artwork.page;
  return job.info?.pages.find((candidate) => candidate.number === number) ?? job.info?.pages[0];
});

const sentence = computed(() => {
  const { value } = page;
  if (!value) {
    const { artwork } = job;
    if (artwork?.state === 'failed') return t('artwork.fileCantReadSays');
    if (artwork?.state === 'cancelled') return t('artwork.readingCancelledChooseFile');
    if (artwork) return t('artwork.makingPlates', { progress: Math.round(artwork.progress * 100) });
    return t('artwork.noArtworkYetDrop');
  }
  const { text } = size(value.trimMm.width, value.trimMm.height);
  const own = value.separations
    .filter(
      ({ name, kind }) => kind !== 'process' && !lines.value.some((line) => line.name === name),
    )
    .map(({ name }) => `“${visibleName(name)}”`);
  const count = job.info!.pages.length;
  return t('artwork.finishedRest', {
    rest: count > 1 ? t('artwork.pages', { count }) : '',
    text,
    rest2: own.length
      ? t('artwork.own', { own: own.join(t('artwork.and')) })
      : t('artwork.processColourNoSpecial'),
  });
});

// ---- separations ----

const hidden = ref<readonly string[]>([]);
watch(
  () => [job.artworkId, page.value?.number],
  () => (hidden.value = []),
);
const shown = computed(
  () =>
    new Set(
      page.value?.separations
        .map(({ name }) => name)
        .filter((name) => !hidden.value.includes(name)),
    ),
);
function toggle(name: string) {
  hidden.value = hidden.value.includes(name)
    ? hidden.value.filter((other) => other !== name)
    : [...hidden.value, name];
}
useKeys('artwork', {
  separation({ key }) {
    for (const separation of page.value?.separations ?? [])
      if (job.plan && channelKey(separation, job.plan) === key) toggle(separation.name);
  },
  all: () => (hidden.value = []),
  forward: () => step(1),
  back: () => step(-1),
});

const subject = computed<PageSubject | undefined>(() =>
  job.subject && page.value
    ? {
        artworkId: job.subject.artworkId,
        info: job.subject.info,
        page: page.value,
        shown: [...shown.value],
      }
    : undefined,
);
const { point, values, exact, pins, move, pin, unpin } = useProbe(subject);

function assign(name: string, role: Role | '') {
  const { artwork } = job.plan!;
  const { [name]: _, ...others } = artwork.names;
  job.update({
    artwork: { ...artwork, names: role === '' ? others : { ...others, [name]: role } },
  });
  void rememberName(name, role === '' ? undefined : role);
}
const lines = computed(() =>
  page.value && job.plan ? linesOf(page.value, job.plan.artwork.names) : [],
);

// ---- findings ----

/** Of this page, for what it is used for; what needs the built plates comes with them. */
const findings = computed<readonly Finding[]>(() => {
  // Whoever practises finds by themselves what is wrong.
  if (job.exercise !== null) return [];
  const { info, plan } = job;
  if (!info || !plan || !page.value) return [];
  const number = page.value.number;
  const built = findingsAt(job.shown?.findings ?? [], 'artwork').filter(
    (finding) => finding.page === number && factsOf(finding.code).stages[0] !== 'artwork',
  );
  return bySeverity([
    ...documentFindings(info),
    ...pageFindings(page.value, useOf(plan)),
    ...built,
  ]);
});
const placed = computed(() => findings.value.filter(({ place }) => place));
const lookedAt = ref<string>();
const nameOf = ({ code, message }: Finding) => `${code} ${message}`;
const looked = computed(() => placed.value.find((finding) => nameOf(finding) === lookedAt.value));
const sheet = ref<HTMLElement>();
/** Shows where a finding is, wherever the list stood. */
function lookAt(finding: Finding) {
  lookedAt.value = nameOf(finding);
  sheet.value?.scrollIntoView({ block: 'nearest' });
}
function step(by: 1 | -1) {
  if (placed.value.length === 0) return;
  const at = looked.value ? placed.value.indexOf(looked.value) : by > 0 ? -1 : 0;
  lookAt(placed.value[(at + by + placed.value.length) % placed.value.length]);
}
const compared = shallowRef<string>();

// ---- file ----

function replace(artwork: ArtworkSummary) {
  const pages = artwork.info!.pages.map(({ number }) => number);
  const chosen = job.plan!.artwork;
  job.useArtwork(artwork);
  job.update({
    artwork: {
      ...chosen,
      page: pages.includes(chosen.page) ? chosen.page : pages[0],
      rearPage:
        chosen.rearPage !== null && pages.includes(chosen.rearPage) ? chosen.rearPage : null,
    },
  });
}

function choosePage(number: number) {
  wanted.value = undefined;
  job.update({ artwork: { ...job.plan!.artwork, page: number } });
}
function chooseRear(number: number | null) {
  wanted.value = number ?? undefined;
  job.update({ artwork: { ...job.plan!.artwork, rearPage: number } });
}
</script>

<template>
  <picture-stage :question="t('artwork.whatFile')" :answer="sentence">
    <div v-if="page && subject && job.plan" ref="sheet" class="h-100">
      <page-viewer
        :subject="subject"
        :point="point"
        :pins="pins"
        :place="looked?.place"
        :lines="lines"
        :label="t('artwork.page', { number: page.number, fileName: job.fileName ?? '' })"
        @probe="move"
        @pin="pin"
      >
        {{ job.fileName }} ·
        {{
          shown.size === 1
            ? t('artwork.alonePaperNoInk', { shown: [...shown][0] })
            : t('artwork.colourWhiteSpecialsOver')
        }}
      </page-viewer>
    </div>
    <div v-else class="h-100">
      <div v-if="job.artwork?.firstLook" class="panel first">
        <img
          :src="addressIn(API.getFirstLook, { params: { id: job.artwork.id } })"
          :alt="t('artwork.firstRoughLookFile')"
        />
        <p class="soft small">{{ t('artwork.firstLookScreenColours') }}</p>
      </div>
      <p v-if="job.artwork?.state === 'failed'" class="panel pad" role="alert">
        {{ job.artwork.problem?.message }}
      </p>
    </div>
    <template #figures>
      <div v-if="page && placed.length" class="stepper">
        <v-btn
          icon
          variant="text"
          size="small"
          :aria-label="t('artwork.findingBefore')"
          @click="step(-1)"
        >
          <v-icon :icon="mdiChevronLeft" />
        </v-btn>
        <p v-if="looked" class="text-truncate" data-testid="looked" :title="looked.message">
          <strong>{{
            t('artwork.of', { looked: placed.indexOf(looked) + 1, n: placed.length })
          }}</strong>
          {{ looked.message }}
        </p>
        <p v-else class="soft text-truncate">
          {{ t('artwork.findingHasPlacePicture', { n: placed.length }) }} <kbd>n</kbd>
          {{ t('artwork.goesFromOneNext') }}
        </p>
        <v-btn
          icon
          variant="text"
          size="small"
          :aria-label="t('artwork.nextFinding')"
          @click="step(1)"
        >
          <v-icon :icon="mdiChevronRight" />
        </v-btn>
      </div>
    </template>
    <template #side>
      <template v-if="page && subject && job.plan">
        <div v-if="job.info && job.info.pages.length > 1" class="panel column pad">
          <v-select
            :label="
              job.plan.versions ? t('artwork.versionLookedPage') : t('artwork.frontShowsPage')
            "
            :items="
              (job.plan.versions ?? job.info.pages.map(({ number }) => ({ page: number }))).map(
                ({ page: number }) => number,
              )
            "
            :model-value="job.plan.artwork.page"
            @update:model-value="choosePage"
          />
          <v-select
            v-if="!job.plan.versions"
            :label="t('artwork.rearShowsPage')"
            :items="[
              { title: t('artwork.same'), value: null },
              ...job.info.pages.map(({ number }) => ({ title: String(number), value: number })),
            ]"
            :model-value="job.plan.artwork.rearPage"
            @update:model-value="chooseRear"
          />
          <v-btn-toggle
            v-if="job.plan.artwork.rearPage !== null"
            class="wide"
            :model-value="page.number"
            mandatory
            density="compact"
            variant="outlined"
            :aria-label="t('artwork.pageLooked')"
            @update:model-value="wanted = $event"
          >
            <v-btn :value="job.plan.artwork.page">{{ t('artwork.lookFront') }}</v-btn>
            <v-btn :value="job.plan.artwork.rearPage">{{ t('artwork.lookRear') }}</v-btn>
          </v-btn-toggle>
        </div>
        <separation-table
          :page="page"
          :plan="job.plan"
          :shown="shown"
          :values="values"
          @toggle="toggle"
          @assign="assign"
        />
        <line-list v-if="lines.length" :lines="lines" />
        <probe-panel
          :subject="subject"
          :plan="job.plan"
          :point="point"
          :values="values"
          :magnified="exact?.picture"
          :pins="pins"
          @unpin="unpin"
        />
        <finished-size
          v-if="job.artwork"
          :page="page"
          :scale="job.artwork.scale"
          @rescale="job.rescale"
        />
        <file-facts :info="job.info!" :page="page" />
      </template>
    </template>
    <template #below>
      <finding-list
        v-if="page"
        places
        :findings="findings"
        :looked="looked"
        @repair="job.repair"
        @look="lookAt"
        @compare="compared = $event"
      />
      <version-compare v-if="page" :page="page" />
      <drop-zone
        :title="page ? t('artwork.dropCorrectedFilePlan') : t('artwork.dropArtworkHere')"
        :ready="replace"
      />
      <knockout-compare v-model="compared" />
    </template>
  </picture-stage>
</template>

<style scoped>
.stepper {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  align-items: center;
  gap: 8px;
  min-height: 42px;
}

.first {
  display: grid;
  justify-items: center;
  gap: 8px;
  padding: 16px;
}

.first img {
  max-width: 100%;
  max-height: 40vh;
  box-shadow: 0 2px 14px rgb(10 20 40 / 25%);
}
</style>
