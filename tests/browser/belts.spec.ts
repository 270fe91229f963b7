import { expect, test, type SideLamp } from './sideLamp';
import { FramePage, shiftOf } from './frames';

async function send(lamp: SideLamp, method: string, path: string, body: unknown): Promise<void> {
  const headers = { 'content-type': 'application/json', origin: lamp.url };
  const answer = await fetch(lamp.url + path, { method, headers, body: JSON.stringify(body) });
  expect(answer.ok, `${path}: ${answer.status}`).toBe(true);
}

let presses = 0;
const press = (lamp: SideLamp, verb: string, graphic: string) =>
  send(lamp, 'POST', '/api/air', { verb, graphic, id: `belts ${presses++}` });

const rates = { '30': [30, 1], '50': [50, 1], '59.94': [60_000, 1001], '60': [60, 1] } as const;
const px = 3;

// Source: the frames that Chromium itself draws, one by one.
test('each frame of a crawl is the one before it, moved by whole px, at every rate of a show', async ({ lamp }) => {
  await send(lamp, 'PATCH', '/api/graphics/sightings', { revision: 9e15, belt: { px } });
  // The last page does not draw the show's frames: its steps are as even as they can be, and still whole.
  const pages = ['30', '50', '59.94', '60', '60 on 50'].map((name) => {
    const [show = '', page = show] = name.split(' on ');
    const perSecond = (rate: string) => rates[rate as '60'][0] / rates[rate as '60'][1];
    return { name, rate: rates[show as '60'], own: perSecond(page), step: (px * perSecond(show)) / perSecond(page) };
  });
  for (const { name, rate, own, step } of pages) {
    const canvas = { width: 640, height: 240, rate: { numerator: rate[0], denominator: rate[1] } };
    await send(lamp, 'PATCH', '/api/show', { revision: 9e15, canvas });
    const page = await FramePage.open(await lamp.outputLink(), own, canvas.width, canvas.height);
    await page.until('document.getElementById("canvas")?.style.width === "640px"');
    // What was lit before is gone: each begins anew.
    await page.until('document.querySelectorAll("[data-item]").length === 0');
    await press(lamp, 'light', 'sightings');
    await page.until('document.querySelectorAll("[data-item]").length > 3');
    // From here on nothing but its own time tells the page where items stand.
    await page.goDeaf();
    const shifts: (number | null)[] = [];
    await page.until('document.querySelector("[data-item]").getBoundingClientRect().left < 420');
    let before = await page.frame();
    for (let frame = 0; frame < 36; frame++) {
      const after = await page.frame();
      shifts.push(shiftOf(before, after, { x: 300, y: 214, w: 320, h: 13 }, 12));
      before = after;
    }
    await page.close();
    await press(lamp, 'dark', 'sightings');
    const allowed = [Math.floor(step + 1e-9), Math.ceil(step - 1e-9)];
    const wrong = shifts.filter((one) => one === null || !allowed.includes(one));
    expect(wrong, `${name}: ${shifts.join(' ')}`).toEqual([]);
  }
});
