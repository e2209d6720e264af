/** What the shop says once and means for every job: read when it is first wanted, kept on the server at every change. */
import type { SettingName } from '@kyanos/contract';
import { useDebounceFn } from '@vueuse/core';
import { ref, shallowRef, type Ref } from 'vue';
import { getRevised, putRevised, Refused } from './api.ts';

const SAVE_MS = 600;

export function useSetting<T>(name: SettingName, initial: T) {
  const value = shallowRef(initial) as Ref<T>;
  const problem = ref<string>();

  let revision: string | undefined;
  void getRevised<T | null>(`/settings/${name}`).then(
    (found) => {
      revision = found.revision;
      if (found.value !== null) value.value = found.value;
    },
    (error: unknown) => (problem.value = (error as Error).message),
  );

  const save = useDebounceFn(async () => {
    try {
      ({ revision } = await putRevised(`/settings/${name}`, value.value, revision));
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
