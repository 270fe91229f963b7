// What a desk with sixty graphics takes: of a letter that is typed, and of a feed that changes ten times a second.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ask, bareOn, browserOn, lampIn, median, ms, newFolder, p95, pause, ports, row, stop, table, tidy } from './tools.mjs';

const letters = 40;
const changes = 40;

/** ms of the page's main thread since this was last called, in script and in making what is seen of it. */
async function spender(page) {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Performance.enable');
  let last = null;
  return async () => {
    const { metrics } = await devtools.send('Performance.getMetrics');
    const now = Object.fromEntries(metrics.map((one) => [one.name, one.value * 1000]));
    const spent = last && { script: now.ScriptDuration - last.ScriptDuration, all: now.TaskDuration - last.TaskDuration };
    last = now;
    return spent;
  };
}

/** What each letter takes, typed into the field that has the focus. */
async function typed(page) {
  const spent = await spender(page);
  const times = [];
  for (let count = 0; count < letters; count++) {
    await spent();
    await page.keyboard.type('abcdefghij'[count % 10]);
    // The frame after it, and what it sets off at once.
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
    times.push(await spent());
    await pause(60);
  }
  return times.slice(5);
}

const browser = await browserOn();
const bare = await bareOn();
const data = newFolder();
const lamp = await lampIn(data);
const { graphics } = await ask('GET', ports.lamp, '/api/show');
for (let count = graphics.length; count < 60; count++) await ask('POST', ports.lamp, '/api/graphics', { template: 'name' });
await ask('PATCH', ports.lamp, '/api/feeds/cloth', { revision: 9e15, every: 100 });

const open = async (address) => {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(address);
  return page;
};
const floor = await open(`http://127.0.0.1:${ports.floor}/`);
await floor.evaluate(() => document.body.appendChild(document.createElement('textarea')).focus());
const desk = await open(`http://127.0.0.1:${ports.lamp}/`);
await desk.getByRole('button', { name: 'Edit the words of Names' }).click({ force: true });
await desk.getByRole('textbox', { name: 'Name', exact: true }).click();
await pause(1500);

const line = (what, ours, bareTimes, part) => {
  const [one, other] = [ours.map((time) => time[part]), bareTimes.map((time) => time[part])];
  // A bare field has no script that a ratio could be told of.
  const ratio = part === 'script' ? '' : (median(one) / median(other)).toFixed(1);
  row(what, `${ms(median(one))} (${ms(p95(one))})`, `${ms(median(other))} (${ms(p95(other))})`, ratio);
};
table('A letter typed on a desk with sixty graphics, median (95 %)', 'of the main thread', 'words of a graphic', 'floor: a bare text field', 'ratio');
const [inWords, inBare] = [await typed(desk), await typed(floor)];
line('script', inWords, inBare, 'script');
line('all', inWords, inBare, 'all');

table('A feed that changes ten times a second, a desk with sixty graphics open', 'of the main thread', 'a change', 'floor: as long with no change', '');
const spent = await spender(desk);
const whileIt = async (work) => {
  await spent();
  for (let count = 0; count < changes; count++) {
    work(count);
    await pause(100);
  }
  return spent();
};
const [still, fed] = [await whileIt(() => undefined), await whileIt((count) => writeFileSync(join(data, 'demo', 'on-the-cloth.txt'), `Moth number ${count}\n`))];
row('script', ms(fed.script / changes), ms(still.script / changes), '');
row('all', ms(fed.all / changes), ms(still.all / changes), '');

await browser.close();
await stop(lamp);
await stop(bare);
tidy();
