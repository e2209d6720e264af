/** Jobs of a journey's own: whatever it changes in them, no other journey sees. */
import { expect, type APIRequestContext, type Page } from '@playwright/test';

interface Stored {
  readonly id: string;
  readonly name: string;
  readonly artworkId: string;
  readonly fileName: string;
}

let count = 0;

/** Takes on a job of the demo a second time, under another name. */
export async function copyOf(
  request: APIRequestContext,
  title: string,
  name: string,
): Promise<Stored> {
  const list = await request.get('/api/jobs', { params: { search: title, limit: 500 } });
  const { jobs } = (await list.json()) as { readonly jobs: readonly Stored[] };
  const { id, artworkId, fileName } = jobs.find((job) => job.name === title)!;
  const { plan } = (await (await request.get(`/api/jobs/${id}`)).json()) as {
    readonly plan: Record<string, unknown>;
  };
  const made = await request.post('/api/jobs', {
    data: { plan: { ...plan, name }, artworkId, fileName },
  });
  expect(made.status()).toBe(201);
  return (await made.json()) as Stored;
}

/**
 * Takes on a job of the demo a second time and opens it at one of its views.
 * @returns the name of the new job; it doesn't hold the name of the old one, which journeys look for on the board
 */
export async function openOwn(page: Page, title: string, view: string): Promise<string> {
  const name = `Journey ${process.pid}-${++count}`;
  const own = await copyOf(page.request, title, name);
  await page.goto(`/jobs/${own.id}/${view}`);
  await expect(page.getByTestId('ledger')).toContainText('Price');
  return name;
}
