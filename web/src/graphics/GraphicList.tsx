import clsx from 'clsx';
import { ContextMenu } from 'radix-ui';
import { useRef, useState, type MouseEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { useLive } from '../live/LiveContext';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { seatsInFrame } from '../show/seats';
import { useShow, type Graphic } from '../show/ShowContext';
import { isLit } from '../show/useAir';
import { inputLook } from '../ui/Field';
import { Seen } from '../ui/Seen';

/** The graphics by seat, in the order of the frame. Ctrl or Shift chooses several; the context menu is for them all. */
export function GraphicList({ chosen }: { chosen: Graphic }) {
  const { show } = useShow();
  const [also, setAlso] = useState<string[]>([]);
  const seats = seatsInFrame(show);
  const inOrder = seats.flatMap((seat) => show.graphics.filter((graphic) => graphic.seat === seat.id));
  const all = [chosen.id, ...also.filter((id) => id !== chosen.id)];

  const choose = (event: MouseEvent, id: string): void => {
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      setAlso(also.includes(id) ? also.filter((one) => one !== id) : [...also, id]);
    } else if (event.shiftKey) {
      event.preventDefault();
      const [from, to] = [chosen.id, id]
        .map((one) => inOrder.findIndex((graphic) => graphic.id === one))
        .sort((a, b) => a - b);
      setAlso(inOrder.slice(from, to! + 1).map((graphic) => graphic.id));
    } else setAlso([]);
  };

  return (
    <nav aria-label="Graphics by seat" className="min-h-0 overflow-y-auto pr-1">
      {seats.map((seat) => {
        const here = show.graphics.filter((graphic) => graphic.seat === seat.id);
        return here.length === 0 ? null : (
          <section key={seat.id} className="mb-3">
            <h2 className="mb-1 px-1 text-[11px] text-faint lowercase">{seat.name}</h2>
            <ul className="grid gap-1.5">
              {here.map((graphic) => (
                <Thumbnail
                  key={graphic.id}
                  graphic={graphic}
                  chosen={graphic.id === chosen.id}
                  among={all.includes(graphic.id) ? all : [graphic.id]}
                  marked={also.includes(graphic.id)}
                  onChoose={(event) => choose(event, graphic.id)}
                />
              ))}
            </ul>
          </section>
        );
      })}
    </nav>
  );
}

function Glimpse({ graphic }: { graphic: Graphic }) {
  const { data } = usePicture(graphic.id);
  return <PictureView close picture={data} label={`Thumbnail of ${graphic.name}`} />;
}

interface ThumbnailProps {
  graphic: Graphic;
  chosen: boolean;
  marked: boolean;
  /** The graphics that the context menu is for. */
  among: string[];
  onChoose(event: MouseEvent): void;
}

function Thumbnail({ graphic, chosen, marked, among, onChoose }: ThumbnailProps) {
  const { edits } = useShow();
  const { news } = useLive();
  const navigate = useNavigate();
  const [naming, setNaming] = useState(false);
  const begin = useRef(false);
  const lit = isLit(news?.airings.find((airing) => airing.graphic === graphic.id)?.phase);
  const litAmong = news?.airings.some((airing) => among.includes(airing.graphic) && isLit(airing.phase));

  const duplicate = async (): Promise<void> => {
    let last: string | null = null;
    for (const id of among) last = await edits.addGraphic({ copyOf: id });
    if (last) await navigate(`/graphics/${last}`);
  };
  const remove = async (): Promise<void> => {
    if (litAmong && !window.confirm('Some of it is on air. Delete it, and take it off at once?')) return;
    for (const id of among) await edits.deleteGraphic(id);
  };
  const rename = (name: string): void => {
    setNaming(false);
    if (name.trim() && name !== graphic.name) void edits.graphic(graphic.id, { name: name.trim() });
  };

  const item = 'cursor-default rounded-lg px-3 py-2 outline-none data-highlighted:bg-ridge';
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild>
        <li
          onKeyDown={(event) => event.key === 'F2' && setNaming(true)}
          className={clsx(
            'overflow-hidden rounded-lg bg-panel transition-shadow duration-150',
            chosen || marked ? 'shadow-[0_0_0_2px_var(--color-cool)]' : 'hover:bg-raised',
          )}
        >
          <Link
            to={`/graphics/${graphic.id}`}
            aria-current={chosen ? 'page' : undefined}
            aria-label={naming ? graphic.name : undefined}
            onClick={onChoose}
            className="block"
          >
            <Seen className="aspect-video">
              <Glimpse graphic={graphic} />
            </Seen>
            {!naming && (
              <span className="flex items-center justify-between gap-2 px-2 py-1.5">
                <span className="truncate font-semibold">{graphic.name}</span>
                {lit && <span className="lit rounded-full px-1.5 text-[10.5px] font-semibold">on air</span>}
              </span>
            )}
          </Link>
          {naming && (
            <input
              autoFocus
              aria-label={`New name of ${graphic.name}`}
              defaultValue={graphic.name}
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
      </ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content
          // The menu gives the focus back when it closes; the name wants it then.
          onCloseAutoFocus={(event) => {
            if (!begin.current) return;
            event.preventDefault();
            begin.current = false;
            setNaming(true);
          }}
          className="z-40 min-w-48 rounded-xl bg-raised p-1.5 shadow-[0_12px_40px_#000a,inset_0_0_0_1px_var(--color-line)]"
        >
          {among.length === 1 && (
            <ContextMenu.Item className={item} onSelect={() => (begin.current = true)}>
              Rename <span className="float-right text-quiet">F2</span>
            </ContextMenu.Item>
          )}
          <ContextMenu.Item className={item} onSelect={() => void duplicate()}>
            Duplicate {among.length > 1 && `these ${among.length}`}
          </ContextMenu.Item>
          <ContextMenu.Item className={item} onSelect={() => void navigate(`/graphics/${graphic.id}/cards`)}>
            Cards as a table
          </ContextMenu.Item>
          <ContextMenu.Separator className="my-1.5 h-px bg-line" />
          <ContextMenu.Item className={item} onSelect={() => void remove()}>
            Delete {among.length > 1 && `these ${among.length}`}
          </ContextMenu.Item>
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
