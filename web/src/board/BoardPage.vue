<script setup lang="ts">
import {
  inSentence,
  DomainError,
  isOpen,
  type PageJob,
  type Preset,
  PRESETS,
  type Shop,
} from '@kyanos/core';
import {
  API,
  type ArtworkSummary,
  JOB_FILTERS,
  type JobFilter,
  type JobList,
  type JobOrder,
  type JobQuery,
  type Job,
  type JobSummary,
  type Problem,
} from '@kyanos/contract';
import { useStorage, watchDebounced } from '@vueuse/core';
import {
  computed,
  defineAsyncComponent,
  onBeforeUnmount,
  onMounted,
  ref,
  shallowRef,
  watch,
} from 'vue';
import { useRouter } from 'vue-router';
import DropZone from '../artwork/DropZone.vue';
import { call, Refused } from '../shared/api.ts';
import { activeItems } from '../shared/shopItems.ts';
import { me } from '../shared/me.ts';
import { operator } from '../shared/operator.ts';
import JobCards from './JobCards.vue';
import JobOrderMenu from './JobOrderMenu.vue';
import { FILTER_WORDS } from './orderWords.ts';
import { roomTexts, t, withTexts } from '../texts/texts.ts';

/** Seldom wanted: fetched when they are. */
const FirstSteps = defineAsyncComponent(withTexts(() => import('./FirstSteps.vue')));
const PagesDialog = defineAsyncComponent(withTexts(() => import('./PagesDialog.vue')));
const JobRows = defineAsyncComponent(() => import('./JobRows.vue'));
const VPagination = defineAsyncComponent(
  async () => (await import('vuetify/components/VPagination')).VPagination,
);
const VSnackbar = defineAsyncComponent(
  async () => (await import('vuetify/components/VSnackbar')).VSnackbar,
);

const router = useRouter();
const PAGE = 48;
const SORTS: readonly { value: JobQuery['sort']; title: string }[] = [
  { value: 'saved', title: t('board.savedLast') },
  { value: 'due', title: t('board.dueFirst') },
  { value: 'name', title: t('board.name') },
  { value: 'machine', title: t('board.machineTitle') },
  { value: 'material', title: t('board.materialTitle') },
  { value: 'copies', title: t('board.mostCopies') },
  { value: 'state', title: t('board.byState') },
];
const search = ref('');
const sort = ref<JobQuery['sort']>('saved');
const state = ref<JobFilter>('open');
/** With pictures, or a line for each. */
const lines = useStorage('kyanos-board-lines', false);
const page = ref(1);
const wanted = computed(() => ({
  search: search.value,
  state: state.value,
  sort: sort.value,
  order: sort.value === 'saved' || sort.value === 'copies' ? ('down' as const) : ('up' as const),
  offset: (page.value - 1) * PAGE,
  limit: PAGE,
}));
const list = shallowRef<JobList>();
const jobs = computed(() => list.value?.jobs);
const pages = computed(() => Math.ceil((list.value?.total ?? 0) / PAGE));
const shop = shallowRef<Shop>();
const problem = shallowRef<Problem>();
/** What the last change of a state did to the stock. */
const notices = shallowRef<readonly string[]>([]);
let timer: ReturnType<typeof setTimeout> | undefined;
let left = false;

async function load() {
  try {
    shop.value ??= await call(API.getShop, {});
    const asked = { ...wanted.value };
    const found = await call(API.listJobs, { query: asked });
    // Somebody who types on is answered by the next.
    if (asked.search !== wanted.value.search) return;
    list.value = found;
    problem.value = undefined;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.problem;
  }
  const busy = jobs.value?.some(
    ({ artworkState }) => artworkState === 'queued' || artworkState === 'running',
  );
  if (!left && (busy || problem.value)) timer = setTimeout(() => void load(), 1500);
}
onMounted(load);
watch([search, sort, state], () => (page.value = 1));

/** What somebody has to look at before it is printed. */
function decideWords({ decide, state: now }: JobSummary): string {
  if (!decide || !isOpen(now) || now === 'done') return '';
  const { errors, warnings } = decide;
  return [
    ...(errors > 0 ? [t('board.willFail', { errors })] : []),
    ...(warnings > 0 ? [t('board.decide', { warnings })] : []),
  ].join(', ');
}
/** Where none is shown. */
const NOTHING: Partial<Record<JobFilter, string>> = {
  open: t('board.noOpenJobs'),
  all: t('board.noJobsYet'),
};

/** What was changed on a card stands on it at once. */
const changed = ({ id }: JobSummary, order: JobOrder) => put(id, order);
const noted = ({ id }: JobSummary, notes: string) => put(id, { notes });
function put(id: JobSummary['id'], now: Partial<JobSummary>) {
  list.value = list.value && {
    ...list.value,
    jobs: list.value.jobs.map((job) => (job.id === id ? { ...job, ...now } : job)),
  };
}
/** Somebody else changed it: as it is now. */
async function refused(why: Problem) {
  await load();
  problem.value = why;
}
watchDebounced(
  wanted,
  () => {
    clearTimeout(timer);
    void load();
  },
  { debounce: 150 },
);
onBeforeUnmount(() => {
  left = true;
  clearTimeout(timer);
});

/** Nothing can be planned yet. */
const missing = computed(() =>
  shop.value
    ? (['machines', 'materials'] as const).filter((kind) => shop.value![kind].length === 0)
    : [],
);
async function refresh() {
  shop.value = await call(API.getShop, {});
}

const SUGGESTED = t('board.whatFileSuggests');
const own = shallowRef<readonly Preset[]>([]);
const beginning = ref(SUGGESTED);
const beginnings = computed(() => [
  { name: SUGGESTED, about: t('board.specialsBrings'), notation: '' },
  ...own.value,
  ...PRESETS,
]);
onMounted(async () => (own.value = (await activeItems('preset')).map(({ data }) => data)));

/** A file of several pages, while it is asked what they are. */
const asked = shallowRef<ArtworkSummary>();

async function begin(artwork: ArtworkSummary) {
  const info = artwork.info!;
  if (info.pages.length > 1) asked.value = artwork;
  else await beginJobs(artwork, undefined);
}

async function beginJobs(artwork: ArtworkSummary, wanted: readonly PageJob[] | undefined) {
  asked.value = undefined;
  const { notation } = beginnings.value.find(({ name }) => name === beginning.value)!;
  try {
    await roomTexts();
    const planning = await import('./beginJobs.ts');
    const made = await planning.beginJobs(shop.value!, artwork, wanted, notation);
    if (made.length === 1) await router.push({ name: 'artwork', params: { id: made[0].id } });
    else await load();
  } catch (error) {
    if (error instanceof Refused) problem.value = error.problem;
    else if (error instanceof DomainError)
      problem.value = { code: error.code, message: error.message };
    else throw error;
  }
}

const openJob = async ({ id }: Job) => {
  await router.push({ name: 'artwork', params: { id } });
};

/** The same once more, with what was learnt since. */
async function again(job: JobSummary) {
  try {
    await roomTexts();
    const planning = await import('./beginJobs.ts');
    const { id } = await planning.printAgain(shop.value!, job);
    await router.push({ name: 'material', params: { id } });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.problem;
  }
}
</script>

<template>
  <main class="board">
    <div class="d-flex align-end ga-4 mb-4">
      <div class="mr-auto">
        <h1 class="question">{{ t('board.whatPrinted') }}</h1>
        <p class="answer">
          <template v-if="list">{{
            search
              ? t('board.jobsFound', { n: list.total })
              : t('board.job', { n: list.total, shop: shop?.name ?? '' })
          }}</template>
          <template v-else-if="!problem">{{ t('board.fetchingJobs') }}</template>
        </p>
      </div>
      <v-select
        v-model="beginning"
        class="operator"
        :label="t('board.newJobBegins')"
        :items="beginnings"
        item-title="name"
        item-value="name"
        :item-props="({ about }) => ({ subtitle: about })"
      />
      <v-text-field
        v-if="me && !me.signIn"
        v-model="operator"
        class="operator"
        :label="t('board.operator')"
        maxlength="80"
      />
    </div>
    <first-steps v-if="missing.length === 2" @ready="refresh" />
    <div v-else-if="missing.length > 0" class="notice">
      <p>
        {{
          t('board.noUseSoNo', {
            rest: missing[0] === 'machines' ? t('board.machine') : t('board.material'),
          })
        }}
      </p>
      <router-link :to="`/shop/${missing[0]}`">{{ t('board.addOnePutDraft') }}</router-link>
    </div>
    <drop-zone v-else :title="t('board.dropArtworkHereBegin')" :ready="begin" :took-job="openJob" />
    <pages-dialog
      v-if="asked"
      :info="asked?.info ?? undefined"
      :file-name="asked?.fileName ?? ''"
      @choose="asked && beginJobs(asked, $event)"
      @leave="asked = undefined"
    />
    <p v-if="problem" class="notice problem mt-4" role="alert">{{ problem.message }}</p>
    <v-snackbar
      v-if="notices.length > 0"
      model-value
      :timeout="9000"
      @update:model-value="notices = []"
    >
      <p v-for="one in notices" :key="one">{{ one }}</p>
    </v-snackbar>

    <div v-if="list && (list.total > 0 || search || state !== 'open')" class="d-flex ga-4 mt-4">
      <v-text-field
        v-model="search"
        class="search"
        :label="t('board.findJob')"
        :placeholder="t('board.nameFileMachineMaterial')"
        clearable
        type="search"
        @click:clear="search = ''"
      />
      <v-select
        v-model="state"
        class="sort"
        :label="t('board.show')"
        :items="JOB_FILTERS.map((value) => ({ value, title: FILTER_WORDS[value] }))"
      />
      <v-select v-model="sort" class="sort" :label="t('board.sort')" :items="SORTS" />
      <v-btn variant="text" class="align-self-center" @click="lines = !lines">{{
        lines ? t('board.asCards') : t('board.asList')
      }}</v-btn>
    </div>
    <p v-if="jobs?.length === 0 && missing.length === 0" class="mt-16 text-center text-lead soft">
      {{
        search
          ? t('board.noJobHasName', { search })
          : t('board.dropFileAbovePlan', {
              nothing:
                NOTHING[state] ?? t('board.noJob', { state: inSentence(FILTER_WORDS[state]) }),
            })
      }}
    </p>
    <component
      :is="lines ? JobRows : JobCards"
      v-else-if="jobs"
      :jobs="jobs"
      v-bind="lines ? { byState: sort === 'state' } : {}"
      :decide="decideWords"
    >
      <template #order="{ job }: { job: JobSummary }">
        <job-order-menu
          :job="job"
          @changed="changed(job, $event)"
          @noted="noted(job, $event)"
          @away="load"
          @stock="notices = $event"
          @refused="refused"
          @again="again(job)"
        />
      </template>
    </component>
    <v-pagination v-if="pages > 1" v-model="page" class="mt-6" :length="pages" />
  </main>
</template>

<style scoped>
.board {
  overflow-y: auto;
  padding: 22px 28px 40px;
}

.operator {
  flex: 0 0 240px;
}

.search {
  flex: 1 1 260px;
  max-width: 520px;
}

.sort {
  flex: 0 0 200px;
}
</style>
