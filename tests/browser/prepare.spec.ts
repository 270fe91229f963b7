import type { Page } from '@playwright/test';
import { arrowUpTo, choose, expect, test, visit } from './sideLamp';

const option = (page: Page, name: RegExp | string) => page.getByRole('option', { name });
const cell = (page: Page, name: string) => page.getByLabel(name, { exact: true });

async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((words) => navigator.clipboard.writeText(words), text);
  await page.keyboard.press('Control+v');
}

test('four cards come from a spreadsheet, are put in order, placed, dressed in an outfit, taken back and kept', async ({
  page,
  lamp,
}) => {
  await page.goto(`${lamp.url}/graphics`);
  await page.getByRole('button', { name: 'Add a graphic' }).click();
  await page
    .getByRole('list', { name: 'Templates' })
    .getByRole('button', { name: /^Name, as/ })
    .click();
  await expect(page.getByRole('complementary', { name: 'About Name', exact: true })).toBeVisible();
  const address = page.url();

  // A block without names goes into the cells from the focused one on.
  await page.getByRole('link', { name: 'As a table' }).click();
  await cell(page, 'Name of card 1').click();
  await paste(page, 'Odalys Thrupp\tgarden moth recorder\n"Benedek ""Ben"" Carraway"\tpaints moths from life\n');
  await expect(cell(page, 'Name of card 2')).toHaveValue('Benedek "Ben" Carraway');
  // One with names is matched by them, in whatever order.
  await cell(page, 'Name of card 1').click();
  await paste(page, 'line below\tAGE\tname\nhedgerow warden\t44\tIlse Okonjo-Marsh\nholds the torch\t11\tPim\n');
  await expect(page.getByLabel('Field of column 2')).toHaveText('leave it out');
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(cell(page, 'Name of card 4')).toHaveValue('Pim');
  await expect(cell(page, 'Line below of card 3')).toHaveValue('hedgerow warden');
  await page.getByRole('button', { name: 'Use card 3' }).click();

  await page.getByRole('link', { name: 'Back to the easel' }).click();
  await expect(option(page, /^Card 3, current/)).toBeVisible();
  // By key: the chosen card goes to another place.
  await option(page, /^Card 4/).click();
  await expect(option(page, /^Card 4/)).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('listbox').focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(option(page, /^Card 4, current/)).toBeVisible();

  // Dragged, then nudged by one, then aligned.
  const frame = page.getByRole('application');
  const before = (await frame.boundingBox())!;
  await page.mouse.move(before.x + 30, before.y + 20);
  await page.mouse.down();
  await page.mouse.move(before.x + 130, before.y - 40, { steps: 6 });
  await page.mouse.up();
  const right = page.getByLabel('X, px');
  await expect.poll(() => right.inputValue().then(Number)).toBeGreaterThan(150);
  const dragged = Number(await right.inputValue());
  await frame.focus();
  await page.keyboard.press('ArrowRight');
  await expect(right).toHaveValue(String(dragged + 1));
  await page.keyboard.press('Shift+ArrowRight');
  await expect(right).toHaveValue(String(dragged + 11));
  await page.getByRole('button', { name: 'Left edges' }).click();
  await expect(right).toHaveValue('0');
  // A side drawn: the words refit into it.
  await page.getByLabel('Width, px').fill('420');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^420 × /)).toBeVisible();

  await page.getByRole('button', { name: 'second line shows' }).click();
  await page.getByLabel('Name of a new outfit').fill('Name alone');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Name alone', exact: true })).toHaveAttribute('aria-pressed', 'true');
  const role = page.getByRole('img', { name: /^Easel/ }).locator('[data-node="role"]');
  await expect(role).toHaveCount(0);
  await page.getByRole('button', { name: 'Everything', exact: true }).click();
  await expect(role).toHaveCount(1);

  // Everything can be taken back, one by one, and done again.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(role).toHaveCount(0);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(role).toHaveCount(1);
  const stepAll = async (name: 'undo' | 'redo'): Promise<void> => {
    const next = async () =>
      ((await (await fetch(`${lamp.url}/api/show`)).json()) as { history: Record<string, { no: number } | null> })
        .history[name]?.no;
    const button = page.getByRole('button', { name, exact: false });
    for (let no = await next(); no !== undefined; no = await next()) {
      await button.click();
      await expect.poll(next).not.toBe(no);
    }
    await expect(button).toBeDisabled();
  };
  await stepAll('undo');
  const graphics = async () =>
    ((await (await fetch(`${lamp.url}/api/show`)).json()) as { graphics: { id: string; cards: unknown[] }[] }).graphics;
  expect((await graphics()).some((one) => address.endsWith(one.id))).toBe(false);
  // Also from another page, later.
  await page.goto(address);
  await stepAll('redo');
  await expect(page.getByText('4 cards')).toBeVisible();
  await expect(page.getByLabel('Width, px')).toHaveValue('420');
  await expect(page.getByRole('button', { name: 'Name alone', exact: true })).toBeVisible();
});

test('five hundred cards stay fluid', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/graphics/names/cards`);
  await cell(page, 'Name of card 1').click();
  await paste(page, Array.from({ length: 500 }, (_, at) => `Guest ${at + 1}\tnumber ${at + 1}`).join('\n'));
  await expect(cell(page, 'Name of card 1')).toHaveValue('Guest 1');
  await page.getByRole('grid').evaluate((grid) => grid.scrollTo(0, grid.scrollHeight));
  await expect(cell(page, 'Line below of card 500')).toHaveValue('number 500');
  // Only what is in sight is there to be drawn.
  expect(await page.getByRole('row').count()).toBeLessThan(60);
  await cell(page, 'Name of card 500').fill('The last guest');
  await page.keyboard.press('Enter');
  await visit(page, `${lamp.url}/graphics/names?card=c500`);
  await expect(page.getByRole('img', { name: /^Easel/ }).getByText('The last guest')).toBeVisible();
  expect(await page.getByRole('listbox').getByRole('option').count()).toBeLessThan(30);
});

test('another size of picture sets all graphics anew, and a seat of one’s own holds one', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/frame`);
  await choose(page.getByRole('combobox', { name: 'Size' }), /^Upright/);
  await expect(page.getByLabel('Height, px')).toHaveValue('1920');
  await page.getByRole('button', { name: 'Draw a seat' }).click();
  const area = (await page.locator('[data-drawing]').boundingBox())!;
  await page.mouse.move(area.x + area.width * 0.2, area.y + area.height * 0.4);
  await page.mouse.down();
  await page.mouse.move(area.x + area.width * 0.8, area.y + area.height * 0.5, { steps: 4 });
  await page.mouse.up();
  await page.getByLabel('Name of Own seat 1').fill('By the cloth');
  await visit(page, `${lamp.url}/graphics/names`);
  await choose(page.getByLabel('Seat', { exact: true }), 'By the cloth');
  // Its middle is the middle of the seat: 540 across, 864 down.
  await expect
    .poll(async () => {
      const told = await page.getByText(/ px at /).textContent();
      const [, w, h, x, y] = /(\d+) × (\d+) px at (\d+), (\d+)/.exec(told ?? '')!.map(Number);
      return Math.hypot(x! + w! / 2 - 540, y! + h! / 2 - 864);
    })
    .toBeLessThan(16);
  await visit(page, lamp.url);
  await expect(
    page.getByRole('region', { name: 'By the cloth' }).getByRole('button', { name: /^Names[.,]/ }),
  ).toBeVisible();
});

test('several graphics are duplicated and deleted at once, and one is renamed where it stands', async ({
  page,
  lamp,
}) => {
  await page.goto(`${lamp.url}/graphics/names`);
  const list = page.getByRole('navigation', { name: 'Graphics by seat' });
  await list.getByRole('link', { name: /Moth in view/ }).click({ modifiers: ['Control'] });
  await list.getByRole('link', { name: /Moth in view/ }).click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Duplicate these 2' }).click();
  await expect(list.getByRole('link', { name: /Moth in view 2/ })).toBeVisible();
  await list.getByRole('link', { name: /Names 2/ }).click({ button: 'right' });
  await page.getByRole('menuitem', { name: /^Rename/ }).click();
  await page.getByLabel('New name of Names 2').fill('Guests');
  await page.keyboard.press('Enter');
  await expect(list.getByRole('link', { name: /Guests/ })).toBeVisible();
  // Deleted with its way back, all of it; and another edit takes that way away, for undo would mean the other.
  const copies = list.getByRole('link', { name: /Moth in view 2|Guests/ });
  const told = page.getByRole('listitem').filter({ hasText: '2 graphics are deleted.' });
  await list.getByRole('link', { name: /Guests/ }).click();
  await list.getByRole('link', { name: /Moth in view 2/ }).click({ modifiers: ['Control'] });
  await list.getByRole('link', { name: /Moth in view 2/ }).click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Delete these 2' }).click();
  await expect(copies).toHaveCount(0);
  await told.getByRole('button', { name: 'Undo' }).click();
  await expect(copies).toHaveCount(2);
  await visit(page, `${lamp.url}/timers`);
  const remove = page.getByRole('button', { name: 'Delete this timer' });
  await remove.click();
  await expect(page.getByText('Its place in Next lamp check is empty now.')).toBeVisible();
  await page.getByLabel('Name of the timer').fill('Until the end');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Its place in Next lamp check is empty now.')).toHaveCount(0);
  // The next one is told as well, though the one before has hardly gone.
  const timers = page.getByRole('button', { name: /^(Start|Pause) / });
  await page.getByRole('link', { name: 'Starting soon', exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'About Starting soon' })).toBeVisible();
  await remove.click();
  await expect(page.getByText('The timer “Starting soon” is deleted.')).toBeVisible();
  await page.getByRole('link', { name: 'Lamp on for', exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'About Lamp on for' })).toBeVisible();
  await remove.click();
  await expect(timers).toHaveCount(1);
  await expect(page.getByText('The timer “Starting soon” is deleted.')).toHaveCount(0);
  const last = page.getByRole('listitem').filter({ hasText: 'The timer “Lamp on for” is deleted.' });
  await last.getByRole('button', { name: 'Undo' }).click();
  await expect(timers).toHaveCount(2);
  // What viewers see now is not emptied without a question.
  await visit(page, lamp.url);
  await page.getByRole('button', { name: /^Moth in view\./ }).click();
  await expect(page.getByRole('button', { name: /^Moth in view, on air/ })).toBeVisible();
  await visit(page, `${lamp.url}/feeds/cloth`);
  await page.getByRole('button', { name: 'Delete this feed' }).click();
  const question = page.getByRole('alertdialog');
  await expect(question).toContainText('“Moth in view” shows it');
  await question.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('navigation', { name: 'All feeds' }).getByRole('link')).toHaveCount(10);
});

test('the logo is swapped in one press, wherever it shows', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/brand`);
  const logo = page.getByRole('region', { name: 'Logo' });
  const other = logo.getByRole('button', { name: 'Use this logo' });
  const address = await other.locator('img').getAttribute('src');
  await other.click();
  await expect(logo.getByRole('button', { name: 'The logo in use' }).locator('img')).toHaveAttribute('src', address!);
  await visit(page, `${lamp.url}/graphics/club`);
  await expect(page.getByRole('img', { name: /^Easel/ }).locator('[data-node="logo"] img')).toHaveAttribute(
    'src',
    address!,
  );
});

test('letters of a field, a drawn corner, and words on the easel before they are kept', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/graphics/place`);
  const line = page.getByRole('img', { name: /^Easel/ }).locator('[data-node="place/0"] > div');
  const size = () => line.evaluate((node) => parseFloat(getComputedStyle(node).fontSize));
  const before = await size();
  await page.getByRole('button', { name: 'How Place is set' }).click();
  await page.getByRole('slider', { name: 'Size of its letters' }).focus();
  for (let step = 0; step < 10; step++) await page.keyboard.press('ArrowRight');
  await expect.poll(size).toBe(Math.round(before * 1.5));

  const corner = (await page.locator('[data-grip="corner"]').boundingBox())!;
  await page.mouse.move(corner.x + 6, corner.y + 6);
  await page.mouse.down();
  await page.mouse.move(corner.x + 120, corner.y + 30, { steps: 5 });
  await page.mouse.up();
  // Type is set anew at the larger size, in whole px, and never stretched.
  await expect.poll(size).toBeGreaterThan(Math.round(before * 1.5));
  expect((await size()) % 1).toBe(0);

  // In whatever seat it sits, the corner follows the pointer, and the opposite one stays.
  await visit(page, `${lamp.url}/graphics/goal`);
  const box = async () => (await page.getByRole('application').boundingBox())!;
  await expect(page.getByRole('application')).toBeVisible();
  const was = await box();
  const end = { x: was.x + was.width * 1.3, y: was.y + was.height * 1.3 };
  await page.mouse.move(was.x + was.width, was.y + was.height);
  await page.mouse.down();
  await page.mouse.move(end.x, end.y, { steps: 5 });
  await page.mouse.up();
  await expect
    .poll(async () => {
      const now = await box();
      return [now.x - was.x, now.y - was.y, now.x + now.width - end.x, now.y + now.height - end.y].every(
        (off) => Math.abs(off) < 6,
      );
    })
    .toBe(true);
  await visit(page, `${lamp.url}/graphics/place`);

  // What is typed is on the easel before it is kept.
  let letThrough = (): void => undefined;
  const held = new Promise<void>((done) => (letThrough = done));
  await page.route('**/api/graphics/place', async (route) => {
    await held;
    await route.continue();
  });
  const place = page.getByRole('region', { name: 'Words' }).getByLabel('Place', { exact: true });
  await place.fill('By the far hedge');
  await expect(line).toHaveText('By the far hedge');
  letThrough();
  await place.blur();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(line).toHaveText('By the far hedge');
});

test('cards are moved by mouse, by finger and by keys', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/graphics/names`);
  const [from, to] = [page.getByRole('option', { name: 'Card 4' }), page.getByRole('option', { name: 'Card 2' })];
  await expect(from.getByText('Pim')).toBeVisible();
  const [start, end] = [(await from.boundingBox())!, (await to.boundingBox())!];
  await page.mouse.move(start.x + 40, start.y + 40);
  await page.mouse.down();
  await page.mouse.move(start.x + 20, start.y + 40, { steps: 4 });
  await page.mouse.move(end.x + 40, end.y + 40, { steps: 8 });
  await page.mouse.up();
  await expect(to.getByText('Pim')).toBeVisible();

  await page.getByRole('link', { name: 'As a table' }).click();
  // All at once: a row may go meanwhile.
  const names = () =>
    page
      .getByRole('textbox', { name: /^Name of card/ })
      .evaluateAll((all) => all.map((one) => (one as HTMLInputElement).value));
  const inOrder = (...all: string[]) => expect.poll(names).toEqual(all);
  await inOrder('Odalys Thrupp', 'Pim', 'Benedek Carraway', 'Ilse Okonjo-Marsh');
  // What a press lights does not change by moving cards.
  await expect(page.getByRole('row', { name: /Odalys/ })).toContainText('current');

  const handle = (card: number) => page.getByRole('button', { name: `Move card ${card}` });
  await handle(4).focus();
  await page.keyboard.press('Space');
  await expect(handle(4)).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('Over place 4 of 4.')).toBeAttached();
  await arrowUpTo(page, 'Over place 3 of 4.');
  await page.keyboard.press('Space');
  await inOrder('Odalys Thrupp', 'Pim', 'Ilse Okonjo-Marsh', 'Benedek Carraway');

  const touch = await page.context().newCDPSession(page);
  const finger = (type: string, ...touchPoints: { x: number; y: number }[]) =>
    touch.send('Input.dispatchTouchEvent', { type: type as 'touchStart', touchPoints });
  const [low, high] = [(await handle(4).boundingBox())!, (await handle(1).boundingBox())!];
  await finger('touchStart', { x: low.x + 8, y: low.y + 8 });
  await expect(handle(4)).toHaveAttribute('aria-pressed', 'true');
  for (let step = 1; step <= 6; step++)
    await finger('touchMove', { x: low.x + 8, y: low.y + 8 + ((high.y - low.y) * step) / 6 });
  await expect(page.getByText('Over place 1 of 4.')).toBeAttached();
  await finger('touchEnd');
  await inOrder('Benedek Carraway', 'Odalys Thrupp', 'Pim', 'Ilse Okonjo-Marsh');

  // A click right after a drag is part of it, and swallowed.
  await page.reload();
  await inOrder('Benedek Carraway', 'Odalys Thrupp', 'Pim', 'Ilse Okonjo-Marsh');
});
