<script setup lang="ts">
import {
  encodePlan,
  type ArtworkSummary,
  type Job,
  type JobSummary,
  type Problem,
} from '@kyanos/contract';
import {
  DomainError,
  jobsOf,
  newPlan,
  type PageJob,
  parseStack,
  type Preset,
  PRESETS,
  type Shop,
} from '@kyanos/core';
import { formatDistanceToNow } from 'date-fns';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import DropZone from '../artwork/DropZone.vue';
import { operator } from '../job/useJob.ts';
import { get, post, Refused } from '../shared/api.ts';
import { rememberedNames } from '../shared/spotMemory.ts';
import JobPicture from './JobPicture.vue';
import PagesDialog from './PagesDialog.vue';

const router = useRouter();
const jobs = shallowRef<JobSummary[]>();
const shop = shallowRef<Shop>();
const problem = shallowRef<Problem>();
let timer: ReturnType<typeof setTimeout> | undefined;
let left = false;

async function load() {
  try {
    shop.value ??= await get<Shop>('/shop');
    jobs.value = await get<JobSummary[]>('/jobs');
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
onBeforeUnmount(() => {
  left = true;
  clearTimeout(timer);
});

const SUGGESTED = 'What the file suggests';
const own = shallowRef<readonly Preset[]>([]);
const beginning = ref(SUGGESTED);
const beginnings = computed(() => [
  { name: SUGGESTED, about: 'by the specials it brings', notation: '' },
  ...own.value,
  ...PRESETS,
]);
onMounted(async () => (own.value = await get<Preset[]>('/presets')));

/** A file of several pages, while it is asked what they are. */
const asked = shallowRef<ArtworkSummary>();

async function begin(artwork: ArtworkSummary) {
  const info = artwork.info!;
  if (info.pages.length > 1) asked.value = artwork;
  else await beginJobs(artwork, jobsOf(info, 'front', [1]));
}

async function beginJobs(artwork: ArtworkSummary, wanted: readonly PageJob[]) {
  asked.value = undefined;
  const { notation } = beginnings.value.find(({ name }) => name === beginning.value)!;
  try {
    const preset = notation === '' ? undefined : parseStack(notation);
    const remembered = await rememberedNames();
    const made: Job[] = [];
    for (const job of wanted) {
      const plan = newPlan(shop.value!, artwork.info!, artwork.fileName, preset, remembered, job);
      const name = wanted.length > 1 ? `${plan.name}, page ${job.front}` : plan.name;
      made.push(
        await post<Job>('/jobs', {
          plan: encodePlan({ ...plan, name: name.slice(0, 200) }),
          artworkId: artwork.id,
          fileName: artwork.fileName,
          savedBy: operator.value,
        }),
      );
    }
    if (made.length === 1) await router.push({ name: 'artwork', params: { id: made[0].id } });
    else await load();
  } catch (error) {
    if (error instanceof Refused) problem.value = error.problem;
    else if (error instanceof DomainError)
      problem.value = { code: error.code, message: error.message };
    else throw error;
  }
}
</script>

<template>
  <main class="board">
    <div class="head">
      <div>
        <h1 class="question">What is to be printed?</h1>
        <p class="answer">
          <template v-if="jobs"
            >{{ jobs.length }} job{{ jobs.length === 1 ? '' : 's' }} at {{ shop?.name }}</template
          >
          <template v-else-if="!problem">Fetching the jobs…</template>
        </p>
      </div>
      <v-select
        v-model="beginning"
        class="operator"
        label="A new job begins with"
        :items="beginnings"
        item-title="name"
        item-value="name"
        :item-props="({ about }) => ({ subtitle: about })"
      />
      <v-text-field
        v-model="operator"
        class="operator"
        label="Who is working here"
        maxlength="80"
      />
    </div>
    <drop-zone title="Drop artwork here to begin a job" :ready="begin" />
    <pages-dialog
      :info="asked?.info ?? undefined"
      :file-name="asked?.fileName ?? ''"
      @choose="asked && beginJobs(asked, $event)"
      @leave="asked = undefined"
    />
    <v-alert v-if="problem" class="mt-4" type="warning" :text="problem.message" />

    <p v-if="jobs?.length === 0" class="empty soft">
      No jobs yet. Drop a file above, and its plan opens by itself.
    </p>
    <ul v-else-if="jobs" class="jobs">
      <li v-for="job in jobs" :key="job.id">
        <router-link :to="{ name: 'stack', params: { id: job.id } }" class="panel card">
          <job-picture :job="job" />
          <div class="facts">
            <h2>{{ job.name }}</h2>
            <p>{{ job.material }} · {{ job.copies }} cop{{ job.copies === 1 ? 'y' : 'ies' }}</p>
            <p v-if="job.problem" class="unread">{{ job.problem.message }}</p>
            <p v-else class="figures stack">{{ job.stack }}</p>
            <p class="soft foot">
              {{ job.machine }} · saved {{ formatDistanceToNow(new Date(job.savedAt)) }} ago by
              {{ job.savedBy }}
            </p>
          </div>
        </router-link>
      </li>
    </ul>
  </main>
</template>

<style scoped>
.board {
  overflow-y: auto;
  padding: 22px 28px 40px;
}

.head {
  display: flex;
  align-items: end;
  gap: 16px;
  margin-bottom: 16px;
}

.head > :first-child {
  margin-right: auto;
}

.operator {
  flex: 0 0 240px;
}

.jobs {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 16px;
  margin-top: 20px;
}

.card {
  display: grid;
  grid-template-rows: 178px auto;
  height: 100%;
  overflow: hidden;
  color: inherit;
  text-decoration: none;
  transition: transform 120ms;
}

.card:hover {
  transform: translateY(-2px);
}

.facts {
  padding: 12px 14px 14px;
  display: grid;
  gap: 2px;
  align-content: start;
}

h2 {
  font-size: var(--size-lead);
  line-height: 1.25;
}

.stack {
  font-size: 0.78rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.unread {
  color: rgb(var(--v-theme-error));
  font-size: var(--size-small);
}

.foot {
  font-size: var(--size-small);
}

.empty {
  margin-top: 60px;
  text-align: center;
  font-size: var(--size-lead);
}

@media (prefers-reduced-motion: reduce) {
  .card {
    transition: none;
  }
}
</style>
