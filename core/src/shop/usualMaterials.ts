/** Materials that most shops have, with figures in the usual range (common practice): to begin with until a data sheet is at hand. */
import type { Prices } from '../cost/index.ts';
import { MATERIAL_FIGURES, type Material } from '../stack/index.ts';
import type { Shop } from './shop.ts';
import { t } from '../texts/index.ts';

type Usual = Omit<Material, 'id' | 'width' | 'length'> & {
  /** mm; no wider than the machine that it is for. */
  readonly width: number;
  readonly length: number;
};

const USUAL: readonly Usual[] = [
  {
    get name() {
      return t('shop.whiteVinyl');
    },
    class: 'white',
    form: 'roll',
    width: 1370,
    length: 300,
    thickness: 0.1,
    pricePerM2: 600,
    optics: { lab: [94.5, 0, -1], transmittance: 0.02, haze: 1, gloss: 70 },
    adhesive: true,
    printableBack: false,
    label: null,
  },
  {
    get name() {
      return t('shop.clearFilm');
    },
    class: 'clear',
    form: 'roll',
    width: 1370,
    length: 300,
    thickness: 0.1,
    pricePerM2: 750,
    optics: { lab: [96, 0, 0.5], transmittance: 0.91, haze: 0.03, gloss: 85 },
    adhesive: true,
    printableBack: false,
    label: null,
  },
  {
    get name() {
      return t('shop.clearAcrylic5Mm');
    },
    class: 'clear',
    form: 'board',
    width: 1000,
    length: 600,
    thickness: 5,
    pricePerM2: 4200,
    optics: { lab: [96, 0, 0.2], transmittance: 0.92, haze: 0.01, gloss: 85 },
    adhesive: false,
    printableBack: true,
    label: null,
  },
  {
    get name() {
      return t('shop.whiteCard');
    },
    class: 'white',
    form: 'sheet',
    width: 450,
    length: 640,
    thickness: 0.3,
    pricePerM2: 300,
    optics: { lab: [95, 0.5, -2], transmittance: 0.05, haze: 1, gloss: 35 },
    adhesive: false,
    printableBack: true,
    label: null,
  },
  {
    get name() {
      return t('shop.blackBoard3Mm');
    },
    class: 'dark',
    form: 'board',
    width: 1000,
    length: 600,
    thickness: 3,
    pricePerM2: 1150,
    optics: { lab: [14, 0, -0.5], transmittance: 0, haze: 1, gloss: 20 },
    adhesive: false,
    printableBack: true,
    label: null,
  },
  {
    get name() {
      return t('shop.silverFilm');
    },
    class: 'metallic',
    form: 'roll',
    width: 610,
    length: 300,
    thickness: 0.08,
    pricePerM2: 1300,
    optics: { lab: [80, 0, 0.5], transmittance: 0, haze: 1, gloss: 90 },
    adhesive: true,
    printableBack: false,
    label: null,
  },
  {
    get name() {
      return t('shop.kraftCard');
    },
    class: 'natural',
    form: 'sheet',
    width: 450,
    length: 640,
    thickness: 0.4,
    pricePerM2: 280,
    optics: {
      lab: [62, 8, 22],
      transmittance: 0.02,
      haze: 1,
      gloss: 5,
      texture: { kind: 'fibre', depth: 6 },
    },
    adhesive: false,
    printableBack: true,
    label: null,
  },
];

export const USUAL_MATERIAL_NAMES = USUAL.map(({ name }) => name);

/** What a new material begins with when nothing is said of it. */
export const FIRST_USUAL = USUAL[0].name;

/**
 * A usual material by its name, no wider than what goes through a machine; its figures are marked as assumed.
 * @throws RangeError if there is none of that name
 */
export function usualMaterial(name: string, id: string, maxWidth: number): Material {
  const found = USUAL.find((material) => material.name === name);
  if (!found) throw new RangeError(`There is no usual material “${name}”.`);
  return { ...found, id, width: Math.min(found.width, maxWidth), assumed: MATERIAL_FIGURES };
}

/** The material with other figures: those that are given are assumed no more. */
export function withMaterial(material: Material, change: Partial<Material>): Material {
  const { assumed, ...rest } = { ...material, ...change };
  const left = assumed?.filter((figure) => !(figure in change)) ?? [];
  return left.length > 0 ? { ...rest, assumed: left } : rest;
}

/** The material with its usual figures found right. */
export const confirmedMaterial = (material: Material): Material =>
  withMaterial(
    material,
    Object.fromEntries(MATERIAL_FIGURES.map((figure) => [figure, material[figure]])),
  );

const FIRST_PRICES: Prices = {
  currency: 'USD',
  labourRate: 3000,
  markupPercent: 100,
  minimum: 2000,
};

/** A shop that states nothing yet. */
export const EMPTY_SHOP: Shop = {
  get name() {
    return t('shop.ourShop');
  },
  machines: [],
  materials: [],
  prices: FIRST_PRICES,
};
