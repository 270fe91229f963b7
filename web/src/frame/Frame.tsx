import clsx from 'clsx';
import { Link, useLocation } from 'wouter';
import { later } from '../ui/later';
import { useOpened } from './opened';
import { PaletteStill } from './PaletteStill';
import { Places } from './Places';
import { ownScreens, places } from './places';
import { TopLine } from './TopLine';
import { useKeys } from './useKeys';

const Drops = later(async () => (await import('./Drops')).Drops);
const LookDrawer = later(async () => (await import('./LookDrawer')).LookDrawer);
const KeyList = later(async () => (await import('./KeyList')).KeyList, { takesKeys: true });
const CommandPalette = later(async () => (await import('./CommandPalette')).CommandPalette, {
  meanwhile: PaletteStill,
});

/** The frame of the app: places at the left in the order of the work, and what is on air at the top, wherever one is. */
export function Frame() {
  useKeys();
  const opened = useOpened();
  const [here] = useLocation();
  if (ownScreens.includes(here))
    return (
      <main className="grid h-full min-h-0">
        <Places />
      </main>
    );
  const isHere = (to: string): boolean => here === to || (to !== '/' && here.startsWith(`${to}/`));
  return (
    <div className="grid h-full grid-cols-[4.25rem_minmax(0,1fr)] grid-rows-[auto_1fr] max-sm:grid-cols-[minmax(0,1fr)] max-sm:grid-rows-[auto_1fr_auto]">
      <a
        href="#place"
        className="sr-only z-50 rounded-[10px] bg-cool px-4 py-2 font-semibold text-on-cool focus:not-sr-only focus:fixed focus:top-2 focus:left-2"
      >
        Skip to the place itself
      </a>
      {/* On a phone the places lie at the foot, under the thumb. */}
      <nav
        aria-label="Places"
        className="row-span-2 flex flex-col gap-0.5 overflow-y-auto bg-pit px-2 py-3 max-sm:order-last max-sm:row-span-1 max-sm:flex-row max-sm:overflow-x-auto max-sm:py-1"
      >
        <img
          src="/lamp.svg"
          alt=""
          className="max-sm:hidden mx-auto mb-3.5 size-9 rounded-full drop-shadow-[0_0_11px_#ffb34755]"
        />
        {places.map(({ to, name, icon: Icon, apart, also }) => (
          <Link
            key={to}
            to={to}
            aria-current={isHere(to) || (also && isHere(also)) ? 'page' : undefined}
            className={clsx(
              'grid justify-items-center gap-1 rounded-[10px] py-2 max-sm:min-w-14 max-sm:px-1 text-small transition-colors duration-150',
              apart && 'mt-3 max-sm:order-first max-sm:mt-0',
              'text-faint hover:text-ink aria-[current]:bg-raised aria-[current]:text-ink',
            )}
          >
            <Icon aria-hidden size={18} strokeWidth={1.75} />
            {name}
          </Link>
        ))}
        <span className="mt-auto max-sm:mt-0 max-sm:min-w-14">
          <LookDrawer />
        </span>
      </nav>
      <header className="min-w-0">
        <TopLine />
      </header>
      <main id="place" tabIndex={-1} className="grid min-h-0 min-w-0 outline-none">
        <Places />
      </main>
      <Drops />
      {opened === 'keys' && <KeyList />}
      {opened === 'palette' && <CommandPalette />}
    </div>
  );
}
