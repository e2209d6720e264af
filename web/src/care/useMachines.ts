/** Machines as they stand, one of them chosen by the address. */
import { API, type MachineCare, type LogbookAct } from '@kyanos/contract';
import { computed, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../shared/api.ts';
import { loadDue } from '../shared/due.ts';
import { useTrying } from '../shared/useTrying.ts';

export function useMachines() {
  const { problem, trying } = useTrying();
  const route = useRoute();
  const router = useRouter();
  const machines = shallowRef<readonly MachineCare[]>();
  const machine = computed(
    () =>
      machines.value?.find(({ id }) => id === route.params.item) ??
      machines.value?.find(({ white }) => white) ??
      machines.value?.[0],
  );

  const load = () => trying(async () => (machines.value = await call(API.listCare, {})));
  const choose = (id: string) =>
    router.replace({ name: route.name ?? 'care-machines', params: { item: id } });

  /** Writes into the logbook of the chosen machine. Returns whether it was taken. */
  async function record(what: LogbookAct): Promise<boolean> {
    const { id } = machine.value!;
    const written = await trying(() =>
      call(API.writeLogbook, { params: { machine: id }, body: { what } }),
    );
    if (!written) return false;
    await load();
    void loadDue();
    return true;
  }

  async function begin(procedure: string): Promise<void> {
    const { id } = machine.value!;
    const run = await trying(() =>
      call(API.startRun, { params: { machine: id }, body: { procedure } }),
    );
    if (run) await router.push({ name: 'care-procedures-run', params: { run: run.id } });
  }

  void load();
  return { machines, machine, problem, trying, load, choose, record, begin };
}
