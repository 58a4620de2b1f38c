import { expect, type Locator, type Page } from '@playwright/test';

/** Chooses an option of a field by the words it shows. */
export async function pick(box: Locator, option: string | RegExp): Promise<void> {
  await box.click();
  await box.page().getByRole('option', { name: option, exact: true }).click();
  await expect(box.page().locator('mat-option')).toHaveCount(0);
}

/** Turns some of a choice of several on or off. */
export async function pickSeveral(box: Locator, ...options: (string | RegExp)[]): Promise<void> {
  await box.click();
  for (const name of options) await box.page().getByRole('option', { name, exact: true }).click();
  await box.page().keyboard.press('Escape');
  await expect(box.page().locator('mat-option')).toHaveCount(0);
}

/** Touches one of a choice that stands open. */
export async function either(within: Page | Locator, label: string, option: string): Promise<void> {
  await within.getByRole('radiogroup', { name: label }).getByRole('radio', { name: option, exact: true }).click();
}
