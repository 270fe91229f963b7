// What the benchmarks share: requests on a kept connection, servers that are started and stopped, and how figures are told.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const { chromium } = createRequire(join(root, 'web/package.json'))('playwright');
const agent = new Agent({ keepAlive: true });
const folders = [];

export const ports = { floor: 7391, lamp: 7392 };

/** One request on a kept connection; its answer. */
export function ask(method, port, path, body) {
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

export function stop(child) {
  child.removeAllListeners('exit');
  return new Promise((done) => {
    child.on('exit', done);
    child.kill('SIGKILL');
  });
}


/** A folder for a show of its own; gone when all is measured. */
export function newFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'sidelamp-bench-'));
  folders.push(folder);
  return folder;
}

export const lampOn = (...options) => lampIn(newFolder(), ...options);

export const lampIn = (data, ...options) =>
  start(join(root, 'sidelamp'), ['serve', '--data', data, '--port', String(ports.lamp), '--still', ...options], 'Stop with');

/** A server that does next to nothing, of the same framework. */
export const bareOn = () => start('dotnet', [join(root, 'bench/SideLamp.Bench/bin/Release/net10.0/sidelamp-bench.dll'), 'push', String(ports.floor)], 'ready');

/** Looks at each file of a folder every 0.1 s, and does nothing else. */
export const pollOn = (folder) => start('dotnet', [join(root, 'bench/SideLamp.Bench/bin/Release/net10.0/sidelamp-bench.dll'), 'poll', folder], 'ready');

/** Rows a second that bare inserts come to, so many a commit. */
export const insertsOf = (group) =>
  Number(execFileSync('dotnet', [join(root, 'bench/SideLamp.Bench/bin/Release/net10.0/sidelamp-bench.dll'), 'insert', newFolder(), String(group)], { encoding: 'utf8' }));

export const browserOn = () =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  });

let id = 0;
export const air = (verb, graphic, more) => ask('POST', ports.lamp, '/api/air', { id: `bench-${process.pid}-${id++}`, verb, graphic, ...more });

/** ms from each press to the frame in which the graphic, which says “Hollow Lane”, is there, for so long. */
export async function paintedOn(output, graphic, seconds) {
  const times = [];
  for (const until = performance.now() + seconds * 1000; performance.now() < until; ) {
    const seen = output.evaluate(
      () =>
        new Promise((done) => {
          const canvas = document.getElementById('canvas');
          const watch = new MutationObserver(() => {
            if (!canvas.textContent.includes('Hollow Lane')) return;
            watch.disconnect();
            requestAnimationFrame(() => setTimeout(() => done(performance.timeOrigin + performance.now())));
          });
          watch.observe(canvas, { childList: true, subtree: true });
        }),
    );
    await pause(150 + Math.random() * 40);
    const at = performance.timeOrigin + performance.now();
    await air('light', graphic);
    times.push((await seen) - at);
    await air('dark', graphic);
    await pause(700);
  }
  return times;
}

/** ms from asking to the answer. */
export async function timed(work) {
  const from = performance.now();
  await work();
  return performance.now() - from;
}

export const pause = (ms) => new Promise((done) => setTimeout(done, ms));

export const median = (all) => [...all].sort((one, other) => one - other)[Math.floor(all.length / 2)];
export const p95 = (all) => [...all].sort((one, other) => one - other)[Math.floor(all.length * 0.95)];
export const ms = (value) => `${value.toFixed(1)} ms`;
export const row = (...cells) => console.log(`| ${cells.join(' | ')} |`);

/** `node bench/X.mjs PART` measures that part alone. */
export const wished = (part) => !process.argv[2] || process.argv[2] === part;

export function table(title, ...columns) {
  console.log(`\n## ${title}\n`);
  row(...columns);
  row(...columns.map(() => '---'));
}

export function tidy() {
  agent.destroy();
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
}
