import { join } from 'node:path';
import { expect, test } from './sideLamp';

const folder = join(import.meta.dirname, '../../docs/screenshots');

test('pictures of each main view', async ({ page, output, lamp }) => {
  const shoot = (name: string) => page.screenshot({ path: join(folder, `${name}.png`) });
  await page.goto(lamp.url);
  await expect(page.getByText('1 output showing')).toBeVisible();
  for (const key of ['1', '3', '6', '8', '9', 'w']) await page.keyboard.press(key);
  await page.getByRole('button', { name: 'Edit the words of Species quote' }).click();
  await expect(page.getByText(/On air 0:0[3-9]/).first()).toBeVisible();
  await shoot('desk');
  for (const place of ['brand', 'graphics', 'feeds', 'outputs']) {
    await page.goto(`${lamp.url}/${place}`);
    await page.waitForLoadState('networkidle');
    await shoot(place);
  }
  await page.goto(`${lamp.url}/graphics/names`);
  await page.waitForLoadState('networkidle');
  await shoot('graphics');
  await page.getByRole('link', { name: 'As a table' }).click();
  await page.waitForLoadState('networkidle');
  await shoot('cards');
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
  await output.setViewportSize({ width: 1280, height: 720 });
  await output.screenshot({ path: join(folder, 'output.png') });
});
