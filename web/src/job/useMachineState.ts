/** What is true today of the machine that the open job is planned on: read when it is chosen, saved for the shop at once. */
import { API, type Problem } from '@kyanos/contract';
import { UNKNOWN_STATE, type MachineState } from '@kyanos/core';
import { shallowRef, watch, type Ref } from 'vue';
import { callRevised, Refused } from '../shared/api.ts';

export function useMachineState(
  machine: Readonly<Ref<string | undefined>>,
  /** Its shelf comes with the state; what the job has reserved is its own. */
  of: Readonly<Ref<{ readonly material?: string; readonly job?: string }>>,
  problem: Ref<Problem | undefined>,
) {
  const state = shallowRef<MachineState>(UNKNOWN_STATE);
  let revision: string | undefined;

  async function load(id: string): Promise<void> {
    try {
      const found = await callRevised(API.getMachineState, {
        params: { machine: id },
        query: { ...of.value },
      });
      if (machine.value !== id) return;
      ({ value: state.value, revision } = found);
    } catch (error) {
      // A machine that the shop has no more has no state; what can't be read now is not known.
      if (!(error instanceof Refused)) throw error;
    }
  }
  watch(
    [machine, () => JSON.stringify(of.value)],
    ([id], [before]) => {
      if (id !== before) {
        state.value = UNKNOWN_STATE;
        revision = undefined;
      }
      if (id !== undefined) void load(id);
    },
    { immediate: true },
  );

  /** Saves it for the shop. Where somebody saved something else meanwhile, that is shown instead. */
  async function save(next: MachineState): Promise<void> {
    const id = machine.value;
    if (id === undefined) return;
    state.value = next;
    try {
      const saved = await callRevised(
        API.saveMachineState,
        { params: { machine: id }, body: next },
        { ifMatch: revision },
      );
      if (machine.value === id) ({ revision } = saved);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem;
      await load(id);
    }
  }

  return { state, save };
}
