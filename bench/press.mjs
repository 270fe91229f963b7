// From a press to the painted frame, against a bare WebSocket push to the same browser; and how the press grows with the show.
import { air, ask, bareOn, browserOn, lampOn, median, ms, p95, ports, row, stop, table, tidy, wished } from './tools.mjs';

const presses = 30;

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

const browser = await browserOn();
const bare = await bareOn();

table('From a press to the painted frame', 'outputs', 'Side Lamp, median (95 %)', 'floor: bare push, median (95 %)', 'ratio');
for (const count of wished('frame') ? [1, 10] : []) {
  const bareNow = await openPages(browser, count, `http://127.0.0.1:${ports.floor}/`);
  const floor = await pressed(bareNow, (at) => ask('POST', ports.floor, '/press', `press ${at}`));
  await close(bareNow);
  const lamp = await lampOn();
  const token = (await ask('GET', ports.lamp, '/api/show')).outputs[0].token;
  const outputs = await openPages(browser, count, `http://127.0.0.1:${ports.lamp}/out/#${token}`);
  const times = await pressed(outputs, (at) => air('light', at % 2 ? 'place' : 'to-see'));
  await close(outputs);
  await stop(lamp);
  row(count, `${ms(median(times))} (${ms(p95(times))})`, `${ms(median(floor))} (${ms(p95(floor))})`, (median(times) / median(floor)).toFixed(2));
}

table('How a press grows with the show (a desk and an output open; 100 cards in each graphic)', 'graphics', 'answer of the server, median (95 %)', 'press to painted frame, median', 'against 10 graphics');
let ten = null;
for (const count of wished('growth') ? [10, 100, 1000] : []) {
  const lamp = await lampOn('--empty');
  const show = await ask('GET', ports.lamp, '/api/show');
  const made = [];
  // Words of its own for each, or the next graphic of the same template would change nothing to be seen.
  const cardsOf = (graphic) => Array.from({ length: 100 }, (_, at) => ({ words: { name: `Name ${at} of ${graphic}`, role: `role ${at}` } }));
  // At least two in each seat: what is lit already would show no change.
  const seats = ['lower-left', 'upper-left', 'upper-right', 'left', 'right'];
  for (let at = 0; at < count; at++) {
    const { id: graphic } = await ask('POST', ports.lamp, '/api/graphics', { template: 'name', name: `Graphic ${at}` });
    await ask('PATCH', ports.lamp, `/api/graphics/${graphic}`, { revision: 1e15, cards: cardsOf(at), seat: seats[at % seats.length] });
    made.push(graphic);
  }
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await desk.goto(`http://127.0.0.1:${ports.lamp}/`);
  await desk.getByRole('button', { name: 'Graphic 0', exact: true }).waitFor({ timeout: 60_000 });
  const outputs = await openPages(browser, 1, `http://127.0.0.1:${ports.lamp}/out/#${show.outputs[0].token}`);
  const answers = [];
  const times = await pressed(outputs, async (at) => {
    const from = performance.now();
    await air('light', made[(at * 7) % made.length]);
    answers.push(performance.now() - from);
  });
  ten ??= median(answers);
  row(count, `${ms(median(answers))} (${ms(p95(answers))})`, ms(median(times)), (median(answers) / ten).toFixed(2));
  await close(outputs);
  await desk.context().close();
  await stop(lamp);
}

await browser.close();
await stop(bare);
tidy();
