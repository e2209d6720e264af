import { expect, test, type Page } from '@playwright/test';
import { App } from './app.ts';

const PASSWORD = 'wood glue and rain';
let app: App;
let word: string;

// Each goes on in the shop that the one before has left.
test.describe.configure({ mode: 'serial' });

/** A shop of its own, whose people sign in. */
test.beforeAll(async () => {
  app = await App.start(['--no-demo', '--no-worker', '--sign-in', '--name', 'localhost']);
  word = await app.printed(/(\w{4}(?:-\w{4}){3})\n/);
});
test.afterAll(() => app.remove());

async function signIn(page: Page, name: string, password = PASSWORD): Promise<void> {
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
}
const join = async (page: Page, oneTime: string, name?: string) => {
  await page.getByRole('button', { name: 'I have a one-time word' }).click();
  await page.getByLabel('One-time word').fill(oneTime);
  if (name) await page.getByLabel('Your name').fill(name);
  await page.getByLabel('New password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Choose it and sign in' }).click();
};
const signedInAs = (page: Page, name: string) =>
  expect(page.getByRole('button', { name: `Signed in as ${name}` })).toBeVisible();
/** A journey does not end while its page is on the way to another. */
async function signOut(page: Page, name: string): Promise<void> {
  await menu(page, name, 'Sign out');
  await expect(page.getByRole('dialog', { name: 'Who are you?' })).toBeVisible();
}
async function menu(page: Page, name: string, item: string): Promise<void> {
  await page.getByRole('button', { name: `Signed in as ${name}` }).click();
  await page.getByText(item, { exact: true }).click();
}

test('the first owner comes in by the word that start prints, lets others in, and comes back by passkey', async ({
  page,
  context,
}) => {
  await page.goto(app.url);
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Queue' })).toHaveCount(0);
  await join(page, word, 'Oda');
  await signedInAs(page, 'Oda');

  const device = await context.newCDPSession(page);
  await device.send('WebAuthn.enable');
  await device.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await menu(page, 'Oda', 'My account');
  await page.getByLabel('Name of the device').fill('Office computer');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'The passkey is kept.' })).toBeVisible();
  await signOut(page, 'Oda');
  await page.getByRole('button', { name: 'With a passkey' }).click();
  await signedInAs(page, 'Oda');

  await menu(page, 'Oda', 'People');
  await page.getByLabel('Name', { exact: true }).fill('Lea');
  await page.getByRole('combobox', { name: 'Role', exact: true }).press('Enter');
  await page.getByRole('option', { name: 'learner' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const leas = await page.getByTestId('word').innerText();
  await expect(page.getByRole('row', { name: /^Lea/ })).toContainText('one-time word');
  await signOut(page, 'Oda');
  await join(page, leas);
  await signedInAs(page, 'Lea');
  // What is not hers is not offered.
  await expect(page.getByRole('link', { name: 'Practice' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Queue' })).toHaveCount(0);
  await signOut(page, 'Lea');
});

test('a shared tablet is switched by name and PIN', async ({ page }) => {
  await page.goto(app.url);
  await signIn(page, 'Oda', 'not this');
  await expect(page.getByRole('alert')).toContainText('don’t belong together');
  await signIn(page, 'Oda');
  await menu(page, 'Oda', 'My account');
  await page.getByLabel('Your password now').nth(1).fill(PASSWORD);
  await page.getByLabel('Digits').fill('4711');
  await page.getByRole('button', { name: 'Choose it' }).click();
  await expect(page.getByText('Your PIN is set.')).toBeVisible();
  await menu(page, 'Oda', 'People');
  await page.getByLabel('Name of this tablet').fill('Bench 2');
  await page.getByRole('button', { name: 'Share this browser' }).click();
  await expect(page.getByText('This browser is Bench 2.')).toBeVisible();
  await menu(page, 'Oda', 'Next person');
  await page.getByRole('button', { name: 'Oda', exact: true }).click();
  await page.getByLabel('PIN').fill('4711');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await signedInAs(page, 'Oda');
  // At a tablet an owner may as much as an operator.
  await page.getByRole('button', { name: 'Signed in as Oda' }).click();
  await expect(page.getByText('Oda, operator')).toBeVisible();
  await expect(page.getByText('People', { exact: true })).toHaveCount(0);
});

test('what only an owner or a planner may change is read by an operator, closed and with the reason', async ({
  page,
}) => {
  await page.goto(app.url);
  await signIn(page, 'Oda');
  await menu(page, 'Oda', 'People');
  await page.getByLabel('Name', { exact: true }).fill('Otto');
  await page.getByRole('combobox', { name: 'Role', exact: true }).press('Enter');
  await page.getByRole('option', { name: 'operator' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const ottos = await page.getByTestId('word').innerText();
  await page.goto(`${app.url}/shop/rules`);
  const gap = page.getByLabel('Gap between pieces');
  await gap.fill('7');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('revision 2, by Oda')).toBeVisible();
  await signOut(page, 'Oda');

  await join(page, ottos);
  await signedInAs(page, 'Otto');
  await page.goto(`${app.url}/shop/rules`);
  await expect(page.getByText('Only owners can change this.')).toBeVisible();
  await expect(gap).toHaveValue('7.0');
  await expect(gap).not.toBeEditable();
  const save = page.getByRole('button', { name: 'Save', exact: true });
  await expect(save).toBeDisabled();
  await expect(save).toHaveAttribute('title', 'Only owners can change this.');
  await page.goto(`${app.url}/shop/machines`);
  await expect(page.getByRole('button', { name: 'New machine' })).toHaveAttribute(
    'title',
    'Only planners and owners can change this.',
  );
  await page.goto(`${app.url}/stock`);
  await expect(page.getByRole('link', { name: 'Shelf' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'To order' })).toHaveCount(0);
  await signOut(page, 'Otto');
});

test('a session that ends in the middle asks who it is, over what was being done', async ({
  page,
}) => {
  await page.goto(app.url);
  await signIn(page, 'Oda');
  await signedInAs(page, 'Oda');
  await page.goto(`${app.url}/people`);
  await page.getByLabel('Name', { exact: true }).fill('Half typed');
  await page.context().clearCookies({ name: 'kyanos' });
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Who are you?' });
  await dialog.getByLabel('Name', { exact: true }).fill('Oda');
  await dialog.getByLabel('Password').fill(PASSWORD);
  await dialog.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Half typed');
});
