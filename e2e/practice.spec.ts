import { expect, test } from './shop.ts';

test('ten minutes of practice: what is wrong is found in a job of its own, handed in, and shown beside the right print', async ({
  page,
}) => {
  await page.goto('/practice');
  await page.getByLabel('Who practises').fill('Ines');
  await expect(page.getByTestId('answer')).toContainText('minutes');
  await page.getByRole('button', { name: 'Begin' }).first().click();
  await expect(page.getByRole('heading', { name: /Tick what you find/ })).toBeVisible();
  const exercise = page.url();

  // The job lies open at the real screens, marked, and without what would help.
  await page.getByRole('link', { name: 'Open the job' }).click();
  await expect(page.getByTestId('practice')).toContainText('this is no job of the shop');
  await expect(page.getByText('Will fail.')).toHaveCount(0);
  await expect(page.getByText('Decide.')).toHaveCount(0);
  await page.getByRole('button', { name: 'Back to the question' }).click();
  expect(page.url()).toBe(exercise);

  await page.getByRole('checkbox').first().click();
  await page.getByRole('button', { name: 'Hand it in' }).click();
  await expect(page.getByRole('status').filter({ hasText: '%' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'As it should be' })).toBeVisible();
  await page.getByRole('link', { name: 'Read on' }).first().click();
  await expect(page).toHaveURL(/\/handbook\//);

  await page.goto('/practice');
  await expect(page.getByText('Find what is wrong').last()).toBeVisible();
  // The board has no job of it.
  await page.goto('/');
  await expect(page.getByRole('button', { name: /^Practice/ })).toHaveCount(0);
});

test('a stack is chosen without the adviser, and its mark says why', async ({ page, request }) => {
  const given = await request.post('/api/practice/exercises', {
    headers: { 'Kyanos-Operator': 'Noor' },
    data: { kind: 'stack', seed: 5, level: 1 },
  });
  const { id, jobId } = (await given.json()) as { id: string; jobId: string };
  await page.goto(`/jobs/${jobId}/stack`);
  await expect(page.getByTestId('practice')).toBeVisible();
  await expect(page.getByText('Which stack?')).toHaveCount(0);
  await page.getByTestId('practice').getByRole('button', { name: 'Hand it in' }).click();
  await expect(page).toHaveURL(new RegExp(id));
  // Which job it is made of depends on the jobs that are there.
  await expect(page.getByText(/Right\.|Not yet\./)).toBeVisible();
  await expect(page.getByRole('img')).toHaveCount(2);
});

test('a nozzle pattern is read by tapping, and steps are put in order by button', async ({
  page,
  request,
}) => {
  const give = async (kind: string) => {
    const answer = await request.post('/api/practice/exercises', {
      headers: { 'Kyanos-Operator': 'Ali' },
      data: { kind, seed: 9 },
    });
    return ((await answer.json()) as { id: string }).id;
  };
  await page.goto(`/practice/exercises/${await give('nozzles')}`);
  const pattern = page.getByRole('img', { name: /^Nozzle pattern of White/ }).first();
  await pattern.click({ position: { x: 60, y: 40 } });
  await expect(page.getByText('1 tapped').first()).toBeVisible();
  await page.getByRole('button', { name: 'Hand it in' }).click();
  await expect(page.getByText(/Right\.|Not yet\./)).toBeVisible();

  await page.goto(`/practice/exercises/${await give('procedure')}`);
  await page
    .getByRole('button', { name: /^Later: / })
    .first()
    .click();
  await page.getByRole('button', { name: 'Hand it in' }).click();
  await expect(page.getByText(/Right\.|Not yet\./)).toBeVisible();
});

test('a master sets a course out of a job, and its people find it', async ({ page }) => {
  await page.goto('/practice/courses');
  await page.getByRole('button', { name: 'New course' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Whoever passes …').fill('Can look after white alone');
  await dialog.getByLabel('People').fill('Ines');
  await dialog.getByLabel('People').press('Enter');
  await dialog.getByRole('combobox', { name: 'Kind' }).press('Enter');
  await page.getByRole('option', { name: 'Steps in order' }).click();
  await dialog.getByLabel('Out of the job').fill('portrait');
  await page
    .getByRole('option', { name: /Stage portrait/ })
    .first()
    .click();
  await dialog.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByRole('rowheader', { name: 'Ines' })).toBeVisible();
  await page.goto('/practice');
  await page.getByLabel('Who practises').fill('Ines');
  await expect(page.getByRole('heading', { name: 'Can look after white alone' })).toBeVisible();
});

test('the handbook is found by words, opened by ? at its screen, and by Why? at a finding', async ({
  page,
}) => {
  await page.goto('/handbook');
  await page.getByRole('textbox', { name: 'Find in the handbook' }).fill('haze');
  await page.getByRole('link', { name: /White under what looks blank/ }).click();
  await expect(page).toHaveURL(/handbook\/plates#HAZE$/);
  await expect(
    page.getByRole('heading', { name: 'White under what looks blank' }),
  ).toBeInViewport();
  const picture = page.locator('main img').first();
  await expect(picture).toBeVisible();
  expect(await picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100);

  await page.goto('/queue');
  await expect(page.getByRole('heading', { name: 'Who prints what, and when?' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog').getByRole('heading', { name: /^Queue: / })).toBeVisible();
  await page.getByRole('link', { name: 'Open the handbook' }).click();
  await expect(page).toHaveURL(/handbook\/queue/);

  // From anywhere.
  await page.keyboard.press('/');
  await page.getByRole('searchbox').fill('silver');
  await page
    .getByRole('option', { name: /Silver under colour/ })
    .first()
    .click();
  await expect(page).toHaveURL(/handbook\//);
});
