import type { ComponentProps } from 'react';
import { later } from './later';
import type { SlideLine } from './SlideLine';

/** Its place, until it can be drawn. */
function Still({ className }: ComponentProps<typeof SlideLine>) {
  return <span className={className} />;
}

/** A number drawn along a line, by pointer, touch or keys. */
export const Slide = later(async () => (await import('./SlideLine')).SlideLine, { meanwhile: Still });
