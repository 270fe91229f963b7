import { edits } from '../show/edits';
import { templateOf, useShow, type Graphic } from '../show/show';
import { KeyField } from '../show/KeyField';

import { Heading } from '../ui/Heading';

/** The keys of a graphic on the desk. A key that belongs to something else is refused, and says to what. */
export function GraphicKeys({ graphic }: { graphic: Graphic }) {
  const show = useShow();
  const moves = templateOf(show, graphic)?.parts.some((part) => part.kind === 'belt');
  const numbers = templateOf(show, graphic)?.fields.filter((field) => field.kind === 'number') ?? [];
  const count = (field: string, way: 'up' | 'down', key: string, from: number): Promise<boolean> => {
    const { [field]: own, ...others } = graphic.countKeys;
    const keys = { ...own, [way]: key || undefined };
    const countKeys = keys.up || keys.down ? { ...others, [field]: keys } : others;
    return edits.graphic(graphic.id, { countKeys }, from);
  };
  return (
    <Heading name="Keys" help="looks-and-keys#keys" note="? on the desk shows all">
      <div className="grid grid-cols-2 gap-2">
        <KeyField
          label="On and off"
          value={graphic.key}
          onKeep={(key, from) => edits.graphic(graphic.id, { key: key || null }, from)}
        />
        {(graphic.cards.length > 1 || moves) && (
          <KeyField
            label={graphic.cards.length > 1 ? 'Next card' : 'Next item'}
            value={graphic.nextKey}
            onKeep={(nextKey, from) => edits.graphic(graphic.id, { nextKey: nextKey || null }, from)}
          />
        )}
        {numbers.flatMap((field) => [
          <KeyField
            key={`${field.name} up`}
            label={`${field.label} +1`}
            value={graphic.countKeys[field.name]?.up}
            onKeep={(key, from) => count(field.name, 'up', key, from)}
          />,
          <KeyField
            key={`${field.name} down`}
            label={`${field.label} −1`}
            value={graphic.countKeys[field.name]?.down}
            onKeep={(key, from) => count(field.name, 'down', key, from)}
          />,
        ])}
      </div>
    </Heading>
  );
}
