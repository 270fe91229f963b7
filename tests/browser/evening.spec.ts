import { renameSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, mortal, test, visit } from './sideLamp';

const lit = (page: Page, name: string) => page.getByRole('button', { name: `${name}, on air` });
/** What a caption shows, without the words that are fading out of it. */
const caption = (page: Page) => page.locator('[data-node^="text/"] > div:not([aria-hidden])');

mortal(
  'from a typed name to the picture, through a saved file and a power cut, to dark again',
  async ({ page, output, lamp }) => {
    await page.goto(lamp.url);
    await page.getByRole('button', { name: 'Edit the words of Names' }).click();
    const words = page.getByRole('region', { name: 'Quick words' });
    await words.getByLabel('Name', { exact: true }).fill('Odalys B. Thrupp');
    // Standby shows what is typed before it is kept.
    await expect(page.getByRole('img', { name: 'Standby' }).getByText('Odalys B. Thrupp')).toBeVisible();
    await expect(output.getByText('Odalys')).toHaveCount(0);
    // However slow the server is over the words, the press that follows them does not overtake them.
    await page.route('**/api/graphics/names', (route) => setTimeout(() => void route.continue(), 500), { times: 1 });
    await page.keyboard.press('Control+Enter');
    await expect(words.getByRole('button', { name: 'Save' })).toBeDisabled();

    await page.getByRole('button', { name: 'Names, in standby' }).click();
    await expect(lit(page, 'Names')).toBeVisible();
    const name = output.getByText('Odalys B. Thrupp', { exact: true });
    await expect(name).toBeVisible();
    await expect(output.locator('[data-node="name/0"]')).toHaveText('Odalys B. Thrupp');
    await settled(output);
    // EBU R 95: graphics safe is 5 % from each edge.
    const [box, frame] = [(await name.boundingBox())!, output.viewportSize()!];
    expect(box.x).toBeGreaterThanOrEqual(frame.width * 0.05);
    expect(box.y + box.height).toBeLessThanOrEqual(frame.height * 0.95);

    // A caption from a file: only its words change when the file is saved.
    await page.getByRole('button', { name: /^Lamp is on/ }).click();
    await page.getByRole('button', { name: /^Moth in view/ }).click();
    await expect(output.getByText(/On the cloth: Elephant/)).toBeVisible();
    await settled(output);
    const still = await output.locator('[data-node="pill"]').boundingBox();
    await output.evaluate(() => {
      const moved: string[] = [];
      Object.assign(window, { moved });
      new MutationObserver((changes) => {
        for (const change of changes) {
          const node = change.target.parentElement?.closest<HTMLElement>('[data-node]')?.dataset.node;
          if (node) moved.push(node);
        }
      }).observe(document.getElementById('canvas')!, {
        subtree: true,
        childList: true,
        attributes: true,
      });
    });
    writeFileSync(`${lamp.clothFile}.half`, 'Merveille du jour\n');
    renameSync(`${lamp.clothFile}.half`, lamp.clothFile);
    await expect(caption(output).getByText(/Merveille/)).toBeVisible();
    expect(await output.locator('[data-node="pill"]').boundingBox()).toEqual(still);
    const moved = await output.evaluate(() => (window as unknown as { moved: string[] }).moved);
    expect(moved.filter((node) => node === 'pill' || node === 'lamp')).toEqual([]);

    // A power cut: the page holds what it shows, and the lit stays lit.
    await lamp.kill();
    await expect(page.getByRole('alert')).toContainText('Side Lamp is not answering');
    await expect(caption(output).getByText(/Merveille/)).toBeVisible();
    await page.getByRole('button', { name: 'Lamp is on, on air' }).first().click();
    await expect(page.getByText(/Not sent: Side Lamp is not answering/)).toBeVisible();
    const kept = await output.locator('[data-node="pill"]').elementHandle();
    await lamp.start();
    await expect(page.getByRole('alert')).toHaveCount(0);
    await expect(lit(page, 'Moth in view')).toBeVisible();
    // The very same element: nothing was drawn anew, nothing played again.
    expect(await kept!.evaluate((element) => element.isConnected)).toBe(true);

    await lit(page, 'Moth in view').click();
    await lit(page, 'Lamp is on').click();
    await expect(output.locator('[data-node]')).toHaveCount(0);
    await expect(page.getByRole('button', { name: /on air/ })).toHaveCount(0);
  },
);

/** What viewers may be called, and write: design note 9, and what is known to break pages (common practice). */
const hostile = [
  '<script>window.pwned = 1</script>',
  '<img src=x onerror="window.pwned=1">',
  '"><svg onload=window.pwned=1>',
  "');window.pwned=1;//",
  'javascript:window.pwned=1',
  '{{ labels.top_tip }} {% for a in (1..9) %}x{% endfor %}',
  '*bold* _slanted_ `code`',
  '\u202Edrawkcab\u202C \u2066isolate',
  'Z\u0351\u036B\u0343\u036A\u0302\u036Balgo'.repeat(8),
  '\u{1F98B}'.repeat(80),
  '\u{1F469}\u200D\u{1F469}\u200D\u{1F467}'.repeat(30),
  'مرحبا '.repeat(18),
  '\u0000\u0007\u200B\uFEFF\uFFFE',
  'W'.repeat(5000),
  '\u{E0041}\u{E0042}tagged',
  '</div></body></html><style>*{display:none}</style>',
];

test('whatever viewers are called or write, alerts show it as words within the frame, and go on', async ({
  page,
  output,
  lamp,
}) => {
  const origin = { headers: { origin: lamp.url } };
  await page.goto(lamp.url);
  const door = (await (await page.request.post(`${lamp.url}/api/event-door`, origin)).json()) as { key: string };
  await page.request.patch(`${lamp.url}/api/show`, {
    ...origin,
    data: { revision: 9e15, alertPace: { look: 0, lookAtWords: 0, gap: 0 } },
  });
  const frame = output.viewportSize()!;
  for (const [at, name] of [...hostile, 'Wren Tansley'].entries()) {
    const amount = (7 + at / 100).toFixed(2);
    const sent = await page.request.post(`${lamp.url}/events`, {
      headers: { authorization: `Bearer ${door.key}`, 'content-type': 'application/cloudevents+json' },
      data: JSON.stringify({
        specversion: '1.0',
        id: `h${at}`,
        source: '/hostile',
        type: 'tip',
        data: { name, words: name, amount },
      }),
    });
    expect(sent.ok(), await sent.text()).toBe(true);
    await expect(output.getByText(at === 0 ? '7 EUR' : `${amount} EUR`)).toBeVisible();
    for (const box of await output.locator('[data-node]').evaluateAll((nodes) =>
      nodes.map((node) => {
        const { x, y, width, height } = node.getBoundingClientRect();
        return { x, y, width, height };
      }),
    )) {
      expect(box.x, name).toBeGreaterThanOrEqual(0);
      expect(box.y, name).toBeGreaterThanOrEqual(0);
      expect(box.x + box.width, name).toBeLessThanOrEqual(frame.width);
      expect(box.y + box.height, name).toBeLessThanOrEqual(frame.height);
    }
    await page.keyboard.press('Alt+s');
    await expect(output.getByText(`${amount} EUR`)).toHaveCount(0);
  }
  for (const seen of [page, output]) {
    expect(await seen.evaluate(() => (window as unknown as { pwned?: number }).pwned)).toBeUndefined();
    await expect(seen.locator('body script:not([src]), img[src="x"], svg[onload], body style')).toHaveCount(0);
  }
});

test('keys press switches, lights out takes all and lights back brings it again', async ({ page, output, lamp }) => {
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: 'Names' }).first()).toBeVisible();
  await page.keyboard.press('1');
  await page.keyboard.press('3');
  await expect(output.getByText('The lamp is on')).toBeVisible();
  await page.getByRole('button', { name: 'Lights out' }).click();
  await expect(output.locator('[data-node]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Lights back' }).click();
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  await expect(output.getByText('The lamp is on')).toBeVisible();
  // The same by key, and the next card of what is chosen.
  await page.keyboard.press('Shift+Backspace');
  await expect(output.locator('[data-node]')).toHaveCount(0);
  await page.keyboard.press('Shift+Enter');
  await expect(output.getByText('The lamp is on')).toBeVisible();
  await page.getByRole('button', { name: 'Edit the words of Names' }).click();
  await expect(page.getByRole('region', { name: 'Quick words' })).toContainText('Names');
  await page.keyboard.press('ArrowRight');
  await expect(output.getByText('Benedek Carraway')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  // A key typed into a field is a letter, never a press.
  await page.getByRole('region', { name: 'Quick words' }).getByLabel('Line below', { exact: true }).press('3');
  await expect(lit(page, 'Lamp is on')).toBeVisible();
});

test('look first loads standby and Enter lights it; edits of what is lit wait for a push', async ({
  page,
  output,
  lamp,
}) => {
  await page.goto(lamp.url);
  await page.getByRole('button', { name: 'Look first', exact: true }).click();
  await page.keyboard.press('1');
  await expect(page.getByRole('img', { name: 'Standby' }).getByText('Odalys Thrupp')).toBeVisible();
  await expect(output.locator('[data-node]')).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();

  // Enter means what was pressed last, however slow the way to the server is.
  await page.route('**/api/standby', async (route) => {
    await new Promise((done) => setTimeout(done, 400));
    await route.continue();
  });
  await page.keyboard.press('4');
  await page.keyboard.press('Enter');
  await expect(lit(page, 'Hollow Lane garden')).toBeVisible();
  await expect(lit(page, 'Names').first()).toBeVisible();

  await visit(page, `${lamp.url}/graphics/names`);
  await page.getByLabel('Line below', { exact: true }).fill('keeper of the lamp');
  await expect(page.getByText('On air as it was before your edit.')).toBeVisible();
  await expect(output.getByText('garden moth recorder')).toBeVisible();
  await page.getByRole('button', { name: 'Push' }).click();
  await expect(output.getByText('keeper of the lamp')).toBeVisible();
});

test('rule 34: the desk says when nobody can see what is lit, and an output that comes late joins silently', async ({
  page,
  browser,
  lamp,
}) => {
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: 'Names' }).first()).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByRole('alert')).toContainText('Nobody can see this');
  await expect(page.getByText(/Unseen 0:0[2-9]/)).toBeVisible();
  // Before the link is opened for the first time, the air can be cleared.
  await page.getByRole('link', { name: 'Outputs' }).click();
  await page.getByRole('button', { name: 'Clear the air first' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Lights back' }).click();
  await expect(page.getByText('One graphic is lit and appears there as soon as the link is opened.')).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  const context = await browser.newContext({ viewport: { width: 960, height: 540 } });
  const output = await context.newPage();
  await output.goto(await lamp.outputLink());
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  expect(await output.evaluate(() => document.getAnimations().length)).toBe(0);
  await expect(page.getByText('1 output showing')).toBeVisible();
  await expect(page.getByText(/On air 0:\d\d/)).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await context.close();
});

mortal(
  'a server that is stuck is as unmistakable as one that is gone, and no press is done late',
  { tag: '@alone' },
  async ({ page, output, lamp }) => {
    await page.goto(lamp.url);
    await expect(page.getByText('1 output showing')).toBeVisible();
    const seat = await page.getByRole('region', { name: 'Lower left' }).boundingBox();
    lamp.freeze();
    await page.keyboard.press('1');
    // At once on the desk, taken back when nobody confirms it.
    await expect(lit(page, 'Names')).toHaveCount(0);
    await expect(page.getByRole('button', { name: /^Names[.,]/ })).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByText(/Not known yet whether it was done/)).toBeVisible();
    await expect(page.getByRole('button', { name: /^Names[.,]/ })).toHaveAttribute('aria-pressed', 'false');
    await expect(page.getByRole('alert')).toContainText('Side Lamp is not answering');
    // What is said moves nothing: a switch never slips away from under the finger.
    expect(await page.getByRole('region', { name: 'Lower left' }).boundingBox()).toEqual(seat);
    lamp.thaw();
    await expect(page.getByRole('alert')).toHaveCount(0);
    await page.keyboard.press('3');
    await expect(output.getByText('The lamp is on')).toBeVisible();
    await expect(lit(page, 'Names')).toHaveCount(0);
    await expect(output.getByText('Odalys Thrupp')).toHaveCount(0);
  },
);

mortal(
  'a page opened while the server is away is empty, and connects when it comes',
  async ({ browser, lamp, page }) => {
    const context = await browser.newContext();
    const link = await lamp.outputLink();
    const first = await context.newPage();
    await first.goto(link);
    // Its very first visit is enough.
    await first.evaluate(() => navigator.serviceWorker.ready);
    await first.close();
    await lamp.kill();
    const output = await context.newPage();
    await output.goto(link);
    await expect(output.locator('#canvas')).toBeAttached();
    await lamp.start();
    await page.goto(lamp.url);
    await expect(page.getByText('1 output showing')).toBeVisible();
    await page.keyboard.press('1');
    await expect(output.getByText('Odalys Thrupp')).toBeVisible();
    await context.close();
  },
);

test('a new link makes the old page dark at once', async ({ page, output, lamp }) => {
  await page.goto(lamp.url);
  await expect(page.getByRole('button', { name: 'Names' }).first()).toBeVisible();
  await page.keyboard.press('1');
  await expect(output.getByText('Odalys Thrupp')).toBeVisible();
  await page.getByRole('link', { name: 'Outputs' }).click();
  await expect(page.getByText('960 × 540 px')).toBeVisible();
  await page.getByRole('button', { name: /Make a new link/ }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Make a new link' }).click();
  await expect(output.locator('[data-node]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Copy the link' }).click();
  const link = await lamp.outputLink();
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toBe(link);
});

/** Waits until nothing moves but what moves for as long as it is lit. */
async function settled(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    document.getAnimations().every((animation) => animation.effect?.getComputedTiming().iterations === Infinity),
  );
}
