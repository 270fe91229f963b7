import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, send, test, type SideLamp } from './sideLamp';

// Chromium itself is the reference: what the server believes of text and of motion is held against what the browser does.

interface Vector {
  text: string;
  face: string;
  size: number;
  width: number;
  line: {
    size: number;
    rtl: boolean;
    ink: string;
    spacing: number;
    spans: { text: string; face?: string; emoji?: string }[];
  };
  breaks: string[];
}

const vectors = <T>(name: string): T =>
  JSON.parse(readFileSync(join(import.meta.dirname, '../vectors', name), 'utf8')) as T;

/** A browser fetches a face only when it is used: measured before that, a text would have the width of another. */
async function loadFaces(page: Page, lines: readonly Vector[]): Promise<void> {
  const faces = [...new Set(lines.flatMap((one) => one.line.spans.flatMap((span) => span.face ?? [])))];
  await page.evaluate(
    (all) => Promise.all(all.map((face) => document.fonts.load(`48px "${face}"`, 'Aaعא夜Ωя'))).then(() => undefined),
    faces,
  );
}

test.use({ outputSize: 'whole' });

test('text, its breaks and lines, and motion are as Chromium has them', async ({ output, lamp }) => {
  await test.step('text is as wide as the server measured it', () => widthsAgree(output));
  await test.step('lines break where Chromium breaks them', () => breaksAgree(output));
  await test.step('easing curves are as Chromium moves by them', () => easingAgrees(output));
  await test.step('the page never breaks a line by itself', () => linesHold(output, lamp));
});

async function widthsAgree(output: Page): Promise<void> {
  const lines = vectors<Vector[]>('text.json');
  await loadFaces(output, lines);
  const widths = await output.evaluate((all) => {
    return all.map((one) => {
      const element = document.createElement('div');
      element.dir = one.line.rtl ? 'rtl' : 'ltr';
      element.lang = 'en';
      element.style.cssText = `position:absolute;white-space:pre;unicode-bidi:isolate;font:normal ${one.size}px/1 "${one.line.spans[0]?.face ?? one.face}";font-synthesis:none;font-optical-sizing:none;text-rendering:geometricPrecision`;
      for (const span of one.line.spans) {
        const part = document.createElement('span');
        if (span.emoji) part.style.cssText = 'display:inline-block;width:1em;height:0';
        else {
          part.style.fontFamily = `"${span.face}"`;
          part.textContent = span.text;
        }
        element.append(part);
      }
      document.body.append(element);
      const { width } = element.getBoundingClientRect();
      element.remove();
      return width;
    });
  }, lines);

  const off = lines
    .map((one, at) => ({
      text: one.text,
      face: one.face,
      server: one.width,
      browser: widths[at]!,
      faces: new Set(one.line.spans.map((span) => span.face ?? 'emoji')).size,
    }))
    // Text of one font within 0.05 px at 48 px; each further font may add as much again.
    .filter((one) => Math.abs(one.server - one.browser) > 0.05 * one.faces);
  expect(off).toEqual([]);
}

/** Texts that Chromium breaks elsewhere than UAX #14 as ICU has it, and why. */
const knownBreaks = new Map<string, string>([
  ['https://moths.example/hollow-lane/tonight', 'UAX #14 lets a line end after a slash; Chromium does not'],
  ['three   spaces   here', 'CSS folds spaces in text that wraps by itself; a caption keeps them'],
]);

async function breaksAgree(output: Page): Promise<void> {
  const lines = vectors<Vector[]>('text.json').filter((one) => !one.line.spans.some((span) => span.emoji));
  await loadFaces(output, lines);
  const breaks = await output.evaluate((all) => {
    return all.map((one) => {
      const element = document.createElement('div');
      element.dir = one.line.rtl ? 'rtl' : 'ltr';
      element.lang = 'en';
      element.style.cssText = `position:absolute;width:420px;white-space:normal;overflow-wrap:anywhere;font:normal ${one.size}px/1 "${one.face}";text-rendering:geometricPrecision`;
      for (const span of one.line.spans) {
        const part = document.createElement('span');
        part.style.fontFamily = `"${span.face}"`;
        part.textContent = span.text;
        element.append(part);
      }
      document.body.append(element);
      // Each letter's line, by where the browser put it.
      const texts: string[] = [];
      let top = -Infinity;
      const range = document.createRange();
      const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const text = node.textContent ?? '';
        for (let at = 0; at < text.length; at++) {
          range.setStart(node, at);
          range.setEnd(node, at + 1);
          const rect = [...range.getClientRects()].find((one) => one.width > 0);
          if (rect && rect.top > top + 10) {
            texts.push('');
            top = rect.top;
          }
          texts[texts.length - 1] = (texts.at(-1) ?? '') + text[at];
        }
      }
      element.remove();
      return texts.map((line) => line.trim());
    });
  }, lines);

  const tidy = (all: string[]) =>
    all.map((line) =>
      line
        .replace(/ +/g, ' ')
        .replace(/\u00ad/g, '')
        .trim(),
    );
  const differs = lines
    .map((one, at) => ({
      text: one.text,
      face: one.face,
      server: tidy(one.breaks),
      browser: tidy(breaks[at]!),
    }))
    .filter((one) => JSON.stringify(one.server) !== JSON.stringify(one.browser) && !knownBreaks.has(one.text));
  expect(differs).toEqual([]);
}

async function easingAgrees(output: Page): Promise<void> {
  const curves = vectors<{ curve: number[]; at: number[] }[]>('easing.json');
  const moved = await output.evaluate(
    (all) =>
      all.map(({ curve, at }) => {
        const element = document.body.appendChild(document.createElement('div'));
        const animation = element.animate([{ opacity: 0 }, { opacity: 1 }], {
          duration: 1000,
          easing: `cubic-bezier(${curve.join()})`,
          fill: 'both',
        });
        animation.pause();
        return at.map((_, step) => {
          animation.currentTime = step * 50;
          return animation.effect!.getComputedTiming().progress!;
        });
      }),
    curves,
  );
  for (const [at, { at: ours }] of curves.entries()) {
    for (const [step, value] of ours.entries()) expect(moved[at]![step]).toBeCloseTo(value, 4);
  }
}

async function linesHold(output: Page, lamp: SideLamp): Promise<void> {
  await send(lamp, 'POST', '/api/air', { verb: 'light', graphic: 'quote', id: 'lines' });
  const last = output.locator('[data-node="quote/1"] > div');
  await expect(last).toBeVisible();
  const lines = await output.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('[data-node^="quote/"] > div')].map((element) => {
      const range = document.createRange();
      range.selectNodeContents(element);
      return {
        drawn: range.getBoundingClientRect().width,
        told: parseFloat(element.parentElement!.style.width),
        rows: range.getClientRects().length,
      };
    }),
  );
  expect(lines.length).toBeGreaterThan(1);
  for (const one of lines) {
    expect(Math.abs(one.drawn - one.told)).toBeLessThan(0.06);
    expect(one.rows).toBeLessThanOrEqual(2);
  }
}
