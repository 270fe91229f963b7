import { ImagePlus, X } from 'lucide-react';
import { useRef } from 'react';
import { useShow } from '../show/ShowContext';
import { Button } from '../ui/Button';

/** A picture: one that was brought in before, a new one, or none. Files can be dropped on it. */
export function PictureField({ id, value, onKeep }: { id: string; value: string; onKeep(asset: string): void }) {
  const { show, edits } = useShow();
  const file = useRef<HTMLInputElement>(null);
  const take = async (picked: File | undefined): Promise<void> => {
    if (!picked) return;
    const asset = await edits.addPicture(picked);
    if (asset) onKeep(asset);
  };
  return (
    <div
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take(event.dataTransfer.files[0]);
      }}
      className="flex flex-wrap items-center gap-2 rounded-lg bg-ground p-1.5 shadow-[inset_0_0_0_1px_var(--color-ridge)]"
    >
      {show.assets.map((asset) => (
        <button
          key={asset.id}
          type="button"
          aria-pressed={asset.id === value}
          title={asset.name}
          onClick={() => onKeep(asset.id)}
          className="size-10 overflow-hidden rounded-md aria-pressed:shadow-[0_0_0_2px_var(--color-cool)]"
        >
          <img src={`/assets/${asset.id}`} alt={asset.name} className="size-full object-cover" />
        </button>
      ))}
      {value && (
        <Button kind="bare" onClick={() => onKeep('')} aria-label="No picture">
          <X aria-hidden size={14} />
        </Button>
      )}
      <Button kind="plain" onClick={() => file.current?.click()}>
        <ImagePlus aria-hidden size={14} /> Bring in
      </Button>
      <input
        ref={file}
        id={id}
        type="file"
        accept="image/png,image/jpeg,image/webp,image/gif"
        className="sr-only"
        onChange={(event) => void take(event.target.files?.[0])}
      />
    </div>
  );
}
