/** The screens in another language than English: complete, and no wider than the screen. */
import type { Page } from '@playwright/test';
import { goTo, resize, ROOM_VIEWS, SHOP_VIEWS, VIEWS } from './views.ts';
import { expect, test } from './shop.ts';

/** Words that English can't do without, and that are no words of German. */
const ENGLISH =
  /\b(the|of|is|are|and|not|to|with|by|for|it|on|this|that|from|no|has|have|its|than|what|which|how|or|each|lot|used|show|under|over|white|colour|silver|clear|front|back|copies|hits?|trips?|layers?|plates?|ink|price|cost|stands|needs?|sheets?|nothing|about|today|now|due|never|none|missing|whole|drawn|learnt|soon)\b/i;
/** What was written down when the demo's files were read, in the language of whoever had them read. */
const KEPT = /\bprofile\b|process ink as in the file/;

/** Every word of the demo that is the shop's own: names of jobs, machines, materials, inks, places, and what people wrote. */
async function ownWords(page: Page): Promise<string[]> {
  const words = new Set<string>();
  const collect = (value: unknown): void => {
    if (typeof value === 'string') {
      if (/[a-z]{3}/i.test(value) && value.length < 120 && !/^[a-z-]+$/.test(value))
        words.add(value);
    } else if (value && typeof value === 'object') Object.values(value).forEach(collect);
  };
  const ask = async (path: string): Promise<unknown> =>
    (await page.request.get(`/api${path}`)).json();
  for (const path of ['/shop', '/jobs?size=50', '/stock/shelf', '/care/machines', '/stock/events'])
    collect(await ask(path));
  for (const machine of ['roll-1', 'flatbed-2', 'label-3'])
    collect(await ask(`/care/machines/${machine}/events`));
  const { jobs } = (await ask('/jobs?size=50')) as { jobs: { id: string }[] };
  for (const { id } of jobs) collect(await ask(`/jobs/${id}`));
  return [...words].map((word) => word.toLowerCase()).toSorted((a, b) => b.length - a.length);
}

/** Everything that is read on a screen or told to a screen reader. */
const said = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const texts: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walker.nextNode()) {
      const { parentElement, textContent } = walker.currentNode;
      // The glossary is in English, and says so.
      if (parentElement?.closest('body [lang="en"]')) continue;
      if (parentElement && !/^(STYLE|SCRIPT)$/.test(parentElement.tagName))
        if (parentElement.checkVisibility()) texts.push(textContent!.trim());
    }
    for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
      for (const element of document.querySelectorAll(`[${name}]`))
        if (!element.closest('body [lang="en"]')) texts.push(element.getAttribute(name)!);
    return texts.filter(Boolean);
  });

/** The address of a job on the board. */
async function opened(page: Page, job: string): Promise<string> {
  await page.goto('/');
  await page.getByText(job).first().click();
  await page.waitForURL(/\/jobs\//);
  return /\/jobs\/[^/]+/.exec(page.url())![0];
}

/** Wider than the screen, at the bench or on a tablet. */
async function overflows(page: Page): Promise<boolean> {
  for (const size of [
    { width: 820, height: 1180 },
    { width: 1280, height: 800 },
  ]) {
    await resize(page, size);
    if (await page.evaluate(() => document.documentElement.scrollWidth > innerWidth)) return true;
  }
  return false;
}

test.beforeEach(async ({ context, baseURL }) => {
  await context.addCookies([{ name: 'kyanos-language', value: 'de', url: baseURL! }]);
});

test('every screen is in German where German was chosen, but for the shop’s own words, and fits the bench and a tablet', async ({
  page,
}) => {
  test.setTimeout(480_000);
  const own = await ownWords(page);
  const english = new Set<string>();
  const wide: string[] = [];
  const read = async (where: string) => {
    if (await overflows(page)) wide.push(where);
    for (const text of await said(page)) {
      if (!ENGLISH.test(text)) continue;
      const rest = own.reduce((left, word) => left.replaceAll(word, ' '), text.toLowerCase());
      if (ENGLISH.test(rest) && !KEPT.test(rest)) english.add(`${where}: ${text}`);
    }
  };
  await page.goto('/');
  await page.getByText('Stage portrait on black board').waitFor();
  await read('/');
  for (const view of [...ROOM_VIEWS, ...SHOP_VIEWS]) {
    await goTo(page, view);
    await read(view);
  }
  for (const job of ['Orchard cordial, clear label', 'Hanging sign, two pictures']) {
    const address = await opened(page, job);
    for (const view of VIEWS) {
      await goTo(page, `${address}/${view}`);
      if (view === 'stack') await expect(page.getByTestId('look').first()).toBeVisible();
      await read(`${job}, ${view}`);
    }
  }
  expect([...english]).toEqual([]);
  expect(wide).toEqual([]);
});

test('a language is chosen at the top, and papers and refusals follow it', async ({ page }) => {
  await page.goto('/');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await page.getByRole('button', { name: 'Sprache der Oberfläche. Ändern' }).click();
  await page.getByText('English').click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'en');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('What is to be printed?');
  await page.getByRole('button', { name: 'Language of the screens. Change' }).click();
  await page.getByText('Deutsch').click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Was ist zu drucken?');
  const refused = await page.request.get('/api/jobs/00000000-0000-4000-8000-000000000000');
  expect(((await refused.json()) as { message: string }).message).toMatch(/^Diesen Auftrag/);
});
