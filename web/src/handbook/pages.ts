/** The handbook as it ships with the app: its pages, their pictures, and how one is read. */
import { PAGES, type Language } from '@kyanos/core';
import MarkdownIt from 'markdown-it';
import { LANGUAGE } from '../texts/language.ts';

const BOOKS: Readonly<Record<Language, () => Promise<{ readonly book: Pages }>>> = {
  en: () => import('./book.en.ts'),
  de: () => import('./book.de.ts'),
};
type Pages = Readonly<Record<string, string>>;
const { book } = await BOOKS[LANGUAGE]();
/** Names of the code stand in it: it is in English alone. */
const glossary: Pages = import.meta.glob<string>('../../../docs/glossary.md', {
  query: '?raw',
  import: 'default',
  eager: true,
});
const pictures: Readonly<Record<string, string>> = import.meta.glob<string>(
  '../../../docs/handbook/pictures/*.{png,svg}',
  { query: '?url', import: 'default', eager: true },
);

export interface Page {
  /** Its file below docs/handbook, or docs/handbuch in German, without its ending. */
  readonly id: string;
  readonly language: Language;
  readonly title: string;
  readonly text: string;
}

const idOf = (path: string) =>
  path.replace(/^.*docs\/(?:handbook\/|handbuch\/)?/, '').replace(/\.md$/, '');
const named = new Map(
  (
    [
      [book, LANGUAGE],
      [glossary, 'en'],
    ] as const
  ).flatMap(([pages, language]) =>
    Object.entries(pages).map(([path, text]) => [idOf(path), { text, language }] as const),
  ),
);
/** Every page, in the order in which it is listed. */
export const ALL: readonly Page[] = Object.values(PAGES)
  .flat()
  .flatMap((id) => {
    const page = named.get(id);
    return page ? [{ id, title: /^# (.*)/.exec(page.text)?.[1] ?? id, ...page }] : [];
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
