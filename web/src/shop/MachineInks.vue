<script setup lang="ts">
/** The ink set of a machine: any number of inks, each with its role. */
import {
  assumedBelow,
  confirmed,
  type Currency,
  decimal,
  type Ink,
  isSpecialInk,
  type Machine,
  newInk,
  partOf,
  withMachineInk,
  withoutMachineInk,
} from '@kyanos/core';
import { mdiPlus } from '@mdi/js';
import { computed, ref } from 'vue';
import TextureSwatch from '../look/TextureSwatch.vue';
import { currency as money } from '../shared/format.ts';
import InkEditor from './InkEditor.vue';
import { INK_COLOURS, ROLE_NAMES } from './inkWords.ts';
import { t } from '../texts/texts.ts';

const machine = defineModel<Machine>({ required: true });
const props = defineProps<{ currency: Currency }>();

const edited = ref<Ink>();
/** Channel of the ink that is edited; undefined where it is a new one. */
const was = ref<string>();
function open(ink: Ink | undefined) {
  was.value = ink?.channel;
  edited.value = ink ?? newInk('white', machine.value);
}
const rows = computed(() =>
  machine.value.inks.map((ink) => ({
    ink,
    special: isSpecialInk(ink),
    open: assumedBelow(machine.value, `inks.${ink.channel}`).length,
    price: money({ minor: ink.pricePerLitre, currency: props.currency }),
  })),
);

function keep(next: Ink) {
  machine.value = withMachineInk(machine.value, was.value, next);
  edited.value = undefined;
}
const assumed = computed(() =>
  was.value === undefined ? [] : assumedBelow(machine.value, `inks.${was.value}`),
);
function remove() {
  if (was.value !== undefined) machine.value = withoutMachineInk(machine.value, was.value);
  edited.value = undefined;
}
</script>

<template>
  <div class="panel pad">
    <div class="d-flex align-center justify-space-between">
      <h2 class="label">{{ t('shop.inkSetInks', { n: machine.inks.length }) }}</h2>
      <v-btn size="small" :prepend-icon="mdiPlus" @click="open(undefined)">{{
        t('shop.addInk')
      }}</v-btn>
    </div>
    <div class="overflow-x-auto">
      <table class="table">
        <thead>
          <tr>
            <th>{{ t('shop.key') }}</th>
            <th>{{ t('shop.ink') }}</th>
            <th>{{ t('shop.role') }}</th>
            <th>{{ t('shop.spotName') }}</th>
            <th class="right">{{ t('shop.laydownMlM') }}</th>
            <th class="right">{{ t('shop.litre') }}</th>
            <th class="right">{{ t('shop.hidesColumn') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ ink, special, open: untold, price } in rows" :key="ink.channel">
            <td>
              <texture-swatch
                v-if="special"
                :part="{ ...partOf(ink.channel), density: 100 }"
                :machine="machine"
              />
              <i v-else class="dot" :style="{ background: INK_COLOURS[ink.channel] ?? '#888' }"></i>
              <span class="figures">{{ ink.channel }}</span>
            </td>
            <td>
              <button type="button" class="link-button font-weight-semibold" @click="open(ink)">
                {{ ink.name }}
              </button>
              <span v-if="untold" class="text-warning small ml-2">{{
                t('shop.assumedUntold', { untold })
              }}</span>
            </td>
            <td>{{ ROLE_NAMES[ink.role] }}</td>
            <td class="figures">{{ ink.spotName ?? '–' }}</td>
            <td class="right figures">{{ decimal(ink.laydown, 1) }}</td>
            <td class="right figures">{{ price }}</td>
            <td class="right figures">
              {{
                ink.contrastRatio === undefined ? '–' : `${Math.round(ink.contrastRatio * 100)} %`
              }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ink-editor
      v-if="edited"
      v-model="edited"
      :machine="machine"
      :was="was"
      :assumed="assumed"
      :currency="currency"
      @keep="keep"
      @leave="edited = undefined"
      @remove="remove"
      @right="machine = confirmed(machine, `inks.${was}`)"
    />
  </div>
</template>

<style scoped>
td svg,
.dot {
  vertical-align: middle;
  margin-right: 8px;
}

.dot {
  display: inline-block;
  width: 40px;
  height: 22px;
  border-radius: 3px;
}
</style>
