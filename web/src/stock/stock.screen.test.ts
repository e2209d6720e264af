import { API, type LaterAct, type StockHistoryEntry } from '@kyanos/contract';
import { SHOP } from '@kyanos/demo';
import { beforeEach, describe, expect, it } from 'vitest';
import { serve, type Server } from '../../test/server.ts';
import { shelfProduct, stocked } from '../../test/stock.ts';
import { choose, show, words, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';
import type { ShelfEntry } from './useShelf.ts';

await roomTexts();
const { default: ItemCard } = await import('./ItemCard.vue');
const { default: ReceiveDialog } = await import('./ReceiveDialog.vue');

const [ROLL] = SHOP.machines;
const GOOD = {
  age: 'good',
  until: '2027-03-01',
  daysLeft: 91,
  from: 'made on 20 Dec 2025',
} as const;
const INK = {
  kind: 'ink',
  unit: 'mL',
  product: 'white',
  name: 'White ink',
  width: 0,
  size: 1000,
  left: 640,
} as const;

let server: Server;
let told: StockHistoryEntry[];
beforeEach(() => {
  told = [];
  server = serve();
  server.on(API.listStockEvents, () => told as never);
});
const card = (
  change: Parameters<typeof stocked>[1] = {},
  fits: ShelfEntry['product']['fits'] = [],
) => {
  const item = stocked('17', change);
  const entry = { product: shelfProduct({ fits }), item, age: GOOD } as unknown as ShelfEntry;
  return show(ItemCard, { entry, machines: SHOP.machines });
};
const acts = (screen: Awaited<ReturnType<typeof card>>) =>
  ((screen.emitted('act') ?? []) as [LaterAct][]).map(([act]) => act);

describe('a lot or container', () => {
  it('is told with what is left of it, how long it is good, and where it lies', async () => {
    const { getByTestId } = await card({ lot: 'CW-1', reserved: { job: 4 } });
    const said = words(getByTestId('stock-item'));
    for (const part of [
      'Clear window film',
      '17',
      'CW-1',
      '20.0 m',
      '30.0 m',
      'Good',
      '1 Mar 2027',
      'Rack 2',
      '4.0 m',
      '16.0 m',
    ])
      expect(said).toContain(part);
  });

  it('has more drawn from it than there was, and says so', async () => {
    const { getByTestId } = await card({ left: 0, overdrawn: 2.5 });
    expect(words(getByTestId('stock-item').querySelector('.problem')!)).toContain('2.5 m');
  });

  it('is drawn from by what somebody used, and not by nothing', async () => {
    const screen = await card();
    await screen.user.click(screen.getByRole('button', { name: 'Draw' }));
    const save = screen.getByRole('button', { name: 'Save' });
    expect(save.hasAttribute('disabled')).toBe(true);
    await write(screen, 'Used', '3.5');
    await screen.user.click(save);
    expect(acts(screen)).toEqual([{ act: 'drawn', amount: 3.5, source: 'hand' }]);
  });

  it('is counted: where that differs, somebody says why', async () => {
    const screen = await card();
    await screen.user.click(screen.getByRole('button', { name: 'Count' }));
    const save = screen.getByRole('button', { name: 'Save' });
    expect(save.hasAttribute('disabled')).toBe(false);
    await write(screen, 'Left', '18');
    expect(save.hasAttribute('disabled')).toBe(true);
    await write(screen, 'Why it differs', 'A metre was torn.');
    await screen.user.click(save);
    expect(acts(screen)).toEqual([{ act: 'counted', left: 18, reason: 'A metre was torn.' }]);
  });

  it('is moved, opened or sealed, and thrown away with a reason', async () => {
    const screen = await card();
    const press = (name: string) => screen.user.click(screen.getByRole('button', { name }));
    await press('Move');
    await write(screen, 'Place', ' Rack 5 ');
    await press('Save');
    await press('Seal');
    await press('Throw away');
    expect(screen.getByRole('button', { name: 'Save' }).hasAttribute('disabled')).toBe(true);
    await write(screen, 'Reason', 'Crazed');
    await press('Save');
    expect(acts(screen)).toEqual([
      { act: 'moved', place: 'Rack 5' },
      { act: 'sealed' },
      { act: 'discarded', reason: 'Crazed' },
    ]);
  });

  it('of ink is fitted to a machine that takes it, and taken out again', async () => {
    const fits = [{ machineId: ROLL.id, channel: 'W' }];
    const screen = await card(INK, fits);
    await screen.user.click(screen.getByRole('button', { name: 'Fit' }));
    expect(words(screen.container)).toContain(`${ROLL.name}, W`);
    await screen.user.click(screen.getByRole('button', { name: 'Save' }));
    expect(acts(screen)).toEqual([{ act: 'fitted', machineId: ROLL.id, channel: 'W' }]);
    screen.unmount();
    const fitted = await card({ ...INK, fitted: fits[0] } as never, fits);
    expect(fitted.queryByRole('button', { name: 'Throw away' })).toBeNull();
    await fitted.user.click(fitted.getByRole('button', { name: 'Take out' }));
    expect(acts(fitted)).toEqual([{ act: 'taken-out' }]);
  });

  it('shows what was written down, and takes back what holds but for its coming', async () => {
    const entry = (id: number, what: StockHistoryEntry['what'], holds = true) =>
      ({
        id,
        itemId: stocked('17').id,
        code: '17',
        name: 'Clear window film',
        lot: '',
        unit: 'm',
        at: '2026-11-28T09:00:00Z',
        by: 'Ada',
        what,
        holds,
      }) as unknown as StockHistoryEntry;
    const {
      kind,
      product,
      name,
      lot,
      unit,
      width,
      size,
      receivedOn,
      madeOn,
      expiresOn,
      place,
      paid,
    } = stocked('17');
    const received = { kind, product, name, lot, unit, width, size, receivedOn, madeOn, expiresOn };
    told = [
      entry(3, { act: 'drawn', amount: 2, source: 'hand' }),
      entry(2, { act: 'moved', place: 'Rack 5' }, false),
      entry(1, { act: 'received', ...received, place, paid }),
    ];
    const screen = await card();
    const undo = await screen.findAllByRole('button', { name: /^Undo/ });
    expect(undo).toHaveLength(1);
    await screen.user.click(undo[0]);
    expect(screen.emitted('undo')).toEqual([[told[0].id]]);
    const rows = screen.getAllByRole('listitem');
    expect(
      rows.map(({ firstElementChild }) =>
        firstElementChild!.matches('.text-decoration-line-through'),
      ),
    ).toEqual([false, true, false]);
    expect(words(rows[0])).toContain('Ada');
  });

  it('has a label to be printed', async () => {
    const { getByRole } = await card();
    expect(getByRole('link').getAttribute('href')).toMatch(/^\/api\/.*17/);
  });
});

describe('what came in', () => {
  const dialog = (change: Parameters<typeof shelfProduct>[0] = {}, problem?: string) =>
    show(ReceiveDialog, {
      modelValue: true,
      products: [shelfProduct({ items: [{ item: stocked('9'), age: GOOD }] as never, ...change })],
      today: '2026-11-30',
      currency: 'EUR',
      problem,
    });
  const chooseFilm = (screen: Awaited<ReturnType<typeof dialog>>) =>
    choose(screen, 'Material or ink', 'Clear window film');

  it('stands there as that product usually comes, and is received so often', async () => {
    const screen = await dialog();
    const receive = screen.getByRole('button', { name: 'Receive' });
    expect(receive.hasAttribute('disabled')).toBe(true);
    await chooseFilm(screen);
    await write(screen, 'Lot number', ' CW-7 ');
    await write(screen, 'How many alike', '3');
    await screen.user.click(receive);
    expect(screen.emitted('receive')).toEqual([
      [
        {
          kind: 'material',
          product: 'clear-film',
          name: 'Clear window film',
          lot: 'CW-7',
          unit: 'm',
          width: 1370,
          size: 30,
          receivedOn: '2026-11-30',
          madeOn: null,
          expiresOn: null,
          place: 'Rack 2',
          paid: 9900,
        },
        3,
      ],
    ]);
  });

  it('says that nobody knows how long a material keeps', async () => {
    const screen = await dialog({ keeping: {} });
    await chooseFilm(screen);
    expect(document.querySelector('.notice')).not.toBeNull();
  });

  it('says why it was not taken', async () => {
    await dialog({}, 'There is a lot of this number.');
    expect(words(document.querySelector('p[role="alert"]')!)).toBe(
      'There is a lot of this number.',
    );
  });
});
