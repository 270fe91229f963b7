// How loud a sound is, as people hear it. Source: ITU-R BS.1770-4, annex 1: its two filters at 48 kHz (tables 1 and 2), blocks of 400 ms
// that overlap by 75 %, the absolute gate at −70 LUFS and the relative one 10 LU below (coefficients from memory; its own check, a sine of
// 997 Hz at full scale being −3.01 LUFS, is in the test).

/** What the filters are made for, in Hz: a sound is decoded to it. */
export const rate = 48_000;

/** Of alerts and all other sounds, in LUFS: none is louder than another. */
export const aim = -20;

interface Filter {
  b: readonly [number, number, number];
  a: readonly [number, number];
}

/** The head, as a high shelf; then what lies below hearing. */
const filters: readonly Filter[] = [
  { b: [1.53512485958697, -2.69169618940638, 1.19839281085285], a: [-1.69065929318241, 0.73248077421585] },
  { b: [1, -2, 1], a: [-1.99004745483398, 0.99007225036621] },
];

const block = 0.4 * rate;
const step = block / 4;

/** Integrated loudness in LUFS; −∞ for silence. Of a sound shorter than a block all of it is one. */
export function loudnessOf(channels: readonly Float32Array[]): number {
  const heard = channels.map((samples) => filters.reduce(filtered, samples));
  const length = heard[0]?.length ?? 0;
  const powers: number[] = [];
  for (let from = 0; from === 0 || from + block <= length; from += step) {
    const to = Math.min(length, from + block);
    powers.push(heard.reduce((sum, samples) => sum + meanSquare(samples, from, to), 0));
  }
  const loud = powers.filter((power) => lufs(power) > -70);
  const gate = lufs(mean(loud)) - 10;
  return lufs(mean(loud.filter((power) => lufs(power) > gate)));
}

/** By how much a sound is made louder or softer: to the aim, and never so that it is cut off at full scale. */
export function gainFor(channels: readonly Float32Array[]): number {
  const loudness = loudnessOf(channels);
  if (!Number.isFinite(loudness)) return 1;
  const peak = channels.reduce((most, samples) => samples.reduce((so, one) => Math.max(so, Math.abs(one)), most), 0);
  return Math.min(10 ** ((aim - loudness) / 20), 1 / peak);
}

const lufs = (power: number): number => -0.691 + 10 * Math.log10(power);

const mean = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0) / all.length;

function meanSquare(samples: Float32Array, from: number, to: number): number {
  let sum = 0;
  for (let at = from; at < to; at++) sum += samples[at]! * samples[at]!;
  return to > from ? sum / (to - from) : 0;
}

/** A biquad in direct form 1. */
function filtered(samples: Float32Array, { b, a }: Filter): Float32Array {
  const out = new Float32Array(samples.length);
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let at = 0; at < samples.length; at++) {
    const x = samples[at]!;
    const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    out[at] = y;
  }
  return out;
}
