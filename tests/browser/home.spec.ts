import { seriousFindings } from './axe';
import { Hand } from './hand';
import { readCode } from './readCode';
import { expect, send, test, visit } from './sideLamp';

const empty = test.extend({ options: ['--empty'] });

empty('task: from an empty show to a name on air, in ten presses', async ({ page, output, lamp }) => {
  const hand = new Hand(page);
  await page.goto(lamp.url);
  await hand.press(page.getByRole('radio', { name: /^Talk/ }));
  await hand.press(hand.button('Next'));
  await hand.type(page.getByLabel('Your name'), 'Odalys Thrupp');
  await hand.type(page.getByLabel('What your show is called'), 'The Lantern Cloth');
  await hand.press('Enter');
  await hand.press(hand.button('Colours of Harbour'));
  await hand.press(hand.button('Make my show'));
  // The output page is open already: the sign says so by itself.
  await expect(page.getByText('Your output page is open and listening.')).toBeVisible();
  await hand.press(hand.button('Next'));
  await hand.press(hand.button('Light Name'));
  await expect(page.getByRole('heading', { name: 'You are on air' })).toBeVisible();
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  await expect(output.getByText('what they do')).toHaveCount(0);
  await expect(output.locator('[data-node="plate/plate"] > div').first()).toHaveCSS(
    'background-color',
    'rgb(13, 34, 56)',
  );
  await hand.press(hand.button('Go to the desk'));
  expect(hand.presses).toBe(10);

  // Its key is there, and so are the timers of the set.
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible();
  await page.keyboard.press('1');
  await expect(output.getByText('Odalys Thrupp')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Timers' })).toContainText('Starting soon');
  // Nothing else is lit without being marked as a sample.
  await expect(hand.button(/^Topic/).first()).toContainText('sample words');
});

test('tasks on a full desk: find, open a seat, a page by its key, a card among two hundred, lock', async ({
  page,
  lamp,
}) => {
  const show = (await (await fetch(`${lamp.url}/api/show`)).json()) as {
    graphics: unknown[];
    templates: { id: string }[];
  };
  const templates = ['name', 'caption', 'label', 'score', 'notice', 'table', 'agenda', 'quote', 'topic', 'flip'];
  for (let at = show.graphics.length; at < 60; at++)
    await send(lamp, 'POST', '/api/graphics', { template: templates[at % templates.length], name: `Extra ${at}` });
  const cards = Array.from({ length: 200 }, (_, at) => ({
    words: { name: `${'ABCDEFGHKL'[at % 10]}wyn Guest ${at + 1}`, role: 'from the lane' },
  }));
  await send(lamp, 'PATCH', '/api/graphics/names', { revision: 9e15, cards });
  await page.goto(lamp.url);
  const hand = new Hand(page);
  const map = page.locator('[data-map]');

  // A seat that holds more than fits says how many, and opens; what is pressed there is lit.
  await hand.press(hand.button(/ more in Lower left$/));
  const rest = page.getByRole('dialog', { name: 'All of Lower left' });
  await hand.press(rest.getByRole('button', { name: /^Extra 31\./ }));
  await expect(rest.getByRole('button', { name: /^Extra 31, on air/ })).toBeVisible();
  await hand.press('Escape');
  expect(hand.presses).toBe(3);

  // Found by a word that it says, and pressed by keys alone.
  hand.presses = 0;
  await hand.press('Control+f');
  await page.keyboard.type('elephant');
  await expect(page.getByText('2 found')).toBeVisible();
  await hand.press('Enter');
  await expect(map.getByRole('button', { name: /^Moth in view/ })).toBeFocused();
  await hand.press('Enter');
  await expect(map.getByRole('button', { name: /^Moth in view, on air/ })).toBeVisible();
  expect(hand.presses).toBe(3);
  await page.getByLabel('Find a switch').press('Escape');
  await expect(page.getByLabel('Find a switch')).toHaveCount(0);

  // A page of the desk: made of what is lit, filled, given a key, and come back to by it. What is lit stays in sight.
  hand.presses = 0;
  await hand.press(hand.button(/^Make a page of the desk/));
  const editor = page.getByRole('dialog', { name: /^Page/ });
  await hand.type(editor.getByLabel('Name', { exact: true }), 'Moths');
  await hand.type(editor.getByLabel('Key'), 'u');
  await hand.press(editor.getByLabel('Garden readings'));
  await hand.press(hand.button('Done', editor));
  expect(hand.presses).toBe(5);
  await expect(map.getByRole('button', { name: /^Species quote/ })).toHaveCount(0);
  await expect(map.getByRole('button', { name: /^Garden readings/ })).toBeVisible();
  await page.keyboard.press('Alt+w');
  await expect(map.getByRole('button', { name: /^Species quote/ })).toBeVisible();
  await page.keyboard.press('3');
  await page.keyboard.press('u');
  await expect(map.getByRole('button', { name: /^Species quote/ })).toHaveCount(0);
  await expect(map.getByRole('button', { name: /^Lamp is on, on air/ })).toBeVisible();
  await page.keyboard.press('Alt+w');

  // One of two hundred cards, by its first letter and some of its words.
  hand.presses = 0;
  await page.getByRole('button', { name: 'Edit the words of Names' }).focus();
  await hand.press('Enter');
  await hand.press(page.getByRole('group', { name: 'First letters' }).getByRole('button', { name: 'C', exact: true }));
  await hand.type(page.getByLabel('Find a card'), '143');
  await hand.press('Enter');
  await expect(page.getByRole('button', { name: '143 Cwyn Guest 143' })).toHaveAttribute('aria-pressed', 'true');
  expect(hand.presses).toBe(4);

  // From the desk, without leaving it: seat and place, seen by eye; its menu has what its page has.
  hand.presses = 0;
  await hand.press(hand.button('Outfit, picture, place and key'));
  const tools = page.getByRole('dialog', { name: /of Names$/ });
  await hand.press(hand.button('Move it right', tools));
  await hand.type(tools.getByLabel('Key'), 'a');
  await page.keyboard.press('Tab');
  const graphic = async () =>
    (
      (await (await fetch(`${lamp.url}/api/show`)).json()) as {
        graphics: { id: string; key: string; place: { x: number } }[];
      }
    ).graphics.find(({ id }) => id === 'names')!;
  await expect.poll(async () => [(await graphic()).key, (await graphic()).place.x]).toEqual(['a', 10]);
  await hand.press(hand.button('Outfit, picture, place and key'));
  expect(hand.presses).toBe(4);

  // Locked, no stray press lights anything; Lights out still works.
  await hand.press('Alt+k');
  await page.keyboard.press('5');
  await expect(page.getByText('This window is locked: nothing was pressed.')).toBeVisible();
  await map.getByRole('button', { name: /^Species quote/ }).click();
  await expect(map.getByRole('button', { name: /^Species quote, on air/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Lights out' }).click();
  await expect(map.locator('[data-lit="true"]')).toHaveCount(0);
  await page.getByRole('main').getByRole('button', { name: 'Unlock' }).click();
  await page.keyboard.press('5');
  await expect(map.getByRole('button', { name: /^Species quote, on air/ })).toBeVisible();
});

test('task: what was deleted yesterday is back in three presses, with a picture, and an older edit is undone alone', async ({
  page,
  lamp,
}) => {
  await send(lamp, 'PATCH', '/api/graphics/moth', { revision: 9e15, name: 'Moths' });
  await send(lamp, 'DELETE', '/api/graphics/names', {});
  await page.goto(`${lamp.url}/graphics`);
  const hand = new Hand(page);
  await hand.press(page.getByRole('link', { name: 'History and bin' }));
  await expect(page.getByRole('img', { name: 'Names, as it looked' }).getByText('Odalys Thrupp')).toBeVisible();
  await hand.press(hand.button('Bring back Names'));
  await expect(page.getByText('The bin is empty.')).toBeVisible();
  await hand.press(hand.button('Undo Moths: name'));
  expect(hand.presses).toBe(3);
  await expect(page.getByText('Nothing has been edited yet.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: /^Names, on air/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Moth in view/ })).toBeVisible();
});

test('task: on a phone two presses light and darken, and nothing lies beside the window', async ({ page, lamp }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(lamp.url);
  const hand = new Hand(page);
  await hand.press(hand.button(/^Names\./));
  await expect(page.getByRole('list', { name: 'On air now' }).getByRole('button')).toBeInViewport();
  await expect(hand.button('Lights out')).toBeInViewport({ ratio: 1 });
  await hand.press(hand.button('Lights out'));
  await expect(page.locator('[data-lit="true"]')).toHaveCount(0);
  expect(hand.presses).toBe(2);
  // What opens beside its button elsewhere has no room beside it here.
  await page.getByRole('button', { name: 'Edit the words of Names' }).click();
  await page.getByRole('button', { name: 'Outfit, picture, place and key' }).click();
  await expect(page.getByRole('dialog')).toBeInViewport({ ratio: 0.9 });
  await page.keyboard.press('Escape');
  for (const place of ['', 'graphics', 'feeds', 'timers', 'chat', 'brand', 'outputs', 'history', 'alerts', 'labels']) {
    await visit(page, `${lamp.url}/${place}`);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth), place).toBeLessThanOrEqual(390);
  }
  // On an upright tablet nothing lies under its neighbour.
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.getByRole('button', { name: 'Fresh session' }).click({ trial: true });
});

test('task: a phone is let in from Outputs, lights, steps and darkens, is locked for the pocket, and is turned away', async ({
  page,
  browser,
  lamp,
  output,
}) => {
  await page.goto(`${lamp.url}/outputs`);
  const hand = new Hand(page);
  const remote = page.getByRole('region', { name: 'Phone remote' });
  await expect(remote.getByText('not encrypted')).toBeHidden();
  await hand.press(remote.getByLabel('Open to the local network'));
  await expect(remote.getByText('not encrypted')).toBeVisible();
  await hand.press(remote.getByRole('button', { name: 'Let a phone in' }));
  expect(hand.presses).toBe(2);
  const digits = await page.getByLabel('The digits', { exact: true }).innerText();
  // What a phone's camera reads, by a reader that is not ours: the address and the digits.
  const read = await readCode(page.getByRole('img', { name: /for the phone’s camera/ }));
  expect(read).toMatch(new RegExp(`^http://[\\d.]+:\\d+/#${digits.replace(' ', '')}$`));
  const { port } = (await (await page.request.get(`${lamp.url}/api/network`)).json()) as { port: number };

  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const phone = await context.newPage();
  const thumb = new Hand(phone);
  await phone.goto(`http://127.0.0.1:${port}/`);
  await phone.getByLabel('The six digits').fill('000 000' === digits ? '111111' : '000000');
  await thumb.press(thumb.button('Let this device in'));
  await expect(phone.getByRole('alert')).toContainText('4 tries are left');
  await expect(page.getByText('4 tries left')).toBeVisible();
  // The camera's way: the digits stand there already, and in no history.
  await phone.goto('about:blank');
  await phone.goto(`http://127.0.0.1:${port}/#${digits.replace(' ', '')}`);
  await phone.getByLabel('What this device is called').fill('Pocket');
  await thumb.press(thumb.button('Let this device in'));
  const names = phone.getByRole('button', { name: /^Names[.,](?!.*next card)/ });
  await expect(names).toBeVisible();
  expect(phone.url()).not.toContain('#');
  await expect(page.getByText('Its remote is open')).toBeVisible();
  await expect(page.getByLabel('The digits', { exact: true })).toBeHidden();

  expect(await seriousFindings(phone)).toEqual([]);

  const before = thumb.presses;
  await thumb.press(names);
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  await expect(phone.getByRole('list', { name: 'On air now' }).getByRole('button', { name: /Names/ })).toBeVisible();
  await thumb.press(phone.getByRole('button', { name: 'Names: next card' }));
  await expect(output.getByText('Benedek Carraway')).toBeVisible();
  await thumb.press(thumb.button('Lock'));
  await expect(phone.getByRole('main')).toHaveAttribute('inert');
  // A brush of a pocket is no hold; Lights out works all the same.
  await thumb.press(thumb.button('Locked. Hold to unlock'));
  await expect(thumb.button('Locked. Hold to unlock')).toBeVisible();
  await thumb.press(thumb.button('Lights out'));
  await expect(phone.getByText('Nothing is on air.')).toBeVisible();
  expect(thumb.presses - before).toBe(5);
  await thumb.button('Locked. Hold to unlock').hover();
  await phone.mouse.down();
  await expect(thumb.button('Lock')).toBeVisible();
  await phone.mouse.up();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

  await page.getByRole('button', { name: 'Turn Pocket away' }).click();
  await page.getByRole('button', { name: 'Turn it away' }).click();
  await expect(phone.getByText('This device is not let in any more.')).toBeVisible();
  await expect(phone.getByLabel('The six digits')).toHaveValue('');
  await context.close();
});

test(
  'help opens at its spot and is searched; a picture of one’s own stands behind graphics; keys reach everything',
  { tag: '@whole' },
  async ({ page, lamp }) => {
    await page.goto(lamp.url);
    const map = page.locator('[data-map]');
    await expect(map.getByRole('button', { name: /^Names\./ })).toBeVisible();
    const hand = new Hand(page);
    // Past the rail and the top line in one press, and down the switches by arrows.
    await hand.press('Tab');
    await expect(page.getByRole('link', { name: 'Skip to the place itself' })).toBeFocused();
    await hand.press('Enter');
    await page.locator('[data-press="names"]').focus();
    await hand.press('ArrowDown');
    await expect(page.locator('[data-press="moth"]')).toBeFocused();
    expect(hand.presses).toBe(3);

    const backdrop = page.getByLabel('Backdrop');
    const chooser = page.waitForEvent('filechooser');
    await backdrop.click();
    await page.getByRole('option', { name: 'backdrop: my picture or video …' }).click();
    await (await chooser).setFiles('../docs/screenshots/output.png');
    const own = page.getByRole('img', { name: 'On air' }).locator('img');
    await expect(own).toHaveAttribute('src', /^blob:/);
    // Kept by this browser, and sent to nobody. It is seen a moment before it is kept.
    await expect
      .poll(() =>
        page.evaluate(async () => {
          if (!(await indexedDB.databases()).some(({ name }) => name === 'sidelamp')) return false;
          return await new Promise((done) => {
            const opened = indexedDB.open('sidelamp');
            opened.onsuccess = () => {
              const found = opened.result.transaction('backdrop').objectStore('backdrop').get('own');
              found.onsuccess = () => done(found.result instanceof Blob);
              opened.result.close();
            };
          });
        }),
      )
      .toBe(true);
    await page.reload();
    await expect(own).toHaveAttribute('src', /^blob:/);
    await backdrop.click();
    await page.getByRole('option', { name: 'backdrop: my camera, live' }).click();
    await expect(page.getByText(/The browser gave no camera/)).toBeVisible();
    await expect(own).toHaveAttribute('src', /^blob:/);
    // Allowed, it runs behind the graphics.
    await page.context().grantPermissions(['camera']);
    await backdrop.click();
    await page.getByRole('option', { name: 'backdrop: my camera, live' }).click();
    const film = page.getByRole('img', { name: 'On air' }).locator('video');
    await expect.poll(() => film.evaluate((one) => (one as HTMLVideoElement).currentTime)).toBeGreaterThan(0);

    await page.getByRole('link', { name: 'Help: Desk' }).click();
    const article = page.getByRole('article');
    await expect(article.getByRole('heading', { name: 'The desk' })).toBeVisible();
    const pictures = article.getByRole('img');
    await expect
      .poll(() => pictures.first().evaluate((one) => (one as HTMLImageElement).naturalWidth))
      .toBeGreaterThan(400);
    await page.getByLabel('Search the help').fill('leaked link');
    await page.getByRole('link', { name: /^A leaked link/ }).click();
    await expect(article.getByRole('heading', { name: 'A leaked link' })).toBeInViewport();
    await page.getByLabel('Search the help').fill('zeppelin');
    await expect(page.getByText('No matches')).toBeVisible();
  },
);
