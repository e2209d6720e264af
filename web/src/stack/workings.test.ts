import type { LookNumbers } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL, PLAN } from '../../../core/test/shop.ts';
import { differenceWords, lookFigures, lookRestsOn, scanned } from './workings.ts';

const NOTHING = { of: 'nothing', deltaE: 0, most: 0 } as const;
const NUMBERS = {
  opacity: { material: 0.02, printed: undefined, layers: [] },
  showThrough: { front: NOTHING, back: NOTHING },
} as unknown as LookNumbers;
const named = (change: Partial<LookNumbers>) =>
  new Map(lookFigures({ ...NUMBERS, ...change }).map((figure) => [figure.short, figure]));

describe('the numbers of a look', () => {
  it('are those that there are, each with a formula, its parts and a source', () => {
    const few = lookFigures(NUMBERS);
    expect(few).toHaveLength(3);
    const all = lookFigures({
      ...NUMBERS,
      deltaE: { median: 1.5, p95: 4 },
      readability: { print: 0.6, paper: 0.8 },
      dayNight: { median: 12, p95: 30 },
      grain: { bare: 9, printed: 2 },
      flop: { into: 80, away: 35 },
    } as Partial<LookNumbers> as LookNumbers);
    expect(all).toHaveLength(8);
    for (const { name, short, text, says, working } of all) {
      for (const words of [name, short, text, says, working.label, working.formula, working.source])
        expect([name, words]).toEqual([name, expect.stringMatching(/\S/)]);
      expect([name, working.terms.length > 0]).toEqual([name, true]);
    }
    expect(new Set(all.map(({ short }) => short)).size).toBe(all.length);
  });

  it('say at the bench what a difference of colour means', () => {
    const words = [0.4, 2, 4, 9].map(differenceWords);
    expect(new Set(words).size).toBe(4);
    expect(differenceWords(0.99)).toBe(words[0]);
    expect(differenceWords(1)).toBe(words[1]);
    expect(differenceWords(3)).toBe(words[2]);
    expect(differenceWords(6)).toBe(words[3]);
  });

  it('tell what a tilted metal changes, into the lamp first', () => {
    const flop = [...named({ flop: { into: 80.4, away: 35.1 } as never }).values()].find(
      ({ text }) => text.startsWith('L*'),
    )!;
    expect(flop.text).toBe('L* 80 / 35');
    expect(flop.working.value).toBeCloseTo(45.3, 9);
  });

  it('say that nothing is seen through opaque material, and how much is where something is', () => {
    const opaque = lookFigures(NUMBERS).slice(1);
    const seen = lookFigures({
      ...NUMBERS,
      showThrough: { front: { of: 'behind', deltaE: 3.2, most: 8 }, back: NOTHING },
    } as unknown as LookNumbers).slice(1);
    expect(seen[0].text).toBe('3.2 ΔE2000');
    expect(seen[0].text).not.toBe(opaque[0].text);
    expect(seen[1].text).toBe(opaque[1].text);
  });

  it('tell a code that no scanner reads beside its grade', () => {
    const read = scanned({ value: 3.5, grade: 'A', decodes: true } as never);
    expect(read).toBe('3.5 (A)');
    expect(scanned({ value: 0, grade: 'F', decodes: false } as never)).toMatch(/^0\.0 \(F\)./);
  });
});

describe('what a look rests on', () => {
  it('is stated until it is measured, and says on which day it was', () => {
    const stated = lookRestsOn(PLAN);
    const measured = lookRestsOn({
      ...PLAN,
      machine: {
        ...MACHINE,
        primaries: [{ materialId: MATERIAL.id, on: '2026-11-20' }],
        measured: [{ field: 'inks.W.contrastRatio', on: '2026-11-21' }],
      } as unknown as typeof MACHINE,
    });
    expect(stated).not.toMatch(/2026/);
    expect(measured).toContain('2026-11-20');
    expect(measured).toContain('2026-11-21');
  });

  it('is assumed where nobody has stated it, and says nothing of white where none is laid', () => {
    const assumed = { ...MATERIAL, assumed: ['optics'] as const };
    expect(lookRestsOn({ ...PLAN, material: assumed })).not.toBe(lookRestsOn(PLAN));
    const bare = lookRestsOn({ ...PLAN, stack: { front: [], back: [] } });
    expect(bare.length).toBeLessThan(lookRestsOn(PLAN).length);
  });
});
