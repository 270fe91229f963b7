import { readFileSync } from 'node:fs';
import { choose, expect, send, test, visit } from './sideLamp';

test('a template of one’s own is built from a bundled one, lit, and reaches its graphic at once', async ({
  page,
  output,
  lamp,
}) => {
  await page.goto(`${lamp.url}/graphics/names`);
  await page.getByRole('button', { name: 'Change its template' }).click();
  await page.waitForURL(/workshop\/own-/);
  const address = page.url();
  const easel = page.getByRole('img', { name: 'Easel: the template' });
  const tree = page.getByRole('list', { name: 'Tree of parts' });
  const part = (id: string) => tree.getByRole('button', { name: id, exact: true });
  // Its words followed by name.
  await expect(easel.getByText('Odalys Thrupp')).toBeVisible();

  await part('lines').click();
  await page.getByRole('button', { name: 'Part', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Mark' }).click();
  await expect(part('mark')).toBeVisible();
  await expect(easel.locator('[data-node="mark"]')).toBeAttached();
  await page.getByLabel('Width in px').fill('240');
  await page.keyboard.press('Enter');
  await expect(easel.locator('[data-node="mark"]')).toHaveCSS('width', '240px');
  // Further back: drawn, and set out, before its neighbours.
  await page.getByRole('button', { name: 'Further back' }).click();
  await page.getByRole('button', { name: 'Further back' }).click();
  await expect
    .poll(() =>
      tree
        .getByRole('button', { pressed: true })
        .or(part('name'))
        .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label'))),
    )
    .toEqual(['mark', 'name']);

  // An arrival of its own, held at its beginning by the scrub bar.
  await choose(page.getByLabel('Arrival'), 'own keys');
  await page.getByLabel('Key 1: x').fill('-300');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Key 1: x')).toHaveValue('-300');
  await page.getByRole('slider', { name: 'The motion, in ms from the press' }).focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('0 ms from the press')).toBeVisible();
  await expect
    .poll(() =>
      easel
        .locator('[data-node="mark"]')
        .evaluate((node) =>
          node.getAnimations().map((one) => (one.effect as KeyframeEffect).getKeyframes()[0]!.transform),
        ),
    )
    .toEqual([expect.stringContaining('translate(-300px, 0px)')]);
  await page.getByRole('button', { name: 'At rest' }).click();

  await page.getByRole('button', { name: 'second line shows' }).click();
  await expect(easel.locator('[data-node="role"]')).toHaveCount(0);

  // What was wrong is told, and nothing is lost.
  await visit(page, lamp.url);
  await page.getByRole('button', { name: /^Names[.,]/ }).click();
  await expect(output.locator('[data-node="mark"]')).toBeAttached();
  await expect(output.locator('[data-node="role"]')).toHaveCount(0);

  // While it is lit, the template changes what is prepared, and a push brings it to air (rule 27).
  await visit(page, address);
  await part('mark').click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(part('mark')).toHaveCount(0);
  await expect(output.locator('[data-node="mark"]')).toBeAttached();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(part('mark')).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(part('mark')).toHaveCount(0);
  // A copy is what is worked on next.
  await part('plate').click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(part('plate 2')).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(part('plate 2')).toHaveCount(0);
  // It goes to a file, and a show takes it in from there; what is no template is refused, with the reason.
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const file = await (await saving).path();
  await page.getByRole('link', { name: 'Back to Names' }).click();
  await page.getByRole('button', { name: 'Push' }).click();
  await expect(output.locator('[data-node="mark"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Add a graphic' }).click();
  const [picking] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'From a file' }).click(),
  ]);
  await picking.setFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from('{"name": 7}') });
  await expect(page.getByText(/This is not a template that Side Lamp can read. At \/format: /)).toBeVisible();
  const [again] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'From a file' }).click(),
  ]);
  await again.setFiles({ name: 'mine.zip', mimeType: 'application/zip', buffer: readFileSync(file) });
  await page.waitForURL(/graphics\/g/);
  await expect(page.getByRole('img', { name: /^Easel/ }).locator('[data-node="plate/plate"]')).toBeVisible();
});

/** What waits for something that happens elsewhere. */
function gate(): { open(): void; passed: Promise<void> } {
  let open!: () => void;
  const passed = new Promise<void>((done) => (open = done));
  return { open, passed };
}

test('parts are drawn to one another in a free layer', async ({ page, lamp }) => {
  await page.goto(`${lamp.url}/graphics/names`);
  await page.getByRole('button', { name: 'Change its template' }).click();
  await page.waitForURL(/workshop\/own-/);
  const id = page.url().split('/').at(-1)!;
  interface Part {
    id: string;
    at?: [number, number];
    parts?: Part[];
  }
  const source = async (part: string): Promise<Part | undefined> => {
    const { source: text } = (await (await fetch(`${lamp.url}/api/templates/${id}/source`)).json()) as {
      source: string;
    };
    const all = (one: Part): Part[] => [one, ...(one.parts ?? []).flatMap(all)];
    return all((JSON.parse(text) as { root: Part }).root).find((one) => one.id === part);
  };
  const tree = page.getByRole('list', { name: 'Tree of parts' });
  const part = (name: string) => tree.getByRole('button', { name, exact: true });

  // In a free layer a part is dragged until an edge of another holds it, or nudged.
  await part('everything').click();
  for (const kind of ['Free layer', 'Mark']) {
    await page.getByRole('button', { name: 'Part', exact: true }).click();
    await page.getByRole('menuitem', { name: kind }).click();
  }
  await part('free').click();
  await page.getByRole('button', { name: 'Part', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Words' }).click();
  const handle = page.getByRole('application', { name: /^Place of text/ });
  await handle.focus();
  // An answer that was asked for before the next key takes nothing of that back.
  const [asked, late, answered] = [gate(), gate(), gate()];
  await page.route(
    '**/source',
    async (route) => {
      const response = await route.fetch();
      asked.open();
      await late.passed;
      await route.fulfill({ response });
      answered.open();
    },
    { times: 1 },
  );
  await page.keyboard.press('Shift+ArrowRight');
  await asked.passed;
  await page.keyboard.press('Shift+ArrowDown');
  late.open();
  await answered.passed;
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await source('text'))?.at).toEqual([11, 10]);
  const easel = (await page.getByRole('img', { name: 'Easel: the template' }).boundingBox())!;
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  // A little short of the mark's right edge.
  await page.mouse.move(box.x + 5 + ((80 - 11 - 1.5) * easel.width) / 1920, box.y + 5, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => (await source('text'))?.at?.[0]).toBe(80);

  // Where the brand mirrors it, right is still where the hand moves it: its numbers count from the other side.
  const { brand } = (await (await fetch(`${lamp.url}/api/show`)).json()) as { brand: { name: string } };
  await send(lamp, 'PATCH', `/api/brands?name=${brand.name}`, { revision: 9e15, brand: { ...brand, mirrors: true } });
  await send(lamp, 'PATCH', '/api/graphics/names', { revision: 9e15, words: { name: 'שלום', role: 'שלום' } });
  await expect(page.getByRole('img', { name: 'Easel: the template' }).getByText('שלום').first()).toBeVisible();
  const before = (await handle.boundingBox())!.x;
  await handle.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await source('text'))?.at?.[0]).toBe(70);
  await expect.poll(async () => (await handle.boundingBox())!.x).toBeGreaterThan(before);
});
