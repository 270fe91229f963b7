import type { Live } from '../live/live';
import type { PageView } from '../live/news';
import { litIn } from './air';
import type { Show } from './show';

/** Whether a page really shows what is lit. */
export function isCarried(pages: ReadonlyMap<string, PageView>): boolean {
  return [...pages.values()].some((page) => page.awake && !page.behind);
}

/** Whether something is lit that no page shows. */
export function isUnseen(live: Pick<Live, 'airings' | 'pages'>): boolean {
  return litIn(live).length > 0 && !isCarried(live.pages);
}

/** What keeps a page from really showing what is lit, in a few words; null = nothing. */
export function troubleOf(page: PageView, show: Pick<Show, 'canvas' | 'loudness'>): string | null {
  const { width, height, rate } = show.canvas;
  if (!page.awake) return 'asleep';
  if (page.behind) return 'behind';
  if (page.width * height !== page.height * width) return 'wrong aspect ratio';
  // Half the pictures a second are missing: motion is seen to stutter.
  if (page.fps < rate.numerator / rate.denominator / 2) return `at ${page.fps} fps`;
  if (page.mute && !show.loudness.muted) return 'without sound';
  return null;
}
