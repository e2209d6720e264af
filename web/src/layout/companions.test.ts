import type { JobSummary } from '@kyanos/contract';
import { formatStack, parseStack } from '@kyanos/core';
import { describe, expect, it, vi } from 'vitest';
import { artwork, MATERIAL, PLAN } from '../../../core/test/shop.ts';

const plan = { ...PLAN, stack: parseStack('film | W@image / CMYK') };
const job = (id: string, change: Partial<JobSummary> = {}) =>
  ({
    id,
    name: `Job ${id}`,
    copies: 7,
    artworkState: 'done',
    machine: plan.machine.name,
    material: MATERIAL.name,
    stack: formatStack(plan.stack),
    ...change,
  }) as JobSummary;
const board: JobSummary[] = [];
vi.mock('../shared/api.ts', async (original) => ({
  ...(await original<typeof import('../shared/api.ts')>()),
  call: async (endpoint: { path: string }) => {
    if (endpoint.path === '/jobs') return { jobs: board };
    if (endpoint.path.startsWith('/jobs/')) return { plan, artworkId: 'a1' };
    return { info: artwork({}) };
  },
}));
const { companionOf, possibleCompanions } = await import('./companions.ts');

describe('jobs that may share the loads of another', () => {
  it('are on the same machine and material with the same stack, read, and another job', async () => {
    board.splice(
      0,
      Infinity,
      job('own'),
      job('fits'),
      job('machine', { machine: 'Another' }),
      job('material', { material: 'Dark card' }),
      job('stack', { stack: 'film | CMYK' }),
      job('unread', { artworkState: 'running' }),
      job('none', { artworkState: null as never }),
    );
    const found = await possibleCompanions(plan, 'own');
    expect(found.map(({ id }) => id)).toEqual(['fits']);
  });

  it('come with their size as printed and their copies', async () => {
    const companion = await companionOf(job('fits'));
    expect(companion).toMatchObject({ name: 'Job fits', copies: 7, width: 200, height: 100 });
  });
});
