<script setup lang="ts">
/** Ink and cost of each version. */
import type { Channel, VersionWork } from '@kyanos/core';
import { computed } from 'vue';
import { currency, ml } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ versions: readonly VersionWork[] }>();
const channels = computed(() => Object.keys(props.versions[0]?.inkMl ?? {}) as Channel[]);
</script>

<template>
  <div class="wide-table">
    <table data-testid="version-costs">
      <thead>
        <tr>
          <th scope="col">{{ t('cost.versionColumn') }}</th>
          <th scope="col" class="right">{{ t('cost.copies') }}</th>
          <th v-for="channel in channels" :key="channel" scope="col" class="right">
            {{ channel }}
          </th>
          <th scope="col" class="right">{{ t('cost.each') }}</th>
          <th scope="col" class="right">{{ t('cost.cost') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="version in versions" :key="version.page">
          <th scope="row">{{ t('cost.page', { page: version.page }) }}</th>
          <td class="figures right">{{ version.copies }}</td>
          <td v-for="channel in channels" :key="channel" class="figures right">
            {{ ml(version.inkMl[channel] ?? 0) }}
          </td>
          <td class="figures right">{{ currency(version.perPiece) }}</td>
          <td class="figures right">{{ currency(version.cost) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="soft small">
    {{ t('cost.inkWhatEachVersion') }}
  </p>
</template>

<style scoped>
.wide-table {
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 5px 8px 5px 0;
  text-align: left;
  font-weight: 500;
  border-bottom: 1px solid var(--line);
}

thead th {
  font-size: var(--size-small);
  color: var(--soft);
}

.right {
  text-align: right;
}

.small {
  font-size: var(--size-small);
  padding-top: 6px;
}
</style>
