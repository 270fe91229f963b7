import { usePicture } from '../monitor/usePicture';
import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import type { Graphic } from '../show/show';
import { Field } from '../ui/Field';
import { Tick } from '../ui/Tick';

/**
 * How long a graphic stays.
 * @param props.without what it does while no number is given, in a few words
 * @param props.note what is said beneath it, left out: nothing
 */
export function Stay({ graphic, without, note }: { graphic: Graphic; without: string; note?: string }) {
  const { data: picture } = usePicture(graphic.id);
  const plays = picture?.plays ?? null;
  const hasVideo = picture?.nodes.some(({ image }) => image != null && image.kind !== 'still') ?? false;
  const endsWithVideo = graphic.endsWithVideo && plays != null;
  return (
    <div className="grid gap-2">
      <Field
        label="Stays, in seconds"
        note={endsWithVideo ? 'For cards without a video.' : note}
        render={(id) => (
          <KeptNumber
            id={id}
            min={0.5}
            step={0.5}
            mayBeEmpty
            placeholder={without}
            value={graphic.stay == null ? '' : String(graphic.stay / 1000)}
            onKeep={(text, from) => edits.graphic(graphic.id, { stay: Math.round(Number(text) * 1000) || null }, from)}
          />
        )}
      />
      {(hasVideo || graphic.endsWithVideo) && (
        <div>
          <Tick
            checked={graphic.endsWithVideo}
            onChange={(checked) => void edits.graphic(graphic.id, { endsWithVideo: checked })}
          >
            Leaves when its video ends
          </Tick>
          <p className="ml-6 text-small text-quiet">{lengthOf(hasVideo, plays)}</p>
        </div>
      )}
    </div>
  );
}

function lengthOf(hasVideo: boolean, plays: number | null): string {
  if (!hasVideo) return 'This card has no video: it stays as long as it says above.';
  return plays == null
    ? 'The file of this video does not say how long it is: it stays as long as it says above.'
    : `It plays for ${(plays / 1000).toFixed(1)} s.`;
}
