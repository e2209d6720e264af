// @vitest-environment happy-dom
import type { PressJob, PrinterStatus } from '@kyanos/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, type EffectScope } from 'vue';

const server = {
  printers: [] as PrinterStatus[],
  jobs: [] as PressJob[],
  away: false,
  refuses: '',
  asked: [] as string[],
};
vi.mock('../shared/api.ts', async (original) => {
  const api = await original<typeof import('../shared/api.ts')>();
  return {
    ...api,
    call: async ({ method, path }: { method: string; path: string }) => {
      server.asked.push(`${method} ${path}`);
      if (server.away)
        throw new api.Refused({ code: 'UNREACHABLE', message: 'The server is away.' }, 0);
      if (method !== 'GET' && server.refuses)
        throw new api.Refused({ code: 'REQUEST_INVALID', message: server.refuses }, 422);
      return { printers: server.printers, jobs: server.jobs };
    },
  };
});
const { usePrinters } = await import('./usePrinters.ts');

const job = (id: string, state: PressJob['state']) =>
  ({ id, jobId: `job-${id}`, state }) as PressJob;
let scope: EffectScope;
const using = (moved?: () => void) => scope.run(() => usePrinters(moved))!;
beforeEach(() => {
  vi.useFakeTimers();
  scope = effectScope();
  Object.assign(server, {
    printers: [{ machineId: 'roll' } as PrinterStatus],
    jobs: [job('a', 'waiting')],
    away: false,
    refuses: '',
    asked: [],
  });
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
});

describe('printers', () => {
  it('are asked for at once and again and again, until nobody looks any more', async () => {
    const { printerOf, atPrinter } = using();
    await vi.advanceTimersByTimeAsync(0);
    expect(printerOf('roll')).toBeDefined();
    expect(printerOf('flat')).toBeUndefined();
    expect(atPrinter('job-a')?.state).toBe('waiting');
    await vi.advanceTimersByTimeAsync(6000);
    const so = server.asked.length;
    expect(so).toBe(4);
    scope.stop();
    await vi.advanceTimersByTimeAsync(6000);
    expect(server.asked.length).toBe(so);
  });

  it('say when a job has come, gone on or left, and not when nothing has', async () => {
    const moved = vi.fn();
    using(moved);
    await vi.advanceTimersByTimeAsync(0);
    expect(moved).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(4000);
    expect(moved).toHaveBeenCalledTimes(1);
    server.jobs = [job('a', 'printing')];
    await vi.advanceTimersByTimeAsync(2000);
    server.jobs = [];
    await vi.advanceTimersByTimeAsync(2000);
    expect(moved).toHaveBeenCalledTimes(3);
  });

  it('stay on screen while the server is away, with its sentence, which goes when it is back', async () => {
    const { printers, problem } = using();
    await vi.advanceTimersByTimeAsync(0);
    server.away = true;
    await vi.advanceTimersByTimeAsync(2000);
    expect([printers.value.length, problem.value]).toEqual([1, 'The server is away.']);
    server.away = false;
    await vi.advanceTimersByTimeAsync(2000);
    expect(problem.value).toBeUndefined();
  });

  it('are looked at anew after whatever is done, and what is refused is told until something else is done', async () => {
    const { send, want, problem } = using();
    await vi.advanceTimersByTimeAsync(0);
    server.refuses = 'The machine has no printer.';
    expect(await send('job-a')).toBe(false);
    expect(problem.value).toBe('The machine has no printer.');
    expect(server.asked.at(-1)).toMatch(/^GET/);
    // Asking again does not take the sentence away before it is read.
    await vi.advanceTimersByTimeAsync(2000);
    expect(problem.value).toBe('The machine has no printer.');
    server.refuses = '';
    expect(await want('a' as never, 'hold' as never)).toBe(true);
    expect(problem.value).toBeUndefined();
  });
});
