import { Music, Play } from 'lucide-react';
import { makePlayer } from '../painter/player';
import { edits } from '../show/edits';
import { useLive } from '../live/live';
import { useShow, type Graphic } from '../show/show';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { FilePick } from '../ui/FilePick';
import { Range } from '../ui/Range';
import { Heading } from '../ui/Heading';
import { kindOf } from '../show/mediaValue';
import { Choose } from '../ui/Choose';
import { same } from '../ui/Field';

const player = makePlayer();

/** What is heard when it arrives: a shipped tone, or a file of one's own. */
export function SoundChoice({ graphic }: { graphic: Graphic }) {
  const show = useShow();
  const assets = useLive((live) => [...live.assets.values()]);
  const { sound } = graphic;
  const own = assets.filter((asset) => kindOf(asset.id) === 'sound');
  const choose = (source: string): void =>
    void edits.graphic(graphic.id, { sound: source ? { source, level: sound?.level ?? 0.8 } : null });
  const bring = async (file: File): Promise<void> => {
    const asset = await edits.addFile(file);
    if (asset) choose(asset.id);
  };
  const hear = (): void => {
    if (!sound) return;
    player.play(soundUrl(sound.source, show.tones), sound.level);
  };
  return (
    <Heading name="Sound" help="graphics#sound" note={show.loudness.muted ? 'all sounds are muted' : undefined}>
      <Field
        label="Heard when it arrives"
        render={(id) => (
          <span className="flex gap-1.5">
            <Choose
              id={id}
              value={sound?.source ?? ''}
              choices={[
                ['', 'nothing'],
                ...same(show.tones),
                ...own.map((asset) => [asset.id, `your file: ${asset.name}`] as const),
              ]}
              onChoose={choose}
            />
            {sound && (
              <Button aria-label="Hear it" onClick={hear}>
                <Play aria-hidden size={14} />
              </Button>
            )}
          </span>
        )}
      />
      {sound && (
        <Range
          label="Its level"
          value={sound.level}
          max={1}
          step={0.05}
          words={(level) => `${Math.round(level * 100)} %`}
          onKeep={(level) => void edits.graphic(graphic.id, { sound: { ...sound, level } })}
        />
      )}
      <FilePick kind="bare" accept=".wav,.mp3,.ogg,.flac,audio/*" onPick={(file) => void bring(file)}>
        <Music aria-hidden size={14} /> Upload a sound
      </FilePick>
      <p className="text-small text-quiet">
        All sounds are made equally loud. Of a long file the first 5 seconds play.
      </p>
    </Heading>
  );
}

function soundUrl(source: string, tones: readonly string[]): string {
  return tones.includes(source) ? `/tones/${encodeURIComponent(source)}.wav` : `/assets/${source}`;
}
