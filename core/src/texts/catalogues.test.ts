/** The catalogues of all parts of the program, read as files: what types can't see. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { goodUntil } from '../stock/index.ts';
import { de } from './de/index.ts';
import { addCoreTexts, languageFrom, LANGUAGES, type Catalogue } from './index.ts';

const root = fileURLToPath(new URL('../../../', import.meta.url));
const PARTS = readdirSync(root).filter((name) =>
  existsSync(`${root}${name}/src/texts/en/index.ts`),
);
const catalogueOf = async (part: string, language: string): Promise<Catalogue> =>
  (
    (await import(/* @vite-ignore */ `${root}${part}/src/texts/${language}/index.ts`)) as Record<
      string,
      Catalogue
    >
  )[language];

const sources = (part: string): string =>
  readdirSync(`${root}${part}/src`, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|vue)$/.test(name) && !name.includes('texts/'))
    .map((name) => readFileSync(`${root}${part}/src/${name}`, 'utf8'))
    .join('\n');

/** Names of the values that a text has places for. */
const places = (text: string): string[] => [
  ...new Set([...text.replace(/\{'.'\}/g, '').matchAll(/\{(\w+)\}/g)].map(([, name]) => name)),
];
const choices = (text: string): string[] => text.split(' | ');

describe.each(PARTS)('the texts of %s', (part) => {
  it('are all said somewhere', async () => {
    const read = sources(part);
    const unsaid = Object.entries(await catalogueOf(part, 'en')).flatMap(([page, texts]) =>
      Object.keys(texts)
        .map((name) => `${page}.${name}`)
        // Sentences of codes are said by their code.
        .filter((key) => !read.includes(`'${key}'`) && !read.includes(`\`${page}.\${code}\``)),
    );
    expect(unsaid).toEqual([]);
  });

  it.each(LANGUAGES)(
    'have in %s the same places for values, and as many forms',
    async (language) => {
      const [english, own] = [await catalogueOf(part, 'en'), await catalogueOf(part, language)];
      const wrong: string[] = [];
      for (const [page, texts] of Object.entries(english))
        for (const [name, text] of Object.entries(texts)) {
          const said = own[page]?.[name] ?? '';
          const same =
            places(said).toSorted().join() === places(text).toSorted().join() &&
            choices(said).length === choices(text).length &&
            said.trim() !== '' &&
            /^ /.test(said) === /^ /.test(text);
          if (!same) wrong.push(`${page}.${name}: ${text} → ${said}`);
        }
      expect(wrong).toEqual([]);
    },
  );

  it.each(LANGUAGES)('choose in %s by n and by nothing else', async (language) => {
    const wrong = Object.values(await catalogueOf(part, language))
      .flatMap((texts) => Object.values(texts))
      // The library would choose by a value named count before it looked at n.
      .filter((text) => choices(text).length > 1 && places(text).includes('count'));
    expect(wrong).toEqual([]);
  });
});

describe('what is remembered', () => {
  it('is said anew in the language of each who asks', () => {
    const from = () =>
      goodUntil({ expiresOn: null, madeOn: '2025-11-27', openedOn: null }, { shelfLifeMonths: 12 })
        ?.from;
    expect(from()).toBe('made 27 Nov 2025, keeps 12 months');
    addCoreTexts('de', de);
    languageFrom(() => 'de');
    expect(from()).toBe('hergestellt 27. Nov. 2025, hält 12 Monate');
    languageFrom(() => 'en');
    expect(from()).toBe('made 27 Nov 2025, keeps 12 months');
  });

  it('holds no text: the next one who asks may speak another language', () => {
    const kept = sources('core')
      .split(/\bremembered\(/)
      .slice(1)
      // The call ends where the brackets that it opened are closed.
      .map((rest) => {
        let open = 1;
        let end = 0;
        while (open > 0 && end < rest.length) open += { '(': 1, ')': -1 }[rest[end++]] ?? 0;
        // A refusal is not kept.
        return rest.slice(0, end).replace(/throw new [\s\S]*?;\n/g, '');
      });
    expect(kept.length).toBeGreaterThan(5);
    expect(kept.filter((call) => /\bt\(|\bdated\(|\bdecimal\(/.test(call))).toEqual([]);
  });
});
