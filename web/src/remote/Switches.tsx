import clsx from 'clsx';
import { useState } from 'react';
import { useLive } from '../live/live';
import { litIn } from '../show/air';
import { inputLook } from '../ui/inputLook';
import { Empty } from '../ui/Page';
import { BigSwitch } from './BigSwitch';
import type { RemoteShow } from './remote';

/** From this many switches on, they can be searched. */
const many = 12;

const low = (text: string): string => text.toLocaleLowerCase();

/** The switches, from above as the map of the desk has them; by the desk's pages, and by what is looked for. */
export function Switches({ show, className }: { show: RemoteShow; className: string }) {
  const [page, setPage] = useState<string | null>(null);
  const [find, setFind] = useState('');
  const lit = useLive((live) => litIn(live).map((airing) => airing.graphic));
  const said = useLive(({ switches }) => switches);
  const on = show.pages.find(({ id }) => id === page);
  const wanted = low(find.trim());
  const shown = show.graphics.filter(
    ({ id, name }) =>
      (!on || on.graphics.includes(id) || lit.includes(id)) &&
      (!wanted || low(`${name} ${said.get(id)?.words ?? ''}`).includes(wanted)),
  );
  const seats = [...new Set(shown.map(({ seat }) => seat))];
  return (
    <section aria-label="Switches" className={clsx('grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-2', className)}>
      <div className="flex min-w-0 gap-1.5 empty:hidden max-md:flex-col">
        {show.pages.length > 0 && (
          <div className="flex min-w-0 shrink gap-1.5 overflow-x-auto">
            {[null, ...show.pages].map((one) => (
              <button
                key={one?.id ?? ''}
                type="button"
                aria-pressed={(on?.id ?? null) === (one?.id ?? null)}
                onClick={() => setPage(one?.id ?? null)}
                className="min-h-10 shrink-0 rounded-full bg-panel px-4 text-quiet aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink"
              >
                {one?.name ?? 'All'}
              </button>
            ))}
          </div>
        )}
        {show.graphics.length > many && (
          <input
            type="search"
            aria-label="Find a switch"
            placeholder="Find"
            value={find}
            onChange={({ target }) => setFind(target.value)}
            className={clsx(inputLook, 'min-h-10 min-w-36 flex-1 max-md:flex-none')}
          />
        )}
      </div>
      <div className="grid min-h-0 content-start gap-3 overflow-y-auto rounded-xl">
        {show.graphics.length === 0 && (
          <Empty title="Nothing to light yet.">Take a graphic from the shelf, at the computer.</Empty>
        )}
        {show.graphics.length > 0 && shown.length === 0 && (
          <p className="p-6 text-center text-quiet">No switch is like that here.</p>
        )}
        {seats.map((seat) => (
          <section key={seat} aria-label={seat} className="grid gap-1.5">
            <h2 className="text-small text-faint lowercase">{seat}</h2>
            <div className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,17rem),1fr))] gap-2">
              {shown
                .filter((graphic) => graphic.seat === seat)
                .map((graphic) => (
                  <BigSwitch key={graphic.id} graphic={graphic} />
                ))}
            </div>
          </section>
        ))}
      </div>
    </section>
  );
}
