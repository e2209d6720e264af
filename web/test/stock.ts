/** Lots and containers as the server tells them. */
import type { ShelfProduct, Stocked } from '@kyanos/contract';

export const stocked = (code: string, change: Partial<Stocked> = {}): Stocked => ({
  id: `00000000-0000-4000-8000-${code.padStart(12, '0')}` as Stocked['id'],
  code,
  lot: '',
  kind: 'material',
  product: 'clear-film',
  name: 'Clear window film',
  unit: 'm',
  width: 1370,
  size: 30,
  left: 20,
  overdrawn: 0,
  reserved: {},
  place: 'Rack 2',
  receivedOn: '2026-01-20',
  madeOn: '2025-12-20',
  expiresOn: null,
  sealed: false,
  openedOn: null,
  countedOn: null,
  fitted: null,
  discarded: null,
  paid: 9900,
  ...change,
});

export const shelfProduct = (change: Partial<ShelfProduct> = {}): ShelfProduct => ({
  key: 'material clear-film',
  kind: 'material',
  product: 'clear-film',
  name: 'Clear window film',
  unit: 'm',
  width: 1370,
  white: false,
  materialClass: 'clear',
  fits: [],
  keeping: { shelfLifeMonths: 12 },
  supply: { deliveryDays: 5, sizes: [{ amount: 30, price: 9900 }] },
  items: [],
  ...change,
});
