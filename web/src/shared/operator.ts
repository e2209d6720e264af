import { useStorage } from '@vueuse/core';

/** Who is working here; shown to whoever opens the same job. */
export const operator = useStorage('kyanos-operator', 'Bench 1');
