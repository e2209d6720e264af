<script setup lang="ts">
/** White ink of the shop: kept moving, parked or flushed out. */
import { API } from '@kyanos/contract';
import type { Shop } from '@kyanos/core';
import { ref, shallowRef } from 'vue';
import { call, Refused } from '../shared/api.ts';
import WhiteChoices from './WhiteChoices.vue';

const shop = shallowRef<Shop>();
const problem = ref<string>();
call(API.getShop, {}).then(
  (found) => (shop.value = found),
  (error: unknown) => {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.message;
  },
);
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <white-choices v-else-if="shop" :machines="shop.machines" :prices="shop.prices" />
</template>
