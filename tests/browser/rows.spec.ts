import { readFileSync, unlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { choose, expect, test, visit } from './sideLamp';

test('a guest list comes from a sheet: dropped, bound by mouse, stepped on air, broken, seen to be, and mended', async ({
  page,
  output,
  lamp,
}) => {
  const file = join(lamp.data, 'demo', 'evening-guests.csv');
  const sheet = (...rows: string[]): void =>
    writeFileSync(file, `who,what they do,town,portrait\n${rows.join('\n')}\n`);
  writeFileSync(
    join(lamp.data, 'demo', 'owl.svg'),
    '<svg xmlns="http://www.w3.org/2000/svg" width="80" height="80"><circle cx="40" cy="40" r="40" fill="#c8553d"/></svg>',
  );
  const marlow = 'Marlow Finch,counts owls,Mill Bank,owl.svg';
  sheet(marlow, 'Tamsin Reed,draws beetles,Long Meadow,beetle.png', 'Pim,holds the torch,,');

  // Dropped anywhere, it is found where it lies.
  await page.goto(`${lamp.url}/feeds`);
  await expect(page.getByRole('cell', { name: /^Elephant hawk-moth/ })).toBeVisible();
  await page.evaluate(
    (text) => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File([text], 'evening-guests.csv'));
      document.body.dispatchEvent(new DragEvent('drop', { dataTransfer, bubbles: true, cancelable: true }));
    },
    readFileSync(file, 'utf8'),
  );
  const adding = page.getByRole('dialog', { name: 'A new feed' });
  await expect(adding.getByLabel('File with its whole path, or address')).toHaveValue(file);
  await adding.getByRole('button', { name: 'Read it', exact: true }).click();
  const rows = page.getByRole('table', { name: 'Rows' });
  await expect(rows.getByRole('cell', { name: 'Tamsin Reed' })).toBeVisible();

  // Each row is a card; its columns are taken to the fields by mouse, and said where they are seen.
  await choose(page.getByRole('combobox', { name: 'Which graphic' }), 'From the guest list (nothing of it yet)');
  await page.getByRole('checkbox', { name: /^Each row is a card/ }).click();
  const fields = page.getByRole('list', { name: 'Fields of From the guest list' });
  const drag = async (column: string, field: string): Promise<void> => {
    const [from, to] = [rows.getByTitle(`Drag “${column}” onto a field`), fields.getByTitle(field)];
    await from.hover();
    await page.mouse.down();
    await to.hover();
    await to.hover({ position: { x: 4, y: 4 } });
    await page.mouse.up();
  };
  await drag('who', 'Name');
  await expect(fields.getByRole('combobox', { name: 'What fills Name' })).toHaveText('who');
  await drag('what they do', 'Line below');
  await expect(rows.getByText('→ From the guest list, Line below')).toBeVisible();
  // What a picture’s cell names is fetched by the server; what cannot be had is said.
  await drag('portrait', 'Picture');
  await expect(page.getByText('1 of 2 pictures are here.')).toBeVisible();
  await expect(page.getByText(/^There is no “beetle.png” in/)).toBeVisible();

  // Only those who come from somewhere, in the order of their names.
  await page.getByRole('button', { name: 'all rows' }).click();
  const which = page.getByRole('dialog', { name: 'Which rows' });
  await choose(which.getByRole('combobox', { name: 'In the order of' }), 'who');
  await which.getByRole('button', { name: 'A condition' }).click();
  await choose(which.getByRole('combobox', { name: 'Condition 1: column' }), 'town');
  await expect(page.getByText('2 of 3 rows')).toBeVisible();
  await page.keyboard.press('Escape');

  // On the desk its rows are stepped like any cards.
  await page.getByRole('link', { name: 'Desk' }).click();
  const own = page.getByRole('button', { name: /^From the guest list(, |\.)/ });
  await own.click();
  await expect(output.getByText('Marlow Finch')).toBeVisible();
  await expect
    .poll(() => output.locator('img').evaluateAll((all) => all.map((one) => (one as HTMLImageElement).naturalWidth)))
    .toEqual([80]);
  await expect(output.locator('img')).toHaveAttribute('src', /^\/assets\/[0-9a-f]{64}\.svg$/);
  await page.getByRole('button', { name: 'From the guest list: next card' }).click();
  await expect(output.getByText('Tamsin Reed')).toBeVisible();
  await expect(output.getByText('draws beetles')).toBeVisible();
  // A mended row is an update in place; a row that goes stays, and the desk says so.
  sheet(marlow, 'Tamsin Reed,paints beetles,Long Meadow,beetle.png', 'Pim,holds the torch,,');
  await expect(output.getByText('paints beetles')).toBeVisible();
  sheet(marlow, 'Pim,holds the torch,,');
  await expect(own).toContainText('its row is gone from the feed');
  await expect(output.getByText('Tamsin Reed')).toBeVisible();

  // The source breaks: it is seen, and what is lit stays; mended, it goes on.
  unlinkSync(file);
  await page.getByRole('link', { name: 'Feeds' }).click();
  await page.getByRole('link', { name: /^Evening guests/i }).click();
  await expect(page.getByText('The file is gone.').first()).toBeVisible();
  await expect(output.getByText('Tamsin Reed')).toBeVisible();
  sheet(marlow, 'Ilse,warden,Hollow Lane,');
  await expect(page.getByText('Fresh').first()).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('button', { name: 'From the guest list: next card' }).click();
  await expect(output.getByText('Marlow Finch')).toBeVisible();

  // By turns, held by hand, and let go.
  await page.request.patch(`${lamp.url}/api/feeds/gardens`, {
    headers: { origin: lamp.url },
    data: { revision: 9e15, row: { kind: 'turns', every: 600_000 } },
  });
  const turns = page.getByRole('region', { name: 'Rows of feeds' });
  await turns.getByRole('button', { name: 'Other gardens: next row' }).click();
  await expect(turns).toContainText('held');
  await turns.getByRole('button', { name: 'Other gardens: let its row go' }).click();
  await expect(turns).toContainText('next in');
});

test('what the audience sends waits for a tick, words of the never-show list are covered, and a box is ticked in its file', async ({
  page,
  output,
  lamp,
}) => {
  const answers = join(lamp.data, 'demo', 'answers.csv');
  writeFileSync(answers, 'who,answer\nquietfern,A warm lamp\noldbarn,ask at Thornbury\n');
  const api = (method: 'post' | 'patch', path: string, data: object) =>
    page.request[method](`${lamp.url}${path}`, { headers: { origin: lamp.url }, data });
  await api('post', '/api/feeds', { id: 'answers', name: 'Answers', path: answers, kind: 'csv', every: 200 });
  await page.goto(`${lamp.url}/feeds/answers`);
  await expect(page.getByRole('cell', { name: 'quietfern' })).toBeVisible();
  await page.getByRole('button', { name: 'Audience', exact: true }).click();
  await page.getByRole('checkbox', { name: /^The audience writes it/ }).click();
  await expect(page.getByText('2 of 2 wait for your tick.')).toBeVisible();
  await page.keyboard.press('Escape');

  await api('patch', '/api/graphics/question', {
    revision: 9e15,
    words: { who: '{{ answers.who }}', message: '{{ answers.answer }}', initial: '', picture: '' },
    // It stays however slow the machine is.
    stay: null,
  });
  await visit(page, lamp.url);
  await page.getByRole('button', { name: /^Chat question\./ }).click();
  const rows = page.getByRole('region', { name: 'Rows of feeds' });
  await rows.getByRole('button', { name: '2 wait' }).click();
  const waiting = page.getByRole('dialog', { name: 'From the audience: Answers' });
  await expect(output.getByText('oldbarn')).toHaveCount(0);
  await waiting.getByRole('checkbox', { name: /oldbarn/ }).click();
  await expect(output.getByText('ask at Thornbury')).toBeVisible();
  await rows.getByRole('button', { name: '1 wait' }).click();

  // What cannot be filled in stays as it was last seen, but not a word that must not be.
  await api('patch', '/api/graphics/question', {
    revision: 9e15,
    words: { who: '{{ garden.lost }}', message: 'ask at Thornbury' },
  });
  await api('post', '/api/air', { id: 'pushed', verb: 'push', graphic: 'question' });
  await expect(page.getByText(/There is no column|there is no column/).first()).toBeVisible();
  // Covered while it is on air, and covered on our own page, too.
  await visit(page, `${lamp.url}/feeds`);
  await page.getByRole('button', { name: 'Never-show list' }).click();
  const list = page.getByRole('dialog', { name: 'Never-show list' });
  await list.getByLabel('A word, or several').fill('thornbury');
  await page.keyboard.press('Enter');
  await expect(output.getByText('ask at •••••••••')).toBeVisible();
  await expect(list.getByRole('listitem')).toHaveText('•••••••••');
  await expect(list.getByText('One graphic holds such a word now.')).toBeVisible();
  await list.getByRole('button', { name: 'Hold the graphic back' }).click();
  await expect(output.getByText(/ask at/)).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByRole('button', { name: /^Chat question(,|\.)/ })).toContainText('held back');

  // A box of the checklist, ticked on the desk: it is on air when the file has it.
  await page.getByRole('button', { name: /^Still to see\./ }).click();
  await expect(output.getByText('Old lady')).toBeVisible();
  await page.getByRole('region', { name: 'Boxes of Still to see' }).getByRole('checkbox', { name: 'Old lady' }).click();
  const list2 = join(lamp.data, 'demo', 'still-to-see.txt');
  await expect.poll(() => readFileSync(list2, 'utf8')).toContain('[x] Old lady');
  await expect(page.getByRole('button', { name: /^Still to see, on air/ })).toContainText('4 of 6 ticked');
});
