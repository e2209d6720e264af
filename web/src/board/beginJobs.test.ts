import { API, type JobSummary } from '@kyanos/contract';
import { formatStack, parseStack, type PrintPlan, type Shop } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { artwork, PLAN } from '../../../core/test/shop.ts';

interface Made {
  readonly plan: PrintPlan;
  readonly artworkId: string;
  readonly fileName?: string;
}
const server = { made: [] as Made[], job: undefined as unknown, refuses: Infinity };
vi.mock('../shared/spotMemory.ts', () => ({ rememberedNames: async () => ({}) }));
vi.mock('../shared/api.ts', async (original) => {
  const api = await original<typeof import('../shared/api.ts')>();
  return {
    ...api,
    call: async (endpoint: unknown, { body }: { body: Made }) => {
      if (endpoint !== API.makeJob) return server.job;
      if (server.made.length >= server.refuses)
        throw new api.Refused({ code: 'DISK_FULL', message: 'No room.' }, 507);
      server.made.push(body);
      return { id: `job-${server.made.length}`, ...body };
    },
  };
});
const { beginJobs, printAgain } = await import('./beginJobs.ts');

const one = artwork({ Cyan: 0.3, White: 0.4 });
const [page] = one.pages;
const file = (pages = 1) =>
  ({
    id: 'artwork-1',
    fileName: 'labels.pdf',
    info: { ...one, pages: Array.from({ length: pages }, (_, i) => ({ ...page, number: i + 1 })) },
  }) as never;
const shop: Shop = SHOP;
beforeEach(() => Object.assign(server, { made: [], job: undefined, refuses: Infinity }));

describe('new jobs for a file', () => {
  it('are one of its first page where nobody said more, named by the file', async () => {
    const jobs = await beginJobs(shop, file(), undefined, '');
    expect(jobs).toHaveLength(1);
    expect(server.made[0]).toMatchObject({ artworkId: 'artwork-1', fileName: 'labels.pdf' });
    expect(server.made[0].plan.artwork.page).toBe(1);
    expect(server.made[0].plan.name).toMatch(/labels/i);
  });

  it('begin with the stack that was chosen, and one that can’t be read is refused before any is made', async () => {
    await beginJobs(shop, file(), undefined, 'film | CMYK / W@sheet');
    expect(formatStack(server.made[0].plan.stack)).toBe(
      formatStack(parseStack('film | CMYK / W@sheet')),
    );
    await expect(beginJobs(shop, file(), undefined, 'film | Q9')).rejects.toMatchObject({
      code: 'STACK_NOTATION',
    });
    expect(server.made).toHaveLength(1);
  });

  it('are one of each group of pages, in order, told apart by their page', async () => {
    const groups = [1, 2, 3].map((front) => ({ front, copies: 1 })) as never;
    await beginJobs(shop, file(3), groups, '');
    expect(server.made.map(({ plan }) => plan.artwork.page)).toEqual([1, 2, 3]);
    expect(new Set(server.made.map(({ plan }) => plan.name)).size).toBe(3);
  });

  it('that were made before one was refused stay made', async () => {
    server.refuses = 1;
    const groups = [1, 2].map((front) => ({ front, copies: 1 })) as never;
    await expect(beginJobs(shop, file(2), groups, '')).rejects.toThrow('No room.');
    expect(server.made).toHaveLength(1);
  });
});

describe('a job that is printed again', () => {
  const before = { id: 'job-7' } as JobSummary;

  it('has its plan and artwork, another name, and a lot of its own to choose', async () => {
    server.job = { plan: { ...PLAN, lot: 'A-17' }, artworkId: 'artwork-1', fileName: 'old.pdf' };
    await printAgain(shop, before);
    const [{ plan, artworkId, fileName }] = server.made;
    expect([artworkId, fileName, plan.lot]).toEqual(['artwork-1', 'old.pdf', '']);
    expect(plan.name).not.toBe(PLAN.name);
    expect(plan.stack).toEqual(PLAN.stack);
  });

  it('keeps a machine and a material that the shop no longer has as they were', async () => {
    server.job = { plan: PLAN, artworkId: null, fileName: null };
    await printAgain(shop, before);
    expect(server.made[0].plan.machine).toEqual(PLAN.machine);
    expect(server.made[0].plan.material).toEqual(PLAN.material);
    expect('fileName' in server.made[0]).toBe(false);
  });
});
