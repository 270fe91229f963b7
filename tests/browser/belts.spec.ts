import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Locator } from '@playwright/test';
import { arrowUpTo, expect, send, test, type SideLamp, visit } from './sideLamp';
import { FramePage, shiftOf } from './frames';

test.use({ outputSize: 'whole' });

let presses = 0;
const press = (lamp: SideLamp, verb: string, graphic: string) =>
  send(lamp, 'POST', '/api/air', { verb, graphic, id: `belts ${presses++}` });

const rates = { '30': [30, 1], '50': [50, 1], '59.94': [60_000, 1001], '60': [60, 1] } as const;
const px = 3;

const box = async (lines: Locator, line: number) =>
  (await lines.getByRole('button', { name: `Move line ${line}`, exact: true }).boundingBox())!;

// Source: the frames that Chromium itself draws, one by one.
test('each frame of a crawl is the one before it, moved by whole px, at every rate of a show', async ({ lamp }) => {
  await send(lamp, 'PATCH', '/api/graphics/sightings', { revision: 9e15, belt: { px } });
  // The last page does not draw the show's frames: its steps are as even as they can be, and still whole.
  const pages = ['30', '50', '59.94', '60', '60 on 50'].map((name) => {
    const [show = '', page = show] = name.split(' on ');
    const perSecond = (rate: string) => rates[rate as '60'][0] / rates[rate as '60'][1];
    return { name, rate: rates[show as '60'], own: perSecond(page), step: (px * perSecond(show)) / perSecond(page) };
  });
  for (const { name, rate, own, step } of pages) {
    const canvas = { width: 640, height: 240, rate: { numerator: rate[0], denominator: rate[1] } };
    await send(lamp, 'PATCH', '/api/show', { revision: 9e15, canvas });
    const page = await FramePage.open(await lamp.outputLink(), own, canvas.width, canvas.height);
    await page.until('document.getElementById("canvas")?.style.width === "640px"');
    // What was lit before is gone: each begins anew.
    await page.until('document.querySelectorAll("[data-item]").length === 0');
    await press(lamp, 'light', 'sightings');
    await page.until('document.querySelectorAll("[data-item]").length > 3');
    // From here on nothing but its own time tells the page where items stand.
    await page.goDeaf();
    const shifts: (number | null)[] = [];
    await page.until('document.querySelector("[data-item]").getBoundingClientRect().left < 420');
    let before = await page.frame();
    for (let frame = 0; frame < 20; frame++) {
      const after = await page.frame();
      shifts.push(shiftOf(before, after, { x: 300, y: 214, w: 320, h: 13 }, 12));
      before = after;
    }
    await page.close();
    await press(lamp, 'dark', 'sightings');
    const allowed = [Math.floor(step + 1e-9), Math.ceil(step - 1e-9)];
    const wrong = shifts.filter((one) => one === null || !allowed.includes(one));
    expect(wrong, `${name}: ${shifts.join(' ')}`).toEqual([]);
  }
});

test(
  'a strip is run as the streamer would: paused, hurried, an item taken off, new rows, a last pass',
  { tag: '@alone' },
  async ({ page, output, lamp }) => {
    const csv = join(lamp.data, 'demo/sightings.csv');
    const sheet = (...species: string[]) =>
      writeFileSync(csv, ['time,species,count,seen by', ...species.map((one) => `22:10,${one},1,Pim`)].join('\n'));
    sheet('Elephant hawk-moth', 'Brimstone', 'Old lady');
    // Of its items only those of the sightings: the gardens' do not come into this.
    const line = '{% for row in sightings.rows %}{{ row.species }}\n{% endfor %}';
    await send(lamp, 'PATCH', '/api/graphics/sightings', {
      revision: 9e15,
      words: { line },
      nextKey: 'u',
      belt: { px: 6 },
    });
    await page.goto(lamp.url);
    await expect(page.getByRole('button', { name: /^Sightings\. / })).toBeVisible();
    await page.keyboard.press('w');
    const strip = page.getByRole('button', { name: /^Sightings, on air/ });
    await expect(strip).toBeVisible();
    const place = async (words: string) => (await output.getByText(words).first().boundingBox())?.x ?? 9999;
    await expect.poll(() => place('Elephant hawk-moth')).toBeLessThan(1500);

    // Paused, all stands where it is; the next one comes by its key, and it stands again.
    await page.getByRole('button', { name: 'Pause Sightings' }).click();
    const stands = async () => {
      const before = await place('Elephant hawk-moth');
      // What moves has moved by the next frame but one.
      await output.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
      return before === (await place('Elephant hawk-moth'));
    };
    await expect.poll(stands).toBe(true);
    const still = await place('Elephant hawk-moth');
    await page.keyboard.press('u');
    await expect.poll(() => place('Elephant hawk-moth')).toBeLessThan(still - 100);
    await expect.poll(stands).toBe(true);

    // What a feed adds comes at the edge, and nothing in sight has moved for it.
    const seen = await place('Elephant hawk-moth');
    sheet('Poplar grey', 'Elephant hawk-moth', 'Brimstone', 'Old lady');
    await visit(page, `${lamp.url}/graphics/sightings`);
    const items = page.getByRole('region', { name: 'Items' });
    await expect(items.getByText('Poplar grey').first()).toBeVisible();
    expect(await place('Elephant hawk-moth')).toBe(seen);

    // Taken off air it is gone at once, and its place stays empty.
    await items.getByRole('button', { name: 'Take “Elephant hawk-moth” off air' }).first().click();
    await expect(output.getByText('Elephant hawk-moth').first()).toBeHidden();
    await items.getByRole('button', { name: 'Show “Poplar grey” next' }).first().click();
    await items.getByRole('button', { name: 'Go on' }).click();
    await expect.poll(() => place('Poplar grey')).toBeLessThan(1700);

    // Words that are code are words.
    sheet('<img src=x onerror=alert(1)>', 'Old lady');
    await expect(items.getByText('<img src=x onerror=alert(1)>').first()).toBeVisible();
    await expect.poll(() => place('<img src=x')).toBeLessThan(1900);

    // Once more, and then it leaves by itself.
    await page.getByLabel('Passes').fill('1');
    await page.getByLabel('Passes').press('Enter');
    await expect(page.getByText(/^Takes \d:\d\d, then it leaves by itself/)).toBeVisible();
    // Fast: nobody needs to read it here.
    await send(lamp, 'PATCH', '/api/graphics/sightings', { revision: 9e15, belt: { px: 24, rounds: 1 } });
    await expect(page.getByText(/^Takes 0:0\d, then it leaves by itself/)).toBeVisible();
    await page.getByRole('button', { name: 'Push' }).click();
    await expect(items.getByRole('button', { name: 'Play it here' })).toBeVisible({ timeout: 40_000 });
    await expect(output.locator('[data-item]')).toHaveCount(0);
    await items.getByRole('button', { name: 'Play it here' }).click();
    await expect(items.getByRole('button', { name: 'Stop' })).toBeVisible();

    // Its items line by line: one is typed, Enter begins the next, and one is moved by keys.
    await send(lamp, 'PATCH', '/api/graphics/sightings', { revision: 9e15, words: { line: 'Old lady\nBrimstone' } });
    await page.getByRole('button', { name: /line by line$/ }).click();
    const lines = page.getByRole('dialog');
    await lines.getByLabel('Line 1', { exact: true }).fill('Poplar grey');
    await page.keyboard.press('Enter');
    await expect(lines.getByLabel('Line 2', { exact: true })).toBeFocused();
    await page.keyboard.type('Peach blossom');
    const handle = lines.getByRole('button', { name: 'Move line 3', exact: true });
    await handle.focus();
    await page.keyboard.press('Space');
    // Until it is known where it is, the arrows move nothing.
    await expect(page.getByText('Over place 3 of 3.')).toBeAttached();
    await arrowUpTo(page, 'Over place 2 of 3.');
    await page.keyboard.press('Space');
    await expect(lines.getByLabel('Line 2', { exact: true })).toHaveValue('Brimstone');
    await lines.getByRole('button', { name: 'Remove line 1', exact: true }).click();
    // Pasted from a sheet they are as many as it has, and those out of sight are not drawn; the mouse moves one, too.
    const words = Array.from({ length: 250 }, (_, at) => `Moth ${at + 1}`).join('\r\n');
    await lines.getByRole('button', { name: 'Add a line' }).click();
    await expect(lines.getByLabel('Line 3', { exact: true })).toBeFocused();
    await page.evaluate((text) => navigator.clipboard.writeText(text), words);
    await page.keyboard.press('Control+v');
    await expect(lines.getByText('· 252 lines')).toBeVisible();
    await expect(lines.getByLabel('Line 3', { exact: true })).toHaveValue('Moth 1');
    expect(await lines.getByRole('listitem').count()).toBeLessThan(60);
    const [third, first] = [await box(lines, 3), await box(lines, 1)];
    await page.mouse.move(third.x + 5, third.y + 5);
    await page.mouse.down();
    await page.mouse.move(third.x + 5, third.y - 15);
    await page.mouse.move(first.x + 5, first.y + 5);
    await expect(page.getByText('Over place 1 of 252.')).toBeAttached();
    await page.mouse.up();
    await expect(lines.getByLabel('Line 1', { exact: true })).toHaveValue('Moth 1');
    await lines.getByRole('button', { name: 'Done' }).click();
    await expect(items.getByText('252 items')).toBeVisible();
    await expect(items.getByRole('listitem').first()).toHaveText('Moth 1');
  },
);
