<script setup lang="ts">
/** Opens the form for what was done to a machine; it closes once the logbook has taken it. */
import type { MachineCare, LogbookAct } from '@kyanos/contract';
import { mdiBookPlusOutline } from '@mdi/js';
import { ref } from 'vue';
import LogbookDialog from './LogbookDialog.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  machine: MachineCare;
  problem: string | undefined;
  /** Returns whether it was taken. */
  record: (what: LogbookAct) => Promise<boolean>;
}>();
const emit = defineEmits<{ written: [] }>();
const open = ref(false);
async function write(what: LogbookAct) {
  if (!(await props.record(what))) return;
  open.value = false;
  emit('written');
}
</script>

<template>
  <v-btn color="primary" variant="flat" :prepend-icon="mdiBookPlusOutline" @click="open = true">
    {{ t('care.writeDown') }}
  </v-btn>
  <logbook-dialog v-model="open" :machine="machine" :problem="problem" @write="write" />
</template>
