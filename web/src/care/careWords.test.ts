import { CareActSchema } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { actWords } from '../stock/stockWords.ts';
import { agoWords, careWords } from './careWords.ts';

describe('the words of the floor', () => {
  it('say every act of care, with what matters of it', () => {
    const missing = [{ channel: 'W', row: 0, nozzle: 1 }];
    const run = '3b241101-e2bb-4255-8caf-4136c566a962';
    const acts = [
      [{ act: 'pattern', missing }, 'Nozzle pattern: 1 missing'],
      [{ act: 'pattern', missing: [] }, 'Nozzle pattern whole'],
      [{ act: 'slot', to: 'under' }, 'White slot moved: white under colour'],
      [{ act: 'cleaned', ml: 6, minutes: 2 }, 'Cleaned, 6 mL drawn'],
      [{ act: 'filled', channel: 'W', ml: 60, minutes: 25 }, 'W put in'],
      [
        { act: 'printed', name: 'Sign', ml: { W: 2.25 }, wasteMl: 1, minutes: 9, source: 'report' },
        'Printed: Sign, 2.3 mL of white',
      ],
      [{ act: 'run-ended', run, finished: false, minutes: 4, ml: 0 }, 'Stopped: 4 min, 0 mL'],
    ] as const;
    for (const [act, words] of acts) expect(careWords(CareActSchema.parse(act))).toBe(words);
  });

  it('say amounts with their unit, and how long ago something was', () => {
    expect(actWords({ act: 'drawn', amount: 3.25, source: 'report' }, 'm')).toBe(
      '3.3 m drawn by the machine’s report',
    );
    expect(actWords({ act: 'counted', left: 1, reason: '' }, 'sheets')).toBe('Counted: 1 sheet');
    expect(actWords({ act: 'reserved', jobId: 'x', amount: 0 } as never, 'm')).toBe(
      'Reservation given back',
    );
    const now = Date.UTC(2026, 10, 27, 12);
    const ago = (hours: number) => agoWords(new Date(now - hours * 3_600_000).toISOString(), now);
    expect([ago(0.2), ago(30), ago(60)]).toEqual(['12 min ago', '30 h ago', '2 days ago']);
  });
});
