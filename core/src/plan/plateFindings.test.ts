import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN } from '../../test/shop.ts';
import { plateKey, plateSpecs } from '../plates/index.ts';
import { formatRule, parseRule } from '../rule/index.ts';
import { formatStack, parseStack } from '../stack/index.ts';
import { calculate } from './index.ts';

type Measured = Parameters<typeof measures>[0];

/** Findings of a stack whose only plate measures this. */
function found(rule: string, measure: Partial<Measured>) {
  const stack = parseStack(`film | W@${rule} / CMYK`);
  const [{ key }] = plateSpecs(stack);
  const plan = { ...PLAN, stack };
  const whole = { key, coverage: 0.5, areaMm2: 10_000, ...measure };
  return calculate(plan, artwork({ Cyan: 0.5 }), measures(whole)).findings;
}
/** Its code, and the rule it offers instead. */
const offered = (rule: string, measure: Partial<Measured>) =>
  found(rule, measure).map(({ code, repair }) => [
    code,
    repair?.kind === 'rule' ? repair.rule : undefined,
  ]);
const dot = { left: 1, top: 1, width: 0.5, height: 0.5, areaMm2: 0.25 };
const eye = { left: 5, top: 5, width: 5, height: 3, areaMm2: 12 };

describe('what is said of a plate', () => {
  it('offers to close pinholes, before the choke would widen them', () => {
    const largest = Array.from({ length: 10 }, () => dot);
    expect(offered('image(choke 0.2)', { holes: { count: 10, areaMm2: 2.5, largest } })).toEqual([
      ['PINHOLES', 'image(close 0.5mm2 choke 0.2)'],
    ]);
  });

  it('offers white in all places that are left bare, before a choke would widen them', () => {
    const holes = { count: 1, areaMm2: 12, largest: [eye] };
    expect(offered('image(haze 5 choke 0.2)', { holes })).toEqual([
      ['PAPER_WHITE', 'image(haze 5 add paper choke 0.2)'],
    ]);
    expect(offered('cleaned', { holes })).toEqual([['PAPER_WHITE', undefined]]);
    // The operator decided that it stays bare.
    expect(offered('cleaned(bare 7,6.5)', { holes })).toEqual([]);
    expect(offered('cleaned(bare 70,65)', { holes })).toHaveLength(1);
  });

  it('offers to leave strokes whole that the choke takes away', () => {
    expect(offered('image(choke 0.2)', { thinMm2: 30 })).toEqual([
      ['CHOKED_AWAY', 'image(choke 0.2 least 0.3)'],
    ]);
  });

  it('asks whether a second choke is meant, and offers to lay it as drawn', () => {
    const [finding] = found('art(choke 0.2)', {
      chokedBefore: 0.9,
      own: { addedMm2: 0, lostMm2: 50 },
    });
    expect(finding).toMatchObject({ code: 'CHOKED_TWICE', repair: { rule: 'art' } });
    expect(finding.message).toContain('along 90 % of its edge');
  });

  it('says when the rule takes away what the artist drew, and offers to add it', () => {
    const own = { addedMm2: 0, lostMm2: 250 };
    expect(offered('image(alone)', { own })).toEqual([['OWN_TAKEN', 'image']]);
    expect(found('art(choke 0.2)', { own })).toMatchObject([
      { code: 'OWN_TAKEN', severity: 'note' },
    ]);
    expect(found('image(alone)', { own })[0].message).toContain('2.5 cm² of the white');
  });

  it('offers rules that can be read and stand for the same plate', () => {
    for (const [rule, measure] of [
      ['image(choke 0.2)', { thinMm2: 30 }],
      ['image', { overlapMm2: 20 }],
    ] as const)
      for (const { repair } of found(rule, measure)) {
        if (repair?.kind !== 'rule') throw new Error('no way out');
        expect(formatRule(parseRule(repair.rule))).toBe(repair.rule);
        expect(repair.key).toBe(plateKey({ inkRole: 'W' }, 'front', parseRule(rule)));
        expect(formatStack(parseStack(`film | W@${repair.rule}`))).toContain(repair.rule);
      }
  });
});
