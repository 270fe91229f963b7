import { appendFileSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { choose, expect, test, visit } from './sideLamp';

test('a table is looked at before it is kept, put into words by its columns, and follows its file to air', async ({
  page,
  output,
  lamp,
}) => {
  const file = join(lamp.data, 'night.csv');
  writeFileSync(file, 'species,count,seen by\nBrimstone,2,Pim\n"Old lady, at last",1,Odalys\n');
  await page.goto(`${lamp.url}/feeds`);
  await expect(page.getByRole('cell', { name: /^Elephant hawk-moth/ })).toBeVisible();
  // A file that is dropped is found where it lies; an address that is pasted begins a new feed.
  await page.evaluate(
    (text) => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File([text], 'on-the-cloth.txt'));
      document.body.dispatchEvent(new DragEvent('drop', { dataTransfer, bubbles: true, cancelable: true }));
    },
    readFileSync(lamp.clothFile, 'utf8'),
  );
  await expect(page.getByLabel('File with its whole path, or address')).toHaveValue(lamp.clothFile);
  await page.keyboard.press('Escape');
  await page.evaluate(() => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', 'http://127.0.0.1:9/garden.json');
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
  });
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Garden');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Add a feed' }).click();
  const adding = page.getByRole('dialog', { name: 'A new feed' });
  await adding.getByLabel('File with its whole path, or address').fill(file);
  await expect(adding.getByRole('combobox', { name: 'What it is' })).toHaveText('table (CSV)');
  await expect(adding.getByRole('cell', { name: 'Old lady, at last' })).toBeVisible();
  await adding.getByRole('button', { name: 'Read it', exact: true }).click();
  await expect(page.getByRole('button', { name: '{{ night.seen_by }}' })).toBeVisible();
  const rows = page.getByRole('table', { name: 'Rows' });
  await expect(rows.getByRole('cell', { name: 'Brimstone' })).toBeVisible();

  await visit(page, `${lamp.url}/graphics/lamp`);
  const words = page.getByRole('textbox', { name: 'Words', exact: true });
  await words.fill('{{ night');
  await page.getByRole('option', { name: 'Night: species' }).click();
  await page.keyboard.press('Tab');
  await visit(page, `${lamp.url}/feeds/night`);
  await expect(
    page.getByRole('img', { name: /^Lamp is on, with the words of now/ }).getByText('Brimstone'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('button', { name: /^Lamp is on\./ }).click();
  await expect(output.getByText('Brimstone')).toBeVisible();

  // What changes in the file is marked in the table, and goes to air.
  await visit(page, `${lamp.url}/feeds/night`);
  await expect(rows.getByRole('cell', { name: 'Brimstone' })).toBeVisible();
  writeFileSync(file, 'species,count,seen by\nPuss moth,2,Pim\n"Old lady, at last",1,Odalys\n');
  await expect(output.getByText('Puss moth')).toBeVisible();
  await expect(rows.getByRole('cell', { name: 'Puss moth' })).toHaveAttribute('data-new', 'true');
  await expect(rows.getByRole('cell', { name: 'Old lady, at last' })).not.toHaveAttribute('data-new', 'true');
  // A sample of one's own is tried without touching the source.
  await page.getByRole('button', { name: 'Try with a sample' }).click();
  await page.getByLabel('A sample of yours').fill('species\nMerveille du jour\n');
  await expect(rows.getByRole('cell', { name: 'Merveille du jour' })).toBeVisible();
  await expect(output.getByText('Puss moth')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the source' }).click();
  // While it is paused its last words stay.
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByText('Paused').first()).toBeVisible();
  writeFileSync(file, 'species,count,seen by\nPug,2,Pim\n');
  await page.getByRole('button', { name: 'Read on' }).click();
  await expect(output.getByText('Pug')).toBeVisible();
  // Read another way, and back.
  await choose(page.getByRole('combobox', { name: 'What it is' }), 'text, line by line');
  await expect(rows.getByRole('cell', { name: 'species,count,seen by' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(rows.getByRole('cell', { name: 'Pug' })).toBeVisible();
});

test('ten thousand rows are scrolled through, and sixty columns are reached', async ({ page, lamp }) => {
  const file = join(lamp.data, 'many.csv');
  const columns = Array.from({ length: 60 }, (_, at) => `column ${at}`);
  writeFileSync(file, `${columns.join(',')}\n`);
  const cells = columns.map((_, at) => at).join(',');
  appendFileSync(file, Array.from({ length: 10_000 }, (_, row) => `row ${row},${cells.slice(2)}\n`).join(''));
  await page.request.post(`${lamp.url}/api/feeds`, {
    headers: { origin: lamp.url },
    data: { id: 'many', name: 'Many', path: file, kind: 'csv' },
  });
  await page.goto(`${lamp.url}/feeds/many`);
  const rows = page.getByRole('table', { name: 'Rows' });
  await expect(rows.getByRole('cell', { name: 'row 0', exact: true })).toBeVisible();
  await expect(page.getByText('10,000 rows, 60 columns')).toBeVisible();
  await rows.evaluate((frame) => frame.scrollTo(0, frame.scrollHeight));
  await expect(rows.getByRole('cell', { name: 'row 9999', exact: true })).toBeVisible();
  expect(await rows.getByRole('row').count()).toBeLessThan(80);
  await rows.evaluate((frame) => frame.scrollTo(frame.scrollWidth, frame.scrollHeight));
  await expect(rows.getByRole('columnheader', { name: 'column 59' })).toBeInViewport();
});

test('programs send values with a key that is never shown, and what goes stale shows other words until it is well', async ({
  page,
  output,
  lamp,
}) => {
  await page.goto(`${lamp.url}/feeds`);
  await page.getByRole('button', { name: 'Add a feed' }).click();
  await page.getByRole('checkbox', { name: 'Other programs send it' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Score');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText('Nothing has been sent yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Key', exact: true }).click();
  await expect(page.getByText('The key is copied.')).toBeVisible();
  const key = await page.evaluate(() => navigator.clipboard.readText());
  expect(await page.content()).not.toContain(key);
  // As a program would: without an Origin.
  const headers = { authorization: `Bearer ${key}`, 'content-type': 'application/json' };
  const sent = await fetch(`${lamp.url}/push/score`, {
    method: 'PUT',
    headers,
    body: '[{"home":"Mill Bank","points":12}]',
  });
  expect(sent.status).toBe(200);
  const rows = page.getByRole('table', { name: 'Rows' });
  await expect(rows.getByRole('cell', { name: 'Mill Bank' })).toBeVisible();
  await expect(page.getByText('[{"home":"Mill Bank","points":12}]')).toBeVisible();

  // The rule is set on the feed's own page; then the web fails on demand.
  await visit(page, `${lamp.url}/feeds/garden`);
  await choose(page.getByRole('combobox', { name: 'If the feed goes stale, it will' }), 'show other words');
  await page.getByRole('textbox', { name: 'Words in place of stale ones' }).fill('The garden is out of reach');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.keyboard.press('g');
  await expect(output.getByText('11.4° · dark 93 %')).toBeVisible();
  await page.goto(lamp.web);
  await page.getByLabel('garden.json').selectOption('says 500');
  await page
    .getByRole('row', { name: /garden.json/ })
    .getByRole('button', { name: 'Set' })
    .click();
  await page.goto(`${lamp.url}/feeds/garden`);
  const bars = page.getByRole('button', { name: /^The last \d+ reads/ });
  for (const count of [1, 2, 3]) {
    await page.getByRole('button', { name: 'Read now' }).click();
    await expect(bars).toHaveAccessibleName(new RegExp(`, [${count}-9] failed$`));
  }
  await expect(output.getByText('The garden is out of reach')).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'All feeds' }).getByRole('link').first()).toContainText(
    'it says 500',
  );
  await bars.click();
  await expect(page.getByRole('dialog', { name: 'The last reads' }).getByText('it says 500').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await page.request.post(`${lamp.web}/faults`, { form: { source: 'garden.json', fault: 'None' } });
  await page.getByRole('button', { name: 'Read now' }).click();
  await expect(output.getByText('11.4° · dark 93 %')).toBeVisible();
});
