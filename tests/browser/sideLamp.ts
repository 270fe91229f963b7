import { test as base, type Locator, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '../..');

/** The built program, running on a folder of its own with the demo show. */
export class SideLamp {
  readonly data = mkdtempSync(join(tmpdir(), 'sidelamp-'));
  private process: ChildProcess | null = null;
  private constructor(readonly port: number) {}

  static async begin(...options: string[]): Promise<SideLamp> {
    const lamp = new SideLamp(await freePort());
    await lamp.start(...options);
    return lamp;
  }

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

  async start(...options: string[]): Promise<void> {
    const words = ['serve', '--data', this.data, '--port', String(this.port), '--still', ...options];
    const child = spawn(join(root, 'sidelamp'), words, {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.process = child;
    await new Promise<void>((done, failed) => {
      child.stdout.on('data', (text: Buffer) => text.includes('Stop with') && done());
      child.on('exit', (code) => failed(new Error(`Side Lamp ended with ${code}`)));
    });
  }

  /** As a power switch would: no goodbye. */
  async kill(): Promise<void> {
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

  async outputLink(): Promise<string> {
    // Links are told to the desk, and to programs with the key.
    const headers = { authorization: `Bearer ${readFileSync(join(this.data, 'key'), 'utf8')}` };
    const show = (await (await fetch(`${this.url}/api/show`, { headers })).json()) as {
      outputs: { token: string }[];
    };
    return `${this.url}/out/#${show.outputs[0]!.token}`;
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.data, { recursive: true, force: true });
  }
}

/** One that starts while a test runs, for the next test: a third of a short test would be waiting for it. */
class Spare {
  private waiting: { options: string; lamp: Promise<SideLamp> } | null = null;

  async take(options: string[]): Promise<SideLamp> {
    if (this.waiting?.options !== options.join()) await this.end();
    const lamp = await (this.waiting?.lamp ?? SideLamp.begin(...options));
    const next = SideLamp.begin(...options);
    // Whoever takes it hears why it did not start.
    next.catch(() => undefined);
    this.waiting = { options: options.join(), lamp: next };
    return lamp;
  }

  async end(): Promise<void> {
    const { waiting } = this;
    this.waiting = null;
    await waiting?.lamp.then((lamp) => lamp.end());
  }
}

/** Each test has a Side Lamp of its own, with the demo show; `options` are those of its command line. */
export const test = base.extend<{ lamp: SideLamp; output: Page; options: string[] }, { spare: Spare }>({
  options: [[], { option: true }],
  spare: [
    async ({}, use) => {
      const spare = new Spare();
      await use(spare);
      await spare.end();
    },
    { scope: 'worker' },
  ],
  lamp: async ({ options, spare }, use) => {
    const lamp = await spare.take(options);
    await use(lamp);
    await lamp.end();
  },
  /** The output page as mixing software has it: a browser context of its own. */
  output: async ({ browser, lamp }, use) => {
    const context = await browser.newContext({
      viewport: { width: 1920, height: 1080 },
    });
    const page = await context.newPage();
    await page.goto(await lamp.outputLink());
    await use(page);
    await context.close();
  },
});

/** Chooses from a list that opens, by what it says. */
export async function choose(field: Locator, words: string | RegExp): Promise<void> {
  await field.click();
  await field.page().getByRole('listbox').getByRole('option', { name: words, exact: true }).click();
}

export { expect } from '@playwright/test';

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
