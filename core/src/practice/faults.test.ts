import { describe, expect, it } from 'vitest';
import { artwork, DARK, MACHINE, PLAN } from '../../test/shop.ts';
import { overprintedChannel, type ArtworkInfo } from '../artwork/index.ts';
import type { PrintPlan } from '../plan/index.ts';
import { memoryRaster } from '../raster/index.ts';
import { parseStack, type Machine, type Material } from '../stack/index.ts';
import {
  faultOf,
  FAULT_IDS,
  isVisible,
  printed,
  seenDifference,
  type FaultId,
  type PracticeJob,
} from './index.ts';
import { isDistinct } from './job.ts';
import { inPlan, plantAll, tellsItself } from './planted.ts';

const [WIDTH, HEIGHT] = [200, 100];
type Ink = (x: number, y: number) => number;
const block: Ink = (x, y) => (x >= 40 && x < 160 && y >= 20 && y < 80 ? 200 : 0);
/** Pinholes all over it. */
const pierced: Ink = (x, y) => (x % 8 === 0 && y % 8 === 0 ? 0 : block(x, y));
/** Haze of 2 % all over the sheet. */
const hazy: Ink = (x, y) => Math.max(5, block(x, y));

interface Drawn {
  readonly colour?: Ink;
  /** Separations beside the process inks. */
  readonly specials?: Readonly<Record<string, Ink>>;
  /** What specials would hold if everything overprinted. */
  readonly meant?: Readonly<Record<string, Ink>>;
  readonly pages?: number;
}
function jobOf({ colour = block, specials = {}, meant = {}, pages = 1 }: Drawn, plan: PrintPlan) {
  const drawn = artwork({
    Magenta: 0.36,
    ...Object.fromEntries(Object.keys(specials).map((name) => [name, 0.36])),
  });
  const [first] = drawn.pages;
  const info: ArtworkInfo = {
    ...drawn,
    pages: Array.from({ length: pages }, (_, i) => ({
      ...first,
      number: i + 1,
      overprinted: Object.keys(meant),
      knockouts: Object.keys(meant).map((separation) => ({
        separation,
        specialLostMm2: 3000,
        colourLostMm2: 0,
      })) as unknown as typeof first.knockouts,
    })),
  };
  const plane = (ink: Ink) =>
    Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => ink(i % WIDTH, Math.floor(i / WIDTH)));
  const none: Ink = () => 0;
  const raster = (page: number) =>
    memoryRaster(
      { width: WIDTH, height: HEIGHT, dpi: 25.4 },
      new Map([
        ['Cyan', plane(page === 1 ? none : colour)],
        ['Magenta', plane(page === 1 ? colour : none)],
        ['Yellow', plane(none)],
        ['Black', plane(none)],
        ...Object.entries(specials).map(([name, ink]) => [name, plane(ink)] as const),
        ...Object.entries(meant).map(
          ([name, ink]) => [overprintedChannel(name), plane(ink)] as const,
        ),
      ]),
    );
  const job: PracticeJob = { id: 'block', name: 'Block', plan, artwork: { info, raster } };
  return { job, sound: { plan, state: { leftMl: {} } } };
}
const planOf = (stack: string, change: Partial<PrintPlan> = {}): PrintPlan => ({
  ...PLAN,
  stack: parseStack(stack),
  ...change,
});

const UNDER = 'film | W@image(close 0.5mm2 choke 0.2) / CMYK';
const WINDOW = 'W~@image / CMYK~ | film';
const under = (change: Partial<PrintPlan> = {}) => planOf(UNDER, change);
const apart = (waitMinutes: number) =>
  under({ trips: { ...PLAN.trips, split: 'apart', waitMinutes } });
const BOARD: Material = { ...DARK, form: 'board', width: 500, length: 700, thickness: 3 };
const FLATBED: Machine = { ...MACHINE, kind: 'flatbed', clearance: 40 };
const BOTTLES: Machine = {
  ...MACHINE,
  inks: MACHINE.inks.map((ink) => ({ ...ink, container: { ml: 220 } })),
};
const [plain] = MACHINE.modes;
const withMode = (change: Partial<typeof plain>) =>
  under({ machine: { ...MACHINE, modes: [plain, { ...plain, id: 'other', ...change }] } });

/** Of each fault a sound job that can have it, and one that can't; null where every job can have it. */
const CASES: Readonly<
  Record<
    FaultId,
    readonly [can: readonly [Drawn, PrintPlan], cannot: readonly [Drawn, PrintPlan] | null]
  >
> = {
  'spot-name': [
    [{ specials: { White: block } }, planOf('film | W@art / CMYK')],
    [{ specials: { White: block } }, under()],
  ],
  unmapped: [
    [
      { specials: { Deckweiss: block } },
      planOf('film | W@art / CMYK', {
        artwork: { ...PLAN.artwork, names: { Deckweiss: 'W' } },
      }),
    ],
    [{}, under()],
  ],
  'knocks-out': [
    [
      { specials: { White: () => 0 }, meant: { White: block } },
      planOf('film | W@art / CMYK', { artwork: { ...PLAN.artwork, overprint: ['White'] } }),
    ],
    [{}, under()],
  ],
  'no-white': [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
  'white-in-front': [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
  'white-knocked-out': [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
  'not-mirrored': [
    [{}, planOf(WINDOW)],
    [{}, under()],
  ],
  mirrored: [
    [{}, under()],
    [{}, planOf(WINDOW)],
  ],
  'wrong-surface': [
    [{}, under()],
    [{}, planOf(WINDOW)],
  ],
  haze: [
    [{ colour: hazy }, under({ material: DARK })],
    [{}, planOf('film | W@sheet / CMYK')],
  ],
  pinholes: [
    [{ colour: pierced }, planOf('film | W@image(close 5mm2) / CMYK', { material: DARK })],
    [{}, planOf('film | W@image / CMYK')],
  ],
  'no-plate': [
    [{}, under()],
    [{ specials: { White: block } }, under()],
  ],
  'wide-choke': [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
  'choked-twice': [
    [{ specials: { White: block } }, planOf('film | W@art / CMYK')],
    [{}, under()],
  ],
  'whole-sheet': [
    [{}, under({ material: DARK })],
    [{}, planOf('film | W@sheet / CMYK')],
  ],
  'white-where-none': [
    [{}, under()],
    [{}, planOf('film | W@outside / CMYK')],
  ],
  overlap: [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
  'thin-white': [
    [{}, under({ material: DARK })],
    [{}, planOf('film | CMYK')],
  ],
  'rear-full': [
    [
      {},
      planOf('film | CMYK60 / W@sheet / CMYK', { viewing: { ...PLAN.viewing, light: 'behind' } }),
    ],
    [{}, under()],
  ],
  'silver-full': [
    [{}, planOf('film | S35@image / CMYK')],
    [{}, under()],
  ],
  'too-many-hits': [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
  'hits-wet': [
    [{}, under()],
    [{}, under({ machine: { ...MACHINE, cure: 'uv' } })],
  ],
  'no-wait': [
    [{}, apart(20)],
    [{}, under()],
  ],
  'long-load': [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
  'mode-without-white': [
    [{}, withMode({ specials: false })],
    [{}, under()],
  ],
  'mode-of-another': [
    [{}, withMode({ materials: ['dark'] })],
    [{}, under()],
  ],
  laminated: [
    [{}, planOf('film | W@image / CMYK / V@image')],
    [{}, under()],
  ],
  'one-picture': [
    [
      { pages: 2 },
      planOf('film | CMYK:rear / W@image / CMYK', {
        artwork: { ...PLAN.artwork, rearPage: 2 },
        viewing: { ...PLAN.viewing, side: 'both' },
      }),
    ],
    [{}, under()],
  ],
  margin: [[{}, under()], null],
  'head-height': [
    [{}, under({ material: BOARD, machine: FLATBED })],
    [{}, under()],
  ],
  'old-film': [[{}, under()], null],
  'short-lot': [[{}, under()], null],
  'wrong-slot': [
    [{}, under({ machine: { ...MACHINE, whiteSlot: { minutes: 10 } } })],
    [{}, under()],
  ],
  'container-low': [
    [{}, under({ machine: BOTTLES })],
    [{}, planOf('film | CMYK')],
  ],
  'white-stood': [
    [{}, under()],
    [{}, planOf('film | CMYK')],
  ],
};

describe('each fault', () => {
  it.each(FAULT_IDS)(
    '%s is planted in a sound job, which stays as it was, and tells on itself',
    async (id) => {
      const [[drawn, plan]] = CASES[id];
      const { job, sound } = jobOf(drawn, plan);
      const as = structuredClone(sound);
      const wrong = plantAll(sound, job, [id]);
      expect(wrong).toBeDefined();
      expect(sound).toEqual(as);
      expect(wrong).not.toEqual(sound);
      const [right, other] = [await printed(sound, job), await printed(wrong!, job)];
      expect(tellsItself(right, other)).toBe(true);
      // Known at once, or measured to the end: the same.
      expect(isDistinct(right, other)).toBe(isVisible(seenDifference(right, other)));
    },
  );

  it('is seen from a five-hundredth of the piece on, or from a square centimetre', async () => {
    const spot =
      (side: number): Ink =>
      (x, y) =>
        x < side && y < side ? 200 : 0;
    // Of 200 × 100 pixels 40 are a five-hundredth.
    const seen = async (side: number, areaCm2: number) => {
      const [none, some] = [0, side].map((one) =>
        jobOf({ colour: spot(one) }, planOf('film | CMYK')),
      );
      const bare = { ...(await printed(none.sound, none.job)), areaCm2 };
      return isDistinct(bare, await printed(some.sound, some.job));
    };
    expect([await seen(6, 50), await seen(7, 50)]).toEqual([false, true]);
    // And of 1000 cm² 20 of them are one.
    expect([await seen(4, 1000), await seen(5, 1000)]).toEqual([false, true]);
  });

  it.each(FAULT_IDS.filter((id) => CASES[id][1] !== null))(
    '%s is not planted where a job can’t have it',
    (id) => {
      const [drawn, plan] = CASES[id][1]!;
      const { job, sound } = jobOf(drawn, plan);
      expect(plantAll(sound, job, [id])).toBeUndefined();
    },
  );

  it('has a name, what comes of it, and a page to read on', () => {
    for (const id of FAULT_IDS) {
      const { name, why, page } = faultOf(id);
      expect([id, name.length > 4, why.length > 20, page.length > 2]).toEqual([
        id,
        true,
        true,
        true,
      ]);
    }
    expect(new Set(FAULT_IDS.map((id) => faultOf(id).name)).size).toBe(FAULT_IDS.length);
  });

  it('that lies in the machine or on the shelf is none that the screens of a job can mend', () => {
    const { job, sound } = jobOf(
      {},
      under({ machine: { ...MACHINE, whiteSlot: { minutes: 10 } } }),
    );
    for (const id of [
      'old-film',
      'short-lot',
      'wrong-slot',
      'container-low',
      'white-stood',
    ] as const)
      expect([id, inPlan(sound, job, id)]).toEqual([id, false]);
    for (const id of ['no-white', 'mirrored', 'wide-choke', 'margin'] as const)
      expect([id, inPlan(sound, job, id)]).toEqual([id, true]);
  });

  it('of two that go together stays when the other is planted; one that the first took the ground from can’t be', () => {
    const { job, sound } = jobOf({}, under());
    const both = plantAll(sound, job, ['wide-choke', 'margin'])!;
    expect(both.plan.layout.margin).toBeGreaterThan(sound.plan.layout.margin);
    expect(both.plan.stack).not.toEqual(sound.plan.stack);
    expect(plantAll(sound, job, ['no-white', 'wide-choke'])).toBeUndefined();
  });
});
