import type { Schemas } from '../api/client';
import type { News } from '../live/LiveContext';
import type { Show } from './ShowContext';
import { isLit } from './useAir';

type PageView = Schemas['PageView'];

/** Whether a page really shows what is lit. */
export function isCarried(pages: readonly PageView[]): boolean {
  return pages.some((page) => page.awake && !page.behind);
}

/** Whether something is lit that no page shows. */
export function isUnseen({ airings, pages }: Pick<News, 'airings' | 'pages'>): boolean {
  return airings.some((airing) => isLit(airing.phase)) && !isCarried(pages);
}

/** What keeps a page from really showing what is lit, in a few words; null = nothing. */
export function troubleOf(page: PageView, show: Show): string | null {
  const { width, height, rate } = show.canvas;
  if (!page.awake) return 'asleep';
  if (page.behind) return 'behind';
  if (page.width * height !== page.height * width) return 'of another shape';
  // Half the pictures a second are missing: motion is seen to stutter.
  if (page.fps < rate.numerator / rate.denominator / 2) return `at ${page.fps} pictures a second`;
  if (page.mute && !show.loudness.muted) return 'without sound';
  return null;
}
