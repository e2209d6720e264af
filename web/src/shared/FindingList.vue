<script setup lang="ts">
import type { Finding, Repair } from '@kyanos/core';
import { mdiAlertOctagonOutline, mdiAlertOutline, mdiInformationOutline } from '@mdi/js';
import { computed } from 'vue';

const props = defineProps<{ findings: readonly Finding[] }>();
defineEmits<{ repair: [repair: Repair] }>();

const RANK = { error: 0, warning: 1, note: 2 };
const LOOK = {
  error: { icon: mdiAlertOctagonOutline, word: 'Will fail', colour: 'error' },
  warning: { icon: mdiAlertOutline, word: 'Decide', colour: 'warning' },
  note: { icon: mdiInformationOutline, word: 'Good to know', colour: 'secondary' },
};
const sorted = computed(() =>
  props.findings.toSorted((a, b) => RANK[a.severity] - RANK[b.severity]),
);
</script>

<template>
  <ul v-if="sorted.length" class="findings">
    <li v-for="finding in sorted" :key="finding.code + finding.message" :class="finding.severity">
      <v-icon
        :icon="LOOK[finding.severity].icon"
        :color="LOOK[finding.severity].colour"
        size="20"
      />
      <div>
        <strong>{{ LOOK[finding.severity].word }}.</strong> {{ finding.message }}
        <v-btn
          v-if="finding.repair"
          class="mt-2"
          color="warning"
          variant="flat"
          @click="$emit('repair', finding.repair)"
        >
          {{ finding.repair.label }}
        </v-btn>
      </div>
    </li>
  </ul>
  <p v-else class="soft clear">The checks found nothing against this print.</p>
</template>

<style scoped>
.findings {
  list-style: none;
  display: grid;
  gap: 8px;
}

li {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 8px;
  padding: 10px 12px;
  border: 1px solid var(--line);
  border-left: 4px solid rgb(var(--v-theme-secondary));
  border-radius: 8px;
  background: rgb(var(--v-theme-surface));
}

li.warning {
  border-left-color: rgb(var(--v-theme-warning));
}

li.error {
  border-left-color: rgb(var(--v-theme-error));
}

.clear {
  padding: 6px 0;
}
</style>
