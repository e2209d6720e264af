import { describe, expect, it } from 'vitest';
import { formatRule, parseRule } from '../rule/index.ts';
import { overrideDecision } from './overrideDecision.ts';
import { DECISIONS, type Decision } from './survey.ts';

const at = (x: number, y: number) => ({ x, y });

describe('the operator’s word', () => {
  const LETTERS: Record<string, Decision> = {
    '.': 'background',
    '#': 'image',
    h: 'highlight',
    p: 'paper',
    W: 'override-white',
    B: 'override-bare',
  };
  const rows = ['.######.', '.#hh#pp#', '.#hh####', '.#WW#BB#', '.######.'];
  const map = {
    width: 8,
    height: 5,
    decisions: Uint8Array.from(rows.join(''), (cell) => DECISIONS.indexOf(LETTERS[cell])),
  };
  const page = { widthMm: 80, heightMm: 50 };
  const said = (text: string, x: number, y: number) => {
    const rule = overrideDecision(parseRule(text), map, page, at(x, y));
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
