import clsx from 'clsx';
import { ChevronLeft, ChevronRight, PenLine, Upload } from 'lucide-react';
import { useLive } from '../live/LiveContext';
import { useNow } from '../live/useNow';
import { clockText } from '../show/format';
import { useShow, type Graphic } from '../show/ShowContext';
import { isLit, useAir } from '../show/useAir';
import { Key } from '../ui/Button';

interface Props {
  graphic: Graphic;
  /** `alone`: without what would follow. */
  onPress(id: string, alone?: boolean): void;
  onChoose(id: string): void;
}

/** One graphic's switch: it glows while the graphic is on air. */
export function Switch({ graphic, onPress, onChoose }: Props) {
  const { news } = useLive();
  const { press } = useAir();
  const now = useNow();
  const airing = news?.airings.find((one) => one.graphic === graphic.id);
  const view = news?.switches.find((one) => one.graphic === graphic.id);
  const lit = isLit(airing?.phase);
  const standby = news?.standby === graphic.id;
  const { show } = useShow();
  const coming = news?.followers.find((one) => one.graphic === graphic.id);
  const follower = graphic.then && show.graphics.find((one) => one.id === graphic.then?.graphic);
  const cut = view?.fits.some((fit) => fit.outcome === 'cut');

  return (
    <div
      data-lit={lit}
      className={clsx(
        'group relative flex min-h-[44px] items-center overflow-hidden rounded-[10px] transition-shadow duration-150',
        lit ? 'lit' : 'bg-raised hover:bg-ridge',
        standby && !lit && 'shadow-[inset_0_0_0_1.5px_var(--color-cool)]',
      )}
    >
      <button
        type="button"
        aria-pressed={lit}
        data-press={graphic.id}
        aria-label={`${graphic.name}${lit ? ', on air' : standby ? ', in standby' : ''}`}
        title={follower ? `${follower.name} follows. Shift and press lights it alone.` : undefined}
        onClick={(event) => onPress(graphic.id, event.shiftKey)}
        className="flex min-w-0 flex-1 items-center gap-2.5 self-stretch rounded-[10px] py-1 pl-3 text-left leading-tight outline-offset-[-3px]"
      >
        <Lamp lit={lit} standby={standby} />
        <span className="min-w-0 flex-1 overflow-hidden">
          <span className="flex items-baseline gap-1.5">
            <span className="min-w-8 truncate font-semibold">{graphic.name}</span>
            {lit && airing?.litAt != null && (
              <span className="shrink-0 text-[11.5px] font-semibold text-on-lamp-quiet">
                On air {clockText(now - airing.litAt)}
              </span>
            )}
          </span>
          <span className={clsx('block truncate text-[11.5px]', lit ? 'text-on-lamp-quiet' : 'text-quiet')}>
            {airing?.phase === 'waiting' && <b className="font-semibold">waits for its seat · </b>}
            {coming && <b className="font-semibold">comes in {clockText(Math.max(0, coming.at - now))} · </b>}
            {cut && '✂ cut off · '}
            {view?.untouched && 'sample words · '}
            {follower && `then ${follower.name} · `}
            {view?.words}
          </span>
        </span>
      </button>
      <span className={clsx('flex items-center gap-1 pr-2', lit ? 'text-on-lamp-quiet' : 'text-quiet')}>
        {airing?.edited && (
          <button
            type="button"
            aria-label="Push"
            onClick={() => void press('push', graphic.id)}
            title="It was edited since it was lit. Press to push the edit to air."
            className="grid size-7 place-items-center rounded-md bg-on-lamp/85 text-lamp-soft"
          >
            <Upload aria-hidden size={14} />
          </button>
        )}
        {graphic.cards.length > 1 && <CardStep graphic={graphic} lit={lit} />}
        {/* Beside a card step there is little room: the key stands over the pen. */}
        <span className={clsx('flex items-center gap-1', graphic.cards.length > 1 && 'flex-col-reverse gap-0')}>
          <button
            type="button"
            aria-label={`Edit the words of ${graphic.name}`}
            onClick={() => onChoose(graphic.id)}
            className="grid size-6 place-items-center rounded-md hover:bg-black/15"
          >
            <PenLine aria-hidden size={14} />
          </button>
          {graphic.key && <Key className={lit ? 'bg-[#7a4a0022]' : undefined}>{graphic.key.toUpperCase()}</Key>}
        </span>
      </span>
      {lit && airing?.stayEnds != null && graphic.stay != null && (
        <span
          aria-hidden
          className="absolute bottom-0 left-0 h-[3px] rounded-r bg-[#6b3f00] transition-[width] duration-1000 ease-linear"
          style={{ width: `${Math.max(0, Math.min(1, (airing.stayEnds - now) / graphic.stay)) * 100}%` }}
        />
      )}
    </div>
  );
}

function Lamp({ lit, standby }: { lit: boolean; standby: boolean }) {
  return (
    <span
      aria-hidden
      className={clsx(
        'size-[9px] shrink-0 rounded-full',
        lit
          ? 'bg-[#fff3da] shadow-[0_0_0_3px_#fff3da66,0_0_14px_5px_#fff6]'
          : standby
            ? 'shadow-[inset_0_0_0_2px_var(--color-cool)]'
            : 'bg-[#554b40] shadow-[inset_0_0_0_1px_#6d6153]',
      )}
    />
  );
}

/** Which card is up, and the way to the next. While it is lit the picture changes in place. */
function CardStep({ graphic, lit }: { graphic: Graphic; lit: boolean }) {
  const { edits } = useShow();
  const { press } = useAir();
  const at = Math.max(
    0,
    graphic.cards.findIndex((card) => card.id === graphic.up),
  );
  const step = async (by: number): Promise<void> => {
    const card = graphic.cards[(at + by + graphic.cards.length) % graphic.cards.length]!;
    if ((await edits.graphic(graphic.id, { up: card.id })) && lit) await press('light', graphic.id, card.id);
  };
  return (
    <span className="flex items-center rounded-[7px] bg-black/15">
      <button
        type="button"
        aria-label={`${graphic.name}: previous card`}
        onClick={() => void step(-1)}
        className="grid h-7 w-6 place-items-center rounded-md hover:bg-black/15"
      >
        <ChevronLeft aria-hidden size={14} />
      </button>
      <span className="text-[11px]">
        {at + 1}/{graphic.cards.length}
      </span>
      <button
        type="button"
        aria-label={`${graphic.name}: next card`}
        onClick={() => void step(1)}
        className="grid h-7 w-6 place-items-center rounded-md hover:bg-black/15"
      >
        <ChevronRight aria-hidden size={14} />
      </button>
    </span>
  );
}
