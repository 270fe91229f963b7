import { join } from 'node:path';
import type { APIResponse, Page } from '@playwright/test';
import { expect, mortal } from './sideLamp';

const folder = join(import.meta.dirname, '../../docs/screenshots');

mortal.use({ outputSize: 'whole' });

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
  for (const place of ['brand', 'graphics', 'timers', 'labels', 'outputs']) {
    await page.goto(`${lamp.url}/${place}`);
    await page.waitForLoadState('networkidle');
    await shoot(place);
  }
  // A table that drives graphics: its columns on their fields, its rows as cards; and the same on the desk.
  await page.goto(`${lamp.url}/feeds/guests`);
  await page.waitForLoadState('networkidle');
  await shoot('feed-rows');
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
  await shoot('alerts');
  await page.goto(`${lamp.url}/confidence`);
  await expect(page.getByRole('checkbox', { name: /Wren/ })).toBeVisible();
  await page.waitForTimeout(1200);
  await shoot('confidence');
  await chat(page, output, lamp.url, shoot);
  await output.screenshot({ path: join(folder, 'output.png') });
  await atHome(page, lamp.url, shoot);
});

/** The remote, as a phone shows it. */
async function remote(page: Page, ask: Ask, url: string): Promise<void> {
  await ask('PUT', '/api/network', { isOpen: true });
  const { port, code } = (await (await ask('POST', '/api/network/code')).json()) as {
    port: number;
    code: { digits: string };
  };
  await page.goto(`http://127.0.0.1:${port}/#${code.digits}`);
  await page.getByRole('button', { name: 'Let this device in' }).click();
  await expect(page.getByRole('button', { name: 'Names: next card' })).toBeVisible();
  await page.waitForLoadState('networkidle');
  await page.screenshot({ path: join(folder, 'remote.png') });
  await ask('PUT', '/api/network', { isOpen: false });
  await page.goto(url);
}

type Ask = (method: string, path: string, data?: object) => Promise<APIResponse>;

/** A full desk, the bin, the first five minutes, and the width of a phone. */
async function atHome(page: Page, url: string, shoot: (name: string) => Promise<unknown>): Promise<void> {
  const ask: Ask = (method, path, data = {}) =>
    page.request.fetch(url + path, { method, headers: { origin: url }, data });
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(url);
  await page.waitForLoadState('networkidle');
  await shoot('desk-phone');
  await remote(page, ask, url);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${url}/begin`);
  await page.waitForLoadState('networkidle');
  await shoot('begin');
  const { graphics, templates } = (await (await ask('GET', '/api/show')).json()) as {
    graphics: unknown[];
    templates: { id: string }[];
  };
  for (let at = graphics.length; at < 60; at++)
    await ask('POST', '/api/graphics', { template: templates[at % templates.length]!.id });
  for (const [name, key] of [
    ['Opening', 'a'],
    ['Guests', 'i'],
    ['Break', 'u'],
  ])
    await ask('POST', '/api/desk-pages', { id: '', name, key, graphics: ['names'], cues: [] });
  await page.goto(url);
  await page.getByRole('button', { name: / more in Lower left$/ }).click();
  await page.waitForTimeout(600);
  await shoot('desk-full');
  for (const gone of ['graphics/quote', 'graphics/goal', 'graphics/vote', 'cues/check', 'timers/lamp'])
    await ask('DELETE', `/api/${gone}`);
  await page.goto(`${url}/history`);
  await page.waitForLoadState('networkidle');
  await shoot('history');
}

/** Messages, what goes on screen and a vote: on the page, on the desk and on air. */
async function chat(page: Page, output: Page, url: string, shoot: (name: string) => Promise<unknown>): Promise<void> {
  const ask = (path: string, data: object) => page.request.post(url + path, { headers: { origin: url }, data });
  for (const [no, act] of [
    [10, 'show'],
    [7, 'queue'],
    [13, 'queue'],
  ] as const)
    await ask(`/api/chat/lines/${no}`, { id: `picture ${no}`, act });
  await ask('/api/air', { id: 'pin', verb: 'chat', act: 'pin', no: 13 });
  await page.goto(`${url}/chat`);
  await expect(page.getByRole('region', { name: 'On air from chat' })).toBeVisible();
  await expect(page.getByText(/On air 0:0[2-9]/)).toBeVisible();
  await shoot('chat');
  await page.goto(url);
  // Alerts have had their turn.
  await expect(page.getByText('no alerts')).toBeVisible({ timeout: 60_000 });
  await ask('/api/chat/lines/10', { id: 'picture again', act: 'show' });
  await page.getByRole('button', { name: 'Straight to air' }).click();
  await page.getByTitle('Chat, over standby and words').click();
  await expect(page.getByRole('region', { name: 'Chat', exact: true }).getByRole('log')).toContainText(
    'so quiet out there',
  );
  await page.keyboard.press('v');
  await expect(output.getByText('Which lamp next?')).toBeVisible();
  await page.waitForTimeout(1200);
  await page.keyboard.press('v');
  await expect(page.getByRole('button', { name: /^Lamp vote, on air/ })).toHaveCount(0);
}
