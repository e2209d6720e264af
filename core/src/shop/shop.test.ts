import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, MATERIAL, PLAN } from '../../test/shop.ts';
import { newPlan, type PrintPlan } from '../plan/index.ts';
import { formatStack, type Machine } from '../stack/index.ts';
import { backAndThrough } from '../optics/index.ts';
import {
  assumedIn,
  contradictionsOf,
  DECIDES,
  fieldChanges,
  freeId,
  INK_CHOICES,
  machineBlocks,
  machineFields,
  machineValue,
  materialContradictions,
  movedOn,
  newMachine,
  SHOP_FILE_FORMAT,
  shopChanges,
  shopFileProblems,
  takenOver,
  confirmedMaterial,
  fitted,
  productOf,
  USUAL_MATERIAL_NAMES,
  usualMaterial,
  withMaterial,
  withMachineBlock,
  withMachineInk,
  withMachineValue,
  withoutMachineInk,
  withProduct,
  type InkChoice,
  type Shop,
  type ShopFile,
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

const answers = {
  id: 'nine',
  name: 'Nine inks',
  kind: 'flatbed' as const,
  cure: 'uv' as const,
  maxWidth: 900,
  maxLength: 600,
  inks: ['colour', 'light', 'orange', 'violet', 'white'] as const,
  passes: 6,
  speed: 700,
  hourRate: 3000,
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

describe('a machine that was never seen before', () => {
  it('can be planned with from ten answers, whatever its kind and inks', () => {
    const every = INK_CHOICES.map(({ id }) => id);
    for (const kind of ['roll', 'flatbed', 'label'] as const)
      for (const inks of [
        every,
        ['colour'],
        ['white'],
        ['colour', 'white', 'clear'],
      ] as InkChoice[][]) {
        const machine = newMachine({ ...answers, kind, inks });
        expect(contradictionsOf(machine), `${kind} ${inks.join()}`).toEqual([]);
      }
    expect(newMachine(answers).inks.map(({ channel }) => channel)).toEqual([
      'C',
      'M',
      'Y',
      'K',
      'Lc',
      'Lm',
      'Or',
      'Vi',
      'W',
    ]);
  });

  it('marks every figure that nobody told as assumed, until it is told', () => {
    const machine = newMachine(answers);
    expect(machine.assumed).toContain('turnSeconds');
    expect(machine.assumed).toContain('inks.W.spotName');
    expect(machine.assumed).not.toContain('maxWidth');
    for (const path of machine.assumed!.filter((one) => !/^(inks|modes)/.test(one)))
      expect(machineValue(machine, path), path).not.toBeUndefined();
    const told = withMachineValue(machine, 'turnSeconds', 0.4);
    expect(told.turnSeconds).toBe(0.4);
    expect(told.assumed).toEqual(machine.assumed!.filter((path) => path !== 'turnSeconds'));
    const white = machine.inks.at(-1)!;
    const named = withMachineInk(machine, 'W', { ...white, spotName: 'WHITE_1' });
    expect(named.inks.at(-1)!.spotName).toBe('WHITE_1');
    expect(named.assumed).not.toContain('inks.W.spotName');
    expect(named.assumed).toContain('inks.W.laydown');
  });

  it('has a cutter, held edges and the like switched on with what is usual, and off again', () => {
    const machine = newMachine(answers);
    for (const { path, usual } of machineBlocks()) {
      const on = withMachineBlock(machine, path, true);
      expect(on[path]).toEqual(usual);
      const off = withMachineBlock(on, path, false);
      expect(off[path]).toBeUndefined();
      expect(off.assumed).toEqual(machine.assumed);
    }
  });

  it('says of each figure what it changes and where it is found', () => {
    const everything = {
      ...MACHINE,
      ...Object.fromEntries(machineBlocks().map(({ path, usual }) => [path, usual])),
    };
    for (const { path, changes, lookUp, absent } of machineFields()) {
      expect(machineValue(everything, path) ?? absent, path).not.toBeUndefined();
      expect(changes).toMatch(/\.$/);
      expect(lookUp).toMatch(/\.$/);
    }
  });

  it('loses what was learnt of an ink once its laydown is set by hand', () => {
    const estimate = { mean: [1, 1], covariance: [1, 0, 1], noise: 1, reports: 3 } as const;
    const learnt: Machine = { ...MACHINE, learnt: { inks: { W: estimate, C: estimate } } };
    const white = learnt.inks.find(({ channel }) => channel === 'W')!;
    expect(withMachineInk(learnt, 'W', { ...white, name: 'Other' }).learnt).toBe(learnt.learnt);
    expect(withMachineInk(learnt, 'W', { ...white, laydown: 12 }).learnt!.inks).toEqual({
      C: estimate,
    });
    expect(withoutMachineInk(learnt, 'W').inks).toHaveLength(learnt.inks.length - 1);
  });
});

describe('an ink as it is bought', () => {
  it('has what a machine’s ink has but what depends on the machine, and gives it back when it is fitted', () => {
    for (const ink of MACHINE.inks) {
      const product = productOf(ink, 'bought');
      expect(product).not.toHaveProperty('laydown');
      expect(product).not.toHaveProperty('spotName');
      const again = fitted(MACHINE, ink.channel, product).inks.find(
        ({ channel }) => channel === ink.channel,
      );
      expect(again).toEqual({ ...ink, product: 'bought' });
    }
  });
});

describe('usual materials', () => {
  it('are no wider than the machine and light gives nothing back that it did not get', () => {
    for (const name of USUAL_MATERIAL_NAMES) {
      const material = usualMaterial(name, freeId(name, []), 600);
      expect(material.width).toBeLessThanOrEqual(600);
      expect(materialContradictions(material)).toEqual([]);
      expect(backAndThrough(material.optics)).toBeLessThan(1.005);
    }
  });

  it('are assumed in what a data sheet states, until that is told or found right', () => {
    const usual = usualMaterial(USUAL_MATERIAL_NAMES[0], 'vinyl', 600);
    expect(usual.assumed).toEqual(['optics', 'thickness', 'pricePerM2']);
    expect(withMaterial(usual, { name: 'Our vinyl' }).assumed).toEqual(usual.assumed);
    const priced = withMaterial(usual, { pricePerM2: 555 });
    expect([priced.assumed, priced.pricePerM2]).toEqual([['optics', 'thickness'], 555]);
    const { assumed: _, ...told } = usual;
    expect(confirmedMaterial(usual)).toEqual(told);
    expect(withMaterial(told, { thickness: 0.2 })).not.toHaveProperty('assumed');
  });
});

describe('the file of a shop', () => {
  const entry = <T>(id: string, data: T) => ({ id, standing: 'active' as const, data });
  const file: ShopFile = {
    kyanosShop: SHOP_FILE_FORMAT,
    machines: [entry('a', MACHINE)],
    materials: [],
    inks: [],
    presets: [],
    procedures: [],
    prices: { prices: PLAN.prices },
  };

  it('tells what it would change: what is new, what differs and by which fields', () => {
    const other = {
      ...file,
      machines: [entry('a', { ...MACHINE, hourRate: 1 }), entry('b', MACHINE)],
    };
    expect(
      shopChanges(file, other).map(({ id, what, fields }) => [
        id,
        what,
        fields.map(({ field }) => field),
      ]),
    ).toEqual([
      ['a', 'changed', ['hourRate']],
      ['b', 'new', []],
      ['standard', 'same', []],
    ]);
  });

  it('names every machine and material that contradicts itself, drafts aside', () => {
    const wrong = { ...MACHINE, minWidth: 9999 };
    expect(shopFileProblems({ ...file, machines: [entry('a', wrong)] })).toEqual([
      expect.stringContaining(`${MACHINE.name}: The narrowest material`),
    ]);
    expect(
      shopFileProblems({ ...file, machines: [{ ...entry('a', wrong), standing: 'draft' }] }),
    ).toEqual([]);
  });
});

describe('the id of a new thing', () => {
  it('is made of its name, and of no other’s', () => {
    expect(freeId('Roll printer No. 2', [])).toBe('roll-printer-no-2');
    expect(freeId('Weiß & Größe', [])).toBe('wei-gro-e');
    expect(freeId('印刷機', [])).toBe('new');
    expect(freeId('A', ['a', 'a-2'])).toBe('a-3');
  });
});

describe('what a job stands on that nobody has told', () => {
  const machine = newMachine(answers);

  it('is known of every figure of a machine that can be assumed', () => {
    const known = Object.keys(DECIDES);
    expect(
      machineFields()
        .map(({ path }) => path)
        .filter((path) => !known.includes(path)),
    ).toEqual([]);
  });

  it('is of its own mode and of the inks that it lays only, and no more once it is told', () => {
    const white = assumedIn(machine, 'usual', ['W']);
    expect(white.time).toContain('modes.usual.specialSpeed');
    expect(white.cost).toContain('inks.W.laydown');
    expect(white.cost.filter((path) => path.startsWith('inks.C.'))).toEqual([]);
    expect(white.cost).not.toContain('hourRate');
    expect(assumedIn(machine, 'another', []).time).not.toContain('modes.usual.specialSpeed');
    const timed = withMachineValue(machine, 'turnSeconds', 0.7);
    expect(white.time).toContain('turnSeconds');
    expect(assumedIn(timed, 'usual', ['W']).time).not.toContain('turnSeconds');
  });
});
