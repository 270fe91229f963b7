import clsx from 'clsx';
import { NavLink, Outlet } from 'react-router';
import { KeyList } from './KeyList';
import { CommandPalette } from './CommandPalette';
import { places } from './places';
import { TopLine } from './TopLine';
import { useDrops } from './useDrops';
import { useKeys } from './useKeys';

/** The frame of the app: places at the left in the order of the work, and what is on air at the top, wherever one is. */
export function Frame() {
  useKeys();
  useDrops();
  return (
    <div className="grid h-full grid-cols-[68px_1fr] grid-rows-[auto_1fr]">
      <nav aria-label="Places" className="row-span-2 flex flex-col gap-0.5 bg-pit px-2 py-3">
        <img src="/lamp.svg" alt="" className="mx-auto mb-3.5 size-9 rounded-full drop-shadow-[0_0_11px_#ffb34755]" />
        {places.map(({ to, name, icon: Icon, apart }) => (
          <NavLink
            key={to}
            to={to}
            end={to === '/'}
            className={({ isActive }) =>
              clsx(
                'grid justify-items-center gap-1 rounded-[10px] py-2 text-[11px] transition-colors duration-150',
                apart && 'mt-3',
                isActive ? 'bg-raised text-ink' : 'text-faint hover:text-ink',
              )
            }
          >
            <Icon aria-hidden size={18} strokeWidth={1.75} />
            {name}
          </NavLink>
        ))}
      </nav>
      <header className="min-w-0">
        <TopLine />
      </header>
      <main className="grid min-h-0 min-w-0">
        <Outlet />
      </main>
      <KeyList />
      <CommandPalette />
    </div>
  );
}
