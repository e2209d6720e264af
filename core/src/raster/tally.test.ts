import { describe, expect, it } from 'vitest';
import { LevelTally } from './index.ts';

describe('LevelTally', () => {
  it('counts the pixels of each value over any number of bands, as one would by hand', () => {
    const tally = new LevelTally();
    const expected = Array.from({ length: 256 }, () => 0);
    for (const size of [1, 15, 16, 17, 70_000, 131_072]) {
      const rows = Uint8Array.from({ length: size }, (_, i) => (i * i * 31 + (i >> 7)) % 256);
      for (const value of rows) expected[value]++;
      tally.count(rows);
    }
    // Long runs of one value are counted sixteen at a time.
    tally.count(new Uint8Array(100_003).fill(255));
    expected[255] += 100_003;
    expect(tally.counts()).toEqual(expected);
  });
});
