import { describe, expect, it } from 'vitest';
import { artwork, DARK, PLAN } from '../../test/shop.ts';
import { overprintedChannel } from '../artwork/index.ts';
import { memoryRaster } from '../raster/index.ts';
import { parseStack } from '../stack/index.ts';
import { measureVersions } from './measurePlates.ts';
import { groundDependencies, plateDependencies } from './plateDependencies.ts';
import type { Artwork, PrintPlan } from './plan.ts';

const [WIDTH, HEIGHT] = [50, 25];
const NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black', 'white ', 'Foil'];
/** What of them holds something else if all overprints. */
const OVER = ['Cyan', 'white '];
/** Two pages of different shapes and tints, with a special that is named almost rightly and one that nobody knows. */
const pixels = (seed: number) =>
  new Map(
    [...NAMES, ...OVER.map(overprintedChannel)].map((name, k) => [
      name,
      Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
        const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
        return (x - 25 + k + seed) ** 2 + (y - 12) ** 2 * 3 < 200 + 20 * k
          ? (40 * k + x * 3) % 256
          : 0;
      }),
    ]),
  );
const info = artwork({ Cyan: 0.3, 'white ': 0.2, Foil: 0.1 });
const pages = [1, 2].map((number) => ({
  ...info.pages[0],
  number,
  overprinted: OVER,
  separations: NAMES.map(
    (name) =>
      info.pages[0].separations.find((one) => one.name === name) ?? {
        name,
        kind: 'spot' as const,
        coverage: 0.1,
        coverageWithBleed: 0.1,
      },
  ),
  barcodes: [
    {
      type: 'EAN-13',
      content: '2012345678903',
      box: { left: 60, top: 20, width: 80, height: 60 },
      turn: 0,
      moduleMm: 4,
      quiet: [11, 7] as const,
      quietWanted: [11, 7] as const,
      mirrored: false,
    },
  ],
}));
const file: Artwork = {
  info: { ...info, pages },
  raster: (number) => memoryRaster({ width: WIDTH, height: HEIGHT, dpi: 25.4 / 4 }, pixels(number)),
};

const RULES = [
  'film | W@image(choke 4) / CMYK',
  'film | W@art / CMYK+S@separation("Foil")',
  'film | W@match(within image alone) / CMYK',
  'film | W@image(add codes) / CMYK',
];
const [white] = PLAN.machine.inks.filter(({ channel }) => channel === 'W');
const withInk = (change: object): Partial<PrintPlan> => ({
  machine: {
    ...PLAN.machine,
    inks: PLAN.machine.inks.map((ink) => (ink.channel === 'W' ? { ...ink, ...change } : ink)),
  },
});
const optics = (change: object): Partial<PrintPlan> => ({
  material: { ...PLAN.material, optics: { ...PLAN.material.optics, ...change } },
});
/** One field each. */
const CHANGES: readonly (readonly [string, Partial<PrintPlan>])[] = [
  ['name', { name: 'Other' }],
  ['page', { artwork: { ...PLAN.artwork, page: 2 } }],
  ['names', { artwork: { ...PLAN.artwork, names: { 'white ': 'W' } } }],
  ['names, as process', { artwork: { ...PLAN.artwork, names: { Foil: 'process' } } }],
  ['overprint', { artwork: { ...PLAN.artwork, overprint: ['white '] } }],
  [
    'versions',
    {
      versions: [
        { page: 1, copies: 2 },
        { page: 2, copies: 2 },
      ],
    },
  ],
  ['copies', { layout: { ...PLAN.layout, copies: 9 } }],
  ['prices', { prices: { ...PLAN.prices, markupPercent: 10 } }],
  ['trips', { trips: { ...PLAN.trips, split: 'apart' } }],
  ['material', { material: DARK }],
  ['adhesive', { material: { ...PLAN.material, adhesive: true } }],
  ['price of the material', { material: { ...PLAN.material, pricePerM2: 3 } }],
  ['haze', optics({ haze: 0.6 })],
  ['transmittance', optics({ transmittance: 0.5 })],
  ['gloss', optics({ gloss: 10 })],
  ['viewing side', { viewing: { ...PLAN.viewing, side: 'back' } }],
  ['backing', { viewing: { ...PLAN.viewing, backing: 'black' } }],
  ['contrast ratio', withInk({ contrastRatio: 0.85 })],
  ['laydown', withInk({ laydown: 22 })],
  ['drops', withInk({ drops: 3 })],
  ['spot name', withInk({ spotName: 'white ' })],
  [
    'tone',
    withInk({
      tone: [
        [0.5, 0.7],
        [1, 1],
      ],
    }),
  ],
  ['price of white', withInk({ pricePerLitre: white.pricePerLitre + 1 })],
  ['bar reduction', { machine: { ...PLAN.machine, barReduction: 0.4 } }],
  ['head height', { machine: { ...PLAN.machine, headHeight: 12 } }],
];

describe.each(RULES)('plates of %s', (notation) => {
  const base: PrintPlan = { ...PLAN, stack: parseStack(notation) };
  const key = (plan: PrintPlan) => JSON.stringify(plateDependencies(plan));

  it.each(CHANGES)(
    'have another key or the same measures where %s changes',
    async (_name, change) => {
      const other = { ...base, ...change };
      if (key(other) !== key(base)) return;
      expect(await measureVersions(other, file)).toEqual(await measureVersions(base, file));
    },
  );

  it('need no new build where only prices, times and quantities change', () => {
    for (const [name, change] of CHANGES)
      if (['name', 'copies', 'prices', 'trips', 'head height'].includes(name))
        expect([name, key({ ...base, ...change })]).toEqual([name, key(base)]);
  });

  it('need one where another density is laid only if a look decides them', () => {
    const thinner = { ...base, stack: parseStack(notation.replace('W@', 'W60@')) };
    expect(key(thinner) === key(base)).toBe(!notation.includes('match'));
  });
});

describe('inks among what plates depend on', () => {
  const inks = (plan: PrintPlan) => (groundDependencies(plan) as unknown[])[2];

  it('are as they were before inks had roles, so that plates that were built are not built again', () => {
    expect(inks(PLAN)).toEqual(
      PLAN.machine.inks.map(({ channel, spotName }) => [channel, spotName]),
    );
  });

  it('differ where a key could be that of a special and is not', () => {
    const violet = { channel: 'Vi', name: 'Violet', laydown: 9, pricePerLitre: 1, lossPerTrip: 0 };
    const withInk = (role: 'extra' | 'clear') => ({
      ...PLAN,
      machine: {
        ...PLAN.machine,
        inks: [...PLAN.machine.inks, { ...violet, role, spotName: null }],
      },
    });
    expect(inks(withInk('extra'))).not.toEqual(inks(withInk('clear')));
  });
});
