import { API, SHOP_ENDPOINTS, signatureOf, type Me, type PlateExport } from '@kyanos/contract';
import { formatRule, formatStack, PRESETS, printFiles, sentenceOf, WISHES } from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openJob } from '../../test/job.ts';
import { serve, type Server } from '../../test/server.ts';
import { problemSaid, show, words, write } from '../../test/screen.ts';
import { PLAN } from '../../../core/test/shop.ts';
import { me } from '../shared/me.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: ExportPanel } = await import('./ExportPanel.vue');
const { default: PresetMenu } = await import('./PresetMenu.vue');

describe('files for the machine', () => {
  const made = (change: Partial<PlateExport> = {}) =>
    ({
      id: '00000000-0000-4000-8000-000000000009',
      attempt: 1,
      state: 'done',
      progress: 1,
      problem: null,
      bytes: 3.5 * 2 ** 20,
      ...change,
    }) as PlateExport;
  const opened = async () => ({
    ...(await openJob('cafe-window')),
    ...(await show(ExportPanel)),
  });

  it('are listed in the order of printing, each with its plates, hits, and whether it is mirrored', async () => {
    const { job, getAllByRole } = await opened();
    const files = printFiles(job.plan!);
    const rows = getAllByRole('listitem').map(words);
    expect(rows).toHaveLength(files.length);
    files.forEach(({ plates, mirrored }, i) => {
      for (const { name } of plates) expect(rows[i]).toContain(name);
      expect(/mirrored/.test(rows[i])).toBe(mirrored);
    });
  });

  it('are made on the server, and fetched', async () => {
    const { job, server, getByRole, findByTestId, user } = await opened();
    server.on(API.makeExport, () => made() as never);
    await user.click(getByRole('button', { name: 'Make the files' }));
    const download = await findByTestId('download');
    expect(words(download)).toMatch(/3\.5 MB/);
    expect(download.getAttribute('href')).toContain(made().id);
    // What was made belongs to the plan that it was made for.
    job.update({ lot: 'X' });
    await vi.waitFor(() => getByRole('button', { name: 'Make the files' }));
  });

  it('are given up while they are being made', async () => {
    const { server, getByRole, findByRole, user } = await opened();
    server.on(
      API.makeExport,
      () => made({ state: 'running', progress: 0.4, bytes: null }) as never,
    );
    server.on(API.getExport, () => made({ state: 'running', progress: 0.4, bytes: null }) as never);
    server.on(API.cancelExport, () => made({ state: 'cancelled', bytes: null }) as never);
    await user.click(getByRole('button', { name: 'Make the files' }));
    expect(words(await findByRole('status'))).toContain('40 %');
    await user.click(getByRole('button', { name: 'Cancel' }));
    await vi.waitFor(() => expect(server.asked(API.cancelExport)).toHaveLength(1));
    expect(server.asked(API.cancelExport)[0].body).toEqual({ attempt: 1 });
  });

  it('that can’t be made are told why', async () => {
    const { server, getByRole, user } = await opened();
    server.refuse(API.makeExport, 'NOT_FOUND');
    await user.click(getByRole('button', { name: 'Make the files' }));
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('NOT_FOUND')));
    getByRole('button', { name: 'Make the files' });
  });
});

describe('ready rules and beginnings', () => {
  const preset = (id: string, name: string, standing: 'active' | 'retired' = 'active') => ({
    id,
    revision: 1,
    standing,
    savedAt: '2026-11-30T08:00:00Z',
    savedBy: 'Ada',
    data: { name, about: '', notation: 'film | W / CMYK' },
  });
  const { list, make, stand } = SHOP_ENDPOINTS.preset;
  let server: Server;
  let presets = [preset('window', 'Window'), preset('old', 'Old', 'retired')];
  beforeEach(() => {
    presets = [preset('window', 'Window'), preset('old', 'Old', 'retired')];
    server = serve();
    server.on(list, () => presets as never);
  });
  afterEach(() => {
    me.value = undefined;
  });
  const menu = async (name: RegExp) => {
    const screen = await show(PresetMenu, { stack: PLAN.stack });
    await screen.user.click(screen.getByRole('button', { name }));
    return screen;
  };
  const items = () => [...document.querySelectorAll('.v-list-item-title')].map(words);

  it('are all rules there are, and one is taken with a click', async () => {
    const screen = await menu(/rules/i);
    expect(items()).toEqual(WISHES.map(({ name }) => name));
    await screen.user.click(screen.getByText(WISHES[1].name));
    const [[rule]] = screen.emitted<[Parameters<typeof formatRule>[0]]>('rule');
    expect(formatRule(rule)).toBe(WISHES[1].rule);
  });

  it('are the shop’s own stacks in use first, then ours', async () => {
    const screen = await menu(/stack/i);
    await vi.waitFor(() => expect(items()[0]).toBe('Window'));
    expect(items()).not.toContain('Old');
    expect(items().slice(1, -1)).toEqual(PRESETS.map(({ name }) => name));
    await screen.user.click(screen.getByText('Window'));
    const [[stack]] = screen.emitted<[Parameters<typeof formatStack>[0]]>('stack');
    expect(formatStack(stack)).toContain('CMYK');
  });

  it('are kept under a name, and put out of use', async () => {
    server.on(make, () => preset('mine', 'Mine') as never);
    server.on(stand, () => preset('window', 'Window', 'retired') as never);
    const screen = await menu(/stack/i);
    await vi.waitFor(() => expect(items()[0]).toBe('Window'));
    await screen.user.click(screen.getByText(items().at(-1)!));
    await write(screen, 'Name', 'Old');
    await screen.user.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(server.asked(make)).toHaveLength(1));
    // One that was put out of use had that name: this one has an id of its own.
    expect(server.asked(make)[0].body).toMatchObject({
      id: 'old-2',
      standing: 'active',
      data: { name: 'Old', notation: formatStack(PLAN.stack) },
    });
  });

  it('are not kept where that is refused, with the reason', async () => {
    server.refuse(make, 'SHOP_EXISTS');
    const screen = await menu(/stack/i);
    await vi.waitFor(() => expect(items()[0]).toBe('Window'));
    await screen.user.click(screen.getByText(items().at(-1)!));
    await write(screen, 'Name', 'Window');
    await screen.user.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(problemSaid()).toBeDefined());
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Window');
  });

  it('are only taken by who may not keep them', async () => {
    me.value = {
      closed: { [signatureOf(make)]: 'planner', [signatureOf(stand)]: 'planner' },
    } as unknown as Me;
    await menu(/stack/i);
    await vi.waitFor(() => expect(items()[0]).toBe('Window'));
    expect(document.querySelector('.v-list-item--disabled')).not.toBeNull();
    expect(document.querySelectorAll('.v-list-item__append button')).toHaveLength(0);
  });
});
