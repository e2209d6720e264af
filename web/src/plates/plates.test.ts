import { DECISIONS, formatRule, parseRule, type Decision } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import {
  addStep,
  drawnShape,
  moveStep,
  newSource,
  newStep,
  SOURCES,
  STEPS,
  thinnedOut,
} from './edit.ts';
import { overruled } from './overrule.ts';

const at = (x: number, y: number) => ({ x, y });

describe('a drawn shape', () => {
  it('is a box from corner to corner, whichever way it was dragged', () => {
    expect(drawnShape('box', [at(30, 5), at(20, 9), at(10.004, 25)], 5)).toEqual({
      shape: 'box',
      left: 10,
      top: 5,
      width: 20,
      height: 20,
    });
  });

  it('is none where there was only a click, or too few corners', () => {
    expect(drawnShape('ellipse', [at(3, 3), at(3, 3)], 5)).toBeUndefined();
    expect(drawnShape('polygon', [at(0, 0), at(9, 9)], 5)).toBeUndefined();
    expect(drawnShape('brush', [at(1, 2)], 4)).toEqual({
      shape: 'brush',
      width: 4,
      points: [at(1, 2)],
    });
  });

  it('of a hand keep the points that matter: none of a straight line but its ends, every corner', () => {
    const straight = Array.from({ length: 41 }, (_, i) => at(i / 10, 0));
    const corner = Array.from({ length: 40 }, (_, i) => at(4, (i + 1) / 10));
    expect(thinnedOut([...straight, ...corner], 0.1)).toEqual([at(0, 0), at(4, 0), at(4, 4)]);
  });

  it('of any length can be saved, and stay near where the hand was', () => {
    // A spiral of 20,000 points that wriggle.
    const hand = Array.from({ length: 20_000 }, (_, i) => {
      const angle = i / 40;
      const radius = i / 200 + 0.3 * Math.sin(i / 3);
      return at(100 + radius * Math.cos(angle), 100 + radius * Math.sin(angle));
    });
    const shape = drawnShape('brush', thinnedOut(hand, 0.5), 5)!;
    const rule = { ...parseRule('image(alone)'), from: { kind: 'shape' as const, shape } };
    expect(parseRule(formatRule(rule))).toEqual(rule);
    const { points } = shape as Extract<typeof shape, { shape: 'brush' }>;
    const far = hand.filter(
      ({ x, y }) => Math.min(...points.map((p) => Math.hypot(p.x - x, p.y - y))) > 25,
    );
    expect(far).toEqual([]);
  });
});

describe('a rule that is composed', () => {
  it('can begin with every source and take every step, and is a rule then', () => {
    const page = { widthMm: 100, heightMm: 50 };
    for (const { value: source } of SOURCES)
      for (const { value: step } of STEPS) {
        const from = newSource(source, ['Black'], page, ['0b0e8a9e-8ad9-4a68-9ba1-0d9b3d1c1f1e']);
        const rule = addStep({ from, steps: [], alone: false }, newStep(step));
        expect(parseRule(formatRule(rule))).toEqual(rule);
      }
  });

  it('has its steps moved, but not beyond its ends', () => {
    const rule = parseRule('image(close 1mm2 choke 0.2)');
    expect(formatRule(moveStep(rule, 1, -1))).toBe('image(choke 0.2 close 1mm2)');
    expect(moveStep(rule, 0, -1)).toBe(rule);
    expect(moveStep(rule, 1, 1)).toBe(rule);
  });
});

describe('the operator’s word', () => {
  const LETTERS: Record<string, Decision> = {
    '.': 'background',
    '#': 'image',
    h: 'highlight',
    p: 'paper',
    W: 'said-white',
    B: 'said-bare',
  };
  const rows = ['.######.', '.#hh#pp#', '.#hh####', '.#WW#BB#', '.######.'];
  const map = {
    width: 8,
    height: 5,
    decisions: Uint8Array.from(rows.join(''), (cell) => DECISIONS.indexOf(LETTERS[cell])),
  };
  const page = { widthMm: 80, heightMm: 50 };
  const said = (text: string, x: number, y: number) => {
    const rule = overruled(parseRule(text), map, page, at(x, y));
    return rule && formatRule(rule);
  };

  it('is the opposite of what the cleaner decided', () => {
    expect(said('cleaned', 25, 15)).toBe('cleaned(bare 25,15)');
    expect(said('sheet(within cleaned)', 55, 15)).toBe('sheet(within cleaned(white 55,15))');
  });

  it('takes the place of what was said there before, and of nothing else', () => {
    expect(said('cleaned(white 25,35 bare 55,35)', 39, 39)).toBe('cleaned(bare 55,35 bare 39,39)');
    expect(said('cleaned(white 25,35 bare 55,35)', 69, 31)).toBe(
      'cleaned(white 25,35 white 69,31)',
    );
  });

  it('is not asked for of background and image', () => {
    expect(said('cleaned', 1, 1)).toBeUndefined();
    expect(said('cleaned', 15, 5)).toBeUndefined();
  });
});
