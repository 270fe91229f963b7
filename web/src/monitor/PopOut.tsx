import { PictureInPicture2 } from 'lucide-react';

/** Opens a monitor in a window of its own; a second press brings that window forward. */
export function PopOut({ to, name }: { to: string; name: string }) {
  return (
    <button
      type="button"
      aria-label={`${name} in a window of its own`}
      title={`${name} in a window of its own`}
      onClick={() => window.open(to, to, 'popup,width=960,height=540')}
      className="grid size-6 place-items-center rounded-md text-quiet hover:bg-raised hover:text-ink"
    >
      <PictureInPicture2 aria-hidden size={14} />
    </button>
  );
}
