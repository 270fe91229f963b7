import { answered, client } from '../api/client';
import { hear, live } from '../live/live';
import { withShowNews, type ShowNews } from './showNews';
import { setShow, shows } from './show';

const tryAgain = 1000;

/** News that came while the whole show was on its way. */
let early: ShowNews[] | null = null;

/** Asks for the whole show: at the start, and when news do not follow on from what is known. */
export async function loadShow(): Promise<void> {
  if (early) return;
  early = [];
  try {
    let kept = await answered(client.GET('/api/show'));
    for (const news of early) if (news.from === kept.revision) kept = withShowNews(kept, news);
    early = null;
    setShow({ kept });
    catchUp();
  } catch {
    early = null;
    // The top line says that the server is away; this goes on by itself.
    setTimeout(() => void loadShow(), tryAgain);
  }
}

function catchUp(): void {
  const { kept } = shows.getState();
  const { epoch, revision } = live.getState();
  if (epoch && kept && kept.revision < revision) void loadShow();
}

/** Follows the show for as long as the page is open: asked for once, then only what differs is heard. */
export function followShow(): void {
  hear(({ show: news, revision }) => {
    const { kept } = shows.getState();
    if (early) {
      if (news) early.push(news);
    } else if (kept && news?.from === kept.revision) setShow({ kept: withShowNews(kept, news) });
    else if (kept && kept.revision !== revision) void loadShow();
  });
  void loadShow();
}
