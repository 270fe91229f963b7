import { converter, parse, wcagContrast } from 'culori';
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';

// Reference: culori 4, a library for CSS Color 4.

interface Reading {
  css: string;
  rgb: [number, number, number, number];
  lch: [number, number, number];
  contrast: number;
}

const readings = JSON.parse(readFileSync('../tests/vectors/colours.json', 'utf8')) as Reading[];
const toRgb = converter('rgb');
const toLch = converter('oklch');

test.each(readings)('$css is the colour that CSS means', ({ css, rgb, lch, contrast }) => {
  const colour = toRgb(parse(css)!);
  const expected = [colour.r, colour.g, colour.b, colour.alpha ?? 1];
  rgb.forEach((channel, at) => expect(Math.abs(channel - expected[at]!)).toBeLessThan(1e-4));
  const { l, c, h } = toLch(colour);
  expect(Math.abs(lch[0] - l)).toBeLessThan(1e-4);
  expect(Math.abs(lch[1] - c)).toBeLessThan(1e-4);
  if (c > 0.01) expect(Math.abs(lch[2] - h!)).toBeLessThan(0.05);
  expect(Math.abs(contrast - wcagContrast({ ...colour, alpha: 1 }, '#12231d'))).toBeLessThan(0.01);
});
