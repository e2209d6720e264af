/** Finds pages and places of the handbook, offline. */
import MiniSearch from 'minisearch';
import { ALL, type Page } from './pages.ts';

export interface Place {
  /** Page, and the place on it behind a number sign where there is one. */
  readonly id: string;
  readonly title: string;
  readonly page: string;
  readonly language: Page['language'];
}

/** A page as its parts: what stands before its first heading, and each heading with what is below it. */
const parts = ALL.flatMap(({ id, title, text, language }) => {
  const [first, ...rest] = text.split(/^## /m);
  return [
    { id, title, page: title, text: first, language },
    ...rest.map((part, i) => {
      const [heading] = part.split('\n', 1);
      const place = /\{#(\w+)\}/.exec(heading)?.[1];
      return {
        id: place === undefined ? `${id}?${i}` : `${id}#${place}`,
        title: heading.replace(/ ?\{#\w+\}/, ''),
        page: title,
        text: part,
        language,
      };
    }),
  ];
});

const index = new MiniSearch<(typeof parts)[number]>({
  fields: ['title', 'text'],
  storeFields: ['id', 'title', 'page', 'language'],
  searchOptions: { boost: { title: 3 }, prefix: true, fuzzy: 0.15 },
});
index.addAll(parts);

const MOST = 20;
/** The best first. */
export const findPlaces = (words: string): readonly Place[] =>
  index
    .search(words)
    .slice(0, MOST)
    .map(({ id, title, page, language }) => ({
      id: String(id).replace(/\?\d+$/, ''),
      title: String(title),
      page: String(page),
      language: language as Page['language'],
    }));
