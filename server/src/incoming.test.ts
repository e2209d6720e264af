import { describe, expect, it } from 'vitest';
import { cleanTexts, isDeeper } from './incoming.ts';

const deeper = (json: string, most: number) => isDeeper(Buffer.from(json), most);

describe('a request that is read', () => {
  it('is as deep as its brackets lie in each other, whatever stands in quotes', () => {
    expect(deeper('[[{"a":[1]}]]', 4)).toBe(false);
    expect(deeper('[[{"a":[1]}]]', 3)).toBe(true);
    // Beside each other is no deeper than one.
    expect(deeper(`[${'[],{},'.repeat(500)}[]]`, 2)).toBe(false);
    expect(deeper(JSON.stringify({ name: '['.repeat(500) }), 1)).toBe(false);
    expect(deeper(JSON.stringify({ name: 'a "quoted" \\' + '['.repeat(500) }), 1)).toBe(false);
    // What ends too early is as deep as it came.
    expect(deeper('{"a":[[[', 3)).toBe(true);
  });

  it('has no NUL and no half characters in its address, and keeps what is no text', () => {
    expect(cleanTexts({ id: 'a\0b', word: '\ud800 🖨', many: ['x'] })).toEqual({
      id: 'ab',
      word: '\ufffd 🖨',
      many: ['x'],
    });
  });
});
