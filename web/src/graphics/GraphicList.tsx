import clsx from 'clsx';
import { memo, useCallback, useEffect, useRef, useState, type MouseEvent } from 'react';
import { Link, useLocation } from 'wouter';
import { useLive } from '../live/live';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { tellDeleted } from '../show/deleted';
import { saveFile } from '../show/saveFile';
import { seatsInFrame } from '../show/seats';
import { edits } from '../show/edits';
import { useShow, type Graphic } from '../show/show';
import { litIn } from '../show/air';
import { inputLook } from '../ui/inputLook';
import { Menu, MenuItem, MenuLine } from '../ui/Menu';
import { rove } from '../ui/rove';
import { Seen } from '../ui/Seen';
import { useMenu } from '../ui/useMenu';
import { askToDelete } from '../show/askToDelete';

/** The graphics by seat, in the order of the frame. Ctrl or Shift chooses several; the context menu is for them all. */
export function GraphicList({ chosen }: { chosen: Graphic }) {
  const show = useShow();
  const [also, setAlso] = useState<string[]>([]);
  const seats = seatsInFrame(show.seats);
  const inOrder = seats.flatMap((seat) => show.graphics.filter((graphic) => graphic.seat === seat.id));
  const lit = new Set(useLive((live) => litIn(live).map((airing) => airing.graphic)));
  const now = { also, inOrder, chosen: chosen.id, lit };
  const latest = useRef(now);
  // What the handlers read: they themselves never change, so that a long list is not drawn anew for one edit.
  useEffect(() => {
    latest.current = now;
  });

  const choose = useCallback((event: MouseEvent, id: string): void => {
    const before = latest.current;
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      setAlso((all) => (all.includes(id) ? all.filter((one) => one !== id) : [...all, id]));
    } else if (event.shiftKey) {
      event.preventDefault();
      const places = [before.chosen, id].map((one) => before.inOrder.findIndex((graphic) => graphic.id === one));
      setAlso(before.inOrder.slice(Math.min(...places), Math.max(...places) + 1).map((graphic) => graphic.id));
    } else setAlso([]);
  }, []);
  /** What the menu of a graphic is for: all that are chosen, when it is one of them. */
  const among = useCallback((id: string): { ids: string[]; lit: boolean } => {
    const { current } = latest;
    const all = [current.chosen, ...current.also.filter((one) => one !== current.chosen)];
    const ids = all.includes(id) ? all : [id];
    return { ids, lit: ids.some((one) => current.lit.has(one)) };
  }, []);

  const [typed, setTyped] = useState('');
  const find = typed.trim().toLocaleLowerCase();
  const stop = (isFound(chosen) ? chosen : inOrder.find(isFound))?.id;
  return (
    <nav
      aria-label="Graphics by seat"
      onKeyDown={upAndDown}
      className="flex min-h-0 flex-col gap-2 overflow-y-auto pr-1"
    >
      {show.graphics.length > many && (
        <input
          type="search"
          aria-label="Find a graphic"
          placeholder={`Find among ${show.graphics.length}`}
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          className={clsx(inputLook, 'sticky top-0 z-10 shrink-0')}
        />
      )}
      {find && !show.graphics.some(isFound) && <p className="text-quiet">No matches</p>}
      {seats.map((seat) => {
        const here = show.graphics.filter((graphic) => graphic.seat === seat.id && isFound(graphic));
        return here.length === 0 ? null : (
          <section key={seat.id} className="mb-3">
            <h2 className="mb-1 px-1 text-small text-faint lowercase">{seat.name}</h2>
            <ul className="grid gap-1.5">
              {here.map((graphic) => (
                <Thumbnail
                  key={graphic.id}
                  id={graphic.id}
                  name={graphic.name}
                  chosen={graphic.id === chosen.id}
                  isStop={graphic.id === stop}
                  marked={also.includes(graphic.id)}
                  lit={lit.has(graphic.id)}
                  among={among}
                  onChoose={choose}
                />
              ))}
            </ul>
          </section>
        );
      })}
    </nav>
  );

  function isFound({ name, cards }: Graphic): boolean {
    return (
      !find ||
      [name, ...cards.flatMap((card) => Object.values(card.words))].some((one) =>
        one.toLocaleLowerCase().includes(find),
      )
    );
  }
}

/** One stop for Tab, however many there are: arrows go from one to another. */
const upAndDown = rove('li > a');

/** From so many on they are looked for, by name or by words. */
const many = 12;

function Glimpse({ id, name }: { id: string; name: string }) {
  const { data } = usePicture(id);
  return <PictureView close picture={data} label={`Thumbnail of ${name}`} />;
}

/** As a file, with words, timers, templates and artwork: the shelf of any show takes it in. */
const saveSet = (ids: readonly string[]): Promise<void> =>
  saveFile(`/api/sets/file?graphics=${encodeURIComponent(ids.join(','))}`, 'set.zip');

interface ThumbnailProps {
  id: string;
  name: string;
  chosen: boolean;
  /** Whether Tab stops at it. */
  isStop: boolean;
  marked: boolean;
  lit: boolean;
  among(id: string): { ids: string[]; lit: boolean };
  onChoose(event: MouseEvent, id: string): void;
}

const Thumbnail = memo(({ id, name, chosen, isStop, marked, lit, among, onChoose }: ThumbnailProps) => {
  const [, navigate] = useLocation();
  const [naming, setNaming] = useState(false);
  const menu = useMenu();
  const count = menu.place ? among(id).ids.length : 1;
  const begin = useRef(false);
  const place = useRef<HTMLLIElement>(null);
  // A new one, and one that was come to from elsewhere, is seen.
  useEffect(() => {
    if (chosen) place.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);

  const duplicate = async (): Promise<void> => {
    let last: string | null = null;
    for (const one of among(id).ids) last = await edits.addGraphic({ copyOf: one });
    if (last) navigate(`/graphics/${last}`);
  };
  const remove = async (): Promise<void> => {
    const those = among(id);
    if (those.lit && !(await askToDelete(those.ids.length === 1 ? `“${name}” is` : 'Some of them are'))) return;
    let gone = 0;
    for (const one of those.ids) if (await edits.deleteGraphic(one)) gone++;
    if (gone > 0) tellDeleted(edits.undo, gone === 1 ? 'The graphic is' : `${gone} graphics are`, [], gone);
  };
  const rename = (next: string): void => {
    setNaming(false);
    if (next.trim() && next !== name) void edits.graphic(id, { name: next.trim() });
  };

  return (
    <>
      <li
        ref={place}
        {...menu.asked}
        onKeyDown={(event) => event.key === 'F2' && setNaming(true)}
        className={clsx(
          'overflow-hidden rounded-lg bg-panel transition-shadow duration-150',
          chosen || marked ? 'shadow-[0_0_0_2px_var(--color-cool)]' : 'hover:bg-raised',
        )}
      >
        <Link
          to={`/graphics/${id}`}
          aria-current={chosen ? 'page' : undefined}
          tabIndex={isStop ? undefined : -1}
          aria-label={naming ? name : undefined}
          // The link itself hears no click with a modifier.
          onClickCapture={(event) => onChoose(event, id)}
          className="block"
        >
          <Seen className="aspect-video">
            <Glimpse id={id} name={name} />
          </Seen>
          {!naming && (
            <span className="flex items-center justify-between gap-2 px-2 py-1.5">
              <span className="truncate font-semibold">{name}</span>
              {lit && <span className="lit rounded-full px-1.5 text-micro font-semibold">on air</span>}
            </span>
          )}
        </Link>
        {naming && (
          <input
            autoFocus
            aria-label={`New name of ${name}`}
            defaultValue={name}
            maxLength={80}
            onFocus={(event) => event.target.select()}
            onBlur={(event) => rename(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') rename(event.currentTarget.value);
              if (event.key === 'Escape') setNaming(false);
            }}
            className={inputLook}
          />
        )}
      </li>
      {menu.place && (
        <Menu
          label={`What can be done with ${name}`}
          at={menu.place}
          onClose={menu.close}
          // The name wants the focus then.
          onClosed={() => {
            const wanted = begin.current;
            begin.current = false;
            setNaming(wanted);
            return wanted;
          }}
        >
          {count === 1 && (
            <MenuItem onSelect={() => (begin.current = true)}>
              Rename <span className="float-right text-quiet">F2</span>
            </MenuItem>
          )}
          <MenuItem onSelect={() => void duplicate()}>Duplicate {count > 1 && `these ${count}`}</MenuItem>
          <MenuItem onSelect={() => navigate(`/graphics/${id}/cards`)}>Cards as a table</MenuItem>
          <MenuItem onSelect={() => void saveSet(among(id).ids)}>
            Save {count > 1 && `these ${count} `}as a set
          </MenuItem>
          <MenuLine />
          <MenuItem onSelect={() => void remove()}>Delete {count > 1 && `these ${count}`}</MenuItem>
        </Menu>
      )}
    </>
  );
});
