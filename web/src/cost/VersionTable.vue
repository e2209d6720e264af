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
  <div class="overflow-x-auto">
    <table class="table numbers" data-testid="version-costs">
      <thead>
        <tr>
          <th scope="col">{{ t('cost.versionColumn') }}</th>
          <th scope="col">{{ t('cost.copies') }}</th>
          <th v-for="channel in channels" :key="channel" scope="col">
            {{ channel }}
          </th>
          <th scope="col">{{ t('cost.each') }}</th>
          <th scope="col">{{ t('cost.cost') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="version in versions" :key="version.page">
          <th scope="row">{{ t('cost.page', { page: version.page }) }}</th>
          <td class="figures">{{ version.copies }}</td>
          <td v-for="channel in channels" :key="channel" class="figures">
            {{ ml(version.inkMl[channel] ?? 0) }}
          </td>
          <td class="figures">{{ currency(version.perPiece) }}</td>
          <td class="figures">{{ currency(version.cost) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="soft small mt-2">
    {{ t('cost.inkWhatEachVersion') }}
  </p>
</template>
