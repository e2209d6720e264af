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
  let touched = false;
  const failed = (error: unknown) => {
    problem.value = (error as Error).message;
  };
  /** One after another: each change is made on the revision that the one before it came to. */
  let before: Promise<void> = callRevised(get, {}).then((found) => {
    revision = found.revision;
    // What was said before it came is what is meant.
    if (found.value !== null && !touched) value.value = found.value as never;
  }, failed);

  const keep = async () => {
    try {
      ({ revision } = await callRevised(
        put,
        { body: value.value as never },
        { ifMatch: revision },
      ));
      problem.value = undefined;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      failed(error);
    }
  };
  const save = useDebounceFn(() => (before = before.then(keep)), SAVE_MS);

  /** Resolves once it is kept, or refused. */
  async function set(next: Wire<SettingValue<N>>): Promise<void> {
    touched = true;
    value.value = next;
    await save();
  }

  return { value, set, problem };
}
