import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { makeFilm } from './film';
import { readCode } from './readCode';
import { choose, expect, test, visit } from './sideLamp';

const fonts = resolve(import.meta.dirname, '../../fonts');

test('another brand is opened in one press, used in a second, and on air in a third', async ({
  page,
  output,
  lamp,
}) => {
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: 'Names' }).first()).toBeVisible();
  await page.keyboard.press('1');
  const plate = output.locator('[data-node="plate/plate"] > div');
  await expect(plate).toHaveCSS('background-color', 'rgb(18, 35, 29)');
  await page.getByRole('link', { name: 'Brand' }).click();
  await page.getByRole('button', { name: 'Daylight' }).click();
  // Opened and edited, it is not yet what the show wears.
  await page.getByLabel('Plate: any CSS colour').fill('#fbf6eb');
  const sample = page.getByRole('img', { name: 'Names in this brand' }).locator('[data-node="plate/plate"] > div');
  await expect(sample).toHaveCSS('background-color', 'rgb(251, 246, 235)');
  await expect(page.getByRole('button', { name: 'Lantern night in use' })).toBeVisible();
  await page.getByRole('button', { name: 'Use “Daylight”' }).click();
  await expect(page.getByRole('button', { name: 'Daylight in use' })).toBeVisible();
  await expect(plate).toHaveCSS('background-color', 'rgb(18, 35, 29)');
  await page.getByRole('button', { name: 'Apply to graphics on air' }).click();
  await expect(plate).toHaveCSS('background-color', 'rgb(251, 246, 235)');
  await expect(page.getByRole('button', { name: 'Apply to graphics on air' })).toHaveCount(0);
  // What another desk uses or renames is never what this hand is at: no colour goes to a brand that was not opened.
  const desk = (method: string, path: string, data: object) =>
    page.request.fetch(lamp.url + path, { method, data, headers: { origin: lamp.url } });
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('link', { name: 'Brand' }).click();
  await expect(page.getByLabel('Name of this brand')).toHaveValue('Daylight');
  expect((await desk('PUT', '/api/brands/worn', { name: 'Lantern night', onAir: false })).ok()).toBe(true);
  await expect(page.getByRole('button', { name: 'Lantern night in use' })).toBeVisible();
  await expect(page.getByLabel('Name of this brand')).toHaveValue('Daylight');
  const { brands } = (await (await desk('GET', '/api/show', {})).json()) as { brands: { name: string }[] };
  const brand = { ...brands.find((one) => one.name === 'Daylight'), name: 'Morning' };
  expect((await desk('PATCH', '/api/brands?name=Daylight', { revision: 9e15, brand })).ok()).toBe(true);
  await expect(page.getByText('This brand is gone, or has another name by now.')).toBeVisible();
  await page.getByRole('link', { name: /^To the one in use/ }).click();
  const name = page.getByLabel('Name of this brand');
  await expect(name).toHaveValue('Lantern night');
  // A name is kept in a pause of typing, and the field stays under the fingers; undo brings the name back, and nobody says “gone”.
  await name.fill('Lantern x');
  await expect(page.getByRole('button', { name: 'Lantern x in use' })).toBeVisible();
  await page.keyboard.type('yz');
  await expect(name).toHaveValue('Lantern xyz');
  await expect(page.getByRole('button', { name: 'Lantern xyz in use' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(name).toHaveValue(/^Lantern (night|x)$/);
});

test('a colour that cannot be read is mended in one press', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/brand`);
  await page.getByLabel('Quiet: any CSS colour').fill('darkslategray');
  await page.getByRole('button', { name: /Fix contrast$/ }).click();
  await expect(page.getByRole('button', { name: /Fix contrast$/ })).toHaveCount(0);
  await expect(page.getByLabel('Quiet: any CSS colour')).not.toHaveValue('#2f4f4f');
});

test('a typeface of one’s own is measured and drawn with the same bytes, and a broken one is refused', async ({
  page,
  lamp,
}) => {
  await page.goto(`${lamp.url}/brand`);
  const bring = page.locator('input[accept=".ttf,.otf"]');
  const bytes = readFileSync(`${fonts}/SourceSerif4_700Bold.ttf`);
  await bring.setInputFiles({ name: 'half.ttf', mimeType: 'font/ttf', buffer: bytes.subarray(0, 9000) });
  await expect(page.getByText(/This browser refuses the typeface “half.ttf”/)).toBeVisible();
  await bring.setInputFiles({ name: 'whole.ttf', mimeType: 'font/ttf', buffer: bytes });
  const own = page.getByRole('button', { name: /^Take .* out of this brand$/ });
  await expect(own).toBeVisible();
  const family = /^Take (.*) out/.exec((await own.getAttribute('aria-label'))!)![1]!;
  await choose(page.getByLabel('Headings'), family);
  const line = page.getByRole('img', { name: 'Names in this brand' }).locator('[data-node="name/0"]');
  await expect(line.locator('span').first()).toHaveCSS('font-family', /\.ttf/);
  // The server's width of the line against what this browser makes of it.
  await expect
    .poll(() =>
      line.evaluate((box) => {
        const range = document.createRange();
        range.selectNodeContents(box.firstElementChild!);
        const scale = box.getBoundingClientRect().width / parseFloat(box.style.width);
        return Math.abs(range.getBoundingClientRect().width / scale - parseFloat(box.style.width));
      }),
    )
    .toBeLessThan(0.3);
});

test('a code is read by a reader that is not ours', async ({ page, lamp, output }) => {
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: 'Names' }).first()).toBeVisible();
  await page.keyboard.press('c');
  await expect(output.locator('[data-node="code/code"] path')).toHaveCount(1);
  // Reference: ISO/IEC 18004 as jsqr 1.4 reads it, from the picture, at the size it has on a canvas a third as large.
  await output.setViewportSize({ width: 640, height: 360 });
  await expect.poll(() => readCode(output)).toBe('https://hollow-lane.example/count');
});

test('a video begins anew at each lighting, words over it come at their time, and with its end the graphic leaves', async ({
  page,
  lamp,
  output,
}) => {
  await page.goto(`${lamp.url}/graphics`);
  await page.getByRole('button', { name: 'Add a graphic' }).click();
  await page
    .getByRole('list', { name: 'Templates' })
    .getByRole('button', { name: /^Words on own artwork/ })
    .click();
  await page.waitForURL(/graphics\/g/);
  const made = page.url();
  await page.getByLabel('Title', { exact: true }).fill('Filmed tonight');
  const film = Buffer.from(await page.evaluate(makeFilm));
  await page
    .locator('input[type=file][accept*=".webm"]')
    .setInputFiles({ name: 'film.webm', mimeType: 'video/webm', buffer: film });
  await expect(page.getByRole('button', { name: /^film.webm/ })).toHaveAttribute('aria-pressed', 'true');
  await visit(page, lamp.url);
  const light = page.getByRole('button', { name: /^Words on own artwork/ }).first();
  await light.click();
  const video = output.locator('video');
  await expect(video).toHaveCount(1);
  await expect.poll(() => video.evaluate((film: HTMLVideoElement) => film.currentTime)).toBeGreaterThan(0.3);
  await expect(output.getByText('Filmed tonight')).toBeVisible();
  // Times are the lighting's: the words wait 900 ms, whatever the page does.
  const [start] = await output
    .locator('[data-node="plate"]')
    .evaluate((node) =>
      node
        .firstElementChild!.getAnimations()
        .map(
          (one) => (one.effect as KeyframeEffect).getKeyframes().filter((frame) => Number(frame.opacity) === 0).length,
        ),
    );
  expect(start).toBeGreaterThanOrEqual(2);
  const first = await video.elementHandle();
  await light.click();
  await expect(video).toHaveCount(0);
  await light.click();
  await expect(video).toHaveCount(1);
  expect(await first!.evaluate((film) => film.isConnected)).toBe(false);
  expect(await video.evaluate((film: HTMLVideoElement) => film.currentTime)).toBeLessThan(2);
  await light.click();
  await expect(video).toHaveCount(0);

  await visit(page, made);
  await page.getByRole('checkbox', { name: 'Leaves when its video ends' }).check();
  const told = await page.getByText(/^It plays for/).innerText();
  // Reference: Chromium, which filmed it and wrote no length into it, and knows how long it is once it has been to its end. Told in tenths.
  const shown = page.getByRole('img').locator('video').first();
  const plays = (): Promise<number> =>
    shown.evaluate((one: HTMLVideoElement) => {
      if (!Number.isFinite(one.duration)) one.currentTime = 1e6;
      return one.duration;
    });
  await expect.poll(plays).toBeCloseTo(Number(/[\d.]+/.exec(told)![0]), 0.5);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await visit(page, lamp.url);
  await light.click();
  await expect(light).toContainText('leaves in');
  await expect(video).toHaveCount(1);
  await expect(video).toHaveCount(0);
});

test('a vector animation moves on the output', async ({ page, lamp, output }) => {
  await page.goto(`${lamp.url}/graphics`);
  await page.getByRole('button', { name: 'Add a graphic' }).click();
  await page
    .getByRole('list', { name: 'Templates' })
    .getByRole('button', { name: /^Vector animation/ })
    .click();
  await page.waitForURL(/graphics\/g/);
  await visit(page, lamp.url);
  await page
    .getByRole('button', { name: /^Vector animation/ })
    .first()
    .click();
  const wings = output.locator('[data-node="animation"] svg g').first();
  await expect(wings).toBeAttached();
  const before = await output.locator('[data-node="animation"] svg').innerHTML();
  await expect.poll(() => output.locator('[data-node="animation"] svg').innerHTML()).not.toBe(before);
});

test('the whole shelf plays through by key', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/graphics`);
  await page.getByRole('button', { name: 'Add a graphic' }).click();
  await page.getByLabel('Search the shelf').fill('full frame');
  await page.getByRole('button', { name: /^Play all/ }).click();
  const told = page.getByRole('group', { name: 'Preview' }).getByRole('status');
  await expect(told).toContainText('1 of');
  const first = await told.textContent();
  await page.keyboard.press('ArrowRight');
  await expect(told).toContainText('2 of');
  await page.keyboard.press('ArrowLeft');
  await expect(told).toHaveText(first!);
});

test('a file beside its place is uploaded or told, a damaged one refused, and templates one after another leave the focus to the hand', async ({
  page,
  lamp,
}) => {
  await page.goto(`${lamp.url}/brand`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  // A browser opens what is dropped, unless the page says that it takes it.
  const drop = (name: string, text: string) =>
    page.evaluate(
      ({ name: file, text: body }) => {
        const dataTransfer = new DataTransfer();
        dataTransfer.items.add(
          new File([body], file, { type: file.endsWith('.svg') ? 'image/svg+xml' : 'text/plain' }),
        );
        const event = new DragEvent('drop', { dataTransfer, bubbles: true, cancelable: true });
        document.querySelector('h1')!.dispatchEvent(event);
        return event.defaultPrevented;
      },
      { name, text },
    );
  // What takes files comes a moment after the place itself.
  await expect.poll(() => drop('notes.txt', 'words')).toBe(true);
  await expect(page.getByText(/“notes.txt” was dropped beside its place/)).toBeVisible();
  const square = '<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8"><rect width="8" height="8"/></svg>';
  expect(await drop('square.svg', square)).toBe(true);
  await expect(page.getByText(/“square.svg” is uploaded/)).toBeVisible();
  await visit(page, `${lamp.url}/graphics/names`);
  await expect(page.getByRole('button', { name: 'square.svg' })).toBeVisible();
  // A damaged picture is refused with the reason.
  const picture = readFileSync(resolve(import.meta.dirname, '../../demo/ilse.png'));
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'torn.png', mimeType: 'image/png', buffer: picture.subarray(0, 300) });
  await expect(page.getByText(/The picture “torn.png” is damaged|The file is cut off/)).toBeVisible();

  await page.getByRole('button', { name: 'Add a graphic' }).click();
  await page.getByRole('button', { name: /^Play all/ }).click();
  const stage = page.getByRole('group', { name: 'Preview' });
  await expect(stage).toBeFocused();
  const pause = stage.getByRole('button', { name: 'Pause' });
  await pause.focus();
  // Enter on a button is the button's: nothing is added, and the focus stays through what is drawn anew.
  await page.keyboard.press('Enter');
  await expect(stage.getByRole('button', { name: /^Play all/ })).toBeFocused();
  await stage.getByRole('button', { name: 'Next' }).press('Enter');
  await expect(stage.getByRole('status')).toContainText('2 of 58');
  await expect(stage.getByRole('button', { name: 'Next' })).toBeFocused();
});
