import { expect, test as base, type Locator, type Page, type Request } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { setTimeout } from 'node:timers/promises';

const root = resolve(import.meta.dirname, '../..');

/** Side Lamp, running on a folder of its own with the demo show. */
export class SideLamp {
  readonly data = mkdtempSync(join(tmpdir(), 'sidelamp-'));
  constructor(readonly port: number) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Where the demo's stand-in for the web is. */
  get web(): string {
    return `http://127.0.0.1:${readFileSync(join(this.data, 'demo', 'web-port'), 'utf8')}`;
  }

  get clothFile(): string {
    return join(this.data, 'demo', 'on-the-cloth.txt');
  }

  async outputLink(): Promise<string> {
    // Links are told to the desk, and to programs with the key.
    const headers = { authorization: `Bearer ${readFileSync(join(this.data, 'key'), 'utf8')}` };
    const show = (await (await fetch(`${this.url}/api/show`, { headers })).json()) as {
      outputs: { token: string }[];
    };
    return `${this.url}/out/#${show.outputs[0]!.token}`;
  }
}

/** The built program, as a process of its own: one that can be killed. */
export class Program extends SideLamp {
  private process: ChildProcess | null = null;

  static async begin(...options: string[]): Promise<Program> {
    const lamp = new Program(await freePort());
    await lamp.start(...options);
    return lamp;
  }

  async start(...options: string[]): Promise<void> {
    const words = ['serve', '--data', this.data, '--port', String(this.port), '--still', '--cold', ...options];
    const child = spawn(join(root, 'sidelamp'), words, {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.process = child;
    await new Promise<void>((done, failed) => {
      child.stdout.on('data', (text: Buffer) => text.includes('Stop with') && done());
      child.on('exit', (code) => failed(new Error(`Side Lamp ended with ${code}`)));
    });
  }

  /** As a power switch would: no goodbye. But once the disk has what was answered: on a busy machine that comes later. */
  async kill(): Promise<void> {
    while (!((await (await fetch(`${this.url}/api/disk`)).json()) as { isKept: boolean }).isKept) await setTimeout(10);
    await this.killAtOnce();
  }

  private async killAtOnce(): Promise<void> {
    const child = this.process;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    child.removeAllListeners('exit');
    await new Promise((done) => {
      child.on('exit', done);
      child.kill('SIGKILL');
    });
  }

  /** Stuck, and not gone: its sockets stay open, and nothing is answered until it goes on. */
  freeze(): void {
    this.process?.kill('SIGSTOP');
  }

  thaw(): void {
    this.process?.kill('SIGCONT');
  }

  async end(): Promise<void> {
    await this.killAtOnce();
    rmSync(this.data, { recursive: true, force: true });
  }
}

/** One process for many, one after another: what the first has taught the compiler serves those that follow. */
class Host {
  private readonly process = spawn('dotnet', [join(root, 'artifacts/run/Host/SideLamp.Host.dll')], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  private readonly answers = createInterface(this.process.stdout);

  async begin(options: string[]): Promise<SideLamp> {
    const lamp = new SideLamp(await freePort());
    await this.tell('begin', lamp, ...options);
    return lamp;
  }

  async end(lamp: SideLamp): Promise<void> {
    await this.tell('end', lamp);
    rmSync(lamp.data, { recursive: true, force: true });
  }

  close(): void {
    this.process.kill();
  }

  private tell(verb: string, lamp: SideLamp, ...options: string[]): Promise<void> {
    return new Promise((done, failed) => {
      const hear = (line: string) => {
        const [, how, rest = ''] = /^(done|failed) \d+ ?(.*)$/.exec(line) ?? [];
        if (!how) return;
        this.answers.off('line', hear);
        if (how === 'done') done();
        else failed(new Error(rest));
      };
      this.answers.on('line', hear);
      this.process.stdin.write([verb, lamp.port, lamp.data, ...options].join('\t') + '\n');
    });
  }
}

/** Of an output page: at half its size a page paints a quarter, and says and places the same. */
type Size = 'half' | 'whole';

interface Fixtures {
  lamp: SideLamp;
  output: Page;
  /** Those of the command line. */
  options: string[];
  /** “whole” where px of the canvas are measured on the output page. */
  outputSize: Size;
  /** Whether the page fetches ahead all that it may come to need, as pages do; left out where that is not the point: it is most of a load. */
  fetchesAhead: boolean;
}

/** Each test has a Side Lamp of its own, with the demo show. */
export const test = base.extend<Fixtures, { host: Host }>({
  options: [[], { option: true }],
  outputSize: ['half', { option: true }],
  fetchesAhead: [false, { option: true }],
  host: [
    async ({}, use) => {
      const host = new Host();
      await use(host);
      host.close();
    },
    { scope: 'worker' },
  ],
  lamp: async ({ options, host }, use) => {
    const lamp = await host.begin(options);
    await use(lamp);
    await host.end(lamp);
  },
  context: async ({ context, fetchesAhead }, use) => {
    if (!fetchesAhead)
      await context.addInitScript(() => Object.defineProperty(navigator, 'connection', { value: { saveData: true } }));
    await use(context);
  },
  /** The output page as mixing software has it: a browser context of its own. */
  output: async ({ browser, lamp, outputSize }, use) => {
    const scale = outputSize === 'half' ? 2 : 1;
    const context = await browser.newContext({ viewport: { width: 1920 / scale, height: 1080 / scale } });
    const page = await context.newPage();
    await page.goto(await lamp.outputLink());
    await use(page);
    await context.close();
  },
});

/** As `test`, with a process that the test ends, or holds still: a page has to do without it meanwhile. */
export const mortal = test.extend<{ lamp: Program }>({
  fetchesAhead: true,
  lamp: async ({ options }, use) => {
    const program = await Program.begin(...options);
    await use(program);
    await program.end();
  },
});

/** Goes to a place of the app as its links do; the page itself is loaded once. Where loading is the point there is `goto`. */
export async function visit(page: Page, address: string): Promise<void> {
  if (new URL(page.url()).origin !== new URL(address).origin) await page.goto(address);
  else await page.evaluate((to) => history.pushState(null, '', to), address);
}

/** Waits, each time it is asked, until all that the page wanted is there and drawn: its parts come one after another. */
export function whenItStands(page: Page): () => Promise<void> {
  const underWay = new Set<Request>();
  page.on('request', (one) => underWay.add(one));
  for (const end of ['requestfinished', 'requestfailed'] as const)
    page.on(end as 'requestfinished', (one) => underWay.delete(one));
  const twoFrames = () =>
    page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  return () =>
    expect(async () => {
      expect(underWay.size).toBe(0);
      await twoFrames();
      expect(underWay.size).toBe(0);
    }).toPass({ intervals: [20], timeout: 20_000 });
}

/** Chooses from a list that opens, by what it says. */
export async function choose(field: Locator, words: string | RegExp): Promise<void> {
  await field.click();
  await field.page().getByRole('listbox').getByRole('option', { name: words, exact: true }).click();
}

/** Presses the arrow upwards until what was taken is said to be there: where nothing is measured yet it moves nothing, and a hand presses again. */
export async function arrowUpTo(page: Page, says: string): Promise<void> {
  await expect(async () => {
    await page.keyboard.press('ArrowUp');
    await expect(page.getByText(says)).toBeAttached({ timeout: 5000 });
  }).toPass();
}

export { expect };

function freePort(): Promise<number> {
  return new Promise((done, failed) => {
    const probe = createServer();
    probe.on('error', failed);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** Asks over HTTP, as a page of ours would. */
export async function send(lamp: SideLamp, method: string, path: string, body: unknown): Promise<void> {
  const headers = { 'content-type': 'application/json', origin: lamp.url };
  const answer = await fetch(lamp.url + path, { method, headers, body: JSON.stringify(body) });
  expect(answer.ok, `${path}: ${answer.status}`).toBe(true);
}
