import { Field } from '../ui/Field';
import { partName } from '../show/partNames';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';

import { roles, surface, type Property } from './properties';
import type { PartJson } from './tree';
import { Choose } from '../ui/Choose';

interface Props {
  property: Property;
  value: unknown;
  fields: readonly { name: string; label: string }[];
  /** The other parts. */
  parts: readonly PartJson[];
  /** Whether several are chosen that differ in it: what is kept then holds for all. */
  differs?: boolean;
  onKeep(value: unknown): void;
}

/** One property of a part. What is as the format has it by itself is not written. */
export function PropertyField({ property, value, fields, parts, differs, onKeep }: Props) {
  if (property.type === 'flag')
    return (
      <label className="flex min-h-8 items-center gap-2">
        <input
          type="checkbox"
          ref={(box) => {
            if (box) box.indeterminate = !!differs;
          }}
          checked={(value ?? property.of ?? false) as boolean}
          onChange={(event) =>
            onKeep(event.target.checked === (property.of ?? false) ? undefined : event.target.checked)
          }
        />
        {property.label}
      </label>
    );
  if (property.type === 'surface')
    return (
      <SurfaceField property={property} value={value} fields={fields} parts={parts} differs={differs} onKeep={onKeep} />
    );
  return (
    <Field
      label={property.label}
      render={(id) => (
        <Control
          id={id}
          property={property}
          value={differs ? undefined : value}
          fields={fields}
          parts={parts}
          differs={differs}
          onKeep={onKeep}
        />
      )}
    />
  );
}

function Control({ id, property, value, fields, parts, differs, onKeep }: Props & { id: string }) {
  const choose = (choices: Record<string, string>, now: string, plain?: string) => (
    <Choose
      id={id}
      value={differs ? apart : now}
      choices={[...Object.entries(choices), ...several]}
      onChoose={(name) => name !== apart && onKeep(name === plain ? undefined : name)}
    />
  );
  const several = differs ? ([[apart, 'they differ']] as const) : [];
  const numbers = (count: number, all: readonly number[], keep: (next: number[]) => void, names: string[]) => (
    <span className="flex gap-1">
      {Array.from({ length: count }, (_, at) => (
        <KeptNumber
          key={at}
          id={at === 0 ? id : undefined}
          aria-label={at === 0 ? undefined : `${property.label}: ${names[at]}`}
          className="px-1.5"
          value={String(all[at] ?? 0)}
          onKeep={(text) =>
            keep([...Array(count).keys()].map((place) => (place === at ? Number(text) : (all[place] ?? 0))))
          }
        />
      ))}
    </span>
  );
  switch (property.type) {
    case 'number':
      return (
        <KeptNumber
          id={id}
          min={property.min}
          max={property.max}
          step={property.step ?? 1}
          mayBeEmpty
          placeholder={differs ? 'they differ' : property.of === undefined ? 'none' : String(property.of)}
          value={value === undefined ? '' : String(value)}
          onKeep={(text) => onKeep(text === '' ? undefined : Number(text))}
        />
      );
    case 'choice':
      return choose(property.choices, (value as string | undefined) ?? property.of, property.of);
    case 'words':
      return (
        <KeptText
          id={id}
          value={(value as string | undefined) ?? ''}
          placeholder={differs ? 'they differ' : undefined}
          onKeep={(text) => onKeep(text || undefined)}
        />
      );
    case 'field': {
      const names = Object.fromEntries(fields.map((field) => [field.name, field.label]));
      return choose({ ...(property.optional ? { '': '—' } : {}), ...names }, (value as string | undefined) ?? '', '');
    }
    case 'part': {
      const names = parts.map((part) => [part.id, partName(part)]);
      return choose({ '': '—', ...Object.fromEntries(names) }, (value as string | undefined) ?? '', '');
    }
    case 'extent': {
      const fixed = typeof value === 'number';
      return (
        <span className="flex gap-1">
          <Choose
            id={id}
            value={differs ? apart : fixed ? 'px' : ((value as string | undefined) ?? 'hug')}
            choices={[['hug', 'as needed'], ['fill', 'all the room'], ['px', 'px'], ...several]}
            onChoose={(extent) => extent !== apart && onKeep(extents[extent])}
          />
          {fixed && (
            <KeptNumber
              aria-label={`${property.label} in px`}
              className="w-20"
              value={String(value)}
              onKeep={(text) => onKeep(Number(text))}
            />
          )}
        </span>
      );
    }
    case 'paint': {
      const [role, alpha] = ((value as string | undefined) ?? '').split('/');
      return (
        <span className="flex gap-1">
          <Choose
            id={id}
            value={differs ? apart : (role ?? '')}
            choices={[['', '—'], ...roles, ...several]}
            onChoose={(next) => next !== apart && onKeep(next || undefined)}
          />
          {role && (
            <KeptNumber
              aria-label={`${property.label}: opacity`}
              min={0}
              max={1}
              step={0.05}
              className="w-16 px-1.5"
              value={alpha ?? '1'}
              onKeep={(text) => onKeep(Number(text) === 1 ? role : `${role}/${Number(text)}`)}
            />
          )}
        </span>
      );
    }
    case 'sides': {
      const all = typeof value === 'number' ? [value, value, value, value] : ((value as number[] | undefined) ?? []);
      return numbers(4, all, (next) => onKeep(next.some((one) => one !== 0) ? next : undefined), sides);
    }
    case 'spot':
      return numbers(2, (value as number[] | undefined) ?? [], onKeep, ['right', 'down']);
    default:
      return null;
  }
}

/** Stands for a choice in which the chosen parts differ. */
const apart = '\u0001';

const sides = ['upper', 'right', 'lower', 'left'];
const extents: Record<string, unknown> = { hug: undefined, fill: 'fill', px: 200 };

/** A surface has properties of its own. */
function SurfaceField({ property, value, fields, parts, differs, onKeep }: Props) {
  const now = value as Record<string, unknown> | undefined;
  const optional = property.type === 'surface' && property.optional;
  return (
    <fieldset className="col-span-2 grid grid-cols-2 gap-2 rounded-lg bg-panel p-2.5">
      <legend className="sr-only">{property.label}</legend>
      <label className="col-span-2 flex items-center gap-2 font-semibold">
        {optional && (
          <input
            type="checkbox"
            checked={now !== undefined}
            onChange={(event) => onKeep(event.target.checked ? { fill: 'plate' } : undefined)}
          />
        )}
        {property.label}
        {differs && <span className="font-normal text-quiet">they differ: this one is of the last chosen</span>}
      </label>
      {now &&
        surface.map((one) => (
          <PropertyField
            key={one.name}
            property={one}
            value={now[one.name]}
            fields={fields}
            parts={parts}
            onKeep={(next) => {
              const { [one.name]: old, ...others } = now;
              void old;
              onKeep(next === undefined ? others : { ...others, [one.name]: next });
            }}
          />
        ))}
    </fieldset>
  );
}
