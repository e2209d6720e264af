import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { pieceKey } from '../layout/pieces.ts';
import { keysOf, type KeyScope } from './keys.ts';

describe('the table of keys', () => {
  it('is the only place where keys of a screen are bound', () => {
    const folder = new URL('..', import.meta.url);
    const bound = readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((file) => /\.(vue|ts)$/.test(file) && !/\.test\.ts$|shared\/keys\.ts$/.test(file))
      .filter((file) =>
        /onKeyStroke\((?!'Escape')/.test(readFileSync(new URL(file, folder), 'utf8')),
      );
    expect(bound).toEqual([]);
  });

  it('binds no key twice where both would be heard', () => {
    const heard: readonly (readonly KeyScope[])[] = [
      ['everywhere', 'job', 'viewer', 'stack'],
      ['everywhere', 'job', 'plates'],
      ['everywhere', 'job', 'artwork'],
    ];
    for (const scopes of heard) {
      const keys = scopes.flatMap(keysOf);
      expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
    }
  });

  it('has the keys that move a piece of the layout', () => {
    for (const key of keysOf('piece'))
      expect(pieceKey({ key, shiftKey: false }, false)).toBeDefined();
  });
});
