import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'wouter';
import { inputLook } from '../ui/inputLook';
import { Page } from '../ui/Page';
import { findHelp, helpPages } from './helpPages';

/** The help: a page for each place, looked through by words. */
export function HelpPage() {
  const { page: id } = useParams<{ page?: string }>();
  const page = helpPages.find((one) => one.id === id) ?? helpPages[0]!;
  const [wish, setWish] = useState('');
  const found = findHelp(wish);
  // The address names a part: it is brought into view once it is drawn.
  useEffect(() => {
    const part = location.hash.slice(1);
    if (part) document.getElementById(part)?.scrollIntoView();
  }, [page]);
  return (
    <Page title="Help">
      <div className="stacks grid min-h-0 grid-cols-[15rem_minmax(0,1fr)] gap-5">
        <nav aria-label="Pages of the help" className="flex min-h-0 flex-col gap-1 overflow-y-auto">
          <input
            type="search"
            autoFocus
            aria-label="Search the help"
            placeholder="Search the help"
            value={wish}
            onChange={({ target }) => setWish(target.value)}
            className={clsx(inputLook, 'mb-2 shrink-0')}
          />
          {wish.trim() && found.length === 0 && <p className="px-2 text-quiet">No matches</p>}
          {wish.trim()
            ? found.map(({ page: of, part }) => (
                <Link
                  key={of.id + part.id}
                  to={`/help/${of.id}#${part.id}`}
                  // Of the page that is open the address alone changes.
                  onClick={() => document.getElementById(part.id)?.scrollIntoView()}
                  className={entry}
                >
                  <span className="font-semibold text-ink">{part.title}</span>
                  <span className="line-clamp-2 text-small">{part.words}</span>
                </Link>
              ))
            : helpPages.map((one) => (
                <Link
                  key={one.id}
                  to={`/help/${one.id}`}
                  aria-current={one === page ? 'page' : undefined}
                  className={entry}
                >
                  {one.title}
                </Link>
              ))}
        </nav>
        <article
          tabIndex={0}
          aria-label={page.title}
          className={clsx(
            'min-h-0 overflow-y-auto rounded-[14px] bg-panel p-6 text-title leading-relaxed',
            '[&_h1]:mb-2 [&_h1]:text-2xl [&_h1]:font-bold [&_h2]:mt-6 [&_h2]:mb-1 [&_h2]:text-lg [&_h2]:font-semibold',
            '[&_p]:my-2 [&_p]:max-w-[44rem] [&_img]:my-3 [&_img]:aspect-[16/10] [&_img]:w-full [&_img]:max-w-[52rem] [&_img]:rounded-xl [&_code]:rounded [&_code]:bg-ground [&_code]:px-1.5 [&_code]:text-cool',
          )}
          dangerouslySetInnerHTML={{ __html: page.html }}
        />
      </div>
    </Page>
  );
}

const entry =
  'grid gap-0.5 rounded-lg px-3 py-2 text-quiet hover:bg-panel hover:text-ink aria-[current]:bg-raised aria-[current]:font-semibold aria-[current]:text-ink';
