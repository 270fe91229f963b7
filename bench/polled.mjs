// What fifty text files take that are looked at every 0.1 s while nobody writes them, beside a program that does nothing but look at them.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ask, lampIn, newFolder, pause, pollOn, ports, row, stop, table, tidy } from './tools.mjs';

const files = 50;
const seconds = 20;

/** Time of the processor that a process has taken, in s. Source: proc(5), in hundredths. */
function spentBy({ pid }) {
  const parts = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(parts[11]) + Number(parts[12])) / 100;
}

async function shareOf(program) {
  await pause(3000);
  const before = spentBy(program);
  await pause(seconds * 1000);
  return (spentBy(program) - before) / seconds;
}

const folder = newFolder();
const paths = Array.from({ length: files }, (_, at) => join(folder, `text-${at}.txt`));
for (const path of paths) writeFileSync(path, 'Brimstone, seen by Pim\n');
const percent = (share) => `${(share * 100).toFixed(1)} %`;

const lamp = await lampIn(newFolder(), '--empty');
const rest = await shareOf(lamp);
for (const [at, path] of paths.entries())
  await ask('POST', ports.lamp, '/api/feeds', { id: `text${at}`, name: `Text ${at}`, path, every: 100 });
const ours = (await shareOf(lamp)) - rest;
await stop(lamp);
const bare = await pollOn(folder);
const floor = await shareOf(bare);
await stop(bare);
table(`${files} text files looked at every 0.1 s: share of a core`, 'Side Lamp, above its rest', 'floor: bare looks', 'times the floor');
row(percent(ours), percent(floor), (ours / floor).toFixed(1));
tidy();
