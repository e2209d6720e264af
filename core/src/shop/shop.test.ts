import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, MATERIAL, PLAN } from '../../test/shop.ts';
import { newPlan, type PrintPlan } from '../plan/index.ts';
import { formatStack, type Machine } from '../stack/index.ts';
import {
  contradictionsOf,
  fieldChanges,
  materialContradictions,
  movedOn,
  takenOver,
  withProduct,
  type Shop,
} from './index.ts';

const SHOP: Shop = {
  name: 'Test',
  machines: [{ ...MACHINE, hourRate: 9000 }],
  materials: [MATERIAL],
  prices: PLAN.prices,
  revisions: { machines: { [MACHINE.id]: 5 }, materials: { [MATERIAL.id]: 2 }, prices: 1 },
};
const FROM: PrintPlan = {
  ...PLAN,
  material: MATERIAL,
  from: { machine: 3, material: 2, prices: 1 },
};

describe('what the shop changed since a plan was made', () => {
  it('is told by its fields, with what they were and what they are', () => {
    expect(movedOn(FROM, SHOP)).toEqual([
      {
        part: 'machine',
        name: MACHINE.name,
        from: 3,
        to: 5,
        fields: [{ field: 'hourRate', was: MACHINE.hourRate, now: 9000 }],
      },
    ]);
  });

  it('is nothing where no revision is newer, nothing differs, or the plan comes from no shop', () => {
    expect(movedOn({ ...FROM, from: { machine: 5 } }, SHOP)).toEqual([]);
    expect(movedOn({ ...FROM, machine: SHOP.machines[0] }, SHOP)).toEqual([]);
    expect(movedOn(PLAN, SHOP)).toEqual([]);
    expect(movedOn(FROM, { ...SHOP, machines: [] })).toEqual([]);
  });

  it('is gone once it is taken over, and nothing else of the plan has changed', () => {
    const next = takenOver(FROM, SHOP, 'machine');
    expect(movedOn(next, SHOP)).toEqual([]);
    expect(next).toEqual({
      ...FROM,
      machine: SHOP.machines[0],
      from: { ...FROM.from, machine: 5 },
    });
  });

  it('finds inks and modes by what they are called, not by where they stand', () => {
    const turned: Machine = { ...MACHINE, inks: MACHINE.inks.toReversed() };
    expect(fieldChanges(MACHINE, turned)).toEqual([]);
    const dearer = {
      ...turned,
      inks: turned.inks.map((ink) => (ink.channel === 'W' ? { ...ink, laydown: 12 } : ink)),
    };
    expect(fieldChanges(MACHINE, dearer)).toEqual([{ field: 'inks.W.laydown', was: 10, now: 12 }]);
    expect(fieldChanges(MACHINE, { ...MACHINE, inks: MACHINE.inks.slice(1) })).toMatchObject([
      { field: 'inks.C', now: undefined },
    ]);
  });
});

describe('a new plan', () => {
  const info = artwork({ Cyan: 0.2, White: 0.3 });
  const plan = (shop: Shop) => newPlan(shop, info, 'sign.pdf');

  it('says which revisions its machine, material and prices are', () => {
    expect(plan(SHOP).from).toEqual({ machine: 5, material: 2, prices: 1 });
    const { revisions: _, ...file } = SHOP;
    expect(plan(file)).not.toHaveProperty('from');
  });

  it('follows the rules of the house', () => {
    const made = plan({
      ...SHOP,
      rules: {
        waitMinutes: 15,
        testPrint: false,
        gap: 2,
        margin: 4,
        chokeMm: { [MACHINE.id]: 0.25 },
      },
    });
    expect(made.trips).toMatchObject({ waitMinutes: 15, testPrint: false });
    expect(made.layout).toMatchObject({ gap: 2, margin: 4 });
    expect(formatStack(made.stack)).toContain('choke 0.25');
    expect(formatStack(plan(SHOP).stack)).toContain('choke 0.2)');
    const rules = { chokeMm: { [MACHINE.id]: 0 } };
    expect(formatStack(plan({ ...SHOP, rules }).stack)).not.toContain('choke');
  });
});

describe('contradictions', () => {
  const fields = (change: Partial<Machine>) =>
    contradictionsOf({ ...MACHINE, ...change }).map(({ field }) => field);
  const [mode] = MACHINE.modes;

  it('are none in a machine that can be planned with', () => expect(fields({})).toEqual([]));

  it.each<[string, Partial<Machine>]>([
    ['minWidth', { minWidth: 1001 }],
    ['maxTwoTripLength', { maxTwoTripLength: 5001 }],
    ['held.sides', { held: { leading: 0, trailing: 0, sides: 500 } }],
    ['held.leading', { held: { leading: 3000, trailing: 2000, sides: 0 } }],
    ['sweeps', { sweeps: 'bed' }],
    [
      'inks.W.spotName',
      { inks: MACHINE.inks.map((ink) => (ink.channel === 'W' ? { ...ink, spotName: ' ' } : ink)) },
    ],
    [
      'inks.S.spotName',
      {
        inks: MACHINE.inks.map((ink) =>
          ink.channel === 'S' ? { ...ink, spotName: 'White' } : ink,
        ),
      },
    ],
    [`modes.${mode.id}.layersPerTrip`, { modes: [{ ...mode, layersPerTrip: 6 }] }],
    [`modes.${mode.id}.materials`, { modes: [{ ...mode, materials: [] }] }],
    [`modes.${mode.id}`, { modes: [mode, mode] }],
    [`modes.${mode.id}.layersPerTrip`, { modes: [{ ...mode, specials: false, layersPerTrip: 2 }] }],
    [`modes.${mode.id}.specials`, { inks: MACHINE.inks.slice(0, 4) }],
    ['inks', { inks: MACHINE.inks.filter(({ channel }) => channel === 'V') }],
  ])('are found at %s', (field, change) => expect(fields(change)).toContain(field));

  it('of a material are a label larger than it, and a class that its light denies', () => {
    const found = (change: Partial<typeof MATERIAL>) =>
      materialContradictions({ ...MATERIAL, ...change }).map(({ field }) => field);
    expect(found({})).toEqual([]);
    expect(found({ label: { width: 5000, height: 10 } })).toEqual(['label']);
    const { optics } = MATERIAL;
    expect(found({ class: 'clear', optics: { ...optics, transmittance: 0.1 } })).toEqual([
      'optics.transmittance',
    ]);
    expect(found({ class: 'metallic', optics: { ...optics, transmittance: 0.9 } })).toEqual([
      'optics.transmittance',
    ]);
  });
});

describe('an ink as it is bought', () => {
  const product = {
    id: 'w',
    name: 'White',
    role: 'white',
    pricePerLitre: 1,
    contrastRatio: 0.8,
  } as const;
  it('gives its figures to where it is fitted, and to nothing else', () => {
    expect(withProduct(MACHINE, product)).toBe(MACHINE);
    const fitted = {
      ...MACHINE,
      inks: MACHINE.inks.map((ink) => (ink.channel === 'W' ? { ...ink, product: 'w' } : ink)),
    };
    expect(fieldChanges(fitted, withProduct(fitted, product)).map(({ field }) => field)).toEqual([
      'inks.W.name',
      'inks.W.pricePerLitre',
      'inks.W.contrastRatio',
    ]);
  });
});
