<script setup lang="ts">
/** Procedures that a machine can have done to it, with the time each takes. */
import { API, type Answered } from '@kyanos/contract';
import { procedureTotals } from '@kyanos/core';
import { computed, shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import { duration } from '../shared/format.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ ids: readonly string[] }>();
const emit = defineEmits<{ begin: [procedure: string] }>();
const { trying } = useTrying();
const all = shallowRef<Answered<typeof API.listProcedures>>([]);
void trying(async () => (all.value = await call(API.listProcedures, {})));
const shown = computed(() => all.value.filter(({ id }) => props.ids.includes(id)));
</script>

<template>
  <div class="panel pad">
    <h2 class="label">{{ t('care.procedures') }}</h2>
    <div class="list mt-2">
      <button
        v-for="{ id, procedure } in shown"
        :key="id"
        type="button"
        class="option column ga-0 text-left font-weight-regular"
        @click="emit('begin', id)"
      >
        <b>{{ procedure.title }}</b>
        <span class="soft small figures"
          >{{ t('care.hands', { hands: duration(procedureTotals(procedure).hands) })
          }}<template v-if="procedureTotals(procedure).waiting > 0">{{
            t('care.itself', { waiting: duration(procedureTotals(procedure).waiting) })
          }}</template></span
        >
      </button>
    </div>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 8px;
}
</style>
