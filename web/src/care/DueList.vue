<script setup lang="ts">
/** What is due on a machine, each with its reason and the procedure for it. */
import type { DueOnWire } from '@kyanos/contract';
import { PROCEDURES, type ProcedureId } from '@kyanos/core';
import WorkingBody from '../shared/WorkingBody.vue';
import { t } from '../texts/texts.ts';

defineProps<{ due: readonly DueOnWire[] }>();
const emit = defineEmits<{ begin: [procedure: string] }>();
const titleOf = (id: string) => PROCEDURES[id as ProcedureId].title;
</script>

<template>
  <ul class="column ga-2" data-testid="due">
    <li v-for="one in due" :key="one.code + (one.run ?? '')" :class="one.when">
      <div>
        <strong>{{ one.when === 'now' ? t('care.now') : t('care.soon') }}.</strong> {{ one.says }}
      </div>
      <div class="row">
        <v-btn v-if="one.run" :to="{ name: 'care-procedures-run', params: { run: one.run } }">{{
          t('care.go')
        }}</v-btn>
        <v-btn
          v-else-if="one.procedure"
          color="primary"
          variant="flat"
          @click="emit('begin', one.procedure)"
        >
          {{ titleOf(one.procedure) }}
        </v-btn>
        <v-menu v-if="one.working" max-width="460">
          <template #activator="{ props: activator }">
            <v-btn v-bind="activator" variant="text">{{ t('care.why') }}</v-btn>
          </template>
          <working-body :working="one.working" />
        </v-menu>
      </div>
    </li>
    <li v-if="due.length === 0" class="clear">{{ t('care.nothingDue') }}</li>
  </ul>
</template>

<style scoped>
li {
  display: grid;
  gap: 8px;
  padding: 10px 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid var(--line);
  border-left: 4px solid rgb(var(--v-theme-info));
  border-radius: 8px;
}

li.now {
  border-left-color: rgb(var(--v-theme-warning));
}

li.clear {
  border-left-color: rgb(var(--v-theme-success));
}
</style>
