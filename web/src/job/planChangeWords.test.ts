import { API } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { bodyOf, placesIn } from '../../test/wire.ts';
import { fieldName } from '../shop/fieldNames.ts';
import { planChangeWords, planFieldName } from './planChangeWords.ts';

describe('what changed in a plan, in words', () => {
  it('has a name for every field of its own', () => {
    const own = [...placesIn(bodyOf(API.makeJob).properties!.plan)].filter(
      (place) => !/^(machine|material|prices|from)\.|^format$/.test(place),
    );
    expect(own.length).toBeGreaterThan(30);
    expect(own.filter((place) => planFieldName(place) === undefined)).toEqual([]);
  });

  it('says its own before those of its machine, which are called as the shop calls them', () => {
    const words = (field: string, was: unknown, now: unknown) =>
      planChangeWords({ field, was, now });
    expect(words('layout.copies', 10, 20)).toBe('copies 10 → 20');
    expect(words('extras.Lamination.minor', 1250, 1500)).toBe('further work 12.50 → 15.00');
    expect(words('machine.inks.W.laydown', 11, 12)).toBe('W: laydown 11 → 12');
    expect(words('prices.labourRate', 4000, 4500)).toBe(`${fieldName('labourRate')} 40.00 → 45.00`);
    expect(words('from.machine', 1, 2)).toBeUndefined();
  });
});
