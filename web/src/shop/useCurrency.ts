/** The currency that the shop reckons in. */
import { API } from '@kyanos/contract';
import type { Currency } from '@kyanos/core';
import { ref, type Ref } from 'vue';
import { call } from '../shared/api.ts';

export function useCurrency(): Ref<Currency> {
  const currency = ref<Currency>('USD');
  void call(API.getShop, {}).then(
    ({ prices }) => (currency.value = prices.currency),
    () => undefined,
  );
  return currency;
}
