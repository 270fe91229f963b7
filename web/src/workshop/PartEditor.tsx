import clsx from 'clsx';
import { useState } from 'react';
import { Heading } from '../ui/Heading';
import { partName } from '../show/partNames';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { KeptText } from '../show/KeptText';
import { Field, Select } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { Motions } from './Motions';
import { finishNames, sharedOf } from './properties';
import { PropertyField } from './PropertyField';
import { find, hasRow, rowsOf, set, spotOf, type PartJson, type Rebuild, type TemplateJson } from './tree';

interface Props {
  template: TemplateJson;
  chosen: string[];
  onChange: Rebuild;
}

const columns = ['1', '2', '3', '4', '5', '6', 'done', 'open'].map((name) => ({
  name,
  label: /\d/.test(name) ? `column ${name}` : name,
}));

/** Everything about the chosen part. A change goes to all that are chosen. */
export function PartEditor({ template, chosen, onChange }: Props) {
  const { root } = template;
  const row = find(root, chosen.at(-1)!) ?? { part: root, parent: null, depth: 0 };
  const { part, parent } = row;
  // Within a row that is repeated the line's own columns can be shown as well.
  const inList = rowsOf(root).some((one) => hasRow(one.part) && find(one.part, part.id) && one.part !== part);
  const fields = inList ? [...template.fields, ...columns] : template.fields;
  const parts = chosen.flatMap((id) => find(root, id)?.part ?? []);
  const others = rowsOf(root).flatMap((one) => (chosen.includes(one.part.id) || one.part === root ? [] : [one.part]));
  const change = (properties: Record<string, unknown>): Promise<boolean> =>
    onChange((now) => chosen.reduce((tree, id) => set(tree, id, properties), now));
  /** A text shows a field or words of its own, never both. */
  const rule = (name: string, value: unknown): Record<string, unknown> => {
    if (part.part !== 'text' || value === undefined) return { [name]: value };
    if (name === 'field') return { field: value, text: undefined };
    if (name === 'text') return { text: value, field: undefined };
    return { [name]: value };
  };

  if (part.locked)
    return (
      <aside aria-label={`About ${partName(part)}`} className="content-start text-quiet">
        “{partName(part)}” is locked. Open its lock in the tree to change it.
      </aside>
    );
  return (
    <aside
      aria-label={parts.length > 1 ? `About ${parts.length} parts` : `About ${partName(part)}`}
      className="grid min-h-0 content-start gap-4 overflow-y-auto pr-1"
    >
      {parent?.part === 'free' && chosen.length > 1 && <Spread parts={parts} onChange={onChange} />}
      {parts.length > 1 ? (
        <p className="text-quiet">
          <b className="font-semibold text-ink">{parts.length} parts:</b> {parts.map(partName).join(', ')}. What is set
          here holds for all of them.
        </p>
      ) : (
        <Field
          label="Name"
          render={(id) => (
            <KeptText
              id={id}
              value={(part.name as string | undefined) ?? ''}
              placeholder={partName(part)}
              maxLength={40}
              onKeep={(name) => change({ name: name.trim() || undefined })}
            />
          )}
        />
      )}
      {sharedOf(
        parts.map((one) => one.part),
        parent?.part === 'free',
      ).map(({ heading, properties }) => (
        <Heading key={heading} name={heading}>
          <div className="grid grid-cols-2 items-end gap-2">
            {properties.map((property) => (
              <div
                key={`${chosen.join(' ')}/${property.name}`}
                className={clsx('grid', ['sides', 'surface', 'words'].includes(property.type) && 'col-span-2')}
              >
                <PropertyField
                  property={property}
                  value={part[property.name]}
                  differs={parts.some((one) => !isSame(one[property.name], part[property.name]))}
                  fields={fields}
                  parts={others}
                  onKeep={(value) => change(rule(property.name, value))}
                />
              </div>
            ))}
          </div>
        </Heading>
      ))}
      {part.part !== 'cell' && (
        <Heading name="Motion" help="workshop#motion">
          <Motions part={part} onSet={change} />
        </Heading>
      )}
      <Finishes part={part} onSet={change} />
    </aside>
  );
}

/** Whether two properties are written alike. */
const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/** Looks of parts under names: fill, outline, shadow, type. */
function Finishes({ part, onSet }: { part: PartJson; onSet(properties: Record<string, unknown>): unknown }) {
  const show = useShow();
  const [name, setName] = useState('');
  const save = (): void => {
    const look = Object.fromEntries(
      finishNames.filter((one) => part[one] !== undefined).map((one) => [one, part[one]]),
    );
    const finish = { name: name.trim(), source: JSON.stringify(look) };
    const old = show.savedFinishes.find((one) => one.name === finish.name);
    void (old ? edits.savedFinishes.change(old.id, finish) : edits.savedFinishes.add({ id: '', ...finish }));
    setName('');
  };
  return (
    <Heading name="Saved finishes" help="workshop#saved-finishes">
      {show.savedFinishes.length > 0 && (
        <Select
          label="Give it the look of"
          value=""
          choices={[['', 'choose one'], ...show.savedFinishes.map((one): [string, string] => [one.id, one.name])]}
          onChoose={(chosen) => {
            const saved = show.savedFinishes.find((one) => one.id === chosen);
            if (saved) onSet(JSON.parse(saved.source) as Record<string, unknown>);
          }}
        />
      )}
      <div className="flex gap-2">
        <input
          aria-label="Name of a new finish"
          placeholder="Save this look as"
          value={name}
          maxLength={40}
          onChange={(event) => setName(event.target.value)}
          className={inputLook}
        />
        <Button disabled={!name.trim()} onClick={save}>
          Save
        </Button>
      </div>
    </Heading>
  );
}

interface SpreadProps {
  parts: PartJson[];
  onChange: Rebuild;
}

/** In a free layer: lines parts up, or spaces them evenly between the first and the last. */
function Spread({ parts, onChange }: SpreadProps) {
  const spots = parts.map(spotOf);
  const place = (next: (at: number) => [number, number]): void =>
    void onChange((now) => parts.reduce((tree, part, at) => set(tree, part.id, { at: next(at) }), now));
  const line = (axis: 0 | 1): void =>
    place((at) => (axis === 0 ? [spots[0]![0], spots[at]![1]] : [spots[at]![0], spots[0]![1]]));
  const even = (axis: 0 | 1): void => {
    const order = spots.map((spot, at) => ({ at, value: spot[axis] })).sort((one, other) => one.value - other.value);
    const [first, last] = [order[0]!.value, order.at(-1)!.value];
    const values = new Map(
      order.map(({ at }, rank) => [at, Math.round(first + ((last - first) * rank) / (order.length - 1))]),
    );
    place((at) => (axis === 0 ? [values.get(at)!, spots[at]![1]] : [spots[at]![0], values.get(at)!]));
  };
  return (
    <div role="group" aria-label="Line up and space" className="grid grid-cols-2 gap-1.5">
      <Button onClick={() => line(0)}>Same left edge</Button>
      <Button onClick={() => line(1)}>Same upper edge</Button>
      <Button onClick={() => even(0)}>Evenly across</Button>
      <Button onClick={() => even(1)}>Evenly down</Button>
    </div>
  );
}
