// Events a second that are accepted, kept and answered, beside bare inserts in groups of the same size; and what a press waits meanwhile.
import { Agent, request } from 'node:http';
import { air, ask, browserOn, insertsOf, lampOn, median, ms, paintedOn, pause, ports, row, stop, table, tidy, timed } from './tools.mjs';

const seconds = 5;
const lamp = await lampOn();
const { key } = await ask('POST', ports.lamp, '/api/event-door');
const agent = new Agent({ keepAlive: true });
let sent = 0;

const event = () => ({ specversion: '1.0', id: String(sent++), source: '/bench', type: 'tip', data: { name: 'mossandco', amount: 5, currency: 'EUR', words: 'a tip for the hedgerow' } });

function post(type, body) {
  const text = JSON.stringify(body);
  const headers = { authorization: `Bearer ${key}`, 'content-type': type, 'content-length': Buffer.byteLength(text) };
  return new Promise((done, failed) => {
    const asking = request({ agent, method: 'POST', host: '127.0.0.1', port: ports.lamp, path: '/events', headers }, (answer) => {
      answer.resume();
      answer.on('end', () => (answer.statusCode === 200 ? done() : failed(new Error(`events: ${answer.statusCode}`))));
    });
    asking.on('error', failed);
    asking.end(text);
  });
}

/** So many senders, one after the other each, for a while; and presses beside them. */
async function flood(senders, size) {
  const until = performance.now() + seconds * 1000;
  let kept = 0;
  const presses = [];
  const sending = Array.from({ length: senders }, async () => {
    while (performance.now() < until) {
      await (size === 1 ? post('application/cloudevents+json', event()) : post('application/cloudevents-batch+json', Array.from({ length: size }, event)));
      kept += size;
    }
  });
  while (performance.now() < until) {
    presses.push(await timed(() => air(presses.length % 2 ? 'dark' : 'light', 'lamp')));
    await pause(100);
  }
  await Promise.all(sending);
  return { rate: kept / seconds, press: median(presses) };
}

table(`Events, for ${seconds} s each`, 'what', 'Side Lamp, a second', 'bare inserts, a second', 'ratio', 'a press to its answer', 'with nothing going on');
await air('light', 'lamp');
const calm = [];
for (let at = 0; at < 20; at++) {
  calm.push(await timed(() => air(at % 2 ? 'light' : 'dark', 'lamp')));
  await pause(100);
}
for (const [what, senders, size] of [
  ['64 senders, one event a request', 64, 1],
  ['2 senders, batches of 500', 2, 500],
]) {
  const { rate, press } = await flood(senders, size);
  const floor = insertsOf(senders * size);
  row(what, rate.toFixed(0), floor.toFixed(0), (rate / floor).toFixed(2), ms(press), ms(median(calm)));
}
table('A press to the painted frame, while 1,000 events come within 10 s that light alerts and change labels', 'quiet', 'meanwhile', 'ratio');
const browser = await browserOn();
const show = await ask('GET', ports.lamp, '/api/show');
const output = await (await browser.newContext({ viewport: { width: 1280, height: 720 } })).newPage();
await output.goto(`http://127.0.0.1:${ports.lamp}/out/#${show.outputs[0].token}`);
const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await desk.goto(`http://127.0.0.1:${ports.lamp}/alerts`);
await pause(3000);

const quiet = await paintedOn(output, 'place', 10);
const sending = (async () => {
  for (let at = 0; at < 1000; at++) {
    const kind = ['follow', 'tip', 'gift'][at % 3];
    void post('application/cloudevents+json', { ...event(), type: kind, data: { name: `viewer ${at}`, amount: 1 + (at % 40), words: kind === 'tip' ? 'a tip for the hedgerow' : undefined } });
    await pause(10);
  }
})();
const meanwhile = await paintedOn(output, 'place', 10);
await sending;
row(ms(median(quiet)), ms(median(meanwhile)), (median(meanwhile) / median(quiet)).toFixed(2));
await browser.close();
agent.destroy();
await stop(lamp);
tidy();
