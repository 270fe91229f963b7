import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { makeFilm } from './film';
import { Hand } from './hand';
import { expect, send, test } from './sideLamp';

// The tasks of an evening, as a newcomer was given them: each begins on the desk, and says how many presses it takes at the
// most. Setting up from nothing, sixty graphics, the bin and the phone are in home.spec.

interface Shown {
  graphics: { id: string; name: string; stay?: number; then?: { graphic: string }; worn?: string; sound?: object }[];
}

test('tasks before the evening: guests, stay and what follows, brand, long words, a text file, a timer, a film, a code with a sound', async ({
  page,
  lamp,
}) => {
  const hand = new Hand(page);
  const task = (name: string, presses: number, act: () => Promise<void>): Promise<void> =>
    test.step(name, async () => {
      await place('Desk').click();
      await expect(page.locator('[data-map]').getByRole('button', { name: /^Names\./ })).toBeVisible();
      hand.presses = 0;
      await act();
      expect(hand.presses, name).toBe(presses);
    });
  const place = (name: string) => page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name });
  const graphic = (name: string) =>
    page.getByRole('navigation', { name: 'Graphics by seat' }).getByRole('link', { name: new RegExp(`${name}$`) });
  const show = async () => (await (await fetch(`${lamp.url}/api/show`)).json()) as Shown;
  const easel = page.getByRole('img', { name: /^Easel/ });
  await page.goto(lamp.url);

  await task('ten guests from a spreadsheet', 6, async () => {
    const rows = Array.from({ length: 10 }, (_, at) => `Guest ${at + 1}\tfrom the lane`);
    await page.evaluate((text) => navigator.clipboard.writeText(text), ['Name\tLine below', ...rows].join('\n'));
    await hand.press(place('Graphics'));
    await hand.press(graphic('Names'));
    await hand.press(page.getByRole('link', { name: 'As a table' }));
    await hand.press(page.getByLabel('Name of card 1', { exact: true }));
    await hand.press('Control+v');
    await hand.press(hand.button('Add them'));
    await expect(page.getByLabel('Name of card 14', { exact: true })).toHaveValue('Guest 10');
  });

  await task('the next graphic, by keys alone', 4, async () => {
    await place('Graphics').focus();
    await hand.press('Enter');
    await graphic('Names').focus();
    await hand.press('ArrowDown');
    await expect(graphic('Moth in view')).toBeFocused();
    await hand.press('Enter');
    await expect(page).toHaveURL(/graphics\/moth$/);
    // The list is one stop: the next is the easel, however many graphics there are.
    const handle = page.getByRole('application', { name: /^Place of Moth in view/ });
    await expect(handle).toBeVisible();
    await hand.press('Tab');
    await expect(handle).toBeFocused();
  });

  await task('leaves by itself, and something follows', 5, async () => {
    await hand.press(place('Graphics'));
    await hand.press(graphic('Names'));
    await hand.type(page.getByLabel('Stays, in seconds'), '6');
    await page.keyboard.press('Enter');
    await hand.press(page.getByLabel('Then', { exact: true }));
    await hand.press(page.getByRole('option', { name: 'Moth in view' }));
    await expect
      .poll(async () => (await show()).graphics.find(({ id }) => id === 'names'))
      .toMatchObject({ stay: 6000, then: { graphic: 'moth' } });
  });

  await task('placed at the upper edge of the safe frame', 3, async () => {
    await hand.press(place('Graphics'));
    await hand.press(graphic('Names'));
    await hand.press(hand.button('Upper edges'));
    await expect(page.getByText(/inside the safe area/)).toBeVisible();
    await expect(page.getByLabel('Y, px')).not.toHaveValue('0');
  });

  await task('another brand', 3, async () => {
    await hand.press(place('Brand'));
    await hand.press(hand.button('Daylight'));
    await hand.press(hand.button('Use “Daylight”'));
    await expect(hand.button('Daylight in use')).toBeVisible();
  });

  await task('a template of one’s own, with a bolder line', 6, async () => {
    await hand.press(place('Graphics'));
    await hand.press(graphic('Names'));
    await hand.press(hand.button('Change its template'));
    await hand.press(
      page.getByRole('list', { name: 'Tree of parts' }).getByRole('button', { name: 'second line', exact: true }),
    );
    await hand.type(page.getByLabel('Weight', { exact: true }), '700');
    await page.keyboard.press('Enter');
    await hand.press(page.getByRole('link', { name: 'Back to Names' }));
    const line = easel.locator('[data-node="role/0"] span').first().locator('..');
    await expect(line).toHaveCSS('font-family', /-700$/);
  });

  await task('long words, and words in another script', 4, async () => {
    await hand.press(place('Graphics'));
    await hand.press(graphic('Moth in view'));
    const caption = page.getByLabel('Caption', { exact: true });
    await hand.type(caption, 'What came to the cloth tonight before the rain, counted by everybody who was awake');
    await expect(page.getByText(/shrunk to|on \d pages|fits at/).first()).toBeVisible();
    await hand.type(caption, 'שלום לכל העשים');
    await expect(easel.locator('[dir="rtl"]').first()).toBeVisible();
  });

  await task('words from a text file', 7, async () => {
    const file = join(lamp.data, 'song.txt');
    writeFileSync(file, 'the owl is back\n');
    await hand.press(place('Feeds'));
    await hand.press(hand.button('Add a feed'));
    await hand.type(page.getByLabel('File with its whole path, or address'), file);
    await expect(page.getByRole('dialog').getByRole('cell', { name: 'the owl is back' })).toBeVisible();
    await hand.press(hand.button('Read it'));
    await expect(page.getByText('the owl is back').first()).toBeVisible();
    await hand.press(place('Graphics'));
    await hand.press(graphic('Lamp is on'));
    await hand.type(page.getByRole('textbox', { name: 'Words', exact: true }), '{{ song.text }}');
    await expect(easel.getByText('the owl is back')).toBeVisible();
  });

  await task('a timer, shown by a graphic', 8, async () => {
    await hand.press(place('Timers'));
    await hand.press(hand.button('Add a timer'));
    await hand.type(page.getByLabel('Name', { exact: true }).first(), 'Kettle');
    await hand.type(page.getByLabel('Counts down from'), '3:00');
    await hand.press(hand.button('Make this timer'));
    await expect(page).toHaveURL(/timers\/kettle/);
    await hand.press(place('Graphics'));
    await hand.press(graphic('Lamp is on'));
    await hand.press(hand.button('Words shows a timer'));
    await expect(page.getByRole('combobox', { name: 'Words', exact: true })).toHaveText(/the timer/);
  });

  await task('a film in place of a picture', 3, async () => {
    const film = Buffer.from(await page.evaluate(makeFilm));
    await hand.press(place('Graphics'));
    await hand.press(graphic('Names'));
    const asked = page.waitForEvent('filechooser');
    await hand.press(hand.button('Upload').first());
    await (await asked).setFiles({ name: 'moth.webm', mimeType: 'video/webm', buffer: film });
    await expect(easel.locator('video')).toBeAttached();
  });

  await task('a code to scan, with a sound', 7, async () => {
    await hand.press(place('Graphics'));
    await hand.press(hand.button('Add a graphic'));
    await hand.type(page.getByLabel('Search the shelf'), 'QR');
    await hand.press(page.getByRole('list', { name: 'Templates' }).getByRole('button').first());
    await expect(page).toHaveURL(/graphics\/g/);
    await hand.type(
      page.getByRole('region', { name: 'Words' }).getByRole('textbox').first(),
      'https://hollow-lane.example',
    );
    await hand.press(page.getByLabel('Heard when it arrives'));
    await hand.press(page.getByRole('option').nth(1));
    await expect.poll(async () => (await show()).graphics.at(-1)?.sound).toBeTruthy();
  });
});

test('tasks on air: words, outfits, a cue and its key, the link, all off and back, two windows, a set of one’s own; a reader hears no clock', async ({
  page,
  context,
  output,
  lamp,
}) => {
  await send(lamp, 'PATCH', '/api/graphics/names', {
    revision: 9e15,
    outfits: [{ id: 'o1', name: 'Name alone', hidden: ['role'] }],
  });
  await send(lamp, 'PATCH', '/api/graphics/to-see', {
    revision: 9e15,
    words: { items: '[x] first task\n[ ] second task' },
  });
  await page.goto(lamp.url);
  const hand = new Hand(page);
  const map = page.locator('[data-map]');
  const names = map.getByRole('button', { name: /^Names[,.]/ });
  await expect(names).toBeVisible();
  const counted = (name: string, presses: number): void => {
    expect(hand.presses, name).toBe(presses);
    hand.presses = 0;
  };

  await hand.press('1');
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  counted('lit by its key', 1);

  // A reader hears the words of what is lit once: no clock and no countdown is in a name, or in what is spoken by itself.
  const said = await names.getAttribute('aria-label');
  await page.evaluate(() => {
    const spoken: string[] = ((window as unknown as { spoken: string[] }).spoken = []);
    new MutationObserver((changes) => {
      for (const { target } of changes) {
        const element = target instanceof Element ? target : target.parentElement;
        const region = element?.closest('[role="status"], [role="alert"], [role="log"], [aria-live]');
        if (region && !element?.closest('[aria-hidden="true"]')) spoken.push(region.textContent ?? '');
      }
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
  const clock = names.getByText(/^(On air )?\d+:\d\d$/).last();
  const first = await clock.textContent();
  for (let seen = first, ticks = 0; ticks < 2; ticks++) {
    await expect(clock).not.toHaveText(seen!);
    seen = await clock.textContent();
  }
  expect(await names.getAttribute('aria-label')).toBe(said);
  expect(await page.evaluate(() => (window as unknown as { spoken: string[] }).spoken)).toEqual([]);

  await hand.press(page.getByRole('button', { name: 'Edit the words of Names' }));
  await hand.type(page.getByRole('region', { name: 'Quick words' }).getByLabel('Line below'), 'keeps the torch');
  await hand.press('Control+Enter');
  await expect(output.getByText('keeps the torch')).toBeVisible();
  counted('words changed on air', 3);

  await page.keyboard.press('Escape');
  hand.presses++;
  await names.click({ button: 'right' });
  await hand.press(page.getByRole('menuitem', { name: 'Outfit: Name alone' }));
  await page.getByRole('button', { name: 'Push the edit of Names' }).click();
  hand.presses++;
  await expect(output.getByText('keeps the torch')).toHaveCount(0);
  counted('another outfit, pushed to air', 3);

  await page.keyboard.press('3');
  await expect(map.getByRole('button', { name: /^Lamp is on, on air/ })).toBeVisible();
  await hand.press(hand.button(/^Cue$/));
  const editor = page.getByRole('dialog');
  await hand.type(editor.getByLabel('Name', { exact: true }), 'We two');
  await hand.type(editor.getByLabel('Key'), 'u');
  await hand.press(hand.button('Save cue', editor));
  await expect(editor).toHaveCount(0);
  await page.keyboard.press('1');
  await expect(output.getByText('Odalys Thrupp')).toHaveCount(0);
  await hand.press('u');
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  counted('a cue of what is lit, run by its key', 5);

  // A line of a checklist that is written by hand: ticked on the desk, struck through on air.
  await page.keyboard.press('8');
  await expect(output.getByText('second task')).toBeVisible();
  await hand.press(page.getByRole('button', { name: 'Edit the words of Still to see' }));
  await hand.press(page.getByRole('checkbox', { name: 'second task' }));
  await expect(output.locator('[data-node$="/ticked"]').getByText('second task')).toBeVisible();
  await expect(output.getByText('second task').locator('..')).toHaveCSS('text-decoration-line', 'line-through');
  counted('a box ticked on air', 2);
  // Two in one moment: the first is no other edit that would keep the second from going to air.
  await page
    .getByRole('checkbox', { name: /task$/ })
    .evaluateAll((all) => all.forEach((box) => (box as HTMLElement).click()));
  await expect(output.locator('[data-node$="/ticked"]').filter({ hasText: 'task' })).toHaveCount(0);

  await hand.press(hand.button('Lights out'));
  await expect(output.getByText('Odalys Thrupp')).toHaveCount(0);
  await hand.press(hand.button('Lights back'));
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  counted('all off, and back', 2);

  await hand.press(page.getByRole('link', { name: 'Outputs' }));
  await hand.press(hand.button('Copy the link').first());
  const link = await page.evaluate(() => navigator.clipboard.readText());
  expect(link).toContain('/out/');
  counted('the link for the mixing software', 2);

  // Another window edits; one press here takes that back, and says whose it was.
  const other = await context.newPage();
  await other.goto(`${lamp.url}/graphics/moth`);
  await other.getByLabel('Name', { exact: true }).first().fill('Moths of ours');
  await other.keyboard.press('Tab');
  await other.close();
  await page.getByRole('link', { name: 'Graphics' }).click();
  await expect(page.getByText('Moths of ours').first()).toBeVisible();
  await hand.press(hand.button('Undo'));
  await expect(page.getByText('Moths of ours')).toHaveCount(0);
  counted('another window’s edit is taken back', 1);

  // Two graphics become a set of one's own, and come back from its file.
  const list = page.getByRole('navigation', { name: 'Graphics by seat' });
  await hand.press(list.getByRole('link', { name: /Names/ }));
  hand.presses++;
  await list.getByRole('link', { name: /Next lamp check/ }).click({ modifiers: ['Control'] });
  hand.presses++;
  await list.getByRole('link', { name: /Next lamp check/ }).click({ button: 'right' });
  const saving = page.waitForEvent('download');
  await hand.press(page.getByRole('menuitem', { name: 'Save these 2 as a set' }));
  const file = await (await saving).path();
  counted('a set of what is chosen', 4);
  // What cannot be saved is said, and is no file.
  await page.route('**/api/sets/file*', (route) =>
    route.fulfill({
      status: 400,
      contentType: 'application/problem+json',
      body: JSON.stringify({ title: 'No.', faults: [{ path: '', message: 'Save less at once.' }] }),
    }),
  );
  await list.getByRole('link', { name: /Next lamp check/ }).click({ button: 'right' });
  await page.getByRole('menuitem', { name: /as a set$/ }).click();
  await expect(page.getByText('Save less at once.')).toBeVisible();
  await page.unroute('**/api/sets/file*');
  await hand.press(hand.button('Add a graphic'));
  const asked = page.waitForEvent('filechooser');
  await hand.press(hand.button('From a file'));
  await (await asked).setFiles({ name: 'ours.zip', mimeType: 'application/zip', buffer: readFileSync(file) });
  await expect(page.getByText(/^The set is in the show/)).toBeVisible();
  counted('a set from its file', 2);
  await expect(list.getByRole('link', { name: /Names 2$/ })).toBeVisible();
  await expect(list.getByRole('link', { name: /Next lamp check 2$/ })).toBeVisible();
});
