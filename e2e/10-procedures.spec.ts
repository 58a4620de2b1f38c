import { expect } from '@playwright/test';
import {
  addTest,
  counted,
  either,
  expectAxeClean,
  giveSignature,
  openDemo,
  pick,
  pickSeveral,
  signIn,
  test,
} from './helpers';

test('a procedure’s next revision: drafted, the difference seen, signed; a record closes what lay outside', async ({
  page,
}) => {
  await openDemo(page, 'keep');
  await page.getByRole('tab', { name: 'Procedures', exact: true }).click();
  await test.step('what lies outside, and which joints have no procedure', async () => {
    await page.getByRole('button', { name: 'BPS-2' }).first().click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('outside what its records support');
    await expect(page.getByText('P-102 to P-107 never tested')).toBeVisible();
    await expect(page.getByText('F-101 never tested')).toBeVisible();
    await expect(page.getByText(/BR-01 to BR-04/)).toBeVisible();
    await expectAxeClean(page);
  });

  await test.step('a next revision states less: drafted, refused where it cannot be, the difference shown', async () => {
    await page.getByRole('button', { name: 'Next revision' }).click();
    await pickSeveral(page.getByLabel('Filler by class'), 'BAg-5');
    await expect(page.getByLabel('F-numbers')).toHaveValue('102');
    await page.getByLabel('Metals by P-number, one with the other').fill('107-107, 107-102');
    await pickSeveral(page.getByLabel('Flux classes'), 'FB3-C');
    await pickSeveral(page.getByLabel('Positions of flow'), /^Down-feed/, /^Up-feed/);
    await page.getByLabel('Wall from (in)').fill('0.2');
    await page.getByRole('button', { name: 'Save the draft' }).click();
    await expect(page.getByText('must be at or above the least')).toBeVisible();
    await page.getByLabel('Wall from (in)').fill('0.03');
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'Save the draft' }).click();
    const filler = page.getByRole('row', { name: /^Filler by F-number/ });
    await expect(filler.getByRole('deletion')).toHaveText('F-101, F-102');
    await expect(filler.getByRole('insertion')).toHaveText('F-102');
    await page.reload();
    await page.getByRole('button', { name: 'BPS-2' }).first().click();
    await expect(page.getByRole('row', { name: /▲ draft/ })).toBeVisible();
  });

  await test.step('it is not released before its records qualify it', async () => {
    await page.getByRole('button', { name: /^Release revision/ }).click();
    await expect(page.getByText('It cannot be released yet: P-102 to P-107 never tested.')).toBeVisible();
  });

  await test.step('a record, begun from what is stated, with its tests judged as they are typed', async () => {
    await page.getByRole('button', { name: 'Add a record' }).click();
    await page.getByRole('button', { name: 'File the record' }).click();
    await expect(page.getByText('Say who brazed it')).toBeVisible();
    await pick(page.getByLabel('Take it from a coupon'), /^C-001/);
    await expect(page.getByLabel('Metals, P-numbers')).toHaveValue('107-107');
    await pick(page.getByLabel('Brazer'), 'Orla Fennimore (07)');
    await page.getByLabel('Witnessed by').fill('Wren Abara');
    await page.getByLabel('Metals, P-numbers').fill('107-102');
    await page.getByLabel('F-number').fill('102');
    await pick(page.getByLabel('Flux class'), 'FB3-A');
    await page.getByLabel('Wall (in)').fill('0.05');
    await page.getByLabel('Gap a side').fill('0.003');
    await page.getByLabel('Overlap').fill('0.3');
    await page.getByRole('button', { name: 'Take the section of a coupon on file away' }).click();
    await addTest(page, 'tension');
    await page.getByLabel('Force at breaking').fill('300');
    await page.getByLabel('Width').fill('0.25');
    await page.getByLabel('Thickness').fill('0.05');
    await page.getByLabel('Specimen').fill('T-1');
    await either(page, 'Broke in the', 'joint');
    await expect(page.getByText(/✕ fails: 300 lbf .* = 24000 psi/)).toBeVisible();
    await page.getByLabel('Force at breaking').fill('480');
    await expect(page.getByText(/✓ passes: 480 lbf .* = 38400 psi/)).toBeVisible();
    await expect(page.getByText('Until it also has section or peel it supports nothing')).toBeVisible();
    await addTest(page, 'peel, area measured');
    for (const [label, text] of [
      ['Faying area', '2'],
      ['Unbrazed of it', '0.2'],
      ['Worst line', '0.5'],
      ['Unbrazed along it', '0.1'],
    ] as const)
      await page.getByLabel(label).fill(text);
    await expect(page.getByText(/supports nothing/)).toBeHidden();
    await pick(page.getByLabel('How it looks'), 'accepted, bore bright');
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'File the record' }).click();
    await expect(
      page.getByRole('dialog').getByText(/It supports what lay outside before: metals: P-102 to P-107 never tested/),
    ).toBeVisible();
    await giveSignature(page);
    await expect(page.getByText('P-102 to P-107 never tested')).toHaveCount(0);
    await expect(page.getByText('PQR-5', { exact: true })).toBeVisible();
    await expect(page.getByRole('row', { name: /✓ qualified/ })).toBeVisible();
  });

  await test.step('released, it replaces the one before', async () => {
    await page.getByRole('button', { name: /^Release revision/ }).click();
    await expect(page.getByRole('dialog').getByText('Filler by F-number: F-101, F-102 becomes F-102')).toBeVisible();
    await giveSignature(page);
    await expect(page.getByRole('row', { name: /superseded/ }).first()).toBeVisible();
    await expect(page.getByText(/✎ Imre Oyelaran \(quality\): released for use/)).toBeVisible();
  });
});

test('joints that none covers begin a procedure that does, with a third of the clicks and keys', async ({ page }) => {
  await openDemo(page, 'keep');
  await page.getByRole('tab', { name: 'Procedures', exact: true }).click();
  const card = page.locator('hp-uncovered-joints > p').first();
  const marks = await card.locator('strong').innerText();
  const count = await counted(page);
  await card.getByRole('button', { name: /^Begin one from/ }).click();
  await page.getByLabel('Cleaning before').pressSequentially('pad, wiped');
  await page.getByLabel('Technique').pressSequentially('tube first, then the fitting');
  await page.getByRole('button', { name: 'Save the draft' }).click();
  const hand = await count();
  // Fifteen clicks and two hundred and sixty-two keys before.
  expect(hand.clicks).toBeLessThanOrEqual(5);
  expect(hand.keys).toBeLessThanOrEqual(87);
  const uncovered = Number(marks.split(':')[0]);
  const covers = await page
    .locator('p', { hasText: /^ ?Covers/ })
    .locator('strong')
    .innerText();
  expect(Number(covers)).toBeGreaterThanOrEqual(uncovered);
  await expect(page.getByText('✕ no passed record supports it')).toBeVisible();
});

test('a record is taken from a coupon, with a third of the clicks and keys', async ({ page }) => {
  await openDemo(page, 'keep');
  await page.getByRole('tab', { name: 'Procedures', exact: true }).click();
  await page.getByRole('button', { name: 'BPS-1' }).first().click();
  const count = await counted(page);
  await page.getByRole('button', { name: 'Add a record' }).click();
  await pick(page.getByLabel('Take it from a coupon'), /^C-001/);
  const number = await page.getByLabel('Number', { exact: true }).inputValue();
  await page.getByLabel('Witnessed by').pressSequentially('Wren Abara');
  await page.getByLabel('Witnessed by').press('Escape');
  await addTest(page, 'tension');
  for (const [label, text] of [
    ['Force at breaking', '480'],
    ['Width', '.25'],
    ['Thickness', '.05'],
    ['Gap a side', '.003'],
    ['Specimen', 'T-1'],
  ] as const) {
    const box = page.getByLabel(label).last();
    await box.focus();
    if ((await box.inputValue()) === '') await box.pressSequentially(text);
  }
  await either(page, 'Broke in the', 'joint');
  await page.getByRole('button', { name: 'File the record' }).click();
  await giveSignature(page);
  await expect(page.getByText(number, { exact: true })).toBeVisible();
  const hand = await count();
  // Twenty-two clicks and eighty-nine keys before; signing is two clicks and the password besides.
  expect(hand.clicks).toBeLessThanOrEqual(7 + 1);
  expect(hand.keys).toBeLessThanOrEqual(29);
});

test('a company begins: a brazer is put on file, and the first revision of a procedure is written', async ({
  page,
}) => {
  await openDemo(page, 'keep');
  await test.step('the mark is the employer’s and stands once', async () => {
    await page.getByRole('button', { name: 'Add a brazer' }).click();
    await page.getByRole('button', { name: 'Put on file' }).click();
    await expect(page.getByText('Name the brazer')).toBeVisible();
    await page.getByLabel('Name of the brazer').fill('Ines Quarrel');
    await page.getByLabel('Employer’s mark').fill('07');
    await expect(page.getByText('Orla Fennimore has this mark')).toBeVisible();
    await page.getByLabel('Employer’s mark').fill('44');
    await page.getByRole('button', { name: 'Put on file' }).click();
    await expect(page.getByRole('row', { name: /Ines Quarrel mark 44/ })).toContainText('no passed coupon by this day');
    await page.reload();
    await expect(page.getByRole('row', { name: /Ines Quarrel mark 44/ })).toBeVisible();
    await signIn(page.request, 'wren');
    await page.reload();
    await page.getByRole('button', { name: 'Correct Ines Quarrel' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Inès Quarrel');
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('row', { name: /Inès Quarrel mark 44/ })).toBeVisible();
    await page.getByRole('button', { name: 'Correct Orla Fennimore' }).click();
    await page.getByRole('button', { name: 'Take off the list' }).click();
    await expect(page.getByText('Other records on file rest on it: it stays.')).toBeVisible();
    await signIn(page.request, 'imre');
    await page.reload();
  });

  await test.step('a name on file is not written twice; a first draft needs what every draft needs', async () => {
    await page.getByRole('tab', { name: 'Procedures' }).click();
    await page.getByLabel('Name of a new procedure').fill('BPS-1');
    await expect(page.getByText('it is on file: write its next revision')).toBeVisible();
    await page.getByLabel('Name of a new procedure').fill('BPS-steel');
    await page.getByRole('button', { name: 'Write it' }).click();
    await expect(page.getByRole('heading', { name: 'BPS-steel rev A, draft' })).toBeVisible();
    await page.getByRole('button', { name: 'Save the draft' }).click();
    await expect(page.getByText('at least one F-number')).toBeVisible();
    await page.getByLabel('Metals by P-number, one with the other').fill('101-101');
    await page.getByLabel('F-numbers').fill('102');
    await pickSeveral(page.getByLabel('Flux classes'), 'FB3-A');
    for (const [label, text] of [
      ['Wall from', '0.03'],
      ['Wall to', '0.2'],
      ['Diameter from', '0.5'],
      ['Diameter to', '2'],
      ['Gap a side from', '0.001'],
      ['Gap a side to', '0.005'],
      ['Overlap from', '0.3'],
      ['Temperature from', '1200'],
      ['Temperature to', '1500'],
      ['Time at heat from', '90'],
      ['Time at heat to', '30'],
    ] as const)
      await page.getByLabel(label).fill(text);
    await pickSeveral(page.getByLabel('Positions of flow'), 'Horizontal');
    await page.getByRole('button', { name: 'Save the draft' }).click();
    await expect(page.getByText('must be at or above the least')).toBeVisible();
    await page.getByLabel('Time at heat to').fill('240');
    await page.getByRole('button', { name: 'Save the draft' }).click();
    await expect(page.getByText('✕ no passed record supports it')).toBeVisible();
    await page.getByRole('button', { name: 'Throw it away' }).click();
    await expect(page.getByRole('button', { name: 'BPS-steel', exact: true })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: 'BPS-steel', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'BPS-steel', exact: true }).click();
    await expect(page.getByText('✕ no passed record supports it')).toBeVisible();
    await expect(page.getByRole('row', { name: /^Diameter/ })).toContainText('0.500 in to 2.000 in');
    await expect(page.getByRole('row', { name: /^Time at heat/ })).toContainText('1:30 to 4:00');
    await page.reload();
    await expect(page.getByRole('row', { name: /BPS-steel/ })).toContainText('▲ draft');
  });
});
