// From a press to the painted frame, against a bare WebSocket push to the same browser; and how the press grows with the show.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import {
  air,
  ask,
  bareOn,
  browserOn,
  lampIn,
  lampOn,
  median,
  ms,
  newFolder,
  p95,
  ports,
  row,
  stop,
  table,
  tidy,
  wished,
} from "./tools.mjs";

const presses = 30;

/** Notes the time of the frame after the first change of the canvas since it was armed: by then it is painted. */
function watch() {
  let tell = () => undefined;
  const { port1: after, port2: told } = new MessageChannel();
  new MutationObserver(() => {
    const now = tell;
    told.onmessage = () => now(performance.timeOrigin + performance.now());
    requestAnimationFrame(() => after.postMessage(null));
  }).observe(document.getElementById("canvas"), {
    childList: true,
    subtree: true,
  });
  window.arm = () => {
    window.painted = new Promise((done) => (tell = done));
  };
}

/** ms from each press to the last page's painted frame. */
async function pressed(pages, press) {
  const times = [];
  for (let count = 0; count < presses; count++) {
    // Everything at rest, and not in step with the frames.
    await new Promise((done) => setTimeout(done, 1100 + Math.random() * 40));
    await Promise.all(pages.map((page) => page.evaluate(() => window.arm())));
    const at = performance.timeOrigin + performance.now();
    await press(count);
    const painted = await Promise.all(
      pages.map((page) => page.evaluate(() => window.painted)),
    );
    times.push(Math.max(...painted) - at);
  }
  return times.slice(5);
}

/** Keeps what the server tells an output. */
function record() {
  const Real = WebSocket;
  window.told = [];
  window.WebSocket = class extends Real {
    set onmessage(hear) {
      super.onmessage = (event) => {
        if (/^\{"k":"(snap|change)"/.test(event.data))
          window.told.push(event.data);
        hear.call(this, event);
      };
    }
  };
}

/** The same page, told the same: a push of the bare server lets it hear the next of what was kept, with the times of now. */
function replay({ told, port }) {
  const Real = WebSocket;
  const kept = told.map((text) => ({
    now: Number(/"now":([\d.]+)/.exec(text)[1]),
    parts: text.split(/\b(1\d{12}(?:\.\d+)?)\b/),
  }));
  const isShort = ({ parts }) => parts.join("").length < 300;
  let next = 0;
  let drops = 0;
  window.WebSocket = class {
    static OPEN = 1;
    readyState = 1;
    send() {}
    close() {}
    constructor() {
      const tell = () => {
        const { now, parts } = kept[next++];
        const later = performance.timeOrigin + performance.now() - now;
        this.onmessage({
          data: parts
            .map((part, at) => (at % 2 ? String(Number(part) + later) : part))
            .join(""),
        });
      };
      // What has left is taken away by a message of its own, long after the press.
      const drop = () => {
        clearTimeout(drops);
        while (kept[next] && isShort(kept[next])) tell();
      };
      const bare = new Real(`ws://127.0.0.1:${port}/live`);
      bare.onopen = () => {
        this.onopen();
        tell();
        setInterval(() => this.onmessage({ data: '{"k":"beat"}' }), 2000);
      };
      bare.onmessage = () => {
        drop();
        tell();
        drops = setTimeout(drop, 650);
      };
    }
  };
}

async function openPages(browser, count, address, ...before) {
  const pages = [];
  for (let at = 0; at < count; at++) {
    const page = await (
      await browser.newContext({
        bypassCSP: true,
        viewport: { width: 640, height: 360 },
      })
    ).newPage();
    if (before.length > 0) await page.addInitScript(...before);
    await page.goto(address);
    await page.waitForTimeout(500);
    await page.evaluate(watch);
    pages.push(page);
  }
  return pages;
}

const close = (pages) =>
  Promise.all(pages.map((page) => page.context().close()));

const browser = await browserOn();
const bare = await bareOn();

/** What a bare push takes to as many pages. */
async function floorOn(count) {
  const pages = await openPages(
    browser,
    count,
    `http://127.0.0.1:${ports.floor}/`,
  );
  const floor = await pressed(pages, (at) =>
    ask("POST", ports.floor, "/press", `press ${at}`),
  );
  await close(pages);
  return floor;
}

const figures = (times) => `${ms(median(times))} (${ms(p95(times))})`;
const times = (one, other) => (median(one) / median(other)).toFixed(2);

table(
  "From a press to the painted frame, median (95 %)",
  "outputs",
  "Side Lamp",
  "floor: bare push",
  "times the floor",
  "the same picture, told by the bare server",
  "times that",
);
for (const count of wished("frame") ? [1, 10] : []) {
  const floor = await floorOn(count);
  const lamp = await lampOn();
  const token = (await ask("GET", ports.lamp, "/api/show")).outputs[0].token;
  const link = `http://127.0.0.1:${ports.lamp}/out/#${token}`;
  const light = (at) => air("light", at % 2 ? "place" : "to-see");
  const outputs = await openPages(browser, count, link);
  const ours = await pressed(outputs, light);
  await close(outputs);
  const recording = await openPages(browser, 1, link, record);
  await pressed(recording, light);
  const told = await recording[0].evaluate(() => window.told);
  await close(recording);
  const replaying = await openPages(browser, count, link, replay, {
    told,
    port: ports.floor,
  });
  const replayed = await pressed(replaying, (at) =>
    ask("POST", ports.floor, "/press", `press ${at}`),
  );
  await close(replaying);
  await stop(lamp);
  row(
    count,
    figures(ours),
    figures(floor),
    times(ours, floor),
    figures(replayed),
    times(ours, replayed),
  );
}

table(
  "How a press grows with the show (a desk and an output open; 100 cards in each graphic)",
  "graphics",
  "answer of the server, median (95 %)",
  "press to painted frame, median",
  "against 10 graphics",
);
let ten = null;
for (const count of wished("growth") ? [10, 100, 1000] : []) {
  const lamp = await lampOn("--empty");
  const show = await ask("GET", ports.lamp, "/api/show");
  const made = [];
  // Words of its own for each, or the next graphic of the same template would change nothing to be seen.
  const cardsOf = (graphic) =>
    Array.from({ length: 100 }, (_, at) => ({
      words: { name: `Name ${at} of ${graphic}`, role: `role ${at}` },
    }));
  // At least two in each seat: what is lit already would show no change.
  const seats = ["lower-left", "upper-left", "upper-right", "left", "right"];
  for (let at = 0; at < count; at++) {
    const { id: graphic } = await ask("POST", ports.lamp, "/api/graphics", {
      template: "name",
      name: `Graphic ${at}`,
    });
    await ask("PATCH", ports.lamp, `/api/graphics/${graphic}`, {
      revision: 1e15,
      cards: cardsOf(at),
      seat: seats[at % seats.length],
    });
    made.push(graphic);
  }
  const desk = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 } })
  ).newPage();
  await desk.goto(`http://127.0.0.1:${ports.lamp}/`);
  await desk
    .getByRole("button", { name: "Graphic 0", exact: true })
    .waitFor({ timeout: 60_000 });
  const outputs = await openPages(
    browser,
    1,
    `http://127.0.0.1:${ports.lamp}/out/#${show.outputs[0].token}`,
  );
  const answers = [];
  const painted = await pressed(outputs, async (at) => {
    const from = performance.now();
    await air("light", made[(at * 7) % made.length]);
    answers.push(performance.now() - from);
  });
  ten ??= median(answers);
  row(
    count,
    figures(answers),
    ms(median(painted)),
    (median(answers) / ten).toFixed(2),
  );
  await close(outputs);
  await desk.context().close();
  await stop(lamp);
}

table(
  "From saving a text file to the painted frame (read every 0.1 s, its graphic lit), median (95 %)",
  "outputs",
  "Side Lamp",
  "floor: bare push",
  "times the floor",
);
for (const count of wished("save") ? [1] : []) {
  const floor = await floorOn(count);
  const data = newFolder();
  const lamp = await lampIn(data);
  await ask("PATCH", ports.lamp, "/api/feeds/cloth", {
    revision: 9e15,
    every: 100,
  });
  await air("light", "moth");
  const token = (await ask("GET", ports.lamp, "/api/show")).outputs[0].token;
  const outputs = await openPages(
    browser,
    count,
    `http://127.0.0.1:${ports.lamp}/out/#${token}`,
  );
  const file = join(data, "demo", "on-the-cloth.txt");
  const saved = await pressed(outputs, (at) =>
    writeFileSync(file, `Moth number ${at}\n`),
  );
  await close(outputs);
  await stop(lamp);
  row(count, figures(saved), figures(floor), times(saved, floor));
}

await browser.close();
await stop(bare);
tidy();
