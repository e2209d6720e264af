<script setup lang="ts">
/** Ink by channel: what is used, between what it will lie, what is lost of it, and the containers. */
import { decimal, inkOf, type Channel, type Machine, type Work } from '@kyanos/core';
import { computed, ref } from 'vue';
import FigureValue from '../shared/FigureValue.vue';
import { ml } from '../shared/format.ts';
import InkDialog from './InkDialog.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ work: Work; machine: Machine }>();
const rows = computed(() =>
  props.work.inks.map((ink) => ({
    ...ink,
    name: inkOf(props.machine, ink.channel)!.name,
    interval: props.work.interval.inkMl[ink.channel]!,
    container: props.work.containers.find(({ channel }) => channel === ink.channel),
  })),
);
const edited = ref<Channel>();
const one = (value: number) => decimal(value, 1);
</script>

<template>
  <table class="table numbers">
    <thead>
      <tr>
        <th scope="col">{{ t('cost.ink') }}</th>
        <th scope="col">{{ t('cost.used') }}</th>
        <th scope="col">{{ t('cost.n810Jobs') }}</th>
        <th scope="col">{{ t('cost.lost') }}</th>
        <th scope="col">{{ t('cost.leftAfterwards') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.channel">
        <th scope="row">
          <button type="button" class="link-button" @click="edited = row.channel">
            {{ row.name }}
          </button>
        </th>
        <td><figure-value :text="ml(row.ml)" :working="row.working" /></td>
        <td class="figures soft">{{ one(row.interval.low) }} – {{ one(row.interval.high) }} mL</td>
        <td class="figures soft">{{ ml(row.lostMl) }}</td>
        <td class="figures" :class="{ warn: row.container?.opened }">
          <template v-if="row.container"
            >{{ Math.round(row.container.leftAfterMl) }} mL<template v-if="row.container.opened"
              >{{ ' ' }}{{ t('cost.new', { opened: row.container.opened }) }}</template
            ></template
          >
          <template v-else>–</template>
        </td>
      </tr>
    </tbody>
  </table>
  <ink-dialog v-model="edited" />
</template>
