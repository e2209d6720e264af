import type { PrinterStatus } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { printerWords, reasonsOf } from './pressWords.ts';

const status = (change: Partial<PrinterStatus>) =>
  ({
    reasons: [],
    goneSince: null,
    seenAt: '2026-11-30T08:00:00Z',
    state: 'idle',
    ...change,
  }) as PrinterStatus;

describe('why a printer stands', () => {
  it('is said by the keyword of RFC 8011, whatever severity stands behind it, and once', () => {
    const [empty] = reasonsOf(status({ reasons: ['marker-supply-empty'] }));
    expect(empty).not.toContain('marker');
    expect(
      reasonsOf(
        status({
          reasons: [
            'marker-supply-empty-error',
            'marker-supply-empty-report',
            'marker-supply-empty',
          ],
        }),
      ),
    ).toEqual([empty]);
    expect(reasonsOf(status({ reasons: ['door-open', 'cover-open-warning'] }))).toHaveLength(1);
  });

  it('that nobody has words for is read as it came, without its hyphens', () =>
    expect(
      reasonsOf(status({ reasons: ['fuser-over-temp-error', 'com.example-belt-slack'] })),
    ).toEqual(['fuser over temp', 'com.example belt slack']));
});

describe('a printer', () => {
  it('is gone since a time, or does what it does, or has not answered yet', () => {
    const gone = printerWords(status({ goneSince: '2026-11-30T07:15:00.000Z' }));
    expect(gone).toMatch(/15/);
    const words = (['idle', 'processing', 'stopped'] as const).map((state) =>
      printerWords(status({ state })),
    );
    expect(new Set(words).size).toBe(3);
    const asked = printerWords(status({ state: null }));
    expect(asked).toBe(printerWords(status({ seenAt: null })));
    expect(words).not.toContain(asked);
  });
});
