// What a press takes while fifty tables change each second, each of them in the words of a graphic, beside the same show at rest.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { air, ask, lampIn, median, ms, newFolder, p95, pause, ports, row, stop, table, tidy, timed } from './tools.mjs';

const tables = 50;
const presses = 200;

const folder = newFolder();
const paths = Array.from({ length: tables }, (_, at) => join(folder, `table-${at}.csv`));
const write = (path, turn) => writeFileSync(path, `name,count\n${Array.from({ length: 20 }, (_, at) => `moth ${at},${turn + at}`).join('\n')}\n`);
paths.forEach((path) => write(path, 0));

const lamp = await lampIn(newFolder(), '--empty');
const graphics = [];
for (const [at, path] of paths.entries()) {
  await ask('POST', ports.lamp, '/api/feeds', { id: `table${at}`, name: `Table ${at}`, path, kind: 'csv', every: 200 });
  const { now } = await ask('POST', ports.lamp, '/api/graphics', { template: 'name' });
  graphics.push(now.id);
  const words = { name: `{{ table${at}.name }}`, role: `{{ table${at}.count }}` };
  await ask('PATCH', ports.lamp, `/api/graphics/${now.id}`, { revision: 9e15, words, ...(at % 5 === 0 && { cardsFrom: `table${at}` }) });
}
await pause(5000);

async function measured() {
  const all = [];
  for (let turn = 0; turn < presses; turn++) {
    all.push(await timed(() => air('light', graphics[turn % tables])));
    await pause(30);
  }
  return all;
}

const rest = await measured();
let turn = 1;
const changing = setInterval(() => {
  paths.forEach((path) => write(path, turn));
  turn++;
}, 1000);
await pause(3000);
const busy = await measured();
clearInterval(changing);
table(`a press while ${tables} tables change each second`, 'changing', 'floor: at rest', 'times the floor');
row(`${ms(median(busy))} (95 %: ${ms(p95(busy))})`, `${ms(median(rest))} (95 %: ${ms(p95(rest))})`, (median(busy) / median(rest)).toFixed(2));
await stop(lamp);
tidy();
