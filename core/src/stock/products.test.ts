import { describe, expect, it } from 'vitest';
import { DARK, MACHINE, MATERIAL, WIDE_MACHINE } from '../../test/shop.ts';
import { productKey, productsOf, USUAL_DELIVERY_DAYS, USUAL_OPEN_WEEKS } from './index.ts';

const byName = (products: ReturnType<typeof productsOf>) =>
  new Map(products.map((product) => [product.name, product]));

describe('what a shop keeps on its shelf', () => {
  it('are its materials and the inks of its machines, each once', () => {
    const products = productsOf([MACHINE], [MATERIAL, DARK], {});
    expect(new Set(products.map(({ key }) => key)).size).toBe(2 + MACHINE.inks.length);
    expect(products.filter(({ white }) => white)).toHaveLength(1);
  });

  it('is bought as usual where the shop has said nothing: a roll of 50 m by its area, a pack of ten sheets', () => {
    const roll = { ...MATERIAL, form: 'roll' as const, width: 600, pricePerM2: 1000 };
    const sheet = { ...DARK, form: 'sheet' as const, width: 500, length: 700, pricePerM2: 1000 };
    const [film, card] = productsOf([], [roll, sheet], {});
    expect(film).toMatchObject({ unit: 'm', width: 600 });
    expect(film.supply).toEqual({
      deliveryDays: USUAL_DELIVERY_DAYS,
      // 0.6 m × 50 m = 30 m² at 10.00 each.
      sizes: [{ amount: 50, price: 30_000 }],
    });
    expect(card.unit).toBe('sheets');
    // 10 × 0.5 m × 0.7 m = 3.5 m².
    expect(card.supply.sizes).toEqual([{ amount: 10, price: 3500 }]);
  });

  it('is bought as the shop says, where it has said it', () => {
    const supply = { deliveryDays: 2, sizes: [{ amount: 25, price: 9900 }] };
    const [film] = productsOf([], [MATERIAL], { [productKey('material', MATERIAL.id)]: supply });
    expect(film.supply).toEqual(supply);
  });

  it('keeps as long as its maker says, or no time that is known', () => {
    const [one, other] = productsOf([], [{ ...MATERIAL, shelfLifeMonths: 24 }, DARK], {});
    expect(one.keeping).toEqual({ shelfLifeMonths: 24 });
    expect(other.keeping).toEqual({});
  });

  it('is open ink that settles for half a year, and other ink for a year', () => {
    const products = byName(productsOf([WIDE_MACHINE], [], {}));
    const weeks = (ink: string) => products.get(`${ink}, ${WIDE_MACHINE.name}`)?.keeping.openWeeks;
    for (const settles of ['W', 'Wb', 'S', 'Gold'])
      expect([settles, weeks(settles)]).toEqual([settles, USUAL_OPEN_WEEKS.settles]);
    for (const other of ['C', 'Lc', 'Or', 'V', 'P'])
      expect([other, weeks(other)]).toEqual([other, USUAL_OPEN_WEEKS.other]);
  });

  it('is one product where two machines are fed from the same, and two where they are not', () => {
    const bought = {
      ...MACHINE,
      inks: MACHINE.inks.map((ink) => ({ ...ink, product: `one-${ink.channel}` })),
    };
    const other = { ...bought, id: 'second', name: 'Second' };
    const shared = productsOf([bought, other], [], {});
    expect(shared).toHaveLength(MACHINE.inks.length);
    expect(shared[0].fits.map(({ machineId }) => machineId)).toEqual(['test', 'second']);
    const apart = productsOf([MACHINE, { ...MACHINE, id: 'second', name: 'Second' }], [], {});
    expect(apart).toHaveLength(2 * MACHINE.inks.length);
  });

  it('is bought by the container of its machine, at the price of its ink', () => {
    const [cyan] = productsOf(
      [
        {
          ...MACHINE,
          inks: [{ ...MACHINE.inks[0], container: { ml: 220 }, pricePerLitre: 15_000 }],
        },
      ],
      [],
      {},
    );
    expect(cyan.supply.sizes).toEqual([{ amount: 220, price: 3300 }]);
  });
});
