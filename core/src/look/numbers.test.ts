import { beforeAll, describe, expect, it } from 'vitest';
import { ANCHOR, DARK, MACHINE, MATERIAL } from '../../test/shop.ts';
import { processModel } from '../optics/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { mistakesOf, parseStack, withDensity, type Material, type Stack } from '../stack/index.ts';
import {
  besideOwnWhite,
  dayNightDifference,
  coloursOf,
  difference,
  flopOf,
  grainShown,
  hiddenLayer,
  LookTable,
  makeScene,
  NO_MEANS,
  onPaper,
  readability,
  showThrough,
  solveRearStrength,
  whiteForGrain,
  whiteForOpacity,
  whiteOpacity,
  type Scene,
  type View,
} from './index.ts';

let process: ReturnType<typeof processModel>;
beforeAll(() => {
  process = processModel(ANCHOR);
});
const sceneOf = (stack: Stack | string, material: Material = DARK): Scene =>
  makeScene({
    stack: typeof stack === 'string' ? parseStack(stack) : stack,
    material,
    machine: MACHINE,
    process,
  });

/** Bars of dark type, 40 × 40, between them light tints, and here and there bare paper. */
const WIDTH = 40;
type Lies = 'under' | 'knocked out';
function typeOn(stack: Stack, white: Lies) {
  const size = WIDTH * WIDTH;
  const bar = (i: number) => (i % WIDTH) % 10 < 4;
  const bare = (i: number) => !bar(i) && Math.floor(i / WIDTH) % 4 === 0;
  const plane = (dark: number, light: number) =>
    Uint8Array.from({ length: size }, (_, i) => (bar(i) ? dark : bare(i) ? 0 : light));
  const cover = Uint8Array.from({ length: size }, (_, i) =>
    white === 'under' || bare(i) ? 255 : 0,
  );
  return {
    size,
    process: [plane(60, 0), plane(40, 30), plane(30, 120), plane(230, 0)],
    plates: new Map(plateSpecs(stack).map(({ key }) => [key, cover])),
  };
}
const PLAN_VIEW: View = { side: 'front', place: 'white' };

function look(stack: Stack, white: Lies = 'under', material: Material = DARK) {
  const scene = sceneOf(stack, material);
  const table = new LookTable(scene, 'front', typeOn(stack, white));
  const print = coloursOf(table, scene, PLAN_VIEW, NO_MEANS);
  const paper = coloursOf(table, onPaper(scene, 'front'), PLAN_VIEW, NO_MEANS);
  return { table, print, paper };
}

describe('the difference to the art on white paper', () => {
  it('is none for the art on white paper itself', () => {
    const { table, paper } = look(parseStack('film | CMYK'));
    expect(difference(table, paper, paper)).toEqual({ median: 0, p95: 0 });
  });

  it('orders the classic mistakes on dark board: none, then knocked out beside right', () => {
    const stack = parseStack('film | W@image / CMYK');
    const of = (made: Stack, white?: Lies) => {
      const { table, print, paper } = look(made, white);
      return difference(table, print, paper)!.p95;
    };
    const none = mistakesOf(stack).find(({ id }) => id === 'none')!.stack;
    expect(of(stack)).toBeLessThan(of(none) / 3);
    expect(of(stack)).toBeLessThan(of(stack, 'knocked out') / 3);
  });

  it('counts pixels, not mixtures, and only those with ink', () => {
    const stack = parseStack('film | CMYK');
    const scene = sceneOf(stack);
    // Nine pixels of a solid, which is less off on dark board, ninety of a tint, one bare.
    const cyan = Uint8Array.from({ length: 100 }, (_, i) => (i < 9 ? 255 : i < 99 ? 20 : 0));
    const none = new Uint8Array(100);
    const table = new LookTable(scene, 'front', {
      size: 100,
      process: [cyan, none, none, none],
      plates: new Map(),
    });
    const print = coloursOf(table, scene, PLAN_VIEW, NO_MEANS);
    const paper = coloursOf(table, onPaper(scene, 'front'), PLAN_VIEW, NO_MEANS);
    const full = difference(table, print, paper)!;
    const one = (mixture: number) =>
      difference(
        table,
        { ...print, lab: () => print.lab(mixture) },
        { ...paper, lab: () => paper.lab(mixture) },
      )!.median;
    const [solid, tint] = [one(table.numbers[0]), one(table.numbers[50])];
    expect(solid).toBeLessThan(tint);
    expect(full.median).toBeCloseTo(tint, 9);
    expect(full.p95).toBeCloseTo(tint, 9);
  });
});

describe('readability', () => {
  it('on dark rises from no white over knocked out to white under', () => {
    const stack = parseStack('film | W@image / CMYK');
    const of = (made: Stack, white?: Lies) => {
      const { table, print, paper } = look(made, white);
      return readability(table, WIDTH, print, paper)!;
    };
    const none = of(parseStack('film | CMYK'));
    const out = of(stack, 'knocked out');
    const under = of(stack);
    expect(none.print).toBeLessThan(out.print - 0.05);
    expect(out.print).toBeLessThan(under.print - 0.05);
    expect(under.print).toBeLessThan(under.paper);
    expect(under.paper).toBeGreaterThan(0.7);
  });

  it('is of nothing where the art has no edges', () => {
    const scene = sceneOf('film | CMYK');
    const even = new Uint8Array(100).fill(90);
    const table = new LookTable(scene, 'front', {
      size: 100,
      process: [even, even, even, even],
      plates: new Map(),
    });
    const seen = coloursOf(table, scene, PLAN_VIEW, NO_MEANS);
    expect(readability(table, 10, seen, seen)).toBeUndefined();
  });
});

/** Everything printed has every special full. */
const fullOf = (notation: string) => [
  {
    plates: new Map(plateSpecs(parseStack(notation)).map(({ key }) => [key, 1] as const)),
    share: 1,
  },
];

describe('show-through', () => {
  const FIVE = 'film | CMYK:rear~ / W:rear~@sheet / B@sheet / W@sheet / CMYK';

  it('of the other picture is stopped by block-out, and not by white alone', () => {
    const blocked = showThrough(sceneOf(FIVE, MATERIAL), 'front', fullOf(FIVE));
    const open = showThrough(
      sceneOf(FIVE.replace('B@sheet / ', ''), MATERIAL),
      'front',
      fullOf(FIVE),
    );
    expect(blocked).toMatchObject({ of: 'picture' });
    expect(blocked.deltaE).toBeLessThan(0.5);
    expect(open.deltaE).toBeGreaterThan(1.5);
  });

  it('is of the ground behind clear film, and of nothing behind board', () => {
    const clear = sceneOf('film | W@image / CMYK', MATERIAL);
    expect(showThrough(clear, 'front', []).of).toBe('ground');
    expect(showThrough(sceneOf('film | W@image / CMYK'), 'front', [])).toEqual({
      deltaE: 0,
      most: 0,
      of: 'nothing',
    });
  });

  it('is what it is where the specials lie: most of a label without silver shows what its white alone does', () => {
    const notation = 'film | W@image / CMYK+S@art';
    const scene = sceneOf(notation, MATERIAL);
    const [white, silver] = plateSpecs(scene.stack).map(({ key }) => key);
    const areas = [
      { plates: new Map([[white, 1]]), share: 0.96 },
      {
        plates: new Map([
          [white, 1],
          [silver, 1],
        ]),
        share: 0.04,
      },
    ];
    const told = showThrough(scene, 'front', areas);
    const alone = showThrough(scene, 'front', areas.slice(0, 1));
    expect(told.deltaE).toBeCloseTo(alone.deltaE, 9);
    expect(told.most).toBeCloseTo(alone.deltaE, 9);
    expect(showThrough(scene, 'back', areas).of).toBe('ground');
  });
});

describe('grain', () => {
  const WOOD: Material = {
    ...DARK,
    class: 'natural',
    optics: { lab: [70, 6, 22], transmittance: 0, haze: 1, gloss: 17 },
  };
  /** ΔE2000 that a texture is not seen by at arm's length; common practice. */
  const SEEN = 2;
  const opaque = (notation: string) =>
    makeScene({
      stack: parseStack(notation),
      material: WOOD,
      machine: {
        inks: MACHINE.inks.map((ink) =>
          ink.channel === 'W' ? { ...ink, contrastRatio: 0.8 } : ink,
        ),
      },
      process,
    });

  it('stays visible under white at 70 %, and is hidden by 100 %', () => {
    expect(grainShown(opaque('film | W70@sheet'), 'front')!.printed).toBeGreaterThan(SEEN);
    expect(grainShown(opaque('film | W@sheet'), 'front')!.printed).toBeLessThan(SEEN);
  });

  it('is none on a material without texture', () => {
    expect(grainShown(sceneOf('film | W@sheet'), 'front')).toBeUndefined();
  });
});

describe('the least white', () => {
  it('reaches the opacity that is wanted, and one percent less does not', () => {
    const scene = sceneOf('film | W@image / CMYK', MATERIAL);
    for (const wanted of [0.4, 0.6, 0.75, 0.85]) {
      const { density, hits } = whiteForOpacity(scene, wanted, 4)!;
      expect(whiteOpacity(scene, density, hits)).toBeGreaterThanOrEqual(wanted);
      expect(whiteOpacity(scene, density - 1, hits)).toBeLessThan(wanted);
    }
    expect(whiteForOpacity(scene, 0.999, 4)).toBeUndefined();
  });

  it('is the least of all densities and hits', () => {
    const scene = sceneOf('film | W@image / CMYK', MATERIAL);
    for (const wanted of [0.5, 0.68, 0.74]) {
      const found = whiteForOpacity(scene, wanted, 4)!;
      const all = [1, 2, 3, 4].flatMap((hits) =>
        Array.from({ length: 100 }, (_, i) => ({ density: i + 1, hits })),
      );
      const ink = all
        .filter(({ density, hits }) => whiteOpacity(scene, density, hits) >= wanted)
        .map(({ density, hits }) => density * hits);
      expect(found.density * found.hits).toBe(Math.min(...ink));
    }
  });

  it('for less grain is never less white', () => {
    const wood: Material = { ...DARK, class: 'natural' };
    const white = (wanted: number) => {
      const found = whiteForGrain(
        ({ density, hits }) => sceneOf(`film | W${density}x${hits}@sheet`, wood),
        'front',
        wanted,
        4,
      );
      return found ? found.density * found.hits : Infinity;
    };
    const amounts = [8, 4, 2, 1, 0.5].map(white);
    expect(amounts).toEqual(amounts.toSorted((a, b) => a - b));
    expect(amounts[0]).toBeLessThan(amounts[3]);
  });
});

describe('the hidden colour', () => {
  const BACKLIT: Material = {
    ...MATERIAL,
    optics: { lab: [91.5, 0, -0.8], transmittance: 0.5, haze: 0.98, gloss: 30 },
  };
  const NOTATION = 'film | CMYK60 / W@sheet / CMYK';

  it('is that under white under colour of the same picture', () => {
    expect(hiddenLayer(parseStack(NOTATION), 'front')).toBe(0);
    expect(hiddenLayer(parseStack('CMYK / W@sheet / CMYK~ | film'), 'front')).toBe(2);
    expect(hiddenLayer(parseStack('film | W@sheet / CMYK'), 'front')).toBeUndefined();
    expect(hiddenLayer(parseStack('film | CMYK:rear~ / W@image / CMYK'), 'front')).toBeUndefined();
  });

  it('is laid weaker for a night picture like the day picture: about half, as all hundred strengths tell', () => {
    const stack = parseStack(NOTATION);
    const random = (seed: number) => {
      let state = seed;
      return () => (state = (Math.imul(state, 1103515245) + 12345) >>> 0) >>> 24;
    };
    const next = random(5);
    const plane = (most: number) =>
      Uint8Array.from({ length: 90 }, (_, i) => (i < 10 ? 0 : (next() * most) >> 8));
    const table = new LookTable(sceneOf(stack, BACKLIT), 'front', {
      size: 400,
      process: [plane(255), plane(255), plane(255), plane(90)],
      plates: new Map(),
    });
    const sceneAt = (density: number) => sceneOf(withDensity(stack, 0, 'CMYK', density), BACKLIT);
    const views = {
      day: { side: 'front', place: 'white' },
      night: { side: 'front', place: 'box' },
    } as const;
    const solved = solveRearStrength(
      { whole: table, sample: table },
      sceneAt,
      views.day,
      views.night,
      NO_MEANS,
    )!;
    // No other of the hundred is better, and those in the range can't be told from it.
    const medians = Array.from(
      { length: 100 },
      (_, i) => dayNightDifference(table, sceneAt(i + 1), views, NO_MEANS)!.median,
    );
    expect(solved.deltaE).toBeCloseTo(Math.min(...medians), 9);
    const { from, to } = solved.asGood;
    expect(from).toBeLessThanOrEqual(solved.density);
    expect(to).toBeGreaterThanOrEqual(solved.density);
    for (let density = from; density <= to; density++)
      expect(medians[density - 1]).toBeLessThan(solved.deltaE + 0.25 + 1e-9);
    expect(solved.p95).toBeGreaterThan(solved.deltaE);
    expect(solved.density).toBeGreaterThan(35);
    expect(solved.density).toBeLessThan(70);
    expect(solved.deltaE).toBeLessThan(solved.atFull * 0.65);
  });

  it('at full strength over-saturates the night picture', () => {
    const stack = parseStack('film | CMYK / W@sheet / CMYK');
    const scene = sceneOf(stack, BACKLIT);
    const bare = new Uint8Array(2);
    const red = Uint8Array.from([0, 128]);
    const table = new LookTable(scene, 'front', {
      size: 2,
      process: [bare, red, red, bare],
      plates: new Map(),
    });
    const chroma = (place: View['place']) => {
      const own = besideOwnWhite(coloursOf(table, scene, { side: 'front', place }, NO_MEANS));
      const [, a, b] = own.lab(table.numbers[1]);
      return Math.hypot(a, b);
    };
    expect(chroma('box')).toBeGreaterThan(chroma('white') * 1.05);
  });
});

describe('metal under two angles', () => {
  const view: View = { side: 'front', place: 'white' };

  it('is lighter in the lamp than away from it, and nothing is told where nothing shines', () => {
    const silver = sceneOf('film | S@art', MATERIAL);
    const [key] = plateSpecs(silver.stack).map((spec) => spec.key);
    const { into, away } = flopOf(silver, view, [{ plates: new Map([[key, 1]]), share: 1 }])!;
    expect(into).toBeGreaterThan(away + 15);
    expect(flopOf(sceneOf('film | W@image / CMYK', MATERIAL), view, [])).toBeUndefined();
  });

  it('of a thin silver changes less than that of a full one', () => {
    const silver = sceneOf('film | S@art', MATERIAL);
    const [key] = plateSpecs(silver.stack).map((spec) => spec.key);
    const flop = (cover: number) => {
      const { into, away } = flopOf(silver, view, [{ plates: new Map([[key, cover]]), share: 1 }])!;
      return into - away;
    };
    expect(flop(0.3)).toBeLessThan(flop(1));
  });
});
