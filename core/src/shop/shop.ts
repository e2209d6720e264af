/** A shop: what its plans are made from. Each thing is kept in revisions; a plan carries its own copy. */
import type { Prices } from '../cost/index.ts';
import type { Ink, Machine, Material } from '../stack/index.ts';
import { withMachineInk } from './editMachine.ts';

/** What a shop says once and means for new jobs. Nothing that is absent is done. */
export interface HouseRules {
  /** White, silver and clear dry so long before what is laid on them in another trip, minutes. */
  readonly waitMinutes?: number;
  /** Whether new jobs print a test first. */
  readonly testPrint?: boolean;
  /** Specials under colour are pulled in by so much, mm, by the id of the machine. */
  readonly chokeMm?: Readonly<Record<string, number>>;
  /** White that lets a hint of the grain through, percent. */
  readonly grainWhite?: number;
  /** Between pieces, and from the edge of the material, mm. */
  readonly gap?: number;
  readonly margin?: number;
}

/** What a house rule begins with when it is made: white of 70 % and a choke of 0.2 mm are common practice. */
export const USUAL_GRAIN_WHITE = 70;
export const USUAL_CHOKE_MM = 0.2;

/** Prices with the first day on which they hold. */
export interface PriceList {
  /** ISO 8601, such as 2026-11-27; from always on if absent. */
  readonly holdsFrom?: string;
  readonly prices: Prices;
}

/** House rules with the first day on which they hold. */
export interface RuleBook {
  readonly holdsFrom?: string;
  readonly rules: HouseRules;
}

/** An ink as it is bought; the machines in which it is fitted have its figures. */
export interface InkProduct extends Pick<
  Ink,
  'name' | 'role' | 'pricePerLitre' | 'container' | 'contrastRatio' | 'lab' | 'finish'
> {
  readonly id: string;
}

/** A beginning that the shop made for itself: a whole stack with the rule of every plate. */
export interface ShopPreset {
  readonly name: string;
  readonly about: string;
  /** In the short notation of stacks. */
  readonly notation: string;
}

/** What is bought, as a machine has it: everything of an ink that does not depend on the machine. */
export function productOf(ink: Ink, id: string): InkProduct {
  const { name, role, pricePerLitre, container, contrastRatio, lab, finish } = ink;
  return {
    id,
    name,
    role,
    pricePerLitre,
    ...(container && { container }),
    ...(contrastRatio !== undefined && { contrastRatio }),
    ...(lab && { lab }),
    ...(finish && { finish }),
  };
}

/**
 * An id for a new thing: small letters, figures and hyphens of its name.
 * @param taken ids that there are
 */
export function freeId(name: string, taken: readonly string[]): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50)
    .replace(/-+$/, '');
  const base = plain || 'new';
  if (!taken.includes(base)) return base;
  for (let n = 2; ; n++) if (!taken.includes(`${base}-${n}`)) return `${base}-${n}`;
}

/** Which revision of the shop's own a plan's copies were taken from. */
export interface PlanOrigin {
  readonly machine?: number;
  readonly material?: number;
  readonly prices?: number;
}

export interface Shop {
  readonly name: string;
  /** Those that can be planned with. */
  readonly machines: readonly Machine[];
  readonly materials: readonly Material[];
  readonly prices: Prices;
  readonly rules?: HouseRules;
  /** The present revision of each, by id; absent where a shop comes from a file. */
  readonly revisions?: {
    readonly machines: Readonly<Record<string, number>>;
    readonly materials: Readonly<Record<string, number>>;
    readonly prices: number;
  };
}

/** A machine with the figures of an ink as it is bought now, wherever the ink is fitted; the machine itself where it is not. */
export function withProduct(machine: Machine, product: InkProduct): Machine {
  const { id, role, ...figures } = product;
  const places = machine.inks.filter((ink) => ink.product === id && ink.role === role);
  return places.reduce(
    (made, ink) => withMachineInk(made, ink.channel, { ...ink, ...figures }),
    machine,
  );
}

/** The machine with an ink of the shop fitted at a key, with its figures; or with nothing said of where its ink is bought. */
export function fitted(
  machine: Machine,
  channel: string,
  product: InkProduct | undefined,
): Machine {
  const inks = machine.inks.map((ink): Ink => {
    if (ink.channel !== channel) return ink;
    const { product: _, ...own } = ink;
    return product ? { ...own, product: product.id } : own;
  });
  return product ? withProduct({ ...machine, inks }, product) : { ...machine, inks };
}

/** Where a plan's machine, material and prices were taken from, if the shop keeps revisions. */
export function originIn(
  { revisions }: Shop,
  machineId: string,
  materialId: string,
): PlanOrigin | undefined {
  if (!revisions) return undefined;
  const { [machineId]: machine } = revisions.machines;
  const { [materialId]: material } = revisions.materials;
  return {
    ...(machine !== undefined && { machine }),
    ...(material !== undefined && { material }),
    prices: revisions.prices,
  };
}
