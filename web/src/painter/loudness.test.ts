import { describe, expect, it } from 'vitest';
import { aim, gainFor, loudnessOf, rate } from './loudness';

const sine = (hertz: number, level: number, seconds: number): Float32Array =>
  Float32Array.from({ length: seconds * rate }, (_, at) => level * Math.sin((2 * Math.PI * hertz * at) / rate));

describe('how loud a sound is', () => {
  // Source: ITU-R BS.1770-4, annex 1: a sine of 997 Hz at full scale in one channel reads −3.01 LKFS; in two, 3.01 more.
  it('is what the recommendation says of its own test signal', () => {
    const full = sine(997, 1, 3);
    expect(loudnessOf([full])).toBeCloseTo(-3.01, 2);
    expect(loudnessOf([full, full])).toBeCloseTo(0, 2);
    expect(loudnessOf([sine(997, 0.1, 3)])).toBeCloseTo(-23.01, 2);
  });

  // Source: EBU Tech 3341, case 3 by its idea (from memory): what is 36 dB softer than the rest does not count.
  it('is not made less by pauses, nor by a soft tail', () => {
    const with_ = (level: number): Float32Array => Float32Array.from([...sine(997, 0.5, 2), ...sine(997, level, 2)]);
    expect(loudnessOf([with_(0)])).toBeCloseTo(loudnessOf([sine(997, 0.5, 2)]), 0);
    expect(loudnessOf([with_(0.008)])).toBeCloseTo(loudnessOf([sine(997, 0.5, 2)]), 0);
  });

  it('becomes one for all that are heard, and none is cut off at full scale', () => {
    for (const [hertz, level, seconds] of [
      [440, 0.9, 1],
      [440, 0.02, 4],
      [3000, 0.3, 0.2],
    ] as const) {
      const wave = sine(hertz, level, seconds);
      const gain = gainFor([wave]);
      expect(loudnessOf([wave.map((one) => one * gain)])).toBeCloseTo(aim, 1);
    }
    const click = new Float32Array(rate);
    click[100] = 0.001;
    expect(gainFor([click])).toBeLessThanOrEqual(1000);
    expect(gainFor([new Float32Array(rate)])).toBe(1);
  });
});
