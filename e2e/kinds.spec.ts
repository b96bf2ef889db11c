import type { Page } from '@playwright/test';
import { jobWith } from '@velk/core/testing';
import { expect, openLooms, openSetup, test } from './velk.ts';

async function pickPart(page: Page, name: string, part: string): Promise<void> {
  await page.getByRole('combobox', { name }).selectOption({ label: part });
}

/** It ends in the proof. */
test('a through joint made from the picker, edited on the drawing, changed to blind and brought back @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: 'Add a joint' }).click();
  await pickPart(page, 'Tenon on', 'Post');
  await pickPart(page, 'Mortise in', 'Foot');
  await page.getByRole('button', { name: /^Through mortise and tenon/ }).click();
  const proud = page.getByLabel('proud of the far side, mm');
  await expect(proud).toHaveValue('2.0');
  await proud.fill('4');
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('49.0');
  await page.getByLabel('tenon length, mm').fill('30');
  await expect(
    page.getByText(/a tenon 30.0 mm long does not come out of a piece 45.0 mm deep/).first(),
  ).toBeVisible();
  await page.getByLabel('tenon length, mm').fill('46');
  await page.getByRole('button', { name: 'Through mortise and tenon' }).click();
  await page
    .getByRole('group', { name: 'Kinds of joint' })
    .getByRole('button', { name: /^Blind/ })
    .click();
  await expect(page.getByText(/Proposed anew: .*tenon length/)).toBeVisible();
  await expect(page.getByLabel('mortise depth, mm')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(proud).toHaveValue('1.0');
  await page.getByRole('link', { name: /^Proof/ }).click();
  await expect(page.getByText('Section through the virtual pair')).toBeVisible();
});

/** It is proved. */
test('the demo’s through joint is cut into a backing piece and proved @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await page.getByRole('button', { name: /Stretcher through foot/ }).click();
  await page.getByRole('link', { name: /^Set-ups/ }).click();
  await expect(page.getByText(/A scrap lies under the piece/)).toBeVisible();
  await expect(page.getByText(/^Cut virtually, Stretcher through foot: tenon/)).toBeVisible();
});

test('two mortises that meet in one post are an error at both joints, until one is moved', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Beam rest into post/ }).click();
  const position = page.getByLabel('position from layout end, mm');
  await position.fill('650');
  const meet = page.getByText(/Cross rail into post and Beam rest into post meet inside the piece/);
  await expect(meet).toBeVisible();
  await page.getByRole('button', { name: /Cross rail into post/ }).click();
  await expect(meet).toBeVisible();
  await page.getByRole('button', { name: /Beam rest into post/ }).click();
  await position.fill('690');
  await expect(
    page.getByText(/only 3.5 mm of wood is left; less than 11.26 mm may split/),
  ).toBeVisible();
  await position.fill('900');
  await expect(page.getByText('Mortises near each other')).toBeHidden();
});

/**
 * Each with stock of its own, so that no joint meets another's; what is typed over, and to what.
 */
const KINDS = [
  ['Blind mortise and tenon', 22, 'tenon width', '40.0'],
  ['Haunched mortise and tenon', 22, 'haunch width', '18.0'],
  ['Twin mortise and tenon', 50, 'gap between the tenons', '9.0'],
  ['Double or fingered tenon', 22, 'gap between the tenons', '18.0'],
  ['Housed mortise and tenon', 22, 'housing depth', '4.0'],
  ['Loose tenon', 22, 'tongue in this piece', '25.0'],
  ['Open slot at a corner', 22, 'slot depth', '92.0'],
  ['Corner lap', 22, 'length of the cut', '92.0'],
  ['Tee lap', 22, 'length of the notch', '92.0'],
  ['Stub tenon in the panel groove', 22, 'groove depth', '12.0'],
  ['Haunched tenon in a grooved frame', 22, 'gap behind the haunch', '1.0'],
  ['Rebated frame', 22, 'rebate width', '7.0'],
  ['Round tenon in a bored mortise', 22, 'tenon length', '30.0'],
  ['Open slot astride the other piece', 22, 'length of the notches', '92.0'],
  ['Breadboard end', 22, 'tongue length', '12.0'],
  ['Angled mortise and tenon', 22, 'tenon length', '20.0'],
  ['Open slot at an angle', 22, 'slot depth', '110.0'],
  ['Mitre with a spline', 22, 'spline in this piece', '10.0'],
] as const;

test('every kind is made from the picker, edited on the drawing, wrong and right, and kept over a reload', async ({
  page,
  velk,
}) => {
  test.setTimeout(240_000);
  await openLooms(page, velk, 'stock');
  await page.getByRole('button', { name: 'Paste or open a table' }).click();
  await page
    .getByLabel('Table of parts')
    .fill(
      KINDS.flatMap(([, thick], i) => [
        `Rail ${i}\t2\t600\t${thick}\t90`,
        `Stile ${i}\t4\t900\t52\t60`,
      ]).join('\n'),
    );
  await page.getByRole('button', { name: `Add ${2 * KINDS.length} parts` }).click();
  await page.getByRole('link', { name: /^Joints/ }).click();
  for (const [i, [title, , dimension, value]] of KINDS.entries()) {
    await page.getByRole('button', { name: 'Add a joint' }).click();
    await pickPart(page, 'Tenon on', `Rail ${i}`);
    await pickPart(page, 'Mortise in', `Stile ${i}`);
    await page.getByRole('button', { name: new RegExp(`^${title}`) }).click();
    const field = page.getByLabel(`${dimension}, mm`);
    await field.fill('5000');
    await expect(page.getByText(/^Can’t be made/).first()).toBeVisible();
    await field.fill(value);
    await expect(page.getByText(/^Can’t be made/)).toHaveCount(0);
    await expect(page.getByRole('region', { name: 'Marking out' })).toBeVisible();
  }
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  for (const [i, [, , dimension, value]] of KINDS.entries()) {
    await page.getByRole('button', { name: new RegExp(`Rail ${i} into stile ${i}`) }).click();
    await expect(page.getByLabel(`${dimension}, mm`)).toHaveValue(value);
  }
});

test('proposals are taken with one key, all or none, and undone', async ({ page, velk }) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Beam rest into post/ }).click();
  await page.getByLabel('tenon length, mm').fill('20');
  await page.getByLabel('mortise depth, mm').fill('20.5');
  await page.getByRole('heading', { name: 'Marking out' }).click();
  await expect(page.getByText(/2 changes are proposed/)).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByText(/changes are proposed/)).toBeHidden();
  /** What was left is offered again when the job is opened again. */
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await page.getByRole('button', { name: /Beam rest into post/ }).click();
  await page.getByLabel('tenon length, mm').fill('21');
  await page.getByRole('heading', { name: 'Marking out' }).click();
  await expect(page.getByText(/2 changes are proposed/)).toBeVisible();
  await page.keyboard.press('a');
  await expect(page.getByText(/change.* proposed/)).toBeHidden();
  await expect(page.getByLabel('tenon length, mm')).not.toHaveValue('21.0');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('21.0');
});

/** Its card is proved. */
test('mortises in a row: an even pitch comes with the count, a wrong one stays @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Stretcher through foot/ }).click();
  await page.getByLabel('Mortises a piece').fill('4');
  const pitch = page.getByLabel('pitch, mm');
  await expect(pitch).not.toHaveValue('0.0');
  const even = await pitch.inputValue();
  await pitch.fill('20');
  await expect(
    page.getByText(/they are so long that [\d.]+ mm is the least/).first(),
  ).toBeVisible();
  await page.reload();
  await expect(pitch).toHaveValue('20.0');
  await pitch.fill(even);
  await page.getByRole('link', { name: /^Order/ }).click();
  await openSetup(page, 'Stretcher through foot', /Mortise/);
  await expect(page.getByText(/mortise 1 of 2/i).first()).toBeVisible();
  await expect(page.getByText(/^Cut virtually, Stretcher through foot/)).toBeVisible();
});

/** They are proved. */
test('pegs and wedges: chosen, drawn, mistyped, proved and taken back @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Beam rest into post/ }).click();
  await page.getByText('Drawbored pegs', { exact: true }).click();
  const inset = page.getByLabel('peg from the shoulder, mm');
  await inset.fill('2');
  await expect(
    page.getByText(/peg’s centre is 2.0 mm from the shoulder; its hole needs/).first(),
  ).toBeVisible();
  await inset.fill('14');
  await expect(page.getByText(/^Can’t be made/)).toHaveCount(0);
  await page.getByText('Glue alone', { exact: true }).click();
  await expect(inset).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(inset).toHaveValue('14.0');
  await page.getByRole('button', { name: /Stretcher through foot/ }).click();
  await page.getByLabel('wedge at the exit, mm').fill('1');
  await expect(page.getByText(/the flare is -0.5 mm/).first()).toBeVisible();
  await page.getByLabel('wedge at the exit, mm').fill('5');
  await expect(page.getByText(/^Can’t be made/)).toHaveCount(0);
  await page.getByRole('link', { name: /^Proof/ }).click();
  await expect(page.getByText('Section through the virtual pair')).toBeVisible();
});

/** All of the looms: the joint at an angle. */
test('an angle in degrees or as a slope, a mistake kept, the wedge on its card @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Stand rail into splayed leg/ }).click();
  const angle = page.getByLabel('angle off square, degrees');
  await expect(angle).toHaveValue('6°');
  await angle.fill('steep');
  await expect(page.getByText(/“steep” can’t be read as an angle/)).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /Stand rail into splayed leg/ }).click();
  await expect(page.getByLabel('angle off square, degrees')).toHaveValue('steep');
  await page.getByLabel('angle off square, degrees').fill('70');
  await expect(page.getByText(/angle off square must be from -60° to 60°/)).toBeVisible();
  await page.getByLabel('angle off square, degrees').fill('1 in 10');
  await page.getByRole('heading', { name: 'Marking out' }).click();
  await expect(page.getByLabel('angle off square, degrees')).toHaveValue('5.71°');
  await page.getByLabel('angle off square, degrees').press('ArrowUp');
  await expect(page.getByLabel('angle off square, degrees')).toHaveValue('6.21°');
  await page.getByRole('link', { name: /^Order/ }).click();
  await page
    .getByRole('link', { name: /End, crosscut at the angle/ })
    .first()
    .click();
  await expect(
    page.getByText(/piece to guide, off square, seen on the face/).first(),
  ).toBeVisible();
  await expect(
    page.getByText(/rises 13.0 mm over 120.0 mm|rises 13.05 mm over 120.0 mm/).first(),
  ).toBeVisible();
});

test('a fit that is loose on purpose is left so until that is taken back', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Cross rail into post/ }).click();
  await page.getByLabel('tenon thickness, mm').fill('6');
  const told = page.getByRole('heading', { name: 'A loose fit' });
  await expect(told).toBeVisible();
  await page.getByRole('button', { name: 'It is loose on purpose' }).click();
  await expect(told).toHaveCount(0);
  const meant = page.getByRole('heading', { name: 'Loose on purpose' });
  await expect(meant).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(meant).toBeVisible();
  await page.getByRole('button', { name: 'It is to fit' }).click();
  await expect(told).toBeVisible();
  await expect(meant).toHaveCount(0);
});

test('a joint that leans is pegged and comes out where it can, else it is said why', async ({
  page,
  velk,
  request,
}) => {
  const params = {
    ...{ corners: 'squared', mortiseWidth: 8, faceShoulder: 7, tenonWidth: 46, edgeShoulder: 12 },
    ...{ faceClearance: 0.05, endClearance: 0, bottomClearance: 2, setBack: 0, position: 300 },
    ...{ tenonLength: 30, degrees: 5, plane: 'width', slant: 'tenon' },
  };
  const job = jobWith({ kind: 'angled', params, stile: { thickness: 40, width: 45 } });
  const data = { job: { ...job, name: 'Splayed' } };
  const made = await request.post(`${velk.url}/api/jobs`, { data });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${velk.url}/job/${id}/joints`);
  const choose = (label: string, value: string) =>
    page.getByRole('radiogroup', { name: label }).getByText(value, { exact: true }).click();
  await choose('Held by', 'Drawbored pegs');
  await choose('Angle seen on the', 'Edge');
  const pegs = page.getByText(/peg holes go square through faces that lean by/);
  await expect(pegs.first()).toBeVisible();
  await choose('Angle seen on the', 'Face');
  await expect(pegs).toHaveCount(0);
  await choose('Tenons', 'Come out of the far side');
  await expect(page.getByLabel('proud of the far side, mm')).toHaveValue('2.0');
  await choose('Askew is the', 'Mortise');
  const leaning = page.getByText(/its mortise leans by 5.0 degrees, and one that comes out is cut/);
  await expect(leaning.first()).toBeVisible();
  await choose('Askew is the', 'Tenon');
  await expect(leaning).toHaveCount(0);
  await page.getByRole('link', { name: /^Order/ }).click();
  await openSetup(page, 'Rail into stile', /for the peg|for the first peg/);
  await expect(page.getByText(/^Mark the centre with an awl on the first piece/)).toBeVisible();
});
