import { API } from '@kyanos/contract';
import { newMachine, sentenceOf, type ShopFile } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { serve, type Server } from '../../test/server.ts';
import { problemSaid, show, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: FirstSteps } = await import('./FirstSteps.vue');

let server: Server;
beforeEach(() => {
  server = serve();
  server.on(API.getShop, () => ({ ...SHOP, machines: [], materials: [] }));
});
const answered = async () => {
  const screen = await show(FirstSteps);
  await write(screen, 'Name of the shop', ' Corner Signs ');
  await write(screen, 'Name of the machine', 'Roll 1');
  return screen;
};
const begin = ({ getByRole }: Awaited<ReturnType<typeof answered>>) =>
  getByRole('button', { name: 'Begin' });
const files = () =>
  server.asked(API.importShop).map(({ body }) => (body as { file: ShopFile }).file);
const keys = () =>
  server.asked(API.importShop).map(({ headers }) => headers.get('Idempotency-Key'));

describe('an empty shop', () => {
  it('begins once it and its machine have a name', async () => {
    const screen = await show(FirstSteps);
    expect(begin(screen).hasAttribute('disabled')).toBe(true);
    await write(screen, 'Name of the shop', 'Corner Signs');
    await write(screen, 'Name of the machine', 'Roll 1');
    expect(begin(screen).hasAttribute('disabled')).toBe(false);
  });

  it('is all that its answers say, sent at once: machine, materials and prices', async () => {
    server.on(API.importShop, () => []);
    const screen = await answered();
    await screen.user.click(begin(screen));
    await vi.waitFor(() => expect(files()).toHaveLength(1));
    const [file] = files();
    expect(file.name).toBe('Corner Signs');
    expect(file.machines.map(({ data }) => data.name)).toEqual(['Roll 1']);
    const usual = newMachine({
      id: 'roll-1',
      name: 'Roll 1',
      kind: 'roll',
      maxWidth: 1600,
      inks: ['colour', 'white'],
      hourRate: 2500,
    });
    expect(file.machines[0].data.inks.map(({ channel }) => channel)).toEqual(
      usual.inks.map(({ channel }) => channel),
    );
    expect(file.materials).toHaveLength(2);
    expect(file.prices?.prices).toMatchObject({
      currency: 'USD',
      labourRate: 3000,
      markupPercent: 100,
    });
  });

  it('is not made twice where its answer is lost: what is sent again has the same name', async () => {
    let times = 0;
    server.on(API.importShop, () => {
      times++;
      if (times === 1) throw new Error('The line is cut.');
      return [];
    });
    const screen = await answered();
    await screen.user.click(begin(screen));
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('UNREACHABLE')));
    expect(screen.emitted('ready')).toBeUndefined();
    await screen.user.click(begin(screen));
    await vi.waitFor(() => expect(screen.emitted('ready')).toHaveLength(1));
    expect(new Set(keys()).size).toBe(1);
  });

  it('says why it was refused, and takes the next answers as new ones', async () => {
    server.refuse(API.importShop, 'SHOP_FILE_WRONG');
    const screen = await answered();
    await screen.user.click(begin(screen));
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('SHOP_FILE_WRONG')));
    await screen.user.click(begin(screen));
    await vi.waitFor(() => expect(keys()).toHaveLength(2));
    expect(new Set(keys()).size).toBe(2);
  });
});
