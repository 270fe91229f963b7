// From a press to the painted frame, against a bare WebSocket push to the same browser; and how the press grows with the show.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const { chromium } = createRequire(join(root, 'web/package.json'))('playwright');
const presses = 30;
const agent = new Agent({ keepAlive: true });

/** One request on a kept connection; its answer. */
function ask(method, port, path, body) {
  return new Promise((done, failed) => {
    const text = body === undefined ? '' : typeof body === 'string' ? body : JSON.stringify(body);
    const headers = {
      origin: `http://127.0.0.1:${port}`,
      'content-type': 'application/json',
      'content-length': Buffer.byteLength(text),
    };
    const asking = request({ agent, method, host: '127.0.0.1', port, path, headers }, (answer) => {
      const parts = [];
      answer.on('data', (part) => parts.push(part));
      answer.on('end', () => {
        const said = Buffer.concat(parts).toString();
        if (answer.statusCode >= 300) failed(new Error(`${method} ${path}: ${answer.statusCode} ${said}`));
        else done(said ? JSON.parse(said) : null);
      });
    });
    asking.on('error', failed);
    asking.end(text);
  });
}

function start(command, args, ready) {
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'inherit'] });
  return new Promise((done, failed) => {
    child.stdout.on('data', (text) => text.includes(ready) && done(child));
    child.on('exit', (code) => failed(new Error(`${command} ended with ${code}`)));
  });
}

function stop(child) {
  child.removeAllListeners('exit');
  return new Promise((done) => {
    child.on('exit', done);
    child.kill('SIGKILL');
  });
}

const median = (all) => [...all].sort((one, other) => one - other)[Math.floor(all.length / 2)];
const p95 = (all) => [...all].sort((one, other) => one - other)[Math.floor(all.length * 0.95)];
const ms = (value) => `${value.toFixed(1)} ms`;
const row = (...cells) => console.log(`| ${cells.join(' | ')} |`);

/** Notes the time of the frame after the first change of the canvas since it was armed: by then it is painted. */
function watch() {
  let tell = () => undefined;
  new MutationObserver(() => {
    const now = tell;
    requestAnimationFrame(() => setTimeout(() => now(performance.timeOrigin + performance.now())));
  }).observe(document.getElementById('canvas'), { childList: true, subtree: true });
  window.arm = () => {
    window.painted = new Promise((done) => (tell = done));
  };
}

/** ms from each press to the last page's painted frame. */
async function pressed(pages, press) {
  const times = [];
  for (let count = 0; count < presses; count++) {
    // Everything at rest, and not in step with the frames.
    await new Promise((done) => setTimeout(done, 1100 + Math.random() * 40));
    await Promise.all(pages.map((page) => page.evaluate(() => window.arm())));
    const at = performance.timeOrigin + performance.now();
    await press(count);
    const painted = await Promise.all(pages.map((page) => page.evaluate(() => window.painted)));
    times.push(Math.max(...painted) - at);
  }
  return times.slice(5);
}

async function openPages(browser, count, address) {
  const pages = [];
  for (let at = 0; at < count; at++) {
    const page = await (await browser.newContext({ viewport: { width: 640, height: 360 } })).newPage();
    await page.goto(address);
    await page.waitForTimeout(500);
    await page.evaluate(watch);
    pages.push(page);
  }
  return pages;
}

const close = (pages) => Promise.all(pages.map((page) => page.context().close()));

let id = 0;
const air = (port, verb, graphic) => ask('POST', port, '/api/air', { id: `bench-${id++}`, verb, graphic });
const ids = { floor: 7391, lamp: 7392 };
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
});
const bare = await start('dotnet', [join(root, 'bench/SideLamp.Bench/bin/Release/net10.0/sidelamp-bench.dll'), 'push', String(ids.floor)], 'ready');
const folders = [];
async function lampOn(...options) {
  const data = mkdtempSync(join(tmpdir(), 'sidelamp-bench-'));
  folders.push(data);
  return start(join(root, 'sidelamp'), ['serve', '--data', data, '--port', String(ids.lamp), '--still', ...options], 'Stop with');
}

// `node bench/press.mjs growth` measures the growth alone; so with `frame` and `first`.
const wished = (part) => !process.argv[2] || process.argv[2] === part;

console.log('\n## From a press to the painted frame\n');
row('outputs', 'Side Lamp, median (95 %)', 'floor: bare push, median (95 %)', 'ratio');
row('---', '---', '---', '---');
for (const count of wished('frame') ? [1, 10] : []) {
  const bareNow = await openPages(browser, count, `http://127.0.0.1:${ids.floor}/`);
  const floor = await pressed(bareNow, (at) => ask('POST', ids.floor, '/press', `press ${at}`));
  await close(bareNow);
  const lamp = await lampOn();
  const token = (await ask('GET', ids.lamp, '/api/show')).outputs[0].token;
  const outputs = await openPages(browser, count, `http://127.0.0.1:${ids.lamp}/out/#${token}`);
  const times = await pressed(outputs, (at) => air(ids.lamp, 'light', at % 2 ? 'place' : 'to-see'));
  await close(outputs);
  await stop(lamp);
  row(count, `${ms(median(times))} (${ms(p95(times))})`, `${ms(median(floor))} (${ms(p95(floor))})`, (median(times) / median(floor)).toFixed(2));
}

console.log('\n## How a press grows with the show (a desk and an output open; 100 cards in each graphic)\n');
row('graphics', 'answer of the server, median (95 %)', 'press to painted frame, median', 'against 10 graphics');
row('---', '---', '---', '---');
let ten = null;
for (const count of wished('growth') ? [10, 100, 1000] : []) {
  const lamp = await lampOn('--empty');
  const show = await ask('GET', ids.lamp, '/api/show');
  const made = [];
  // Words of its own for each, or the next graphic of the same template would change nothing to be seen.
  const cardsOf = (graphic) => Array.from({ length: 100 }, (_, at) => ({ words: { name: `Name ${at} of ${graphic}`, role: `role ${at}` } }));
  // At least two in each seat: what is lit already would show no change.
  const seats = ['lower-left', 'upper-left', 'upper-right', 'left', 'right'];
  for (let at = 0; at < count; at++) {
    const { id: graphic } = await ask('POST', ids.lamp, '/api/graphics', { template: 'name', name: `Graphic ${at}` });
    await ask('PATCH', ids.lamp, `/api/graphics/${graphic}`, { revision: 1e15, cards: cardsOf(at), seat: seats[at % seats.length] });
    made.push(graphic);
  }
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await desk.goto(`http://127.0.0.1:${ids.lamp}/`);
  await desk.getByRole('button', { name: 'Graphic 0', exact: true }).waitFor({ timeout: 60_000 });
  const outputs = await openPages(browser, 1, `http://127.0.0.1:${ids.lamp}/out/#${show.outputs[0].token}`);
  const answers = [];
  const times = await pressed(outputs, async (at) => {
    const from = performance.now();
    await air(ids.lamp, 'light', made[(at * 7) % made.length]);
    answers.push(performance.now() - from);
  });
  ten ??= median(answers);
  row(count, `${ms(median(answers))} (${ms(p95(answers))})`, ms(median(times)), (median(answers) / ten).toFixed(2));
  await close(outputs);
  await desk.context().close();
  await stop(lamp);
}

console.log('\n## The first press of a run, 2 s after its start\n');
row('first press, median of five runs', 'floor: the twentieth', 'ratio');
row('---', '---', '---');
const [first, twentieth] = [[], []];
for (let run = 0; run < (wished('first') ? 5 : 0); run++) {
  const lamp = await lampOn();
  await new Promise((done) => setTimeout(done, 2000));
  // As a desk does that comes back.
  await ask('GET', ids.lamp, '/api/show');
  const took = [];
  for (let at = 0; at < 20; at++) {
    const from = performance.now();
    await air(ids.lamp, at % 2 ? 'dark' : 'light', 'names');
    took.push(performance.now() - from);
  }
  first.push(took[0]);
  twentieth.push(took[19]);
  await stop(lamp);
}
if (first.length) row(ms(median(first)), ms(median(twentieth)), (median(first) / median(twentieth)).toFixed(1));

await browser.close();
await stop(bare);
agent.destroy();
for (const folder of folders) rmSync(folder, { recursive: true, force: true });
