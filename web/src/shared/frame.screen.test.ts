import { API, SHOP_ENDPOINTS, signatureOf, type Me } from '@kyanos/contract';
import { sentenceOf } from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { jobSummary } from '../../test/jobs.ts';
import { serve, type Server } from '../../test/server.ts';
import { show } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';
import { due } from './due.ts';
import DueMenu from './DueMenu.vue';
import JobPicker from './JobPicker.vue';
import { KEYS } from './keys.ts';
import { me } from './me.ts';
import OnlySome from './OnlySome.vue';

await roomTexts();
const { default: SearchDialog } = await import('./SearchDialog.vue');
const { default: ShortcutsDialog } = await import('./ShortcutsDialog.vue');

let server: Server;
beforeEach(() => {
  server = serve();
});
afterEach(() => {
  me.value = undefined;
  due.value = [];
});

const job = (name: string, number: number) => jobSummary(number, { name });

describe('the bell', () => {
  const one = {
    code: 'waste',
    says: 'Empty the waste.',
    machine: 'm1',
    name: 'Nova',
  } as const;

  it('is not there where nothing is due', async () => {
    server.on(API.listDue, () => []);
    const { queryByRole } = await show(DueMenu);
    await vi.waitFor(() => expect(server.asked(API.listDue)).toHaveLength(1));
    expect(queryByRole('button')).toBeNull();
  });

  it('counts what is due now, and says of all when; from there one goes to the machine', async () => {
    server.on(
      API.listDue,
      () =>
        [
          { ...one, when: 'now' },
          { ...one, when: 'soon', says: 'Shake the white.', name: 'Prisma', machine: 'm2' },
        ] as never,
    );
    const { findByRole, findAllByRole, user } = await show(DueMenu);
    const bell = await findByRole('button', { name: /2 due on the machines, 1 of them now/ });
    expect(bell.textContent).toContain('1');
    await user.click(bell);
    const list = (await findAllByRole('listitem')).map((row) => row.textContent);
    expect(list).toEqual(['Nova, now. Empty the waste.', 'Prisma, soon. Shake the white.']);
  });

  it('counts what is due soon where nothing is due now', async () => {
    server.on(API.listDue, () => [{ ...one, when: 'soon' }] as never);
    const { findByRole } = await show(DueMenu);
    const bell = await findByRole('button', { name: '1 due on the machines' });
    expect(bell.textContent).toContain('1');
  });

  it('is not there while the server is away, and nothing else fails for it', async () => {
    server.refuse(API.listDue, 'NOT_FOUND');
    const { queryByRole } = await show(DueMenu);
    await vi.waitFor(() => expect(server.asked(API.listDue)).toHaveLength(1));
    expect(queryByRole('button')).toBeNull();
  });
});

describe('fields that only some may change', () => {
  const by = API.saveJob;
  const closed = (role?: 'owner' | 'planner'): Me =>
    ({ closed: role ? { [signatureOf(by)]: role } : {} }) as Me;
  const FIELD = { default: '<label>Price <input /></label>' };

  it('are typed into by who may', async () => {
    me.value = closed();
    const { getByLabelText, queryByText } = await show(OnlySome, { by }, '/', FIELD);
    getByLabelText('Price');
    expect(queryByText(/planner/i)).toBeNull();
  });

  it('are read by the others, with why', async () => {
    me.value = closed('planner');
    const { getByLabelText, getByText } = await show(OnlySome, { by }, '/', FIELD);
    getByLabelText('Price');
    getByText(/planner/i);
  });
});

describe('a search from anywhere', () => {
  const opened = async () => {
    server.on(API.listJobs, ({ query }) => ({
      total: 1,
      jobs: query.search === 'eye' ? [job('Eye of the owl', 1), job('Eye test', 2)] : [],
    }));
    for (const kind of ['machine', 'material', 'ink', 'preset'] as const)
      server.on(SHOP_ENDPOINTS[kind].list, () => [] as never);
    server.on(API.getShelf, () => ({ today: '2026-11-30', products: [] }));
    const screen = await show(SearchDialog, { modelValue: true });
    const field = await screen.findByRole('searchbox');
    return { ...screen, field };
  };

  it('finds jobs by words, and goes to the one that is chosen with the keys', async () => {
    const { field, user, findByRole, findAllByRole, emitted, router } = await opened();
    const pushed = vi.spyOn(router, 'push').mockResolvedValue(undefined);
    await user.type(field, 'eye');
    expect(
      (await findByRole('option', { name: /Eye of the owl/ })).getAttribute('aria-selected'),
    ).toBe('true');
    await user.keyboard('{ArrowDown}');
    expect((await findAllByRole('option'))[1].getAttribute('aria-selected')).toBe('true');
    await user.keyboard('{ArrowUp}{ArrowUp}');
    const all = await findAllByRole('option');
    expect(all.at(-1)!.getAttribute('aria-selected')).toBe('true');
    await user.keyboard('{ArrowDown}{ArrowDown}{Enter}');
    expect(pushed).toHaveBeenCalledWith({ name: 'stack', params: { id: job('', 2).id } });
    expect(emitted('update:modelValue')).toEqual([[false]]);
  });

  it('asks the server once words stand still, and not for none', async () => {
    const { field, user } = await opened();
    await user.type(field, 'eye');
    await vi.waitFor(() => expect(server.asked(API.listJobs)).toHaveLength(1));
    expect(server.asked(API.listJobs)[0].query).toMatchObject({ search: 'eye' });
    await user.clear(field);
    await new Promise((done) => setTimeout(done, 200));
    expect(server.asked(API.listJobs)).toHaveLength(1);
  });

  it('finds again what is typed anew before words stood still', async () => {
    const { field, user, findByRole } = await opened();
    await user.type(field, 'eye');
    await findByRole('option', { name: /Eye of the owl/ });
    await user.keyboard('{Backspace}e');
    await findByRole('option', { name: /Eye of the owl/ });
    expect(server.asked(API.listJobs).at(-1)!.query).toMatchObject({ search: 'eye' });
  });

  it('finds parts of the shop and pages of the handbook', async () => {
    const { field, user, findByRole, findAllByRole } = await opened();
    await user.type(field, 'house rules');
    await findByRole('option', { name: /House rules/ });
    await user.clear(field);
    await user.type(field, 'mirror');
    const pages = await findAllByRole('option', { name: /^Handbook/ });
    expect(pages.length).toBeLessThanOrEqual(4);
    expect(pages.length).toBeGreaterThan(0);
  });

  it('says when nothing is called so, and not before everything was asked', async () => {
    const { field, user, findByText, queryByText } = await opened();
    await user.type(field, 'qqqq');
    expect(queryByText(/Nothing/)).toBeNull();
    await findByText(/Nothing/);
    expect(server.asked(API.listJobs)).toHaveLength(1);
  });

  it('says that the server is away, and finds what needs no server', async () => {
    const { field, user, findByRole, findByText, queryByText } = await opened();
    server.refuse(API.listJobs, 'INTERNAL');
    await user.type(field, 'house rules');
    await findByText(sentenceOf('INTERNAL'));
    await findByRole('option', { name: /House rules/ });
    expect(queryByText(/Nothing/)).toBeNull();
  });
});

describe('the list of keys', () => {
  it('has every key there is, under the place where it works', async () => {
    const { findByRole, findAllByRole } = await show(ShortcutsDialog, { modelValue: true });
    await findByRole('dialog');
    const titles = (await findAllByRole('heading')).map((heading) => heading.textContent);
    for (const { title } of Object.values(KEYS)) expect(titles).toContain(title);
    const words = document.body.textContent;
    for (const { keys } of Object.values(KEYS))
      for (const { what } of Object.values<{ what: string }>(keys)) expect(words).toContain(what);
  });
});

describe('a job picked by typing', () => {
  it('is searched for by its words, and told by its id', async () => {
    server.on(API.listJobs, ({ query }) => ({
      total: 2,
      jobs: [job('Owl', 1), job('Fox', 2)].filter(({ name }) =>
        name.toLowerCase().includes((query.search ?? '').toLowerCase()),
      ),
    }));
    const { getByLabelText, findAllByRole, user, emitted } = await show(JobPicker, {
      label: 'Job',
      modelValue: undefined,
    });
    const field = getByLabelText('Job');
    await user.click(field);
    expect(await findAllByRole('option')).toHaveLength(2);
    await user.type(field, 'fo');
    await vi.waitFor(async () => expect(await findAllByRole('option')).toHaveLength(1));
    const [fox] = await findAllByRole('option');
    expect(fox.textContent).toContain('Nova');
    await user.click(fox);
    expect(emitted('update:modelValue')).toEqual([[job('', 2).id]]);
  });
});
