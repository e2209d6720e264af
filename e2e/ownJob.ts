/** Jobs of a journey's own: whatever it changes in them, no other journey sees. */
import { expect, type Page } from '@playwright/test';

interface Stored {
  readonly id: string;
  readonly name: string;
  readonly artworkId: string;
  readonly fileName: string;
}

let count = 0;

/**
 * Takes on a job of the demo a second time and opens it at one of its views.
 * @returns the name of the new job; it doesn't hold the name of the old one, which journeys look for on the board
 */
export async function openOwn(page: Page, title: string, view: string): Promise<string> {
  const list = await page.request.get('/api/jobs', { params: { search: title, limit: 500 } });
  const { jobs } = (await list.json()) as { readonly jobs: readonly Stored[] };
  const { id, artworkId, fileName } = jobs.find(({ name }) => name === title)!;
  const { plan } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as {
    readonly plan: Record<string, unknown>;
  };
  const name = `Journey ${process.pid}-${++count}`;
  const made = await page.request.post('/api/jobs', {
    data: { plan: { ...plan, name }, artworkId, fileName, savedBy: 'journey' },
  });
  expect(made.status()).toBe(201);
  const own = (await made.json()) as Stored;
  await page.goto(`/jobs/${own.id}/${view}`);
  await expect(page.getByTestId('ledger')).toContainText('Price');
  return name;
}
