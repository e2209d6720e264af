import { describe, expect, it } from 'vitest';
import { Fetched } from './fetched.ts';

describe('what is kept of what was fetched', () => {
  it('is the newest few, fetched once each', async () => {
    const kept = new Fetched<{ key: string }>(2);
    const fetched: string[] = [];
    const get = (key: string) =>
      kept.get(key, () => {
        fetched.push(key);
        return Promise.resolve({ key });
      });
    for (const key of ['a', 'b', 'a', 'c', 'a', 'b']) await get(key);
    // "b" had gone when "c" came, as "a" was wanted in between.
    expect(fetched).toEqual(['a', 'b', 'c', 'b']);
  });

  it('is no failure: that is tried again', async () => {
    const kept = new Fetched<{ key: string }>(2);
    await expect(kept.get('a', () => Promise.reject(new Error('away')))).rejects.toThrow('away');
    expect(await kept.get('a', () => Promise.resolve({ key: 'there' }))).toEqual({
      key: 'there',
    });
  });
});
