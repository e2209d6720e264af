<script setup lang="ts">
import { allLayers, isSpecial, withStack, type Stack } from '@kyanos/core';
import { mdiHistory } from '@mdi/js';
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import CoreSample from '../look/CoreSample.vue';
import CoreStrip from '../look/CoreStrip.vue';
import { useKeys, useUndoKeys } from '../shared/keys.ts';
import SampleTools from '../stack/SampleTools.vue';
import ConflictDialog from './ConflictDialog.vue';
import LedgerBar from './LedgerBar.vue';
import MovedNotice from './MovedNotice.vue';
import PracticeBanner from './PracticeBanner.vue';
import { sampleFigures, tripBrackets } from './sampleFigures.ts';
import { STAGES } from './stages.ts';
import { useTicks } from '../runsheet/useTicks.ts';
import { useJob } from './useJob.ts';
import VersionPager from './VersionPager.vue';
import { t } from '../texts/texts.ts';

const JobHistory = defineAsyncComponent(() => import('./JobHistory.vue'));

const props = defineProps<{ id: string }>();
const history = ref(false);
const job = useJob();
const { tripTicks } = useTicks();
const route = useRoute();
const router = useRouter();

watch(
  () => props.id,
  (id) => void job.open(id),
  { immediate: true },
);
onBeforeUnmount(() => job.close());

/** The questions of a stage that asks more than one. */
const views = computed(() => {
  const found = STAGES.find(({ id }) => id === route.meta.stage)?.views ?? [];
  return found.length > 1 ? found : [];
});

const go = (name: string) => router.push({ name, params: { id: props.id } });
useKeys('job', {
  stage: ({ key }) => go(STAGES[Number(key) - 1].id),
  question() {
    if (views.value.length === 0) return;
    const at = views.value.findIndex(({ id }) => id === route.name);
    void go(views.value[(at + 1) % views.value.length].id);
  },
});

function selectLayer(index: number) {
  job.selectedLayer = index;
  if (route.name !== 'stack' && route.name !== 'plates') void go('stack');
}

/** The layer whose settings stand below: the first that the stage has settings for, until one is chosen. */
const chosen = computed(() => {
  const { plan, selectedLayer } = job;
  if (!plan || route.meta.stage !== 'plates')
    return selectedLayer ?? (route.meta.stage === 'stack' ? 0 : undefined);
  // Colour has no plate of its own: the one that is shown stays.
  const layers = allLayers(plan.stack);
  if (selectedLayer !== undefined && layers[selectedLayer]?.parts.some(({ rule }) => rule))
    return selectedLayer;
  return selectedLayer === undefined ? layers.findIndex(isSpecial) : undefined;
});
const figure = computed(() =>
  sampleFigures(route.meta.stage, job.plan!, job.shown?.work, job.measures),
);

function changeStack(stack: Stack) {
  const { modeId } = withStack(job.plan!, stack);
  job.update({ stack, modeId });
}

useUndoKeys({ undo: job.undo, redo: job.redo });

const SAVED = {
  saved: t('job.saved'),
  saving: t('job.saving'),
  waiting: t('job.notSavedServerDoes'),
  conflict: t('job.changedSomebodyElse'),
};
const renaming = ref<string>();
function rename() {
  const name = renaming.value?.trim();
  if (name) job.update({ name: name.slice(0, 200) });
  renaming.value = undefined;
}
</script>

<template>
  <div v-if="job.problem && !job.plan" class="unopened">
    <h1 class="question">{{ t('job.jobCantOpened') }}</h1>
    <p class="answer">{{ job.problem.message }}</p>
    <v-btn class="mt-4" color="primary" variant="flat" to="/">{{ t('job.board') }}</v-btn>
  </div>
  <div v-else class="job">
    <teleport to="#bar-middle">
      <div class="title">
        <input
          v-if="job.plan"
          class="name"
          :aria-label="t('job.nameJob')"
          maxlength="200"
          :value="renaming ?? job.plan.name"
          @input="renaming = ($event.target as HTMLInputElement).value"
          @change="rename"
        />
        <span class="saved" :class="job.saveState" role="status" data-testid="save-state">
          {{ SAVED[job.saveState]
          }}<template v-if="job.saveState === 'saved' && job.version"
            >{{ ' ' }}{{ t('job.version', { version: job.version }) }}</template
          >
        </span>
        <v-btn
          v-if="job.plan && !job.practice"
          variant="text"
          size="small"
          icon
          :aria-label="t('job.history')"
          @click="history = true"
        >
          <v-icon :icon="mdiHistory" />
        </v-btn>
      </div>
    </teleport>

    <nav class="room-bar" :aria-label="t('job.stagesJob')">
      <router-link
        v-for="(stage, i) in STAGES"
        :key="stage.id"
        :to="{ name: stage.id, params: { id } }"
        class="room-link"
        :aria-current="route.meta.stage === stage.id ? 'step' : undefined"
      >
        <span class="figures small">{{ i + 1 }}</span>{{ stage.name }}
      </router-link>
      <version-pager />
    </nav>

    <div class="body">
      <core-strip
        v-if="job.plan"
        class="lying"
        :plan="job.plan"
        :selected="chosen"
        :figure="figure"
        @select="selectLayer"
      />
      <main class="content" :class="{ asks: views.length }">
        <v-alert
          v-if="job.problem"
          class="mb-4"
          type="warning"
          closable
          :text="job.problem.message"
          @click:close="job.problem = undefined"
        />
        <practice-banner v-if="job.exercise !== null" :exercise="job.exercise" />
        <p v-else-if="job.practice" class="notice mb-4">{{ t('job.practice') }}</p>
        <moved-notice v-else />
        <nav
          v-if="job.plan && views.length"
          class="row views mb-3"
          :aria-label="t('job.questionsStage')"
        >
          <router-link
            v-for="view in views"
            :key="view.id"
            :to="{ name: view.id, params: { id } }"
            class="option"
            :aria-current="route.name === view.id ? 'page' : undefined"
            >{{ view.name }}</router-link
          >
        </nav>
        <router-view v-if="job.plan" />
        <p v-else class="answer">{{ t('job.openingJob') }}</p>
      </main>
      <aside v-if="job.plan" class="column side" :aria-label="t('job.layersTheirSettings')">
        <div class="sample panel">
          <sample-tools @change="changeStack" @select="selectLayer" />
          <core-sample
            class="standing"
            :plan="job.plan"
            :selected="chosen"
            :figure="figure"
            :brackets="
              tripBrackets(route.meta.stage, job.shown?.work, (number) =>
                tripTicks(number, job.shown!.work!.runSheet),
              )
            "
            @select="selectLayer"
            @change="changeStack"
          />
        </div>
        <div id="job-side" class="stage"></div>
      </aside>
    </div>
    <ledger-bar />
    <conflict-dialog />
    <job-history v-if="history" v-model="history" />
  </div>
</template>

<style scoped>
.job {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  min-height: 0;
}

.unopened {
  padding: 80px 20px;
  max-width: 620px;
  margin: 0 auto;
}

.title {
  display: flex;
  align-items: center;
  gap: 12px;
  min-width: 0;
}

.name {
  flex: 0 1 380px;
  min-width: 0;
  min-height: 36px;
  padding: 0 10px;
  border-radius: 6px;
  color: #f4efe4;
  font-weight: 600;
  background: rgb(255 255 255 / 9%);
}

.name:focus-visible {
  outline-color: #f4efe4;
}

.saved {
  font-size: var(--size-small);
  color: #cdd7ea;
  white-space: nowrap;
}

.saved.waiting,
.saved.conflict {
  color: #ffc29a;
  font-weight: 600;
}

.views a {
  display: flex;
  align-items: center;
  padding: 0 14px;
  color: var(--soft);
  text-decoration: none;
}

.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 308px;
  min-height: 0;
  /* Stages that a picture leads are as high as this. */
  container-type: size;
}

.content {
  overflow-y: auto;
  padding: 8px 14px 24px 16px;
}

/* What the names of its questions take of a stage that asks several. */
.asks {
  --asked: 58px;
}

.side {
  align-content: start;
  overflow-y: auto;
  padding: 8px 14px 14px 0;
}

.sample {
  padding: 6px 8px 2px;
}

.lying {
  display: none;
}

@media (min-width: 1600px) {
  .body {
    grid-template-columns: minmax(0, 1fr) 372px;
  }
}

@media (max-width: 900px) {
  .body {
    display: block;
    overflow-y: auto;
  }

  .content {
    overflow: visible;
  }

  .lying {
    display: flex;
    padding: 8px 16px 0;
  }

  .standing {
    display: none;
  }

  .side {
    overflow: visible;
    padding: 0 16px 20px;
  }
}

@media print {
  .views,
  .lying,
  .side {
    display: none;
  }

  .body {
    container-type: normal;
  }

  .job,
  .body,
  .content {
    display: block;
    overflow: visible;
  }
}
</style>
