import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import type { Graphic } from '../show/show';
import { Field } from '../ui/Field';

/**
 * How long a graphic stays.
 * @param props.without what it does while no number is given, in a few words
 * @param props.note what is said beneath it, left out: nothing
 */
export function Stay({ graphic, without, note }: { graphic: Graphic; without: string; note?: string }) {
  return (
    <Field
      label="Stays, in seconds"
      note={note}
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
  );
}
