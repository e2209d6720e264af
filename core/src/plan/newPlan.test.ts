import { languageFrom } from '../texts/index.ts';
import { encodePlan, Plan } from '@kyanos/contract';
import { SHOP } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import type { ArtworkInfo } from '../artwork/index.ts';
import { raiseHaze, setRule } from '../plates/index.ts';
import { parseRule } from '../rule/index.ts';
import { changeLayer, changePart, formatStack, obstacles, parseStack } from '../stack/index.ts';
import { newPlan } from './newPlan.ts';

const info = (...names: string[]) =>
  ({
    pages: [
      {
        number: 1,
        separations: ['Cyan', 'Magenta', 'Yellow', 'Black', ...names].map((name) => ({ name })),
      },
    ],
  }) as unknown as ArtworkInfo;

describe('a first plan', () => {
  it('is one that the shop can print, and that the server accepts', () => {
    for (const names of [[], ['White'], ['White', 'Silver'], ['Gloss']]) {
      const plan = newPlan(SHOP, info(...names), 'a-file_name.pdf');
      expect(obstacles(plan.stack, plan.machine, plan.material)).toEqual([]);
      expect(Plan.safeParse(encodePlan(plan)).success).toBe(true);
      expect(plan.name).toBe('a file name');
    }
  });

  it('follows what the artwork brings of its own', () => {
    const stack = (...names: string[]) => formatStack(newPlan(SHOP, info(...names), 'x.pdf').stack);
    expect(stack()).toBe('film | CMYK');
    expect(stack('Weiß')).toBe('film | W@image(choke 0.2) / CMYK');
    expect(stack('White', 'Silver')).toContain('S@art');
  });

  it('has its papers in the language of whoever begins it', () => {
    expect(newPlan(SHOP, info(), 'x.pdf').language).toBeUndefined();
    languageFrom(() => 'de');
    expect(newPlan(SHOP, info(), 'x.pdf').language).toBe('de');
    languageFrom(() => 'en');
  });
});

describe('changing a layer', () => {
  const stack = parseStack('V@sheet / CMYK | film | W@image / CMYK+S@art');

  it('counts the front first, then the back, and leaves the others alone', () => {
    expect(formatStack(changeLayer(stack, 0, (layer) => ({ ...layer, hits: 2 })))).toBe(
      'V@sheet / CMYK | film | Wx2@image / CMYK+S@art',
    );
    expect(formatStack(changeLayer(stack, 3, (layer) => ({ ...layer, hits: 2 })))).toBe(
      'Vx2@sheet / CMYK | film | W@image / CMYK+S@art',
    );
  });

  it('changes one part or one rule of it', () => {
    expect(formatStack(changePart(stack, 1, 1, { density: 40 }))).toContain('CMYK+S40@art');
    const changed = setRule(stack, 'W:front:image', parseRule('cleaned(choke 0.3)'));
    expect(formatStack(changed)).toContain('W@cleaned(choke 0.3) /');
    expect(formatStack(raiseHaze(changed, 5))).toBe(formatStack(changed));
    expect(formatStack(raiseHaze(stack, 5))).toContain('W@image(haze 5) /');
  });

  it('does not touch the stack it was given', () => {
    const before = formatStack(stack);
    changePart(stack, 0, 0, { density: 1 });
    expect(formatStack(stack)).toBe(before);
  });
});
