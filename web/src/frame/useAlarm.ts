import { useLive } from '../live/LiveContext';
import { isUnseen } from '../show/carried';

/** What the streamer must not miss. */
export interface Alarm {
  title: string;
  words: string;
  /** Whether nothing can be pressed meanwhile. */
  away?: boolean;
}

/** Null = all is well. */
export function useAlarm(): Alarm | null {
  const { up, news } = useLive();
  if (!up) {
    return {
      title: 'Side Lamp is not answering.',
      words: 'Presses are not sent. What is on air stays as it is; this page tries again by itself.',
      away: true,
    };
  }
  if (!news) return null;
  if (news.unkept) return { title: 'Not kept on disk.', words: news.unkept };
  if (!isUnseen(news)) return null;
  return {
    title: 'Nobody can see this.',
    words:
      news.pages.length === 0
        ? 'No output page is open: copy the link from Outputs into your mixing software.'
        : news.pages.some((page) => page.awake)
          ? 'The output page has not drawn it: reload its source in your mixing software.'
          : 'The output page is asleep: show its source in your mixing software.',
  };
}
