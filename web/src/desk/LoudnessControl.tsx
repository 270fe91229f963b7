import { Volume2, VolumeX } from 'lucide-react';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { Slide } from '../ui/Slide';

/** How loud the sounds of graphics are on the outputs, and whether they are at all. */
export function LoudnessControl() {
  const { level, muted } = useShow((show) => show.loudness);
  return (
    <span className="flex items-center gap-1">
      <button
        type="button"
        aria-pressed={muted}
        aria-label="Mute the sounds of graphics"
        title={
          muted ? 'The sounds of graphics are muted. Press to hear them again.' : 'Mute the sounds of graphics. Alt M'
        }
        onClick={() => void edits.show({ loudness: { level, muted: !muted } })}
        className="grid size-9 place-items-center rounded-[10px] text-quiet hover:bg-panel hover:text-ink aria-pressed:text-orchid"
      >
        {muted ? <VolumeX aria-hidden size={16} /> : <Volume2 aria-hidden size={16} />}
      </button>
      <Slide
        label="Loudness of all sounds"
        value={Math.round(level * 100)}
        max={100}
        onDraw={(next) => void edits.show({ loudness: { level: next / 100, muted } })}
        className="w-12 xl:w-20"
      />
    </span>
  );
}
