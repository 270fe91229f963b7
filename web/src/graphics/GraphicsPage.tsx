import clsx from 'clsx';
import { Link, useParams } from 'react-router';
import { useLive } from '../live/LiveContext';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { useShow, type Graphic } from '../show/ShowContext';
import { isLit } from '../show/useAir';
import { Empty, Page } from '../ui/Page';
import { Easel } from './Easel';
import { Inspector } from './Inspector';
import { ShelfButton } from './Shelf';

/** Where graphics are set up: the list by seat, the easel, and everything about the chosen one. */
export function GraphicsPage() {
  const { show } = useShow();
  const { id } = useParams();
  const chosen = show.graphics.find((graphic) => graphic.id === id) ?? show.graphics[0];

  return (
    <Page title="Graphics" actions={<ShelfButton />}>
      {chosen ? (
        <div className="grid min-h-0 grid-cols-[190px_minmax(0,1fr)_280px] gap-4">
          <List chosen={chosen} />
          <Easel key={`easel-${chosen.id}`} graphic={chosen} />
          <Inspector key={`inspector-${chosen.id}`} graphic={chosen} />
        </div>
      ) : (
        <Empty title={id ? 'This graphic is gone.' : 'No graphics yet.'}>
          <p>Take a template from the shelf. It arrives dressed in your brand, with words to type over.</p>
          <ShelfButton />
        </Empty>
      )}
    </Page>
  );
}

/** The graphics by seat, in the order of the frame. */
function List({ chosen }: { chosen: Graphic }) {
  const { show } = useShow();
  return (
    <nav aria-label="Graphics by seat" className="min-h-0 overflow-y-auto pr-1">
      {show.seats.map((seat) => {
        const here = show.graphics.filter((graphic) => graphic.seat === seat.id);
        return here.length === 0 ? null : (
          <section key={seat.id} className="mb-3">
            <h2 className="mb-1 px-1 text-[11px] text-faint lowercase">{seat.name}</h2>
            <ul className="grid gap-1.5">
              {here.map((graphic) => (
                <Thumbnail key={graphic.id} graphic={graphic} chosen={graphic.id === chosen.id} />
              ))}
            </ul>
          </section>
        );
      })}
    </nav>
  );
}

function Thumbnail({ graphic, chosen }: { graphic: Graphic; chosen: boolean }) {
  const { news } = useLive();
  const { data } = usePicture(graphic.id);
  const lit = isLit(news?.airings.find((airing) => airing.graphic === graphic.id)?.phase);
  return (
    <li>
      <Link
        to={`/graphics/${graphic.id}`}
        aria-current={chosen ? 'page' : undefined}
        className={clsx(
          'block overflow-hidden rounded-lg bg-panel transition-shadow duration-150',
          chosen ? 'shadow-[0_0_0_2px_var(--color-cool)]' : 'hover:bg-raised',
        )}
      >
        <PictureView close picture={data} label={`Thumbnail of ${graphic.name}`} />
        <span className="flex items-center justify-between gap-2 px-2 py-1.5">
          <span className="truncate font-semibold">{graphic.name}</span>
          {lit && <span className="lit rounded-full px-1.5 text-[10.5px] font-semibold">on air</span>}
        </span>
      </Link>
    </li>
  );
}
