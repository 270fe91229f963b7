// Lines of chat that are parsed a second, beside the parser of irc-framework; and a press while 5,000 lines a second come in, beside a bare sink of the same bytes.
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { createServer, connect } from 'node:net';
import { createRequire } from 'node:module';
import { join, resolve } from 'node:path';
import { Worker, isMainThread, workerData } from 'node:worker_threads';
import { air, ask, browserOn, lampOn, median, ms, newFolder, paintedOn, pause, row, stop, table, tidy, wished } from './tools.mjs';

const root = resolve(import.meta.dirname, '..');
const linesASecond = 5000;
const seconds = 30;
const voters = 2000;

const lineOf = (no) =>
  `@msgid=f${no};time=2026-06-20T21:30:00.000Z;account=viewer${no % voters};role=${no % 9 ? 'viewer' : 'member'} :viewer${no % voters}!v@garden.example PRIVMSG #lantern-cloth :${no % 25 ? `line ${no} of an evening that has many of them, is it not?` : no % 50 ? 'A' : 'B'}`;

if (!isMainThread) {
  // A chat server that floods whoever joins; `GO` begins it.
  const { port } = workerData;
  createServer((socket) => {
    socket.on('error', () => undefined);
    socket.on('data', (text) => {
      for (const line of String(text).split('\r\n')) {
        const [command, ...words] = line.split(' ');
        if (command === 'NICK') socket.write(`:s 001 ${words[0]} :good evening\r\n`);
        if (command === 'CAP' && words[0] === 'LS') socket.write(':s CAP * LS :message-tags server-time account-tag\r\n');
        if (command === 'CAP' && words[0] === 'REQ') socket.write(`:s CAP * ACK ${words.slice(1).join(' ')}\r\n`);
        if (command === 'JOIN') {
          socket.write(`:lamp!l@h JOIN ${words[0]}\r\n`);
          let no = 0;
          const timer = setInterval(() => {
            const part = Array.from({ length: linesASecond / 50 }, () => lineOf(no++));
            socket.write(part.join('\r\n') + '\r\n');
            if (no >= linesASecond * seconds) clearInterval(timer);
          }, 20);
          socket.on('close', () => clearInterval(timer));
        }
      }
    });
  }).listen(port, '127.0.0.1');
} else {
  if (wished('lines')) lines();
  if (wished('flood')) await flood();
  tidy();
}

function lines() {
  const file = join(newFolder(), 'lines');
  const all = Array.from({ length: 20_000 }, (_, no) => lineOf(no));
  writeFileSync(file, all.join('\n'));
  const ours = Number(execFileSync('dotnet', [join(root, 'bench/SideLamp.Bench/bin/Release/net10.0/sidelamp-bench.dll'), 'irc', file], { encoding: 'utf8' }));
  const parse = createRequire(join(root, 'web/package.json'))('irc-framework/src/irclineparser.js');
  const parser = parse.default ?? parse;
  const read = readFileSync(file, 'utf8').split('\n');
  const rateOf = (span) => {
    let count = 0;
    const began = performance.now();
    while (performance.now() - began < span) {
      for (const line of read) if (!parser(line)) throw new Error(line);
      count += read.length;
    }
    return (count / (performance.now() - began)) * 1000;
  };
  rateOf(1000);
  const theirs = rateOf(2000);
  table('Lines of chat parsed a second, with tags and parameters', 'Side Lamp', 'irc-framework', 'times it');
  row(ours.toFixed(0), theirs.toFixed(0), (ours / theirs).toFixed(1));
}

async function flood() {
  const port = 7393;
  const server = new Worker(import.meta.filename, { workerData: { port } });
  const lamp = await lampOn('--empty');
  const show = await ask('GET', 7392, '/api/show');
  const { id } = await ask('POST', 7392, '/api/graphics', { template: 'place-bug' });
  await ask('PATCH', 7392, `/api/graphics/${id}`, { revision: 9e15, words: { place: 'Hollow Lane garden' } });
  await ask('POST', 7392, '/api/votes', { id: 'lamp', question: 'Which lamp?', options: [{ name: 'A', words: [] }, { name: 'B', words: [] }] });
  const browser = await browserOn();
  const output = await (await browser.newContext({ viewport: { width: 1280, height: 720 } })).newPage();
  await output.goto(`http://127.0.0.1:7392/out/#${show.outputs[0].token}`);
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto('http://127.0.0.1:7392/chat');
  await pause(3000);
  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${lamp.pid}/status`, 'utf8'))[1]) / 1024;
  await paintedOn(output, id, 5);
  // The sink takes the same bytes, and does nothing with them.
  const sink = connect(port, '127.0.0.1', () => sink.write('NICK x\r\nJOIN #lantern-cloth\r\n'));
  sink.resume();
  const bare = await paintedOn(output, id, seconds - 2);
  sink.destroy();
  await pause(3000);
  const before = memory();
  await air('vote', undefined, { vote: 'lamp', act: 'open' });
  await ask('POST', 7392, '/api/chat-sources', { id: 'flood', name: 'Flood', host: '127.0.0.1', port, isTls: false, channels: ['#lantern-cloth'] });
  await pause(500);
  const ours = await paintedOn(output, id, seconds - 2);
  await pause(8000);
  const after = memory();
  const told = (await page.locator('text=/messages ·/').textContent()).trim();
  const vote = (await page.getByText(/\d+ people$/).last().textContent()).trim();
  table(`A press to the painted frame, while ${linesASecond} lines of chat a second come for ${seconds} s`, 'a bare sink', 'Side Lamp', 'times it', 'memory before and after', 'told', `votes of ${voters / 25 * 1} who voted`);
  row(ms(median(bare)), ms(median(ours)), (median(ours) / median(bare)).toFixed(2), `${before.toFixed(0)} and ${after.toFixed(0)} MB`, told, vote);
  await browser.close();
  await stop(lamp);
  await server.terminate();
}
