import { useLive } from '../live/live';
import { Choose } from '../ui/Choose';
import { readMedia } from '../show/mediaValue';

/** A picture of those that were brought in before; new ones come in on the easel. */
export function PictureCell({ value, label, onKeep }: { value: string; label: string; onKeep(value: string): void }) {
  const assets = useLive((live) => [...live.assets.values()]);
  const chosen = readMedia(value)?.asset ?? '';
  return (
    <span className="flex h-full items-center gap-2 px-1">
      {chosen && <img src={`/assets/${chosen}`} alt="" className="size-8 rounded-md object-cover" />}
      <Choose
        label={label}
        value={chosen}
        choices={[
          ['', 'none'],
          ...assets.filter((asset) => !asset.type.startsWith('font/')).map((asset) => [asset.id, asset.name] as const),
        ]}
        onChoose={onKeep}
        className="h-8 flex-1"
      />
    </span>
  );
}
