/** The handbook as it ships with the app: its pages, their pictures, and how one is read. */
import { PAGES } from '@kyanos/core';
import MarkdownIt from 'markdown-it';

const files: Readonly<Record<string, string>> = {
  ...import.meta.glob<string>('../../../docs/handbook/**/*.md', {
    query: '?raw',
    import: 'default',
    eager: true,
  }),
  ...import.meta.glob<string>('../../../docs/glossary.md', {
    query: '?raw',
    import: 'default',
    eager: true,
  }),
};
const pictures: Readonly<Record<string, string>> = import.meta.glob<string>(
  '../../../docs/handbook/pictures/*.{png,svg}',
  { query: '?url', import: 'default', eager: true },
);

export interface Page {
  /** Its file below docs/handbook, without its ending. */
  readonly id: string;
  readonly title: string;
  readonly text: string;
}

const named = new Map(
  Object.entries(files).map(([path, text]) => [
    path.replace(/^.*docs\/(handbook\/)?/, '').replace(/\.md$/, ''),
    text,
  ]),
);
/** Every page, in the order in which it is listed. */
export const ALL: readonly Page[] = Object.values(PAGES)
  .flat()
  .flatMap((id) => {
    const text = named.get(id);
    return text === undefined ? [] : [{ id, title: /^# (.*)/.exec(text)?.[1] ?? id, text }];
  });
export const pageNamed = (id: string): Page | undefined => ALL.find((page) => page.id === id);

/** Another page as a page names it. @param from id of the page that links */
function resolved(link: string, from: string): string {
  const url = new URL(link, `http://handbook/${from}`);
  return url.pathname.slice(1).replace(/\.md$/, '') + url.hash;
}

const reader = new MarkdownIt({ html: false, linkify: false, typographer: false });
/** A heading may name its place: `## Haze {#HAZE}`. */
reader.core.ruler.push('places', ({ tokens }) => {
  tokens.forEach((token, i) => {
    const next = tokens.at(i + 1);
    const last = next?.children?.at(-1);
    const place = token.type === 'heading_open' && last ? / ?\{#(\w+)\}$/.exec(last.content) : null;
    if (!place || !last) return;
    token.attrSet('id', place[1]);
    last.content = last.content.slice(0, place.index);
  });
});

/** Returns HTML of our own pages; links lead to pages of the app. */
export function htmlOf({ id, text }: Page): string {
  const tokens = reader.parse(text, {});
  for (const block of tokens)
    for (const token of block.children ?? []) {
      const [href, src] = ['href', 'src'].map((name) => {
        const value = token.attrGet(name);
        return value === null ? null : String(value);
      });
      if (token.type === 'link_open' && href !== null)
        token.attrSet('href', `/handbook/${resolved(href, id)}`);
      if (token.type === 'image' && src !== null) {
        const file = resolved(src, id);
        token.attrSet('src', pictures[`../../../docs/handbook/${file}`] ?? src);
        token.attrSet('loading', 'lazy');
      }
    }
  return reader.renderer.render(tokens, reader.options, {});
}
