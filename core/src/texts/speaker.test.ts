import { afterEach, describe, expect, it } from 'vitest';
import {
  dated,
  decimal,
  eitherOf,
  grouped,
  inSentence,
  languageFrom,
  listed,
  speakerOf,
  spokenOf,
} from './index.ts';

afterEach(() => languageFrom(() => 'en'));
const german = () => languageFrom(() => 'de');

const english = {
  shelf: {
    left: '{n} roll of {name} is left | {n} rolls of {name} are left',
    wide: '{name} is {width} mm wide',
    notation: "W{'@'}image {'|'} film",
  },
} as const;
const make = () => {
  const speaker = speakerOf(english);
  speaker.add('de', {
    shelf: {
      left: '{n} Rolle {name} ist übrig | {n} Rollen {name} sind übrig',
      wide: '{name} ist {width} mm breit',
      notation: "W{'@'}image {'|'} film",
    },
  });
  return speaker.t;
};

describe('texts', () => {
  it('may come part by part: what is not there yet is no silence but an error', () => {
    const parts = {
      first: { name: 'First' },
      rooms: { name: 'Rooms, {n} of them | Rooms, {n} of them' },
    } as const;
    const speaker = speakerOf<typeof parts>({ first: parts.first });
    speaker.add('de', { first: { name: 'Erstes' } });
    expect(speaker.t('first.name')).toBe('First');
    expect(() => speaker.t('rooms.name', { n: 2 })).toThrow();
    speaker.add('en', { rooms: parts.rooms });
    speaker.add('de', { rooms: { name: 'Räume, {n} | Räume, {n}' } });
    expect([speaker.t('first.name'), speaker.t('rooms.name', { n: 2 })]).toEqual([
      'First',
      'Rooms, 2 of them',
    ]);
    german();
    expect([speaker.t('first.name'), speaker.t('rooms.name', { n: 2 })]).toEqual([
      'Erstes',
      'Räume, 2',
    ]);
  });

  it('are said in the language of the moment, and by the number that they count', () => {
    const t = make();
    expect(t('shelf.left', { n: 1, name: 'film' })).toBe('1 roll of film is left');
    expect(t('shelf.left', { n: 0, name: 'film' })).toBe('0 rolls of film are left');
    german();
    expect(t('shelf.left', { n: 3, name: 'Folie' })).toBe('3 Rollen Folie sind übrig');
  });

  it('write the numbers that stand in them as their language does', () => {
    const t = make();
    expect(t('shelf.wide', { name: 'It', width: 1372.5 })).toBe('It is 1372.5 mm wide');
    german();
    expect(t('shelf.wide', { name: 'Es', width: 1372.5 })).toBe('Es ist 1372,5 mm breit');
  });

  it('keep characters that would mean something else by themselves', () => {
    expect(make()('shelf.notation')).toBe('W@image | film');
  });

  it('are English where a language was not added', () => {
    german();
    expect(speakerOf(english).t('shelf.wide', { name: 'It', width: 2 })).toBe('It is 2 mm wide');
  });

  it('leave what stands in a value alone, whatever it looks like', () => {
    expect(make()('shelf.wide', { name: '{width} | @:x', width: 2 })).toBe(
      '{width} | @:x is 2 mm wide',
    );
  });
});

describe('a language', () => {
  it('is the first one asked for that is spoken, whatever its country', () => {
    expect(spokenOf(['fr-CH', 'de-AT', 'en'])).toBe('de');
    expect(spokenOf(['EN-gb', 'de'])).toBe('en');
    expect(spokenOf(['fr'])).toBe('en');
    expect(spokenOf([])).toBe('en');
  });

  it('writes numbers, days and lists its own way', () => {
    const day = new Date(2026, 2, 5, 15, 30);
    const all = () => [
      decimal(1234.5, 2),
      grouped(1234.5, 1),
      dated(day, 'EEE d MMM'),
      listed(['a', 'b', 'c']),
      eitherOf(['a', 'b', 'c']),
      inSentence('White'),
    ];
    expect(all()).toEqual(['1234.50', '1,234.5', 'Thu 5 Mar', 'a, b and c', 'a, b or c', 'white']);
    german();
    expect(all()).toEqual([
      '1234,50',
      '1.234,5',
      'Do. 5 März',
      'a, b und c',
      'a, b oder c',
      'White',
    ]);
  });

  it('rounds a number as it is, not as it was written down', () => {
    for (const value of [0.125, 1.005, 2.5, -0.04, 1e21])
      expect(decimal(value, 1).replaceAll(',', '')).toBe(
        value > 1e20 ? `${value.toLocaleString('en', { useGrouping: false })}.0` : value.toFixed(1),
      );
  });
});
