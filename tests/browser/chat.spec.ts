import { Client } from 'irc-framework';
import { choose, expect, send, test, type SideLamp, visit } from './sideLamp';

// A real second client (irc-framework, from npm) talks to the stand-in, as a viewer and as a moderator would.

interface Said {
  nick: string;
  message: string;
  tags: Record<string, string>;
}

/** Somebody in the chat's channel, by a client that is none of ours. */
async function join(lamp: SideLamp, nick: string): Promise<{ client: Client; heard: Said[] }> {
  const client = new Client();
  const heard: Said[] = [];
  client.on('message', (event: Said) => heard.push(event));
  client.connect({
    host: '127.0.0.1',
    port: Number(new URL(lamp.web).port),
    nick,
    username: nick,
    gecos: nick,
    auto_reconnect: false,
    ping_interval: 0,
  });
  await new Promise<void>((done) => client.on('registered', () => done()));
  client.join('#lantern-cloth');
  await new Promise<void>((done) => client.on('join', () => done()));
  return { client, heard };
}

test('a question is picked, shown and taken back on air; a vote is run; commands wait; nothing moves under the pointer', async ({
  page,
  output,
  lamp,
}) => {
  await page.goto(`${lamp.url}/chat`);
  const list = page.getByRole('log', { name: 'What came in' });
  await expect(list.getByRole('listitem')).toHaveCount(14);
  await expect(page.getByRole('button', { name: '1 channel' })).toBeVisible();
  const wren = await join(lamp, 'wren');
  const moderator = await join(lamp, 'ferrywren');

  // A question comes, is shown with one press, and is marked.
  wren.client.say('#lantern-cloth', 'how many: legs has a moth?');
  const line = list.getByRole('listitem').filter({ hasText: 'how many: legs has a moth?' });
  await expect(line).toContainText('question');
  await line.hover();
  await line.getByRole('button', { name: 'Show what wren wrote' }).click();
  await expect(output.getByText('how many: legs has a moth?')).toBeVisible();
  await expect(page.getByRole('region', { name: 'On air from chat' })).toContainText('how many: legs has a moth?');
  await expect(line).toContainText('shown');

  // While the pointer is on the list nothing in it moves: what comes is told.
  const before = await line.boundingBox();
  wren.client.say('#lantern-cloth', 'and eyes?');
  await expect(page.getByRole('button', { name: '1 new' })).toBeVisible();
  expect(await line.boundingBox()).toEqual(before);
  await page.getByRole('button', { name: '1 new' }).click();
  await expect(list.getByText('and eyes?')).toBeVisible();

  // A moderator takes it back while it is on air.
  await expect.poll(() => moderator.heard.length).toBeGreaterThan(1);
  const id = moderator.heard.find((one) => one.message.startsWith('how many'))!.tags['msgid']!;
  moderator.client.raw('REDACT', '#lantern-cloth', id);
  await expect(output.getByText('how many: legs has a moth?')).toHaveCount(0);
  await expect(list.getByText('how many: legs has a moth?')).toHaveCount(0);
  await expect(list.getByText('taken back')).toBeVisible();

  // Lists of their own have what came before, as it is now.
  await page.getByRole('button', { name: /^Questions/ }).click();
  await expect(list).toContainText('Why a white cloth');
  await expect(list).toContainText('and eyes?');
  await expect(list.getByRole('listitem').filter({ hasText: 'wren' })).toHaveCount(1);
  await page.getByRole('button', { name: /^Shown/ }).click();
  await expect(list.getByRole('listitem')).toContainText(['taken back']);
  await page.getByRole('button', { name: 'Everything' }).click();

  // Two wait, in the order of the hand; Enter shows the next one.
  for (const words of ['and eyes?', 'what is the little grey one top left?']) {
    const one = list.getByRole('listitem').filter({ hasText: words });
    await one.hover();
    await one.getByRole('button', { name: /next up$/ }).click();
  }
  const next = page.getByRole('region', { name: 'Next up' });
  await expect(next.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('heading', { name: 'Goes on screen' }).click();
  await page.keyboard.press('Enter');
  await expect(output.getByText('and eyes?')).toBeVisible();
  await page.getByRole('button', { name: 'Take it off' }).click();
  await expect(output.getByText('and eyes?')).toHaveCount(0);

  // A vote: bars are live, a tie is said.
  const vote = page.getByRole('region', { name: 'Which lamp next?' });
  await vote.getByRole('button', { name: 'Open the vote Which lamp next?' }).click();
  await expect(vote).toContainText('closes in');
  wren.client.say('#lantern-cloth', 'A');
  await expect(vote).toContainText('1 person');
  moderator.client.say('#lantern-cloth', '2');
  wren.client.say('#lantern-cloth', 'a!');
  await expect(vote).toContainText('2 people');
  await expect(vote.getByText('50 %')).toHaveCount(2);
  await vote.getByRole('button', { name: 'Close now' }).click();
  await expect(vote).toContainText('closed, a tie: A warm = B blue');

  // What a line would do, and why not; a command is next for five seconds, and is dropped.
  await page.getByRole('button', { name: 'Try a line' }).click();
  await page.getByRole('textbox', { name: 'Somebody writes' }).fill('!guess heart and dart');
  await page.getByRole('button', { name: 'What would it do?' }).click();
  await expect(page.getByRole('list', { name: 'What it would do' })).toContainText(
    'Guess the species, with “heart and dart”',
  );
  await page.keyboard.press('Escape');
  // Its words are put into a field by one choice.
  await page.getByRole('button', { name: 'Set up Guess the species' }).click();
  const settings = page.getByRole('dialog', { name: 'About Guess the species' });
  await choose(settings.getByLabel('Show them in'), 'Latest follower: Value');
  await expect(settings).toContainText('Shown by Latest follower');
  await page.keyboard.press('Escape');
  // The page shows an edit at once: what is asked past the page waits until it is kept.
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await send(lamp, 'POST', '/api/air', { id: 'guesses', verb: 'light', graphic: 'follower' });
  wren.client.say('#lantern-cloth', '!guess a dusky sallow');
  await expect(output.getByText('a dusky sallow')).toBeVisible();
  // It waits long enough for a slow hand.
  await send(lamp, 'PATCH', '/api/chat-commands/guess', { revision: 9e15, waits: 60_000 });
  moderator.client.say('#lantern-cloth', '!guess a rosy footman');
  await page.getByRole('button', { name: 'Drop “Guess the species” of ferrywren' }).click();
  await expect(page.getByRole('list', { name: 'Commands that come' })).toHaveCount(0);
  await send(lamp, 'POST', '/api/air', { id: 'guessed', verb: 'dark', graphic: 'follower' });

  // What viewers try is words, wherever it is shown.
  await send(lamp, 'POST', '/api/air', { id: 'clear', verb: 'chat', act: 'clear' });
  await expect(next.getByRole('listitem')).toHaveCount(0);
  await send(lamp, 'PATCH', '/api/show', {
    revision: 9e15,
    neverShow: { words: ['hollow lane'], act: 'mask' },
  });
  for (const [at, nasty] of [
    '<img src=x onerror=window.ran=1> {{ timers.ends }} {% include "x" %}',
    '\u202eempty h\u043ell\u043ew  lane \u202c'.replace('  ', ' '),
    'z' + '\u0300\u0301\u0302\u0303\u0304\u0305'.repeat(8) + 'algo ' + '🦋'.repeat(30),
  ].entries()) {
    wren.client.say('#lantern-cloth', `${nasty} ${at}?`);
    const one = list
      .getByRole('listitem')
      .filter({ hasText: `${at}?` })
      .last();
    await expect(one).toBeVisible();
    await one.hover();
    await one.getByRole('button', { name: 'More for what wren wrote' }).click();
    await page.getByRole('menuitem', { name: /^Next up$/ }).click();
    await page.getByRole('heading', { name: 'Goes on screen' }).click();
    await expect(next.getByRole('listitem')).toHaveCount(1);
    await page.getByRole('button', { name: 'Show next' }).click();
    await expect(page.getByRole('region', { name: 'On air from chat' })).toContainText(`${at}?`);
  }
  await expect(output.getByText('algo', { exact: false }).first()).toBeVisible();
  for (const one of [page, output]) {
    expect(await one.evaluate(() => (window as unknown as { ran?: number }).ran)).toBeUndefined();
    await expect(one.getByText(/h[oо]ll[oо]w lane/)).toHaveCount(0);
  }

  // On the desk: a drawer over standby and words, never over the map or what is on air; and all of it is cleared.
  await visit(page, lamp.url);
  await page.getByTitle('Chat, over standby and words').click();
  const drawer = page.getByRole('region', { name: 'Chat', exact: true });
  await expect(drawer.getByRole('log')).toContainText('and eyes?');
  const [over, air, map] = await Promise.all([
    drawer.boundingBox(),
    page.getByRole('img', { name: 'On air' }).boundingBox(),
    page.getByRole('region', { name: 'Upper right' }).boundingBox(),
  ]);
  expect(over!.y).toBeGreaterThanOrEqual(air!.y + air!.height);
  expect(over!.x).toBeGreaterThanOrEqual(map!.x + map!.width);
  expect(over!.y + over!.height).toBeGreaterThan(780);
  await drawer.getByRole('button', { name: 'Clear what the audience sent' }).click();
  await expect(output.getByText('algo', { exact: false })).toHaveCount(0);
  await expect(drawer.getByText(/What the audience sends waits/)).toBeVisible();
  await drawer.getByRole('button', { name: 'Let it come' }).click();

  // Where messages come by themselves, each is next for a while: one key drops it, and what is left to come comes.
  const { chatRules } = (await (await fetch(`${lamp.url}/api/show`)).json()) as { chatRules: object };
  await send(lamp, 'PATCH', '/api/show', { revision: 9e15, chatRules: { ...chatRules, byItself: true } });
  await send(lamp, 'POST', '/api/air', { id: 'none waits', verb: 'chat', act: 'clear' });
  const glance = page.getByTitle('Chat, over standby and words');
  wren.client.say('#lantern-cloth', 'nothing that anybody wants to see');
  await expect(glance).toContainText(/wren.*in \d s/);
  await page.keyboard.press('Alt+d');
  await expect(glance).not.toContainText('wren');
  wren.client.say('#lantern-cloth', 'it comes by itself');
  await expect(output.getByText('it comes by itself')).toBeVisible();
  await expect(output.getByText('nothing that anybody wants to see')).toHaveCount(0);
  await drawer.getByRole('button', { name: 'Shut chat' }).click();
  await expect(drawer).toHaveCount(0);
  wren.client.quit();
  moderator.client.quit();
});
