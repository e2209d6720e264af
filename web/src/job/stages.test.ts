import { describe, expect, it } from 'vitest';
import { VIEWS } from '../../../e2e/views.ts';
import { STAGES } from './stages.ts';

describe('the views of a job', () => {
  it('are all walked through by the journeys, each by an address of its own', () => {
    const ids = STAGES.flatMap(({ views }) => views.map(({ id }) => id));
    expect([...VIEWS]).toEqual(ids);
    expect(new Set(ids).size).toBe(ids.length);
  });
});
