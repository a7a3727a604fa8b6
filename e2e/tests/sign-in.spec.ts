import { expect, teacher, test } from '../studio.ts';

test('a wrong password is said plainly, and the right one leads where one wanted to go', async ({ page }) => {
  await page.goto('/people');
  await expect(page).toHaveURL(/sign-in\?next=%2Fpeople/);
  await page.getByLabel('E-mail address').fill(teacher.email);
  await page.getByLabel('Password').fill('not the password');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText(
    'The e-mail address or the password is wrong. Check both and try again.',
  );
  await page.getByLabel('Password').fill(teacher.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'People', exact: true })).toBeVisible();
});

test('an address of another site is not followed after signing in', async ({ page }) => {
  await page.goto('/sign-in?next=//elsewhere.example/');
  await page.getByLabel('E-mail address').fill(teacher.email);
  await page.getByLabel('Password').fill(teacher.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page).toHaveURL(/\/repertoire$/);
});

test('signing out closes the house', async ({ signedIn: page }) => {
  await page.goto('/repertoire');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.goto('/repertoire');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

test('an address that leads nowhere says so', async ({ signedIn: page }) => {
  await page.goto('/no/such/page');
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible();
  await page.goto('/bench/00000000-0000-4000-8000-000000000000/melody');
  await expect(page.getByRole('alert')).toContainText('There is no such piece in your studio');
});
