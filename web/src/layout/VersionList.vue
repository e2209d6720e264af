<script setup lang="ts">
/** How many are wanted: of the one page, or of each version. */
import { pageOf, sameSize, versionsOf, withCopies, withVersions, type Version } from '@kyanos/core';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import NumberField from '../shared/NumberField.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);
/** Pages that lie on one grid with the page shown. */
const alike = computed(() => {
  if (!job.info) return [];
  const shown = pageOf(plan.value, job.info, 'front');
  return job.info.pages.filter((page) => sameSize(page, shown)).map(({ number }) => number);
});
const others = computed(() => {
  const have = new Set(versionsOf(plan.value).map(({ page }) => page));
  return alike.value.filter((page) => !have.has(page));
});

const put = (versions: readonly Version[]) => job.replace(withVersions(plan.value, versions));
/** Something is printed: the last one that is wanted is not taken away. */
function setCopies(at: number, copies: number) {
  const next = plan.value.versions!.map((version, i) =>
    i === at ? { ...version, copies } : version,
  );
  if (next.some((version) => version.copies > 0)) put(next);
}
const addOthers = () => {
  const now = versionsOf(plan.value);
  const { copies } = now[now.length - 1];
  put([...now, ...others.value.map((page) => ({ page, copies }))].sort((a, b) => a.page - b.page));
};
const show = (page: number) => job.update({ artwork: { ...plan.value.artwork, page } });
</script>

<template>
  <number-field
    v-if="!plan.versions"
    :label="t('layout.copies')"
    :min="1"
    :max="1000000"
    :model-value="plan.layout.copies"
    @update:model-value="job.replace(withCopies(plan, $event))"
  />
  <div v-else class="wide" data-testid="versions">
    <ul class="column ga-2">
      <li v-for="(version, i) in plan.versions" :key="version.page">
        <button
          type="button"
          class="entry"
          :aria-pressed="version.page === plan.artwork.page"
          :aria-label="t('layout.lookPage', { page: version.page })"
          @click="show(version.page)"
        >
          {{ t('layout.page', { page: version.page }) }}
        </button>
        <number-field
          :label="t('layout.copiesPage', { page: version.page })"
          :min="0"
          :max="1000000"
          :model-value="version.copies"
          @update:model-value="setCopies(i, $event)"
        />
      </li>
    </ul>
    <p class="pa-1">
      <b class="figures">{{ plan.layout.copies }}</b>
      {{ t('layout.piecesVersions', { n: plan.versions.length }) }}
    </p>
    <v-btn
      variant="text"
      size="small"
      @click="put([{ page: plan.artwork.page, copies: plan.layout.copies }])"
      >{{ t('layout.pageAlone', { page: plan.artwork.page }) }}</v-btn
    >
  </div>
  <v-btn v-if="others.length" class="wide" variant="text" size="small" @click="addOthers">
    {{
      others.length === 1
        ? t('layout.printPage', { others: others[0] })
        : t('layout.printMorePagesEach', { n: others.length })
    }}
  </v-btn>
</template>

<style scoped>
ul {
  max-height: 300px;
  overflow-y: auto;
  padding: 6px 0;
}

li {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  align-items: center;
  gap: 12px;
}
</style>
