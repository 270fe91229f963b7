import { chromium, type CDPSession } from '@playwright/test';
import { PNG } from 'pngjs';

/**
 * A page whose every frame is drawn when it is asked for, and not before: ordinary screenshots miss frames. It takes Debian's
 * chromium-headless-shell, which can be told when a frame begins (Chrome DevTools Protocol, HeadlessExperimental.beginFrame).
 * Its time is that of its frames, however long the machine takes to draw them.
 */
export class FramePage {
  private count = 0;
  private readonly waiting = new Map<number, (answer: Answer) => void>();
  /** When the frame before was drawn, in ms of the machine's uptime: ahead of it, for a frame whose time has passed is drawn for another. */
  private at = Number(process.hrtime.bigint()) / 1e6 + lead;
  private last = '';

  private constructor(
    private readonly root: CDPSession,
    private readonly session: string,
    private readonly rate: number,
    private readonly end: () => Promise<void>,
  ) {
    root.on('Target.receivedMessageFromTarget', ({ sessionId, message }) => {
      if (sessionId !== session) return;
      const answer = JSON.parse(message) as Answer;
      this.waiting.get(answer.id)?.(answer);
    });
  }

  /** @param rate frames a second that the page draws */
  static async open(url: string, rate: number, width: number, height: number): Promise<FramePage> {
    const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: switches });
    const root = await browser.newBrowserCDPSession();
    const { targetId } = await root.send('Target.createTarget', {
      url: 'about:blank',
      width,
      height,
      enableBeginFrameControl: true,
    });
    const { sessionId } = await root.send('Target.attachToTarget', { targetId, flatten: false });
    const page = new FramePage(root, sessionId, rate, () => browser.close());
    await page.send('Runtime.enable');
    await page.send('Page.enable');
    await page.send('Page.addScriptToEvaluateOnNewDocument', { source: ownTime });
    await page.send('Page.navigate', { url });
    // A frame that is begun while one page makes way for another is never answered.
    while (!(await page.evaluate('document.URL !== "about:blank" && document.readyState === "complete"')))
      await new Promise((done) => setTimeout(done, 20));
    return page;
  }

  /** Draws the next frame, and shows it. */
  async frame(): Promise<PNG> {
    const { screenshotData } = await this.draw({ screenshot: { format: 'png', optimizeForSpeed: true } });
    // Where nothing has changed nothing is drawn, and the picture before stands.
    this.last = screenshotData ?? this.last;
    return PNG.sync.read(Buffer.from(this.last, 'base64'));
  }

  /** Lets frames pass until the page says so. */
  async until(expression: string): Promise<void> {
    for (let frames = 0; frames < this.rate * 20; frames++) {
      await this.draw();
      if (await this.evaluate(expression)) return;
    }
    throw new Error(`This never came to be: ${expression}`);
  }

  /** What the server says from now on is not heard: its clock goes on while frames are looked at. */
  async goDeaf(): Promise<void> {
    await this.evaluate('window.deaf = true');
  }

  async close(): Promise<void> {
    await this.end();
  }

  private async draw(options: object = {}): Promise<{ screenshotData?: string }> {
    this.at += 1000 / this.rate;
    return this.send('HeadlessExperimental.beginFrame', {
      frameTimeTicks: this.at,
      interval: 1000 / this.rate,
      ...options,
    });
  }

  private async evaluate(expression: string): Promise<unknown> {
    const { result } = (await this.send('Runtime.evaluate', { expression, returnByValue: true })) as {
      result: { value?: unknown };
    };
    return result.value;
  }

  private async send(method: string, params: object = {}): Promise<object> {
    const id = ++this.count;
    const answered = new Promise<Answer>((done) => this.waiting.set(id, done));
    await this.root.send('Target.sendMessageToTarget', {
      sessionId: this.session,
      message: JSON.stringify({ id, method, params }),
    });
    const { result, error } = await answered;
    this.waiting.delete(id);
    if (!result) throw new Error(`${method}: ${error?.message}`);
    return result;
  }
}

interface Answer {
  id: number;
  result?: object;
  error?: { message: string };
}

/** In ms. */
const lead = 600_000;

const switches = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--enable-begin-frame-control',
  '--run-all-compositor-stages-before-draw',
  '--disable-new-content-rendering-timeout',
  '--disable-checker-imaging',
  '--disable-image-animation-resync',
  // Frames that are asked for one by one hang where an animation ends on the compositor's own thread.
  '--disable-threaded-animation',
  '--disable-threaded-scrolling',
];

const ownTime = `
const real = performance.now.bind(performance);
performance.now = () => document.timeline.currentTime || real();
window.WebSocket = class extends WebSocket {
  constructor(...words) {
    super(...words);
    this.addEventListener('message', (event) => window.deaf && event.stopImmediatePropagation());
  }
};`;

/**
 * By how many px what is in a band has moved to the left from one picture to the next; null where it is not the very same, px by
 * px: then it stands between two of them, or is drawn otherwise.
 */
export function shiftOf(
  before: PNG,
  after: PNG,
  band: { x: number; y: number; w: number; h: number },
  most: number,
): number | null {
  const at = (png: PNG, x: number, y: number) => png.data.readUInt32LE((y * png.width + x) * 4);
  const isMoved = (by: number): boolean => {
    for (let y = band.y; y < band.y + band.h; y++)
      for (let x = band.x; x < band.x + band.w - by; x++) if (at(after, x, y) !== at(before, x + by, y)) return false;
    return true;
  };
  for (let by = 0; by <= most; by++) if (isMoved(by)) return by;
  return null;
}
