import { describe, expect, it } from 'vitest';
import { addStep, moveStep, newSource, newStep } from './edit.ts';
import { formatRule } from './format.ts';
import { parseRule } from './parse.ts';
import type { Source, Step } from './rule.ts';

const SOURCES = Object.keys({
  image: 0,
  cleaned: 0,
  art: 0,
  sheet: 0,
  outside: 0,
  paper: 0,
  light: 0,
  vivid: 0,
  solveForLightness: 0,
  ink: 0,
  separation: 0,
  codes: 0,
  shape: 0,
  plate: 0,
} satisfies Record<Source['kind'], 0>) as Source['kind'][];
const STEPS = Object.keys({
  add: 0,
  subtract: 0,
  within: 0,
  close: 0,
  drop: 0,
  choke: 0,
  spread: 0,
  skipUnderBlack: 0,
  feather: 0,
  curve: 0,
  density: 0,
} satisfies Record<Step['do'], 0>) as Step['do'][];

describe('a rule that is composed', () => {
  it('can begin with every source and take every step, and is a rule then', () => {
    const page = { widthMm: 100, heightMm: 50 };
    for (const source of SOURCES)
      for (const step of STEPS) {
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
