<script setup lang="ts">
/** One ink of the machine: how much a solid lays and where that is known from, what is lost of it, its price and its container. */
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import { inkOf, withMachineInk, type Channel, type Ink } from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import InkFigures from './InkFigures.vue';
import { call, callRevised, Refused } from '../shared/api.ts';
import { may } from '../shared/me.ts';
import NumberField from '../shared/NumberField.vue';
import { t } from '../texts/texts.ts';

const channel = defineModel<Channel | undefined>({ required: true });
const job = useJob();
const machine = computed(() => job.plan!.machine);
const currency = computed(() => job.plan!.prices.currency);

const ink = ref<Ink>();
/** True today, and of no plan: saved for the shop. */
const leftMl = ref<number>();
watch(channel, (wanted) => {
  ink.value = wanted === undefined ? undefined : inkOf(machine.value, wanted);
  leftMl.value = wanted === undefined ? undefined : job.state.leftMl[wanted];
});

const problem = ref<string>();
const everyJob = ref(false);
async function done() {
  const next = ink.value!;
  const shop = job.shop?.machines.find(({ id }) => id === machine.value.id);
  if (everyJob.value && shop)
    try {
      // One ink of the machine as it is now: somebody may have changed another.
      const params = { id: shop.id };
      const now = await callRevised(SHOP_ENDPOINTS.machine.get, { params });
      const kept = await call(
        SHOP_ENDPOINTS.machine.save,
        { params, body: withMachineInk(now.value, next.channel, next) },
        { ifMatch: now.revision },
      );
      job.shop = {
        ...job.shop!,
        machines: job.shop!.machines.map((one) => (one.id === kept.id ? kept : one)),
      };
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem.message;
      return;
    }
  const { [next.channel]: was } = job.state.leftMl;
  if (next.container && leftMl.value !== undefined && leftMl.value !== was)
    await job.saveMachineState({
      ...job.state,
      leftMl: { ...job.state.leftMl, [next.channel]: leftMl.value },
    });
  job.update({ machine: withMachineInk(machine.value, next.channel, next) });
  channel.value = undefined;
}
</script>

<template>
  <v-dialog
    :model-value="channel !== undefined"
    max-width="640"
    aria-labelledby="dialog-title"
    @update:model-value="channel = undefined"
  >
    <form v-if="ink" class="panel dialog-form" @submit.prevent="done">
      <h2 id="dialog-title" class="question">
        {{ t('cost.on', { ink: ink.name, machine: machine.name }) }}
      </h2>
      <p v-if="problem" role="alert">{{ problem }}</p>
      <div class="field-grid">
        <ink-figures v-model="ink" :cure="machine.cure" :currency="currency" />
        <number-field
          v-if="ink.container"
          :label="t('cost.leftOpenContainer')"
          unit="mL"
          :max="ink.container.ml"
          :model-value="leftMl ?? ink.container.ml"
          @update:model-value="leftMl = $event"
        />
      </div>
      <v-checkbox
        v-if="may(SHOP_ENDPOINTS.machine.save)"
        :label="t('cost.shopsNextPlansToo')"
        hide-details
        :model-value="everyJob"
        @update:model-value="everyJob = !!$event"
      />
      <div class="dialog-buttons">
        <v-btn variant="text" @click="channel = undefined">{{ t('cost.leave') }}</v-btn>
        <v-btn color="primary" variant="flat" type="submit">{{ t('cost.useTheseFigures') }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>
