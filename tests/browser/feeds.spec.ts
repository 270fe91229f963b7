import { appendFileSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { choose, expect, test } from './sideLamp';

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

  await page.goto(`${lamp.url}/graphics/lamp`);
  const words = page.getByRole('textbox', { name: 'Words', exact: true });
  await words.fill('{{ night');
  await page.getByRole('option', { name: 'Night: species' }).click();
  await page.keyboard.press('Tab');
  await page.goto(`${lamp.url}/feeds/night`);
  await expect(
    page.getByRole('img', { name: /^Lamp is on, with the words of now/ }).getByText('Brimstone'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('button', { name: /^Lamp is on\./ }).click();
  await expect(output.getByText('Brimstone')).toBeVisible();

  // What changes in the file is marked in the table, and goes to air.
  await page.goto(`${lamp.url}/feeds/night`);
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
