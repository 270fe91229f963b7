import clsx from 'clsx';
import { Link, useLocation } from 'wouter';
import { later } from '../ui/later';
import { useOpened } from './opened';
import { PaletteStill } from './PaletteStill';
import { Places } from './Places';
import { ownScreen, places } from './places';
import { TopLine } from './TopLine';
import { useKeys } from './useKeys';

const Drops = later(async () => (await import('./Drops')).Drops);
const KeyList = later(async () => (await import('./KeyList')).KeyList, { takesKeys: true });
const CommandPalette = later(async () => (await import('./CommandPalette')).CommandPalette, {
  meanwhile: PaletteStill,
});

/** The frame of the app: places at the left in the order of the work, and what is on air at the top, wherever one is. */
export function Frame() {
  useKeys();
  const opened = useOpened();
  const [here] = useLocation();
  if (here === ownScreen)
    return (
      <main className="grid h-full min-h-0">
        <Places />
      </main>
    );
  const isHere = (to: string): boolean => here === to || (to !== '/' && here.startsWith(`${to}/`));
  return (
    <div className="grid h-full grid-cols-[68px_1fr] grid-rows-[auto_1fr]">
      <nav aria-label="Places" className="row-span-2 flex flex-col gap-0.5 bg-pit px-2 py-3">
        <img src="/lamp.svg" alt="" className="mx-auto mb-3.5 size-9 rounded-full drop-shadow-[0_0_11px_#ffb34755]" />
        {places.map(({ to, name, icon: Icon, apart, also }) => (
          <Link
            key={to}
            to={to}
            aria-current={isHere(to) || (also && isHere(also)) ? 'page' : undefined}
            className={clsx(
              'grid justify-items-center gap-1 rounded-[10px] py-2 text-[11px] transition-colors duration-150',
              apart && 'mt-3',
              'text-faint hover:text-ink aria-[current]:bg-raised aria-[current]:text-ink',
            )}
          >
            <Icon aria-hidden size={18} strokeWidth={1.75} />
            {name}
          </Link>
        ))}
      </nav>
      <header className="min-w-0">
        <TopLine />
      </header>
      <main className="grid min-h-0 min-w-0">
        <Places />
      </main>
      <Drops />
      {opened === 'keys' && <KeyList />}
      {opened === 'palette' && <CommandPalette />}
    </div>
  );
}
