import { API, type MachineCare } from '@kyanos/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { reactive } from 'vue';

const server = {
  machines: [] as MachineCare[],
  written: [] as unknown[],
  refuses: '',
};
const route = reactive({ name: 'care-machines', params: {} as { item?: string } });
const went: unknown[] = [];
vi.mock('vue-router', () => ({
  useRoute: () => route,
  useRouter: () => ({
    push: async (to: unknown) => void went.push(to),
    replace: async (to: { params: { item: string } }) => {
      route.params = to.params;
    },
  }),
}));
vi.mock('../shared/due.ts', () => ({ loadDue: async () => void server.written.push('due') }));
vi.mock('../shared/api.ts', async (original) => {
  const api = await original<typeof import('../shared/api.ts')>();
  return {
    ...api,
    call: async (endpoint: unknown, given: object) => {
      if (endpoint === API.listCare) return [...server.machines];
      if (server.refuses)
        throw new api.Refused({ code: 'REQUEST_INVALID', message: server.refuses }, 422);
      server.written.push(given);
      return { id: 'run-1' };
    },
  };
});
const { useMachines } = await import('./useMachines.ts');

const machine = (id: string, white: boolean) => ({ id, white }) as MachineCare;
beforeEach(() => {
  Object.assign(server, {
    machines: [machine('colour', false), machine('white', true)],
    written: [],
    refuses: '',
  });
  route.params = {};
  went.length = 0;
});
const using = async () => {
  const machines = useMachines();
  await machines.load();
  return machines;
};

describe('machines as they stand', () => {
  it('begin with one that has white, as that wants care; the address chooses another', async () => {
    const { machine: chosen, choose } = await using();
    expect(chosen.value?.id).toBe('white');
    await choose('colour');
    expect(chosen.value?.id).toBe('colour');
    await choose('sold');
    expect(chosen.value?.id).toBe('white');
  });

  it('are none where the shop has none', async () => {
    server.machines = [];
    const { machine: chosen } = await using();
    expect(chosen.value).toBeUndefined();
  });

  it('have written into the logbook what was done, and what is due is asked for anew', async () => {
    const { record } = await using();
    expect(await record({ act: 'agitated' })).toBe(true);
    expect(server.written).toEqual([
      { params: { machine: 'white' }, body: { what: { act: 'agitated' } } },
      'due',
    ]);
  });

  it('tell what is refused, and nothing is taken for done', async () => {
    const { record, begin, problem } = await using();
    server.refuses = 'A run is under way.';
    expect(await record({ act: 'agitated' })).toBe(false);
    expect(problem.value).toBe('A run is under way.');
    await begin('daily');
    expect(went).toEqual([]);
    server.refuses = '';
    await begin('daily');
    expect(went).toEqual([{ name: 'care-procedures-run', params: { run: 'run-1' } }]);
  });
});
