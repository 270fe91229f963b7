import type { BrowserContext, Page } from '@playwright/test';
import { expect, mortal, test, type SideLamp } from './sideLamp';

// What the hand does is what happens, whatever other hands do meanwhile.

const lit = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name}, on air`) });
const quick = (page: Page) => page.getByRole('region', { name: 'Quick words' });
const nameOf = (page: Page) => quick(page).getByLabel('Name', { exact: true });

async function desk(context: BrowserContext, lamp: SideLamp): Promise<Page> {
  const page = await context.newPage();
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: 'Names' }).first()).toBeVisible();
  return page;
}

async function change(lamp: SideLamp, method: string, path: string, body?: object): Promise<void> {
  const answer = await fetch(lamp.url + path, {
    method,
    headers: { 'content-type': 'application/json', origin: lamp.url, 'x-page': 'somebody' },
    body: body && JSON.stringify(body),
  });
  expect(answer.ok, `${method} ${path}: ${await answer.clone().text()}`).toBe(true);
}

const newest = 9_000_000_000_000_000;

test('two desks, one typing: no letter becomes a press, and nothing takes the words away', async ({
  context,
  output,
  lamp,
}) => {
  const [page, other] = [await desk(context, lamp), await desk(context, lamp)];
  await other.keyboard.press('3');
  await expect(output.getByText('The lamp is on')).toBeVisible();
  // The picture of the air is the same elements through all that is told.
  const monitor = page.getByRole('img', { name: 'On air' }).locator('[data-node]').first();
  await monitor.evaluate((node) => node.setAttribute('data-marked', ''));

  await page.getByRole('button', { name: 'Edit the words of Names' }).click();
  await nameOf(page).focus();
  await page.keyboard.press('Control+a');
  for (const [at, letter] of [...'be 48 qz 5'].entries()) {
    // Another desk chooses, lights, darkens, steps, edits the very same graphic and changes the way of working.
    await other.keyboard.press(['4', 'ArrowRight', '2', 'Alt+l', '6', 'Alt+l', '4', 'r', '2', '6'][at]!);
    await change(lamp, 'PATCH', '/api/graphics/names', { revision: newest, name: `Names ${at}` });
    await page.keyboard.type(letter);
  }
  await expect(page.getByRole('button', { name: /^Names 9/ }).first()).toBeVisible();
  await expect(nameOf(page)).toHaveValue('be 48 qz 5');
  await expect(nameOf(page)).toBeFocused();
  await expect(lit(page, 'Species quote')).toHaveCount(0);
  await expect(page.locator('[data-marked]')).toHaveCount(1);

  // Even when the field itself goes under the fingers, what is still typed is no press.
  await expect(lit(page, 'Hollow Lane garden')).toHaveCount(0);
  await change(lamp, 'DELETE', '/api/graphics/names');
  await expect(quick(page)).toHaveCount(0);
  await page.keyboard.type('4485', { delay: 60 });
  await expect(lit(page, 'Hollow Lane garden')).toHaveCount(0);
  await expect(lit(page, 'Species quote')).toHaveCount(0);
});

test('rule 42: what standby shows is what a press lights, and a draft stays through reloading until it is kept or thrown away', async ({
  context,
  output,
  lamp,
}) => {
  const page = await desk(context, lamp);
  await page.getByRole('button', { name: 'Edit the words of Names' }).click();
  await nameOf(page).fill('Odalys, by key');
  await page.getByRole('button', { name: 'Edit the words of Moth in view' }).click();
  await expect(page.getByRole('button', { name: /^Names/ }).first()).toContainText('draft');
  await page.getByRole('link', { name: 'Brand' }).click();
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: /^Names/ }).first()).toContainText('draft');
  // By key, though it was never saved; what was lit is kept.
  await page.keyboard.press('1');
  await expect(output.getByText('Odalys, by key')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Names/ }).first()).not.toContainText('draft');
  await expect(nameOf(page)).toHaveValue('Odalys, by key');
  await page.keyboard.press('1');
  // By the palette; then by Enter, in look first.
  await nameOf(page).fill('Odalys, by name');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('light names');
  // Until it can be seen what it would do, Enter does nothing.
  await expect(page.getByRole('option', { name: /^Light Names/ }).first()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(output.getByText('Odalys, by name')).toBeVisible();
  await lit(page, 'Names').first().click();
  await page.getByRole('button', { name: 'Look first', exact: true }).click();
  await page
    .getByRole('button', { name: /^Names/ })
    .first()
    .click();
  await nameOf(page).fill('Odalys, by Enter');
  await expect(page.getByRole('img', { name: 'Standby' }).getByText('Odalys, by Enter')).toBeVisible();
  await quick(page).getByRole('heading').click();
  await page.keyboard.press('Enter');
  await expect(output.getByText('Odalys, by Enter')).toBeVisible();
  await page.getByRole('button', { name: 'Straight to air', exact: true }).click();
  await lit(page, 'Names').first().click();
  await expect(lit(page, 'Names')).toHaveCount(0);

  // A card that is pressed in the panel is the one whose words stand there.
  await quick(page).getByRole('button', { name: /^2 / }).click();
  await expect(nameOf(page)).toHaveValue('Benedek Carraway');
  await quick(page).getByRole('button', { name: /^1 / }).click();
  await expect(nameOf(page)).toHaveValue('Odalys, by Enter');
  // A letter in a list that is open chooses from the list, and presses nothing; afterwards the keys are presses again.
  await page.getByRole('combobox', { name: 'Backdrop' }).click();
  await page.keyboard.press('b');
  await page.keyboard.press('4');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'On air now' }).getByRole('button')).toHaveCount(0);
  await page.keyboard.press('4');
  await expect(lit(page, 'Hollow Lane garden')).toBeVisible();

  // Words that somebody else has changed since are not overwritten unseen: nothing is lit, and both stand side by side.
  await page.getByRole('button', { name: 'Edit the words of Names' }).click();
  await nameOf(page).fill('Mine');
  await change(lamp, 'PATCH', '/api/graphics/names', { revision: newest, card: 'c1', words: { name: 'Theirs' } });
  await expect(page.getByRole('button', { name: /^Names, in standby. Theirs/ })).toBeVisible();
  await quick(page).getByRole('heading').click();
  await page.keyboard.press('1');
  await expect(quick(page).getByRole('alert')).toContainText('Theirs');
  await expect(lit(page, 'Names')).toHaveCount(0);
  await expect(nameOf(page)).toHaveValue('Mine');
  await quick(page).getByRole('button', { name: 'Use mine' }).click();
  await expect(page.getByRole('button', { name: /^Names, in standby. Mine/ })).toBeVisible();
  await page.keyboard.press('1');
  await expect(output.getByText('Mine')).toBeVisible();
});

mortal(
  'a refused edit stands beside what was kept meanwhile, and while the server is away nothing is sent later',
  async ({ page, lamp }) => {
    await page.goto(`${lamp.url}/graphics/names`);
    const name = page
      .getByRole('complementary', { name: /^About/ })
      .getByLabel('Name', { exact: true })
      .first();
    await expect(name).toHaveValue('Names');
    await page.route('**/api/graphics/names', (route) => setTimeout(() => void route.continue(), 400), { times: 1 });
    await name.fill('Mine');
    await change(lamp, 'PATCH', '/api/graphics/names', { revision: newest, name: 'Theirs' });
    const beside = page.getByRole('dialog', { name: 'Not saved' });
    await expect(beside).toContainText('Theirs');
    await expect(name).toHaveValue('Mine');
    await expect(name).toBeFocused();
    await beside.getByRole('button', { name: 'Use mine' }).click();
    await expect(beside).toHaveCount(0);
    await expect.poll(async () => (await (await fetch(`${lamp.url}/api/show`)).text()).includes('"Mine"')).toBe(true);

    // Numbers go when the field is left, never half typed; Escape brings back what stood.
    const x = page.getByLabel('X, px');
    await x.fill('3');
    await x.press('Escape');
    await expect(x).toHaveValue('0');
    await x.fill('');
    await x.press('Enter');
    await expect(page.getByRole('dialog', { name: 'Not saved' })).toContainText('not a number');
    await x.press('Escape');

    await lamp.kill();
    await expect(page.getByRole('alert')).toContainText('Side Lamp is not answering');
    await name.fill('Typed while it was away');
    await expect(page.getByText('Not saved: Side Lamp is not answering.')).toBeVisible();
    await expect(name).toHaveValue('Typed while it was away');
    await lamp.start();
    await expect(page.getByRole('alert')).toHaveCount(0);
    await expect(page.getByRole('link', { name: /Mine/ })).toBeVisible();
    await beside.getByRole('button', { name: 'Use mine' }).click();
    await expect(page.getByRole('link', { name: /Typed while it was away/ })).toBeVisible();
  },
);

test('a page of another build loads itself anew, once', async ({ context, lamp }) => {
  const [page, output] = [await context.newPage(), await context.newPage()];
  for (const [one, address] of [
    [page, lamp.url],
    [output, await lamp.outputLink()],
  ] as const) {
    let loads = 0;
    one.on('domcontentloaded', () => loads++);
    // Something between keeps the page old for ever.
    await one.addInitScript(() => {
      new MutationObserver(() => document.querySelector('meta[name="build"]')?.setAttribute('content', 'old')).observe(
        document,
        { childList: true, subtree: true },
      );
    });
    await one.goto(address);
    await expect.poll(() => loads).toBe(2);
    await expect.poll(() => one.evaluate(() => sessionStorage.getItem('sidelamp:build'))).toMatch(/^\w{12}$/);
    // It has heard the build once more, and stays.
    await expect(one.locator('main, #canvas').first()).toBeAttached();
    expect(loads).toBe(2);
  }
});

test('a random hand on two desks meets no error, and both show the same in the end', async ({ context, lamp }) => {
  const seed = Number(process.env['SIDELAMP_SEED'] ?? (process.env['CI'] ? 20261127 : Date.now() % 1e9));
  console.log(`seed ${seed}`);
  const random = generator(seed);
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
  const desks = [await desk(context, lamp), await desk(context, lamp)];
  const errors: string[] = [];
  for (const one of desks) {
    one.on('pageerror', (error) => errors.push(error.message));
    // What the server refuses is told by the browser, too.
    one.on('console', (message) => {
      if (message.type() === 'error' && !/status of 4\d\d/.test(message.text())) errors.push(message.text());
    });
  }
  const keys = [...'123456789abcefghijklnopqrstvwxyz-', 'ArrowLeft', 'ArrowRight', 'Enter', 'Escape', 'Alt+l', 'Alt+h'];
  const acts: readonly ((page: Page) => Promise<unknown>)[] = [
    (page) => page.keyboard.press(pick(keys)),
    (page) => page.keyboard.press(pick(keys)),
    (page) => page.keyboard.press(pick(['Shift+Backspace', 'Shift+Enter', 'Control+z'])),
    (page) =>
      page
        .locator('[data-press]')
        .nth(Math.floor(random() * 20))
        .click({ force: true }),
    (page) =>
      page
        .getByRole('button', { name: /^Edit the words of/ })
        .nth(Math.floor(random() * 20))
        .click({ force: true }),
    async (page) => {
      const field = quick(page).getByRole('textbox').first();
      if (!(await field.isVisible()) || !(await field.isEnabled())) return;
      await field.focus();
      await page.keyboard.type(pick(['Pim', '{{ cl', 'a\u202eb', '4', '  ']));
      await page.keyboard.press(pick(['Control+Enter', 'Escape', 'Tab']));
    },
    async (page) => {
      await page.keyboard.press('Control+k');
      await page.keyboard.type(pick(['light', 'next', 'take back', 'hush', 'look', 'live edits', 'pause']));
      await page.keyboard.press('Enter');
      // Where nothing is called that, it stays open.
      await page.keyboard.press('Escape');
    },
    (page) =>
      change(lamp, 'PATCH', '/api/show', { revision: newest, name: `Show ${Math.floor(random() * 99)}` }).then(
        () => page,
      ),
  ];
  for (let act = 0; act < 120; act++) await pick(acts)(pick(desks));
  for (const one of desks) await one.keyboard.press('Escape');
  const onAir = (page: Page) => page.getByRole('list', { name: 'On air now' }).getByRole('button').allInnerTexts();
  await expect
    .poll(async () => JSON.stringify(await onAir(desks[0]!)) === JSON.stringify(await onAir(desks[1]!)))
    .toBe(true);
  expect(errors, `seed ${seed}`).toEqual([]);
});

/** Numbers from 0 to 1, the same for the same seed. */
function generator(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_103_515_245 + 12_345) % 2 ** 31;
    return state / 2 ** 31;
  };
}
