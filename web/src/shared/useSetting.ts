/** What the shop says once and means for every job: read when it is first wanted, kept on the server at every change. */
import type { SettingName } from '@kyanos/contract';
import { useDebounceFn } from '@vueuse/core';
import { ref, shallowRef, type Ref } from 'vue';
import { get, put, Refused } from './api.ts';

const SAVE_MS = 600;

export function useSetting<T>(name: SettingName, initial: T) {
  const value = shallowRef(initial) as Ref<T>;
  const problem = ref<string>();

  void get<T | null>(`/settings/${name}`).then(
    (found) => {
      if (found !== null) value.value = found;
    },
    (error: unknown) => (problem.value = (error as Error).message),
  );

  const save = useDebounceFn(async () => {
    try {
      await put(`/settings/${name}`, value.value);
      problem.value = undefined;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.message;
    }
  }, SAVE_MS);

  function set(next: T): void {
    value.value = next;
    void save();
  }

  return { value, set, problem };
}
