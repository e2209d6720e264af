import { describe, expect, it } from 'vitest';
import { formatStack, parseStack, PRESETS } from '../stack/index.ts';
import { formatRule, parseRule, ruleWords, sourceWords, stepWords, WISHES } from './index.ts';

describe('a rule in words', () => {
  it('says where it begins, what is done to it one after another, and whether the artist’s own counts', () => {
    const words = ruleWords(parseRule('image(close 0.5mm2 choke 0.2 least 0.3)'));
    expect(words).toMatch(/image.*3 %.*0\.5 mm².*0\.2 mm.*0\.3 mm/);
    expect(ruleWords(parseRule('art'))).not.toBe('');
  });

  it('says what is taken in or left out as it says a rule', () => {
    const words = ruleWords(parseRule('sheet(bare paper)'));
    expect(words).toContain(sourceWords({ kind: 'sheet' }));
    expect(words).toContain(sourceWords({ kind: 'paper', haze: 3 }));
  });

  it('has other words for every source and every step', () => {
    const sources = [
      'art',
      'sheet',
      'image',
      'outside',
      'paper',
      'cleaned',
      'light',
      'vivid',
      'match',
      'ink(C above 40)',
      'ink(K above 40)',
      'codes(margin 1)',
      'codes',
      'separation("Weiss")',
      'box(1 2 30 40)',
      'ellipse(1 2 30 40)',
      'plate("j1" W)',
    ].map((text) => sourceWords(parseRule(text).from));
    expect(new Set(sources).size).toBe(sources.length);
    const steps = parseRule(
      'image(close 0.5mm2 drop 0.4mm choke 0.2 spread 0.1 feather 2 density 70 spare black 95 inner 0.2 add codes(margin 1) bare paper within sheet)',
    ).steps.map(stepWords);
    expect(new Set(steps).size).toBe(10);
    for (const words of [...sources, ...steps]) expect(words).not.toMatch(/undefined|NaN|\{/);
  });

  it('tells a limit by area from one by width, and a choke with a least stroke from one without', () => {
    const step = (text: string) => stepWords(parseRule(`image(${text})`).steps[0]);
    expect(step('close 0.5mm2')).not.toBe(step('close 0.5mm'));
    expect(step('choke 0.2')).not.toBe(step('choke 0.2 least 0.3'));
  });
});

describe('common wishes', () => {
  it('are rules that are written as they are read, each with a name and what it is for', () => {
    for (const { id, name, about, rule } of WISHES) {
      expect([id, formatRule(parseRule(rule))]).toEqual([id, rule]);
      expect(name.length).toBeGreaterThan(2);
      expect(about.length).toBeGreaterThan(10);
    }
    for (const key of ['id', 'name', 'rule'] as const)
      expect(new Set(WISHES.map((wish) => wish[key])).size).toBe(WISHES.length);
  });
});

describe('ready beginnings', () => {
  it('are stacks that are written as they are read, no two alike', () => {
    for (const { name, notation } of PRESETS)
      expect([name, formatStack(parseStack(notation))]).toEqual([name, notation]);
    expect(new Set(PRESETS.map(({ name }) => name)).size).toBe(PRESETS.length);
    expect(new Set(PRESETS.map(({ notation }) => notation)).size).toBe(PRESETS.length);
  });

  it('print colour mirrored exactly where it lies on the back', () => {
    for (const { name, notation } of PRESETS) {
      const { front, back } = parseStack(notation);
      expect([name, front.some(({ mirror }) => mirror)]).toEqual([name, false]);
      expect([name, back.every(({ mirror }) => mirror)]).toEqual([name, true]);
    }
  });
});
