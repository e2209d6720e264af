import { readdirSync, readFileSync } from 'node:fs';
import { parse } from 'vue/compiler-sfc';
import { describe, expect, it } from 'vitest';

const folder = new URL('../', import.meta.url);
const VIEWS = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) =>
  name.endsWith('.vue'),
);

/** What is the same in every language. */
const SAME =
  /^(mm|mm²|cm|in|px|pL|mL|L|m|m²|cm²|GU|h|min|s|kg|dpi|pt|lx|cd|ΔE|ΔE2000|CMYK|PDF|CSV|JSON|SVG|PNG|UV|Kyanos|Esc|Tab|Ctrl|Lab|a|b|SCTV)$/;
const words = (text: string) =>
  (text.match(/\p{L}[\p{L}\d²]*/gu) ?? []).filter((word) => !SAME.test(word) && word.length > 1);

/** Attributes that are read or heard. */
const SAID =
  /^(label|title|placeholder|aria-label|alt|hint|subtitle|text|question|answer|suffix|prefix|unit)$/;

interface Node {
  readonly type: number;
  readonly tag?: string;
  readonly content?: unknown;
  readonly props?: readonly {
    type: number;
    name: string;
    value?: { content: string };
    /** What a directive is for. */
    arg?: { content: string };
  }[];
  readonly children?: readonly Node[];
}
const [ELEMENT, TEXT, ATTRIBUTE] = [1, 2, 6];

function written(node: Node): string[] {
  if (node.tag === 'style' || node.tag === 'script') return [];
  const found: string[] = [];
  if (node.type === TEXT && words(node.content as string).length > 0)
    found.push((node.content as string).trim());
  if (node.type === ELEMENT)
    for (const { type, name, value } of node.props ?? [])
      if (type === ATTRIBUTE && value && SAID.test(name) && words(value.content).length > 0)
        found.push(`${name}="${value.content}"`);
  return [...found, ...(node.children ?? []).flatMap(written)];
}

const nodesOf = (name: string): readonly Node[] => {
  const { template } = parse(readFileSync(new URL(name, folder), 'utf8')).descriptor;
  return (template?.ast?.children ?? []) as Node[];
};
const within = (nodes: readonly Node[]): Node[] =>
  nodes.flatMap((node) => [node, ...within(node.children ?? [])]);

/** What it is called by whoever does not see it: its heading, or words of its own. */
const isNamed = ({ props = [] }: Node): boolean =>
  props.some(({ name, arg }) => /^aria-label(ledby)?$/.test(arg?.content ?? name));

describe('a view', () => {
  it.each(VIEWS)('%s says nothing that is not in a catalogue', (name) => {
    expect(nodesOf(name).flatMap(written)).toEqual([]);
  });

  it('has a name for each of its dialogs', () => {
    const dialogs = VIEWS.flatMap((name) =>
      within(nodesOf(name)).flatMap((node) => (node.tag === 'v-dialog' ? [{ name, node }] : [])),
    );
    expect(dialogs.length).toBeGreaterThan(15);
    expect(dialogs.filter(({ node }) => !isNamed(node)).map(({ name }) => name)).toEqual([]);
  });
});
