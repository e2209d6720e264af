import { beforeEach, describe, expect, it, vi } from 'vitest';

const server = { asked: 0, answer: async (): Promise<unknown> => ({ id: 'e1' }) };
const went: unknown[] = [];
vi.mock('vue-router', () => ({
  useRouter: () => ({ push: async (to: unknown) => void went.push(to) }),
}));
vi.mock('../shared/api.ts', async (original) => ({
  ...(await original<typeof import('../shared/api.ts')>()),
  call: async () => {
    server.asked++;
    return server.answer();
  },
}));
const { Refused } = await import('../shared/api.ts');
const { useExercises } = await import('./useExercises.ts');

beforeEach(() => {
  server.asked = 0;
  server.answer = async () => ({ id: 'e1' });
  went.length = 0;
});

describe('an exercise', () => {
  it('is asked for once, however often the button is pressed, and opened', async () => {
    const { begin, busy } = useExercises();
    const both = [begin({ kind: 'find' } as never), begin({ kind: 'find' } as never)];
    expect(busy.value).toBe(true);
    await Promise.all(both);
    expect([server.asked, busy.value]).toEqual([1, false]);
    expect(went).toEqual([{ name: 'exercise', params: { id: 'e1' } }]);
  });

  it('that can’t be made is told, and another can be asked for', async () => {
    const { begin, busy, problem } = useExercises();
    server.answer = async () => {
      throw new Refused({ code: 'NO_EXERCISE', message: 'No job makes one.' }, 422);
    };
    await begin({ kind: 'stack' } as never);
    expect([problem.value, busy.value, went]).toEqual(['No job makes one.', false, []]);
    server.answer = async () => {
      throw new TypeError('a fault of ours');
    };
    await expect(begin({ kind: 'stack' } as never)).rejects.toThrow('a fault of ours');
    expect(busy.value).toBe(false);
  });
});
