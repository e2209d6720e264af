import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { factsOf, FINDING_CODES, HANDBOOK_PAGES, severitiesOf } from './index.ts';

const at = (path: string) => new URL(`../../../${path}`, import.meta.url);

/** Rows of docs/findings.md, by their code. */
const told = new Map(
  readFileSync(at('docs/findings.md'), 'utf8')
    .split('\n')
    .flatMap((line) => {
      const cells = line.split('|').map((cell) => cell.trim());
      const code = /^`(\w+)`$/.exec(cells[1] ?? '')?.[1];
      return code === undefined ? [] : [[code, cells.slice(2, 7)] as const];
    }),
);

describe('docs/findings.md', () => {
  it('has every code of the table, and no other', () => {
    expect([...told.keys()]).toEqual(FINDING_CODES);
  });

  it('says of each what the table says', () => {
    for (const code of FINDING_CODES) {
      const { stages, stops, page } = factsOf(code);
      const [severity, stopping, shown, says, handbook] = told.get(code)!;
      expect([code, severity]).toEqual([code, severitiesOf(code).join(', ')]);
      expect([code, stopping]).toEqual([code, stops ? 'yes' : '']);
      expect([code, shown]).toEqual([code, stages.join(', ')]);
      expect(says).toMatch(/\.$/);
      expect(handbook).toBe(`[${page}](handbook/${page}.md)`);
    }
  });
});

describe('the handbook', () => {
  it('has a page for every finding, and each of those pages is of one', () => {
    for (const page of HANDBOOK_PAGES)
      expect(existsSync(at(`docs/handbook/${page}.md`))).toBe(true);
    expect(new Set(FINDING_CODES.map((code) => factsOf(code).page))).toEqual(
      new Set(HANDBOOK_PAGES),
    );
  });
});
