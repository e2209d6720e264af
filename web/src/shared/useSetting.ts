/** What the shop says once and means for every job: read when it is first wanted, kept on the server at every change. */
import {
  SETTING_ENDPOINTS,
  type SettingName,
  type SettingValue,
  type Wire,
} from '@kyanos/contract';
import { useDebounceFn } from '@vueuse/core';
import { ref, shallowRef, type Ref } from 'vue';
import { callRevised, Refused } from './api.ts';

const SAVE_MS = 600;

export function useSetting<N extends SettingName>(name: N, initial: Wire<SettingValue<N>>) {
  const value = shallowRef(initial) as Ref<Wire<SettingValue<N>>>;
  // Each setting has a type of its own, and all are read and kept alike.
  const { get, put } = SETTING_ENDPOINTS[name as 'spot-names'];
  const problem = ref<string>();

  let revision: string | undefined;
  void callRevised(get, {}).then(
    (found) => {
      revision = found.revision;
      if (found.value !== null) value.value = found.value as never;
    },
    (error: unknown) => (problem.value = (error as Error).message),
  );

  const save = useDebounceFn(async () => {
    try {
      ({ revision } = await callRevised(
        put,
        { body: value.value as never },
        { ifMatch: revision },
      ));
      problem.value = undefined;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.message;
    }
  }, SAVE_MS);

  /** Resolves once it is kept, or refused. */
  async function set(next: Wire<SettingValue<N>>): Promise<void> {
    value.value = next;
    await save();
  }

  return { value, set, problem };
}
