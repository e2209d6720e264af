/** What a shop keeps on its shelf: its materials and the inks of its machines, with how long they keep and how they are bought. */
import type { Channel, Machine, Material } from '../stack/index.ts';
import { inkProductOf, type StockKind } from './item.ts';
import type { StockedProduct, Supply } from './reorder.ts';

/** What the shop says of the buying and keeping of a product. */
export interface ProductSupply extends Supply {
  /** Ink: good for so many weeks once it is open. */
  readonly openWeeks?: number;
}

export interface Product extends StockedProduct {
  readonly kind: StockKind;
  /** Of a material; clear film ages worst. */
  readonly materialClass?: Material['class'];
  /** Width of the material, mm; 0 for ink. */
  readonly width: number;
  /** Where an ink fits. */
  readonly fits: readonly { readonly machineId: string; readonly channel: Channel }[];
  readonly white: boolean;
}

/** Usual where the shop has said nothing: a working week to deliver; half a year for open ink with pigment that settles, a year for other ink (common practice). */
export const USUAL_DELIVERY_DAYS = 5;
export const USUAL_OPEN_WEEKS = { settles: 26, other: 52 };
/** Metres of a roll and sheets of a pack where the shop has said nothing; usual. */
const ROLL_M = 50;
const PACK_SHEETS = 10;
const INK_ML = 440;

export const productKey = (kind: StockKind, product: string): string => `${kind}:${product}`;

/** @param supplies by {@link productKey} */
export function productsOf(
  machines: readonly Machine[],
  materials: readonly Material[],
  supplies: Readonly<Record<string, ProductSupply>>,
): readonly Product[] {
  return [
    ...materials.map((material) => materialProduct(material, supplies)),
    ...inkProducts(machines, supplies),
  ];
}

function materialProduct(
  { id, name, class: materialClass, form, width, length, pricePerM2, shelfLifeMonths }: Material,
  supplies: Readonly<Record<string, ProductSupply>>,
): Product {
  const roll = form === 'roll';
  const amount = roll ? ROLL_M : PACK_SHEETS;
  const areaM2 = (width / 1000) * (roll ? amount : (amount * length) / 1000);
  return {
    key: productKey('material', id),
    kind: 'material',
    name,
    unit: roll ? 'm' : 'sheets',
    materialClass,
    width,
    fits: [],
    white: false,
    keeping: shelfLifeMonths === undefined ? {} : { shelfLifeMonths },
    supply: supplies[productKey('material', id)] ?? {
      deliveryDays: USUAL_DELIVERY_DAYS,
      sizes: [{ amount, price: Math.round(areaM2 * pricePerM2) }],
    },
  };
}

function inkProducts(
  machines: readonly Machine[],
  supplies: Readonly<Record<string, ProductSupply>>,
): readonly Product[] {
  const found = new Map<string, Product>();
  for (const machine of machines)
    for (const ink of machine.inks) {
      const key = productKey('ink', inkProductOf(machine, ink));
      const fits = { machineId: machine.id, channel: ink.channel };
      const known = found.get(key);
      if (known) {
        found.set(key, { ...known, fits: [...known.fits, fits] });
        continue;
      }
      const given = supplies[key];
      const settles = ink.role === 'white' || ink.role === 'metallic';
      const amount = ink.container?.ml ?? INK_ML;
      found.set(key, {
        key,
        kind: 'ink',
        name: ink.product === undefined ? `${ink.name}, ${machine.name}` : ink.name,
        unit: 'mL',
        width: 0,
        fits: [fits],
        white: ink.role === 'white',
        keeping: { openWeeks: given?.openWeeks ?? USUAL_OPEN_WEEKS[settles ? 'settles' : 'other'] },
        supply: given ?? {
          deliveryDays: USUAL_DELIVERY_DAYS,
          sizes: [{ amount, price: Math.round((amount / 1000) * ink.pricePerLitre) }],
        },
      });
    }
  return [...found.values()];
}
