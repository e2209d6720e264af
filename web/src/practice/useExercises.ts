/** Begins exercises: each is asked for, made out of a job of the shop, and opened. */
import { PRACTICE_API, type GivenExercise } from '@kyanos/contract';
import type { Given } from '@kyanos/contract';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';

type Wanted = Given<typeof PRACTICE_API.giveExercise>['body'];

export function useExercises() {
  const { problem, trying } = useTrying();
  const router = useRouter();
  const busy = ref(false);

  async function begin(wanted: Wanted): Promise<void> {
    if (busy.value) return;
    busy.value = true;
    const given = await trying((): Promise<GivenExercise> =>
      call(PRACTICE_API.giveExercise, { body: wanted }),
    ).finally(() => (busy.value = false));
    if (given) await router.push({ name: 'exercise', params: { id: given.id } });
  }
  return { begin, busy, problem };
}
