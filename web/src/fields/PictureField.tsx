import clsx from 'clsx';
import { Clapperboard, ImagePlus, X } from 'lucide-react';
import { edits } from '../show/edits';
import { useLive } from '../live/live';
import { type Asset } from '../show/show';
import { FilePick, takeFile } from '../ui/FilePick';
import { Range } from '../ui/Range';
import { SignButton } from '../ui/SignButton';
import { kindOf, readMedia, writeMedia, type MediaValue } from '../show/mediaValue';
import { usePictureColumns } from '../show/usePictureColumns';
import { Choose } from '../ui/Choose';

interface Props {
  id: string;
  value: string;
  onKeep(value: string): void;
}

/** A picture, video or animation: one that was brought in before, a new one, what a column names, or none. Files can be dropped on it. */
export function PictureField({ id, value, onKeep }: Props) {
  const assets = useLive((live) => [...live.assets.values()]);
  const chosen = readMedia(value);
  const columns = usePictureColumns();
  const isBound = chosen?.asset.startsWith('{') ?? false;
  const choose = (asset: string): void => onKeep(writeMedia({ asset, focus: [0.5, 0.5], zoom: 1 }));
  const bring = async (file: File): Promise<void> => {
    const asset = await edits.addFile(file);
    if (asset) choose(asset.id);
  };
  return (
    <div
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const file = event.dataTransfer.files[0];
        if (file) void takeFile(file, (sound) => void bring(sound));
      }}
      className="grid gap-2 rounded-lg bg-ground p-1.5 shadow-[inset_0_0_0_1px_var(--color-ridge)]"
    >
      <div className="flex max-h-36 flex-wrap items-center gap-2 overflow-y-auto p-0.5">
        {assets
          .filter((asset) => !['font', 'sound'].includes(kindOf(asset.id)))
          .map((asset) => (
            <Choice
              key={asset.id}
              asset={asset}
              chosen={asset.id === chosen?.asset}
              onChoose={() => choose(asset.id)}
            />
          ))}
      </div>
      <div className="flex items-center gap-1">
        <FilePick id={id} accept="image/*,.svg,.webm,.mp4,.json" onPick={(file) => void bring(file)}>
          <ImagePlus aria-hidden size={14} /> Upload
        </FilePick>
        {columns.length > 0 && (
          <Choose
            label="A column that names the picture"
            bare
            value={chosen?.asset ?? ''}
            choices={[
              [isBound ? '' : (chosen?.asset ?? ''), 'from a column …'],
              ...columns.map(({ words, name }) => [words, name] as const),
            ]}
            onChoose={choose}
            className={clsx('min-w-0 flex-1 truncate', isBound && 'text-cool!')}
          />
        )}
        {chosen && (
          <SignButton label="No picture" className="ml-auto" onClick={() => onKeep('')}>
            <X aria-hidden size={14} />
          </SignButton>
        )}
      </div>
      {chosen && <Crop media={chosen} onKeep={(next) => onKeep(writeMedia(next))} />}
    </div>
  );
}

function Choice({ asset, chosen, onChoose }: { asset: Asset; chosen: boolean; onChoose(): void }) {
  return (
    <button
      type="button"
      aria-pressed={chosen}
      aria-label={asset.name}
      title={asset.name}
      onClick={onChoose}
      className="grid size-10 place-items-center overflow-hidden rounded-md bg-raised text-quiet aria-pressed:shadow-[0_0_0_2px_var(--color-cool)]"
    >
      <Glimpse asset={asset.id} />
    </button>
  );
}

function Glimpse({ asset, whole }: { asset: string; whole?: boolean }) {
  const look = whole ? 'block w-full' : 'size-full object-cover';
  switch (kindOf(asset)) {
    case 'still':
      return <img src={`/assets/${asset}`} alt="" draggable={false} className={look} />;
    case 'video':
      return <video src={`/assets/${asset}`} muted preload="metadata" className={look} />;
    default:
      return <Clapperboard aria-hidden size={18} />;
  }
}

/** How much of the picture is seen. A press on it says what must stay in sight. */
function Crop({ media, onKeep }: { media: MediaValue; onKeep(next: MediaValue): void }) {
  // Of what a column names there are many, and each has something else in sight.
  const isSeen = kindOf(media.asset) !== 'animation' && !media.asset.startsWith('{');
  const [x, y] = media.focus;
  const step = (dx: number, dy: number): void =>
    onKeep({ ...media, focus: [Math.min(1, Math.max(0, x + dx)), Math.min(1, Math.max(0, y + dy))] });
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-0.02, 0],
    ArrowRight: [0.02, 0],
    ArrowUp: [0, -0.02],
    ArrowDown: [0, 0.02],
  };
  return (
    <div className={clsx('grid items-start gap-2.5', isSeen && 'grid-cols-[6rem_1fr]')}>
      {isSeen && (
        <button
          type="button"
          aria-label={`What must stay in sight: ${Math.round(x * 100)} % across, ${Math.round(y * 100)} % down. Arrow keys move it.`}
          onClick={(event) => {
            const box = event.currentTarget.getBoundingClientRect();
            if (event.detail > 0)
              onKeep({
                ...media,
                focus: [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height],
              });
          }}
          onKeyDown={(event) => {
            const move = moves[event.key];
            if (!move) return;
            event.preventDefault();
            step(...move);
          }}
          className="relative w-full cursor-crosshair overflow-hidden rounded-md"
        >
          <Glimpse asset={media.asset} whole />
          <span
            aria-hidden
            className="absolute size-4 -translate-1/2 rounded-full border-2 border-white shadow-[0_0_0_1px_#000]"
            style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
          />
        </button>
      )}
      <div className="grid gap-2">
        <Range
          label="Closer"
          value={media.zoom}
          min={1}
          max={8}
          step={0.1}
          words={(zoom) => `${zoom.toFixed(1)} ×`}
          onKeep={(zoom) => onKeep({ ...media, zoom })}
        />
        <div className="flex flex-wrap gap-1.5">
          <Option
            label="Fit"
            value={media.fit}
            choices={{ cover: 'fills its box', contain: 'shows whole' }}
            onKeep={(fit) => onKeep({ ...media, fit })}
          />
          <Option
            label="Shape"
            value={media.cut}
            choices={{ round: 'round', square: 'square' }}
            onKeep={(cut) => onKeep({ ...media, cut })}
          />
        </div>
      </div>
    </div>
  );
}

function Option<T extends string>(props: {
  label: string;
  value: T | undefined;
  choices: Record<T, string>;
  onKeep(value: T | undefined): void;
}) {
  return (
    <Choose
      label={props.label}
      value={props.value ?? ''}
      choices={[['', `${props.label.toLowerCase()}: as the template`], ...Object.entries<string>(props.choices)]}
      onChoose={(value) => props.onKeep((value || undefined) as T | undefined)}
      className="min-h-8 bg-raised! text-xs"
    />
  );
}
