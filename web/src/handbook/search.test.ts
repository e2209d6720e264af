import { PAGES } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { ALL, htmlOf, pageNamed } from './pages.ts';
import { findPlaces } from './search.ts';

describe('the handbook', () => {
  it('has every page that is listed, each with a title and a text', () => {
    expect(ALL.map(({ id }) => id)).toEqual(Object.values(PAGES).flat());
    for (const { id, title, text } of ALL) {
      expect([id, title]).not.toEqual([id, id]);
      expect(text.length).toBeGreaterThan(100);
    }
    expect(pageNamed('nothing')).toBeUndefined();
  });

  it('is read with links to pages of the app, places by their names, and pictures that ship with it', () => {
    for (const page of ALL) {
      const html = htmlOf(page);
      const inner = [...html.matchAll(/href="([^"]+)"/g)].map(([, href]) => href);
      for (const href of inner) {
        expect([page.id, href]).toEqual([page.id, expect.stringMatching(/^\/handbook\//)]);
        const [id, place] = href.slice('/handbook/'.length).split('#');
        const target = pageNamed(id);
        expect([page.id, href, target !== undefined]).toEqual([page.id, href, true]);
        if (place) expect(htmlOf(target!)).toContain(`id="${place}"`);
      }
      expect(html).not.toMatch(/\{#\w+\}/);
      expect(html).not.toContain('<script');
    }
  });
});

describe('a search', () => {
  it('finds the page by its title before pages that only speak of it', () => {
    for (const { id, title } of ALL) {
      const found = findPlaces(title).slice(0, 3);
      expect([title, found.map((place) => place.id.split('#')[0])]).toEqual([
        title,
        expect.arrayContaining([id]),
      ]);
    }
  });

  it('finds a place by the first letters of a word and with a letter wrong, and nothing for nothing', () => {
    const ids = (words: string) => findPlaces(words).map(({ id }) => id);
    expect(ids('barcod')[0]).toMatch(/^barcodes/);
    expect(ids('barkode')[0]).toMatch(/^barcodes/);
    expect(findPlaces('')).toEqual([]);
    expect(findPlaces('zzqxqx')).toEqual([]);
    expect(ids('white').length).toBeLessThanOrEqual(20);
  });

  it('leads to a place of a page where the heading has a name', () => {
    const named = ALL.flatMap(({ id, text }) =>
      [...text.matchAll(/^## .*\{#(\w+)\}/gm)].map(([, place]) => `${id}#${place}`),
    );
    expect(named.length).toBeGreaterThan(10);
    const found = ALL.flatMap(({ title }) => findPlaces(title)).map(({ id }) => id);
    const places = found.filter((id) => id.includes('#'));
    expect(places.length).toBeGreaterThan(0);
    for (const place of places) expect(named).toContain(place);
    expect(found.every((id) => !id.includes('?'))).toBe(true);
  });
});
