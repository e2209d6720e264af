import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { VIEWS } from '../../../e2e/views.ts';

describe('the views of a job', () => {
  it('are all walked through by the journeys, in the order of their table', () => {
    const source = readFileSync(new URL('stages.ts', import.meta.url), 'utf8');
    // A stage with several views has an id of its own before theirs.
    const table = source.slice(source.indexOf('export const STAGES'));
    const ids = [...table.matchAll(/single\('([\w-]+)'|\{ id: '([\w-]+)'/g)].map(
      ([, single, view]) => single ?? view,
    );
    expect(ids).toEqual([...VIEWS]);
  });
});
