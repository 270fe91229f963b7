import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { seriousFindings } from './axe';
import { choose, expect, send, test, visit, whenItStands } from './sideLamp';

const empty = test.extend({ options: ['--empty'] });

empty('an empty show is set up from nothing to air', async ({ page, lamp }) => {
  await page.goto(lamp.url);
  await page.getByRole('button', { name: 'Skip this' }).click();
  await page.getByRole('button', { name: 'Add a graphic' }).first().click();
  await page
    .getByRole('list', { name: 'Templates' })
    .getByRole('button', { name: /^Caption/ })
    .click();
  await page.getByLabel('Caption', { exact: true }).fill('It reads: {{ note.text }}');
  await choose(page.getByLabel('Seat', { exact: true }), 'Upper left');

  await page.getByRole('link', { name: 'Feeds' }).click();
  await page.getByRole('button', { name: 'Add a feed' }).first().click();
  const file = join(lamp.data, 'note.txt');
  await page.getByLabel('File with its whole path, or address').fill(file);
  await expect(page.getByText(/no such file yet/)).toBeVisible();
  await page.getByRole('button', { name: 'Read it', exact: true }).click();
  await expect(page.getByText('Waiting for it').first()).toBeVisible();
  writeFileSync(file, 'the owl is back\n');
  await expect(page.getByRole('cell', { name: 'the owl is back' })).toBeVisible();

  // What viewers do stands in words, too: here it is entered by hand, and taken back again.
  await page.getByRole('link', { name: 'Labels' }).click();
  await page.getByRole('button', { name: 'Add a label' }).click();
  await page.getByLabel('Name', { exact: true }).first().fill('Latest follower');
  await page.getByRole('button', { name: 'Add it' }).click();
  const row = page.getByRole('listitem').filter({ hasText: 'Latest follower' });
  await expect(row.getByText('nobody yet')).toBeVisible();
  const byHand = page.getByRole('form', { name: 'By hand' });
  for (const name of ['oldbarn', 'mossandco']) {
    await byHand.getByLabel('Name', { exact: true }).fill(name);
    await byHand.getByRole('button', { name: 'Count it' }).click();
    await expect(row.getByText(name)).toBeVisible();
  }
  await page.getByRole('link', { name: 'Graphics' }).click();
  await page
    .getByLabel('Caption', { exact: true })
    .fill('It reads: {{ note.text }}, says {{ labels.latest_follower }}');
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByText('It reads: the owl is back, says mossandco')).toBeVisible();
  await page.getByRole('link', { name: 'Labels' }).click();
  await page.getByRole('button', { name: 'Take back the follow of mossandco' }).click();
  await expect(row.getByText('oldbarn')).toBeVisible();
  await expect(row.getByText('Caption')).toBeVisible();

  // And lights an alert: set up, tried on air, held back, and let come from the desk.
  await page.getByRole('link', { name: 'Alerts' }).click();
  await page.getByRole('button', { name: 'Add an alert' }).first().click();
  await page.getByRole('form', { name: 'A new alert' }).getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('list', { name: 'Rules' }).getByRole('link', { name: 'Follow' })).toBeVisible();
  await page.getByRole('button', { name: 'Pace' }).click();
  const look = page.getByLabel('An alert is next for, in seconds');
  await look.fill('0');
  await look.press('Enter');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Test on air' }).click();
  await page.getByRole('button', { name: 'Send it' }).click();
  const turns = page.getByRole('region', { name: 'Turns' });
  await expect(turns.getByText('Follow alert: mossandco')).toBeVisible();
  await turns.getByRole('button', { name: 'Skip' }).click();
  await expect(turns.getByText('Last: mossandco')).toBeVisible();
  await turns.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('link', { name: 'Labels' }).click();
  await byHand.getByLabel('Name', { exact: true }).fill('pipistrelle9');
  await byHand.getByRole('button', { name: 'Count it' }).click();
  await expect(row.getByText('pipistrelle9')).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByText('1 held')).toBeVisible();
  await page.keyboard.press('Alt+a');
  const alert = page.getByRole('button', { name: /^Follow alert, on air/ });
  await expect(alert.getByText('pipistrelle9')).toBeVisible();
  await page.keyboard.press('Alt+s');
  await expect(alert).toHaveCount(0);
  await page.getByRole('link', { name: 'Labels' }).click();
  await page.getByRole('button', { name: 'Take back the follow of pipistrelle9' }).click();

  // A program sends JSON of its own: what was pasted shows what would be counted, and where the name stands is offered.
  await page.getByRole('button', { name: 'How events come in' }).click();
  await page.getByRole('link', { name: 'Adapters' }).click();
  await page.getByRole('button', { name: 'Add an adapter' }).first().click();
  await page.getByLabel('Name', { exact: true }).first().fill('Tip jar');
  await page.getByRole('button', { name: 'Add it' }).click();
  const sent = { list: [{ id: 7, from: { nick: 'Wren' }, cents: 1250 }, { hello: 1 }] };
  await page.getByRole('textbox', { name: 'What it sends' }).fill('{');
  const outcome = page.getByRole('region', { name: 'What comes of it' });
  await expect(outcome.getByText(/This JSON is broken/)).toBeVisible();
  await page.getByRole('textbox', { name: 'What it sends' }).fill(JSON.stringify(sent));
  await page.getByLabel('The list').fill('/list');
  await page.getByLabel('What it is').fill('{% if it.cents %}tip{% endif %}');
  await page.getByLabel('Amount').fill('{{ it.cents | divided_by: 100.0 }}');
  await page.getByLabel('Name', { exact: true }).fill('/nick');
  await page.getByRole('option', { name: /^\/from\/nick/ }).click();
  await expect(outcome.getByText('tip 12.50 EUR from Wren')).toBeVisible();
  await expect(outcome.getByText(/^1 left out/)).toBeVisible();
  const door = (await (
    await page.request.post(`${lamp.url}/api/event-door`, { headers: { origin: lamp.url } })
  ).json()) as { key: string };
  const headers = { authorization: `Bearer ${door.key}` };
  expect((await page.request.post(`${lamp.url}/events/tip-jar`, { headers, data: sent })).ok()).toBe(true);

  // Whoever gave something is ticked off on the desk, and the streamer's own screen shows the same.
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('button', { name: 'To thank: 1' }).click();
  const own = await page.context().newPage();
  await own.goto(`${lamp.url}/confidence`);
  await expect(own.getByRole('checkbox', { name: /Wren/ })).not.toBeChecked();
  await page.getByRole('checkbox', { name: /Wren/ }).check();
  await expect(own.getByRole('checkbox', { name: /Wren/ })).toBeChecked();
  await own.close();
  await page.keyboard.press('Escape');

  await expect(page.getByText('It reads: the owl is back, says oldbarn')).toBeVisible();
  await page.reload();
  await expect(
    page.getByRole('region', { name: 'Upper left' }).getByText('It reads: the owl is back, says oldbarn'),
  ).toBeVisible();
});

test('a change of brand dresses what is lit only when it is pushed', async ({ page, output, lamp }) => {
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: 'Names' }).first()).toBeVisible();
  await page.keyboard.press('1');
  const plate = output.locator('[data-node="plate/plate"] > div');
  await expect(plate).toHaveCSS('background-color', 'rgb(18, 35, 29)');
  await page.getByRole('link', { name: 'Brand' }).click();
  await page.getByLabel('Plate: any CSS colour').fill('#402010');
  const sample = page.getByRole('img', { name: 'Names in this brand' }).locator('[data-node="plate/plate"] > div');
  await expect(sample).toHaveCSS('background-color', 'rgb(64, 32, 16)');
  await expect(plate).toHaveCSS('background-color', 'rgb(18, 35, 29)');
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('button', { name: 'Push the edit of Names' }).click();
  await expect(plate).toHaveCSS('background-color', 'rgb(64, 32, 16)');
});

test('the shelf is searched, plays what is pointed at, and gives a starter set', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/graphics`);
  await page.getByRole('button', { name: 'Add a graphic' }).click();
  const templates = page.getByRole('list', { name: 'Templates' });
  await expect(templates.getByRole('listitem')).toHaveCount(58);
  await page.getByLabel('Search the shelf').fill('break');
  await expect(templates.getByRole('listitem')).toHaveCount(2);
  const tile = templates.getByRole('button', { name: /^Short break/ });
  // What is pointed at is shown at the side, where it comes and goes; the tile itself holds still.
  const preview = page.getByRole('group', { name: 'Preview' });
  const moves = (where: typeof tile) =>
    where.evaluate(
      (element) =>
        element.getAnimations({ subtree: true }).filter((one) => one.effect?.getComputedTiming().iterations === 1)
          .length,
    );
  await expect(tile.getByText('A short break')).toBeVisible();
  await templates
    .getByRole('button', { name: /^(?!Short break)/ })
    .first()
    .hover();
  await expect(preview.getByRole('status')).not.toContainText('Short break');
  await tile.hover();
  await expect(preview.getByRole('status')).toContainText('Short break');
  await expect(preview.getByText('full frame')).toBeVisible();
  await expect.poll(() => moves(preview)).toBeGreaterThan(0);
  expect(await moves(tile)).toBe(0);
  await page.getByRole('button', { name: 'Talk', exact: true }).click();
  await expect(page.getByText('9 graphics for “Talk” are there')).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByRole('button', { name: /^Two people/ })).toBeVisible();
});

test('no serious accessibility finding in any place and dialog, nor on the output page', async ({
  page,
  output,
  lamp,
}) => {
  // All places, and all that opens in them.
  test.setTimeout(240_000);
  const stands = whenItStands(page);
  const look = async (where: string, within?: string): Promise<void> => {
    await stands();
    expect(await seriousFindings(page, within), where).toEqual([]);
  };
  const dialog = page.getByRole('dialog');
  const seen = new Set<string>();
  /** Everything that opens something in a place is opened; of many alike, such as one for each row, the first. */
  const openAll = async (place: string): Promise<void> => {
    const openers = page.locator('main [aria-haspopup="dialog"]:enabled');
    for (let at = 0; at < (await openers.count()); at++) {
      const opener = openers.nth(at);
      const kind = await opener.evaluate((one) => one.className + one.childElementCount);
      if (seen.has(kind) || !(await opener.isVisible())) continue;
      seen.add(kind);
      await opener.click();
      await expect(dialog).toBeVisible();
      await look(`${place}: ${await dialog.getAttribute('aria-label')}`, '[role="dialog"]');
      await page.keyboard.press('Escape');
      await expect(dialog).toHaveCount(0);
    }
  };
  for (const place of [
    '/graphics',
    '/graphics/names/cards',
    '/feeds',
    '/timers',
    '/labels',
    '/alerts',
    '/chat',
    '/adapters',
    '/confidence',
    '/brand',
    '/frame',
    '/outputs',
    '/history',
    '/begin',
    '/monitor/air',
    '/',
  ]) {
    await visit(page, lamp.url + place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    if (place === '/') await page.keyboard.press('1');
    await look(place);
    await openAll(place);
  }
  // In a bright room, too, and with the largest words.
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  await page.getByRole('button', { name: 'Bright room' }).click();
  await page.getByRole('slider', { name: 'Size of words and buttons' }).press('End');
  await expect.poll(() => page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('22.4px');
  await page.keyboard.press('Escape');
  for (const place of ['/', '/graphics', '/chat', '/history']) {
    await visit(page, lamp.url + place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await look(`${place}, bright`);
  }
  await page.evaluate(() => localStorage.removeItem('sidelamp:look'));
  await page.goto(lamp.url);
  expect(await seriousFindings(output)).toEqual([]);
  // What is opened in another way, each where it is.
  await send(lamp, 'PATCH', '/api/graphics/to-see', { revision: 9e15, words: { items: '[x] one\n[ ] two' } });
  const press = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
  for (const [place, name, open] of [
    ['/', 'keys', () => page.keyboard.press('?')],
    ['/', 'palette', () => page.keyboard.press('Control+k')],
    ['/', 'cue', () => press(/^Cue$/)],
    ['/', 'page of the desk', () => press(/^Make a page of the desk/)],
    ['/feeds', 'a new feed', () => press('Add a feed')],
    ['/graphics/to-see', 'line by line', () => press('Items, line by line')],
    [
      '/graphics/names/cards',
      'a sheet',
      async () => {
        await page.evaluate(() => navigator.clipboard.writeText('name\tage\nPim\t11\n'));
        await page.getByLabel('Name of card 1', { exact: true }).click();
        await page.keyboard.press('Control+v');
      },
    ],
  ] as const) {
    await visit(page, lamp.url + place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await open();
    await expect(dialog).toBeVisible();
    await look(name, '[role="dialog"]');
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
  }
  // A question before what cannot be undone.
  await visit(page, `${lamp.url}/outputs`);
  await press('Make a new link');
  await expect(page.getByRole('alertdialog')).toBeVisible();
  await look('a question', '[role="alertdialog"]');
});
