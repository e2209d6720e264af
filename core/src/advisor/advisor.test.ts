import { describe, expect, it } from 'vitest';
import { artwork, DARK, MACHINE, MATERIAL, measures, PLAN } from '../../test/shop.ts';
import { opacityOf } from '../look/index.ts';
import {
  changed,
  calculate,
  sceneOf,
  withStack,
  type LookNumbers,
  type PrintPlan,
} from '../plan/index.ts';
import { formatStack, parseStack } from '../stack/index.ts';
import {
  CANDIDATES,
  questionsOf,
  rank,
  whyImpossible,
  whyNot,
  requirementsOf,
  type StackRequirements,
  type Tried,
} from './index.ts';

const INFO = artwork({ White: 0.3, Silver: 0.1 });
const BACKLIT = {
  ...MATERIAL,
  optics: { lab: [91.5, 0, -0.8], transmittance: 0.5, haze: 0.98, gloss: 30 } as const,
};
const plan = (change: Partial<PrintPlan> = {}): PrintPlan => ({ ...PLAN, ...change });
const requirements = (change: Partial<StackRequirements> = {}): StackRequirements => ({
  side: 'front',
  light: 'front',
  effect: 'colour',
  keepBare: false,
  twoPictures: false,
  ...change,
});
/** Ids of the stacks that may be, and reasons of those that may not. */
function sorted(wanted: StackRequirements, job: PrintPlan, info = INFO) {
  const reasons = new Map(CANDIDATES.map((one) => [one.id, whyNot(one, wanted, job, info)]));
  const possible = [...reasons].filter(([, why]) => why === undefined).map(([id]) => id);
  return { possible, reasons };
}

describe('whyImpossible', () => {
  it('leaves stacks of any effect to be compared, if they can be printed and seen as wished', () => {
    const left = CANDIDATES.filter((one) => whyImpossible(one, plan(), INFO) === undefined);
    const ids = left.map(({ id }) => id);
    // Silver and gloss are not wished, and still may be looked at; five layers and two pictures may not.
    expect(ids).toEqual(expect.arrayContaining(['colour-only', 'under', 'silver-under']));
    expect(ids).not.toContain('five-layer');
    expect(ids).not.toContain('white-only');
    for (const one of CANDIDATES)
      if (whyNot(one, requirements(), plan(), INFO) === undefined) expect(ids).toContain(one.id);
  });

  it('says why the others can’t be', () => {
    const why = (id: string, change: Partial<PrintPlan> = {}) =>
      whyImpossible(
        CANDIDATES.find((one) => one.id === id)!,
        plan(change),
        INFO,
      );
    expect(why('five-layer')).toContain('two different pictures');
    expect(why('white-only')).toBe('It lays no colour.');
    expect(why('over', { material: DARK })).toContain("can't be printed on the back");
    expect(why('colour-only', { stack: parseStack('film | W@image') })).toContain('white alone');
  });
});

describe('why not', () => {
  it('says of every stack of the catalogue whether it may be, and why not in a sentence', () => {
    const { possible, reasons } = sorted(requirements(), plan({ material: DARK }));
    expect(possible).toEqual(['colour-only', 'beside', 'under']);
    for (const why of reasons.values()) if (why !== undefined) expect(why).toMatch(/^[A-Z].*\.$/);
  });

  it('goes by what is wanted', () => {
    const on = (change: Partial<StackRequirements>, material = MATERIAL) =>
      sorted(requirements(change), plan({ material })).possible;
    expect(on({ effect: 'pearl' })).toEqual(['silver-under']);
    expect(on({ effect: 'metal' })).toEqual(['silver-spot', 'silver-white']);
    expect(on({ effect: 'white' })).toEqual(['white-only']);
    expect(on({ twoPictures: true, side: 'both' })).toEqual(['five-layer']);
    expect(on({ keepBare: true })).not.toContain('over');
  });

  it('goes by what can be seen and lit', () => {
    const { reasons } = sorted(requirements({ light: 'both' }), plan({ material: DARK }));
    expect(reasons.get('under')).toContain('lets no light through');
    const through = sorted(requirements({ side: 'back' }), plan());
    expect(through.reasons.get('under')).toBe('It reads backwards from the back.');
    expect(
      sorted(requirements({ light: 'both', side: 'front' }), plan({ material: BACKLIT })).possible,
    ).toContain('three-layer');
  });

  it('goes by what the artwork holds', () => {
    const { reasons } = sorted(requirements({ effect: 'metal' }), plan(), artwork({ White: 0.3 }));
    expect(reasons.get('silver-spot')).toContain('the artwork has no such separation');
  });

  it('goes by the machine', () => {
    const machine = { ...MACHINE, inks: MACHINE.inks.filter(({ channel }) => channel !== 'W') };
    expect(sorted(requirements(), plan({ machine, material: DARK })).possible).toEqual([
      'colour-only',
    ]);
  });

  it('takes from a plan what its operator seems to wish', () => {
    const of = (stack: string) => requirementsOf(plan({ stack: parseStack(stack) })).effect;
    expect(
      [
        'film | W@art',
        'film | S35@image / CMYK',
        'film | CMYK+S@art',
        'film | CMYK / V@art',
        'film | W@image / CMYK',
      ].map(of),
    ).toEqual(['white', 'pearl', 'metal', 'gloss', 'colour']);
  });
});

const NO_SHOW = { deltaE: 0, most: 0, of: 'nothing' } as const;

describe('the ranking', () => {
  const tried = (id: string, deltaE: number, change: Partial<PrintPlan> = {}): Tried => {
    const candidate = CANDIDATES.find((one) => one.id === id)!;
    const job = withStack(plan({ material: DARK, ...change }), candidate.stack);
    const result = calculate(job, INFO, measures());
    const numbers: LookNumbers = {
      opacity: opacityOf(sceneOf(job, INFO), 'front', []),
      deltaE: { median: deltaE, p95: 2 * deltaE },
      readability: undefined,
      showThrough: { front: NO_SHOW, back: NO_SHOW },
      dayNight: undefined,
      grain: undefined,
      flop: undefined,
    };
    return { candidate, plan: job, result, numbers };
  };

  it('puts the look before a little time, and a lot of time before a little look', () => {
    const order = (...all: Tried[]) => rank(all).map(({ candidate }) => candidate.id);
    expect(order(tried('colour-only', 30), tried('under', 3))).toEqual(['under', 'colour-only']);
    expect(order(tried('colour-only', 3), tried('under', 2.9))).toEqual(['colour-only', 'under']);
  });

  it('weighs what day and night differ by', () => {
    const by = (one: Tried, night: number): Tried => ({
      ...one,
      numbers: { ...one.numbers, dayNight: { median: night, p95: night } },
    });
    const order = rank([by(tried('under', 3), 20), by(tried('beside', 5), 0)]);
    expect(order[0].candidate.id).toBe('beside');
    expect(order[1].reasons.join(' ')).toContain(
      'Day and night differ by ΔE2000 20.0 against 0.0.',
    );
  });

  it('says what speaks for the first, and what the others have against it', () => {
    const [first, second] = rank([tried('under', 3), tried('colour-only', 30)]);
    expect(first.reasons.join(' ')).toContain('Nearest to the art on white paper: ΔE2000 3.0.');
    expect(second.reasons.join(' ')).toMatch(/Farther from .* ΔE2000 30.0 against 3.0\./);
    expect(second.reasons.join(' ')).toMatch(/min quicker|cheaper/);
  });

  it('leaves out what can’t be planned', () => {
    const narrow = tried('under', 1, { material: { ...DARK, width: 50 } });
    expect(rank([narrow, tried('colour-only', 30)]).map(({ candidate }) => candidate.id)).toEqual([
      'colour-only',
    ]);
  });
});

describe('the two schools', () => {
  it('are named where practice differs, with the one that the plan follows', () => {
    const questions = questionsOf(plan({ trips: { ...PLAN.trips, waitMinutes: 15 } }));
    const drying = questions.find(({ asks }) => asks.startsWith('How long'))!;
    expect(drying.options.map(({ name, change }) => [name, change])).toEqual([
      ['Short wait', { waitMinutes: 3 }],
      ['Long wait', undefined],
    ]);
    expect(
      questionsOf(plan({ machine: { ...MACHINE, cure: 'uv' } })).map(({ asks }) => asks),
    ).not.toContain(drying.asks);
  });

  it('turn a print over where it may lie on the face or behind it', () => {
    const side = questionsOf(plan()).at(-1)!;
    const behind = side.options.find(({ change }) => change)!;
    expect(formatStack(changed(plan(), behind.change!).stack)).toBe('W~@image / CMYK~ | film');
    expect(questionsOf(plan({ material: DARK })).some(({ asks }) => asks === side.asks)).toBe(
      false,
    );
  });
});
