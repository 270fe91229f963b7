// What the server takes for an answer, for its first press, for its start, and at rest; each beside a floor of the same run.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join, resolve } from 'node:path';
import { air, ask, bareOn, lampIn, lampOn, median, ms, newFolder, p95, pause, ports, row, stop, table, tidy, timed, wished } from './tools.mjs';

const { WebSocket } = createRequire(join(resolve(import.meta.dirname, '..'), 'web/package.json'))('undici');

/** Turns a figure is the median of. */
const turns = 100;

/** A desk and outputs as the server sees them: sockets that hear all and draw nothing, so that the two cores are the server's. */
async function openPages(outputs) {
  const show = await ask('GET', ports.lamp, '/api/show');
  const hellos = [{ k: 'hello' }, ...Array(outputs).fill({ k: 'hello', token: show.outputs[0].token })];
  const sockets = hellos.map((hello) => {
    const socket = new WebSocket(`ws://127.0.0.1:${ports.lamp}/live`, { headers: { origin: `http://127.0.0.1:${ports.lamp}` } });
    socket.onopen = () => socket.send(JSON.stringify(hello));
    socket.onmessage = () => undefined;
    return socket;
  });
  await pause(2000);
  return sockets;
}

table('The answer to a press (POST /api/air), a desk connected', 'outputs', 'press, median (95 %)', 'floor: an empty request that commits 4 kB', 'ratio');
for (const outputs of wished('answer') ? [1, 10] : []) {
  const lamp = await lampOn('--rehearsal');
  const sockets = await openPages(outputs);
  const [presses, floor] = [[], []];
  for (let turn = 0; turn < turns; turn++) {
    await pause(200 + Math.random() * 40);
    floor.push(await timed(() => ask('POST', ports.lamp, '/api/rehearsal/commit', {})));
    presses.push(await timed(() => air(turn % 2 ? 'dark' : 'light', 'names')));
  }
  row(outputs, `${ms(median(presses))} (${ms(p95(presses))})`, `${ms(median(floor))} (${ms(p95(floor))})`, (median(presses) / median(floor)).toFixed(2));
  for (const socket of sockets) socket.close();
  await stop(lamp);
}

table('The first press of a run, 2 s after its start', 'first press, median of five runs', 'floor: the twentieth', 'ratio');
const [first, twentieth] = [[], []];
for (let run = 0; run < (wished('first') ? 5 : 0); run++) {
  const lamp = await lampOn();
  await pause(2000);
  // As a desk does that comes back.
  await ask('GET', ports.lamp, '/api/show');
  const took = [];
  for (let at = 0; at < 20; at++) {
    took.push(await timed(() => air(at % 2 ? 'dark' : 'light', 'names')));
  }
  first.push(took[0]);
  twentieth.push(took[19]);
  await stop(lamp);
}
if (first.length) row(ms(median(first)), ms(median(twentieth)), (median(first) / median(twentieth)).toFixed(1));

/** From starting a program to its first answer, in ms; then it is stopped again. */
async function started(program, port, then) {
  let child;
  const took = await timed(async () => {
    const starting = program();
    for (let answered = false; !answered;) {
      answered = await fetch(`http://127.0.0.1:${port}/`).then(
        (answer) => answer.ok,
        () => pause(10).then(() => false),
      );
    }
    child = starting;
  });
  child = await child;
  await then?.(child);
  await stop(child);
  return took;
}

const megabytes = (child) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))[1]) / 1024;
/** Seconds of a core that a process has used. */
const used = (child) => readFileSync(`/proc/${child.pid}/stat`, 'utf8').split(' ').slice(13, 15).reduce((sum, ticks) => sum + ticks / 100, 0);

table('Start and rest, with the demo', 'what', 'Side Lamp', 'floor: a server that does next to nothing', 'ratio');
if (wished('start')) {
  const again = newFolder();
  const [fresh, anew, bare, memory, bareMemory] = [[], [], [], [], []];
  for (let run = 0; run < 6; run++) {
    bare.push(await started(bareOn, ports.floor, async (child) => {
      await pause(2000);
      bareMemory.push(megabytes(child));
    }));
    fresh.push(await started(() => lampIn(newFolder()), ports.lamp, () => pause(1500)));
    anew.push(await started(() => lampIn(again), ports.lamp, async (child) => {
      for (let at = 0; at < 10; at++) await air(at % 2 ? 'dark' : 'light', 'names');
      await pause(run === 5 ? 60_000 : 8000);
      memory.push(megabytes(child));
      if (run < 5) return;
      // By now all that is used often has been compiled anew, and the first tidying is over.
      const before = used(child);
      await pause(10_000);
      row('a core at rest, a minute after the start, no page open', `${((used(child) - before) * 10).toFixed(1)} %`, '', '');
    }));
  }
  const compare = (what, ours, floor, tell) => row(what, tell(ours), tell(floor), (ours / floor).toFixed(2));
  // The first of each is for the disk to read the program.
  const rest = (all) => median(all.slice(1));
  compare('first start to first answer', rest(fresh), rest(bare), ms);
  compare('start of a show that was kept, to first answer', rest(anew), rest(bare), ms);
  compare('memory, after a few presses', rest(memory), rest(bareMemory), (mb) => `${mb.toFixed(0)} MB`);
}

tidy();
