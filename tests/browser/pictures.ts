import { join } from 'node:path';
import { expect, mortal } from './sideLamp';

const folder = join(import.meta.dirname, '../../docs/screenshots');

mortal('pictures of each main view', async ({ page, output, lamp }) => {
  mortal.setTimeout(240_000);
  const shoot = (name: string) => page.screenshot({ path: join(folder, `${name}.png`) });
  await page.goto(lamp.url);
  await expect(page.getByText('1 output showing')).toBeVisible();
  for (const key of ['1', '3', '6', '8', '9', 'w']) await page.keyboard.press(key);
  await page.getByRole('button', { name: 'Edit the words of Species quote' }).click();
  await expect(page.getByText(/On air 0:0[3-9]/).first()).toBeVisible();
  await shoot('desk');
  await page.getByRole('button', { name: 'Look first', exact: true }).click();
  await page.keyboard.press('d');
  await expect(page.getByRole('img', { name: 'Standby' }).getByText('lamp check')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.request.post(`${lamp.url}/api/adapters`, {
    headers: { origin: lamp.url },
    data: {
      id: 'jar',
      name: 'The tip jar',
      each: '/data',
      takes: {
        type: "{% if it.kind == 'given' %}tip{% endif %}",
        id: '/tx',
        name: '/from/nick',
        amount: '{{ it.cents | divided_by: 100.0 }}',
        words: '/note',
      },
    },
  });
  await page.goto(`${lamp.url}/adapters`);
  await page
    .getByRole('textbox', { name: 'What it sends' })
    .fill(
      JSON.stringify(
        { data: [{ kind: 'given', tx: 8812, from: { nick: 'mossandco' }, cents: 1250, note: 'for the hedgerow' }] },
        null,
        2,
      ),
    );
  await expect(page.getByText('tip 12.50 EUR from mossandco')).toBeVisible();
  await shoot('adapters');
  for (const place of ['brand', 'graphics', 'timers', 'labels', 'outputs']) {
    await page.goto(`${lamp.url}/${place}`);
    await page.waitForLoadState('networkidle');
    await shoot(place);
  }
  // A table that drives graphics: its columns on their fields, its rows as cards; and the same on the desk.
  await page.goto(`${lamp.url}/feeds/guests`);
  await page.waitForLoadState('networkidle');
  await shoot('feed-rows');
  await page.request.patch(`${lamp.url}/api/feeds/gardens`, {
    headers: { origin: lamp.url },
    data: { revision: 9e15, row: { kind: 'turns', every: 20_000 } },
  });
  await page.goto(lamp.url);
  await page.getByRole('button', { name: 'Straight to air' }).click();
  await page.getByRole('button', { name: /^From the guest list\./ }).click();
  await page.getByRole('button', { name: 'Edit the words of From the guest list' }).click();
  await page.getByRole('button', { name: 'From the guest list: next card' }).click();
  await page.waitForTimeout(1200);
  await shoot('desk-rows');
  await page.goto(`${lamp.url}/graphics/names`);
  await page.waitForLoadState('networkidle');
  await shoot('graphics');
  await page.getByRole('link', { name: 'As a table' }).click();
  await page.waitForLoadState('networkidle');
  await shoot('cards');
  await page.goto(`${lamp.url}/graphics/sightings`);
  await expect(page.getByText(/[3-9] in sight/)).toBeVisible({ timeout: 30_000 });
  await page.getByRole('heading', { name: 'Crawl' }).scrollIntoViewIfNeeded();
  await shoot('ticker');
  await page.goto(`${lamp.url}/graphics/quote`);
  await page.getByRole('button', { name: 'Change its template' }).click();
  await page.waitForURL(/workshop/);
  await page.getByRole('button', { name: 'source', exact: true }).click();
  await page.waitForLoadState('networkidle');
  await shoot('workshop');
  await page.goto(`${lamp.url}/graphics`);
  await page.getByRole('button', { name: 'Add a graphic' }).click();
  await page.waitForLoadState('networkidle');
  await shoot('shelf');
  await output.addStyleTag({
    content:
      'html{background:radial-gradient(circle at 62% 42%,#fff1c9 0,#e9cd92 9%,#7d6a45 20%,#27342a 42%,#101a15 80%)!important}',
  });
  await page.goto(`${lamp.url}/alerts/tips`);
  await output.setViewportSize({ width: 1280, height: 720 });
  for (const [kind, data] of [
    ['tip', { name: 'Wren Tansley', amount: 7.5, words: 'for the ivy' }],
    ['follow', { name: 'pipistrelle9' }],
    ['follow', { name: 'Bramble Okafor' }],
    ['gift', { name: 'Corin Fairweather', count: 5 }],
  ] as const)
    await page.request.post(`${lamp.url}/api/events`, { headers: { origin: lamp.url }, data: { kind, data } });
  await expect(page.getByRole('region', { name: 'Turns' }).getByText('Tip: Wren Tansley')).toBeVisible({
    timeout: 30_000,
  });
  await expect(output.getByText('Wren Tansley')).toBeVisible();
  await output.waitForTimeout(1200);
  await output.screenshot({ path: join(folder, 'alert.png') });
  await shoot('alerts');
  await page.goto(`${lamp.url}/confidence`);
  await expect(page.getByRole('checkbox', { name: /Wren/ })).toBeVisible();
  await page.waitForTimeout(1200);
  await shoot('confidence');
  await page.goto(lamp.url);
  await expect(page.getByText('1 output showing')).toBeVisible();
  await page.keyboard.press('k');
  await expect.poll(async () => (await output.getByText('Pim').first().boundingBox())?.y ?? 999).toBeLessThan(380);
  await output.screenshot({ path: join(folder, 'roll.png') });
  await page.keyboard.press('k');
  await expect(page.getByRole('button', { name: /^Thanks, on air/ })).toHaveCount(0);
  await lamp.kill();
  await expect(page.getByRole('alert')).toBeVisible();
  await shoot('desk-away');
  await output.screenshot({ path: join(folder, 'output.png') });
});
