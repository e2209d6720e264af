import { JOB_STATES } from '@kyanos/core';
import type { JobEvent } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { jobEventWords } from './jobEventWords.ts';

const words = (what: JobEvent['what'], was: string | null, now: string | null) =>
  jobEventWords({ at: '2026-11-30T08:00:00Z', by: 'Ada', what, was, now });

describe('what became of a job', () => {
  it('is said for every state that it goes from or to', () => {
    const said = JOB_STATES.map((state) => words('state', state, 'closed'));
    expect(new Set(said).size).toBe(JOB_STATES.length);
    for (const one of said) expect(one).not.toMatch(/undefined/);
    expect(words('state', 'quoted', 'accepted')).not.toBe(words('state', 'accepted', 'quoted'));
  });

  it('says when it was due and is now, with its time, or that it has none', () => {
    const moved = words('due', '2026-12-01T09:30:00.000Z', '2026-12-04T15:00:00.000Z');
    expect(moved).toMatch(/1.*4/s);
    const none = words('due', '2026-12-01T09:30:00.000Z', null);
    expect(none).not.toMatch(/null|Invalid|1970/);
    expect(none).not.toBe(words('due', null, '2026-12-01T09:30:00.000Z'));
  });

  it('says what was written beside it, and that it was taken away', () => {
    expect(words('notes', null, 'Ring before delivery')).toContain('Ring before delivery');
    expect(words('notes', 'Ring', null)).not.toMatch(/null/);
    expect(words('notes', 'Ring', '')).toBe(words('notes', 'Ring', null));
  });

  it('tells putting away from taking back, and each priority from another', () => {
    expect(words('away', null, '2026-11-30T08:00:00Z')).not.toBe(
      words('away', '2026-11-30T08:00:00Z', null),
    );
    expect(words('priority', 'usual', 'urgent')).not.toBe(words('priority', 'usual', 'soon'));
  });
});
