// What a crawl costs an output page, beside one that a few lines of script would make of the same words: its share of the main
// thread, and the frames that were drawn, at rest and while something blocks the main thread 100 ms in every second.
// And of five of them with ten timers at once.
import { ask, air, browserOn, lampOn, pause, ports, row, stop, table, tidy } from './tools.mjs';

/** Seconds that each is looked at. */
const seconds = Number(process.env.BELT_SECONDS ?? 60);

const words = ['Elephant hawk-moth 3', 'Setaceous Hebrew character 1', 'Merveille du jour 1', 'Old lady, at last 1', 'Brimstone 2', 'Heart and dart 4'];
const bare = `<body style="margin:0;background:transparent"><div id=belt style="position:absolute;left:0;top:960px;white-space:nowrap;font:32px sans-serif;will-change:transform">${words.concat(words).join(' · ')}</div>
<script>belt.animate([{transform:'translateX(1920px)'},{transform:'translateX(-3000px)'}],{duration:27333,iterations:Infinity,easing:'linear'})</script>`;

const many = `<body style="margin:0;background:transparent">${[0, 1, 2, 3, 4].map((at) => `<div class=belt style="position:absolute;left:0;top:${at * 60}px;white-space:nowrap;font:32px sans-serif;will-change:transform">${words.concat(words).join(' · ')}</div>`).join('')}
${Array.from({ length: 10 }, (_, at) => `<div class=timer style="position:absolute;left:${(at % 5) * 300}px;top:${500 + Math.floor(at / 5) * 120}px;font:48px sans-serif"></div>`).join('')}
<script>for (const belt of document.querySelectorAll('.belt')) belt.animate([{transform:'translateX(1920px)'},{transform:'translateX(-3000px)'}],{duration:27333,iterations:Infinity,easing:'linear'});
setInterval(() => { const s = Math.floor(performance.now() / 1000); for (const one of document.querySelectorAll('.timer')) one.textContent = Math.floor(s / 60) + ':' + String(s % 60).padStart(2, '0'); }, 1000)</script>`;

/** Five strips and ten timers, each in a place of its own, all lit. */
async function lightMany() {
  const made = async (template, x, y, w, h, wordsOf) => {
    const seat = (await ask('POST', ports.lamp, '/api/seats', { id: '', name: `Bench ${x} ${y}`, kind: 'spot', column: 0, row: 0, z: 10, room: { x: x / 1920, y: y / 1080, w: w / 1920, h: h / 1080 } })).now.id;
    const { id } = await ask('POST', ports.lamp, '/api/graphics', { template });
    await ask('PATCH', ports.lamp, `/api/graphics/${id}`, { revision: 9e15, seat, words: wordsOf });
    await air('light', id);
  };
  for (let at = 0; at < 5; at++) await made('crawl', 0, at * 80, 1920, 70, { line: words.join('\n') });
  for (let at = 0; at < 10; at++) await made('corner-timer', (at % 5) * 380, 480 + Math.floor(at / 5) * 140, 360, 120, { time: '{{ timers.lamp }}' });
  await ask('POST', ports.lamp, '/api/air', { verb: 'timer', id: 'bench many', timer: 'lamp', act: 'start' });
}

/** What a page does in the time: ms of its main thread a second, and frames drawn and dropped a second. */
async function watched(page, blocked) {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Performance.enable', { timeDomain: 'threadTicks' });
  if (blocked)
    await page.evaluate(() => {
      window.blocking = setInterval(() => {
        for (const until = performance.now() + 100; performance.now() < until; );
      }, 1000);
    });
  await pause(1500);
  const busy = async () => {
    const { metrics } = await cdp.send('Performance.getMetrics');
    return metrics.find((one) => one.name === 'TaskDuration').value * 1000;
  };
  const root = await page.context().browser().newBrowserCDPSession();
  const events = [];
  root.on('Tracing.dataCollected', ({ value }) => events.push(...value));
  const before = await busy();
  await root.send('Tracing.start', { transferMode: 'ReportEvents', traceConfig: { includedCategories: ['disabled-by-default-devtools.timeline.frame', 'devtools.timeline.frame'] } });
  await pause(seconds * 1000);
  const done = new Promise((end) => root.on('Tracing.tracingComplete', end));
  await root.send('Tracing.end');
  await done;
  const spent = (await busy()) - before;
  const count = (name) => events.filter((one) => one.name === name).length / seconds;
  const [drawn, dropped] = [count('DrawFrame'), count('DroppedFrame')];
  if (blocked) await page.evaluate(() => clearInterval(window.blocking));
  await root.detach();
  return { busy: spent / seconds, drawn, dropped };
}

table(`A crawl for ${seconds} s, 1920 × 1080`, 'what', 'Side Lamp, main thread', 'a bare crawl', 'ratio', 'frames drawn, dropped a second', 'of the bare one');
const lamp = await lampOn();
const show = await ask('GET', ports.lamp, '/api/show');
const browser = await browserOn();
const open = async () => (await browser.newContext({ viewport: { width: 1920, height: 1080 } })).newPage();

const floor = await open();
await floor.setContent(bare);
const ours = await open();
await ours.goto(`http://127.0.0.1:${ports.lamp}/out/#${show.outputs[0].token}`);
await pause(2000);
// What the page does with nothing to show: its beats and reports are not the crawl's.
await floor.close();
const idle = await watched(ours, false);
const told = (one) => `${one.drawn.toFixed(1)}, ${one.dropped.toFixed(1)}`;
row('the page at rest', `${idle.busy.toFixed(1)} ms a second`, '', '', told(idle), '');
const figures = {};
for (const [what, blocked, lit] of [
  ['a crawl', false, ['sightings']],
  ['a crawl, the main thread blocked 100 ms in every second', true, []],
]) {
  for (const graphic of lit) await air('light', graphic);
  await pause(3000);
  figures[what] = [await watched(ours, blocked)];
}
await air('dark', 'sightings');
await lightMany();
await pause(3000);
figures['5 crawls and 10 timers'] = [await watched(ours, false)];
await ours.close();
const again = await open();
await again.setContent(bare);
for (const [what, blocked] of [
  ['a crawl', false],
  ['a crawl, the main thread blocked 100 ms in every second', true],
]) {
  figures[what].push(await watched(again, blocked));
}
await again.setContent(many);
figures['5 crawls and 10 timers'].push(await watched(again, false));
for (const [what, [mine, floorOf]] of Object.entries(figures)) {
  row(what, `${mine.busy.toFixed(1)} ms a second`, `${floorOf.busy.toFixed(1)} ms a second`, (mine.busy / floorOf.busy).toFixed(2), told(mine), told(floorOf));
}
await browser.close();
await stop(lamp);
tidy();
