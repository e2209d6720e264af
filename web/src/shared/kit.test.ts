import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

/** Names of the props of a component, each with whether a comment stands before it. */
function propsOf(source: string): (readonly [name: string, told: boolean])[] {
  const block = /defineProps<\{\n([\s\S]*?)\n\}>\(\)/.exec(source)?.[1].split('\n') ?? [];
  return block.flatMap((line, i) => {
    const [, name] = /^ {2}(\w+)\??:/.exec(line) ?? [];
    return name ? [[name, /\*\/$/.test(block[i - 1] ?? '')] as const] : [];
  });
}

describe('the kit', () => {
  const folder = new URL('.', import.meta.url);
  const files = readdirSync(folder).filter((name) => name.endsWith('.vue'));

  it.each(files)('says of every prop of %s what it is', (name) => {
    const source = readFileSync(new URL(name, folder), 'utf8');
    // One that stands on the line of its braces could not be told.
    expect(source).not.toMatch(/defineProps<\{ /);
    expect(propsOf(source).filter(([, told]) => !told)).toEqual([]);
  });

  it('has props at all', () => {
    const all = files.flatMap((name) => propsOf(readFileSync(new URL(name, folder), 'utf8')));
    expect(all.length).toBeGreaterThan(20);
  });
});
