<script setup lang="ts">
/** Opens the form for what was done to a machine; it closes once the logbook has taken it. */
import type { MachineCare, ToldAct } from '@kyanos/contract';
import { mdiBookPlusOutline } from '@mdi/js';
import { ref } from 'vue';
import TellDialog from './TellDialog.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  machine: MachineCare;
  problem: string | undefined;
  /** Returns whether it was taken. */
  tell: (what: ToldAct) => Promise<boolean>;
}>();
const emit = defineEmits<{ told: [] }>();
const open = ref(false);
async function write(what: ToldAct) {
  if (!(await props.tell(what))) return;
  open.value = false;
  emit('told');
}
</script>

<template>
  <v-btn color="primary" variant="flat" :prepend-icon="mdiBookPlusOutline" @click="open = true">
    {{ t('care.writeDown') }}
  </v-btn>
  <tell-dialog v-model="open" :machine="machine" :problem="problem" @tell="write" />
</template>
