import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, visit } from './sideLamp';

declare global {
  interface Window {
    /** What React drew anew since this was emptied: the graphic of a switch, or what else it is about. */
    drawn: string[];
  }
}

/** React tells each of its commits to whoever sits here: the parts that it drew anew are marked. */
function watchReact(): void {
  interface Fiber {
    tag: number;
    flags: number;
    child: Fiber | null;
    sibling: Fiber | null;
    alternate: Fiber | null;
    stateNode: unknown;
  }
  window.drawn = [];
  const [func, forwarded, memo, simpleMemo, host] = [0, 11, 14, 15, 5];
  const performedWork = 1;
  const placeOf = (fiber: Fiber): string => {
    let at: Fiber | null = fiber;
    while (at && at.tag !== host) at = at.child;
    const element = at?.stateNode as Element | undefined;
    if (!element) return '';
    const around = element.closest('[data-press]') ?? element.querySelector('[data-press]');
    if (around) return `switch ${around.getAttribute('data-press')}`;
    const near = element.closest('[data-lit]')?.querySelector('[data-press]');
    if (near) return `switch ${near.getAttribute('data-press')}`;
    return element.closest('section,aside,header,nav')?.getAttribute('aria-label') ?? element.tagName;
  };
  const walk = (now: Fiber, before: Fiber | null): void => {
    const isPart = [func, forwarded, memo, simpleMemo].includes(now.tag);
    if (isPart && (!before || now.flags & performedWork)) window.drawn.push(placeOf(now));
    // What hangs below and is the very same was not looked at.
    if (before && now.child === before.child) return;
    for (let child = now.child; child; child = child.sibling) walk(child, child.alternate);
  };
  const hook = {
    supportsFiber: true,
    inject: () => 1,
    onCommitFiberRoot: (_: number, root: { current: Fiber }) => walk(root.current, root.current.alternate),
    onPostCommitFiberRoot: () => undefined,
    onCommitFiberUnmount: () => undefined,
    checkDCE: () => undefined,
  };
  Object.assign(window, { __REACT_DEVTOOLS_GLOBAL_HOOK__: hook });
}

test(
  'with sixty graphics a feed that changes draws anew what shows it and nothing else, and the shelf makes what is in sight',
  { tag: '@alone' },
  async ({ page, lamp }) => {
    const ask = (method: string, path: string, data?: object) =>
      page.request.fetch(lamp.url + path, { method, data, headers: { origin: lamp.url } });
    const { graphics } = (await (await ask('GET', '/api/show')).json()) as { graphics: unknown[] };
    for (let count = graphics.length; count < 60; count++)
      expect((await ask('POST', '/api/graphics', { template: 'name' })).ok()).toBe(true);
    await ask('PATCH', '/api/feeds/cloth', { revision: 9e15, every: 100 });
    await page.addInitScript(watchReact);
    await page.goto(lamp.url);
    await expect(page.locator('[data-lit]')).toHaveCount(60);
    // A feed that is read for the first time is news for the top line.
    await expect(page.getByText('10 feeds fresh')).toBeVisible();
    // What comes after the first page is there by now.
    await expect(page.getByRole('slider', { name: 'Loudness of all sounds' })).toBeVisible();
    await expect(page.getByText('no alerts')).toBeVisible();
    const file = join(lamp.data, 'demo', 'on-the-cloth.txt');
    const change = async (count: number): Promise<void> => {
      writeFileSync(file, `Moth number ${count}\n`);
      await expect(page.locator('[data-press=moth]')).toContainText(`Moth number ${count} `);
    };
    await change(100);
    await page.evaluate(() => (window.drawn = []));
    for (let count = 1; count <= 10; count++) await change(count);
    const drawn = new Set(await page.evaluate(() => window.drawn));
    expect(drawn).toContain('switch moth');
    // Timers count meanwhile; and a menu that is not open has no place.
    const counts = ['Timers', 'switch ends', 'switch check', 'switch on-for', 'switch soon', ''];
    expect([...drawn].filter((one) => one !== 'switch moth' && !counts.includes(one))).toEqual([]);

    await visit(page, `${lamp.url}/graphics`);
    await page.getByRole('button', { name: 'Add a graphic' }).click();
    const shelf = page.getByRole('list', { name: 'Templates' });
    await expect(shelf.getByRole('img').first()).toBeVisible();
    expect(await shelf.getByRole('listitem').count()).toBe(58);
    expect(await shelf.getByRole('img').count()).toBeLessThan(20);
  },
);
