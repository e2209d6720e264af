import { describe, expect, it } from 'vitest';
import { PLAN } from '../../core/test/shop.ts';
import { JOB_FILE_FORMAT, readJobFile } from './jobFile.ts';
import { encodePlan } from './plan.ts';

const FACTS = {
  format: JOB_FILE_FORMAT,
  shop: 'Harbour Signs',
  at: '2026-11-30T08:00:00.000Z',
  number: 12,
  plan: encodePlan(PLAN),
  artwork: { fileName: 'a.pdf', sha256: 'ab'.repeat(32), dpi: 300, scale: 1 },
  due: null,
  priority: 'usual',
  notes: '',
  lots: [],
};
const read = (change: object) => () => readJobFile(JSON.stringify({ ...FACTS, ...change }));

describe('a job as one file', () => {
  it('is read with the plan that it holds', () => {
    const job = read({})();
    expect(job.plan).toEqual(PLAN);
    expect(job.artwork).toEqual(FACTS.artwork);
    expect(read({ artwork: null })().artwork).toBeNull();
  });

  it('that is cut off, of another kind or of another version is refused', () => {
    const text = JSON.stringify(FACTS);
    for (const wrong of ['', text.slice(0, -5), 'null', '[]', '"kyanos job 1"'])
      expect(() => readJobFile(wrong)).toThrow(expect.objectContaining({ code: 'JOB_FILE_WRONG' }));
    expect(read({ format: 'kyanos job 99' })).toThrow(/format/);
  });

  it('is refused by the name of the field that is wrong', () => {
    expect(read({ priority: 'now' })).toThrow(/priority/);
    expect(read({ artwork: { ...FACTS.artwork, sha256: 'ZZ' } })).toThrow(/artwork\.sha256/);
    expect(read({ artwork: { ...FACTS.artwork, dpi: 1e9 } })).toThrow(/artwork\.dpi/);
    expect(read({ notes: 'x'.repeat(10_001) })).toThrow(/notes/);
    expect(read({ plan: { ...FACTS.plan, layout: { copies: -1 } } })).toThrow(/plan\.layout/);
    expect(read({ due: 'soon' })).toThrow(/due/);
  });
});
