<script setup lang="ts">
import { bySeverity, pageOfFinding, type Finding, type Repair } from '@kyanos/core';
import { mdiAlertOctagonOutline, mdiAlertOutline, mdiInformationOutline } from '@mdi/js';
import { computed } from 'vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  /** Shown worst first. */
  findings: readonly Finding[];
  /** The one that is being looked at, where places can be shown. */
  looked?: Finding | undefined;
  /** Whether places can be shown here. */
  places?: boolean;
}>();
defineEmits<{
  repair: [repair: Repair];
  look: [finding: Finding];
  compare: [separation: string];
}>();

const LOOK = {
  error: { icon: mdiAlertOctagonOutline, word: t('shared.willFail'), colour: 'error' },
  warning: { icon: mdiAlertOutline, word: t('shared.decide'), colour: 'warning' },
  note: { icon: mdiInformationOutline, word: t('shared.goodKnow'), colour: 'secondary' },
};
const placeOf = ({ code }: Finding) => {
  const { page, at } = pageOfFinding(code);
  return `/handbook/${page}#${at}`;
};
const sorted = computed(() => bySeverity(props.findings));
</script>

<template>
  <ul v-if="sorted.length" class="column ga-2">
    <li
      v-for="finding in sorted"
      :key="finding.code + finding.message"
      :class="[finding.severity, { looked: finding === looked }]"
    >
      <v-icon
        :icon="LOOK[finding.severity].icon"
        :color="LOOK[finding.severity].colour"
        size="20"
      />
      <div>
        <strong>{{ LOOK[finding.severity].word }}.</strong> {{ finding.message }}
        <router-link class="why small" :to="placeOf(finding)">{{ t('shared.why') }}</router-link>
        <div v-if="finding.repair || (places && finding.place)" class="row mt-2">
          <v-btn
            v-if="finding.repair"
            color="warning"
            variant="flat"
            @click="$emit('repair', finding.repair)"
          >
            {{ finding.repair.label }}
          </v-btn>
          <v-btn
            v-if="places && finding.repair?.kind === 'overprint'"
            @click="$emit('compare', finding.repair.separation)"
          >
            {{ t('shared.compare') }}
          </v-btn>
          <v-btn v-if="places && finding.place" @click="$emit('look', finding)">{{
            t('shared.showWhere')
          }}</v-btn>
        </div>
      </div>
    </li>
  </ul>
  <p v-else class="soft py-2">{{ t('shared.checksFoundNothingAgainst') }}</p>
</template>

<style scoped>
.why {
  color: inherit;
  white-space: nowrap;
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

li.looked {
  box-shadow: inset 0 0 0 1.5px #e2560f;
}
</style>
