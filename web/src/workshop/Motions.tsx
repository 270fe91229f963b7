import { Plus, Trash2 } from 'lucide-react';
import { Button } from '../ui/Button';
import { Field, Select } from '../ui/Field';
import { KeptNumber } from '../show/KeptNumber';

import type { PartJson } from './tree';

interface Motion {
  kind?: string;
  from?: string;
  delay?: number;
  for?: number;
  distance?: number;
  ease?: string;
  keys?: Key[];
}
type Key = Record<string, number | string>;

const kinds = {
  fade: 'fades in',
  slide: 'slides in',
  rise: 'emerges from behind an edge',
  reveal: 'is uncovered',
  pop: 'pops up',
  focus: 'comes into focus',
  keys: 'own keys',
};
const sides = { left: 'left', right: 'right', top: 'top', bottom: 'bottom' };
const eases = { settle: 'settling', smooth: 'smooth', swing: 'swinging', linear: 'even' };
const holds = { pulse: 'pulses', breathe: 'breathes', turn: 'turns', sheen: 'shines now and then' };
const keyNumbers = ['at', 'x', 'y', 'scale', 'turn', 'alpha', 'blur', 'wipe'] as const;
const keyRest: Record<(typeof keyNumbers)[number], number> = {
  at: 0,
  x: 0,
  y: 0,
  scale: 1,
  turn: 0,
  alpha: 1,
  blur: 0,
  wipe: 0,
};

interface Props {
  part: PartJson;
  onSet(properties: Record<string, unknown>): void;
}

/** How a part comes, goes, and moves in between. */
export function Motions({ part, onSet }: Props) {
  const hold = part.hold as { kind?: string; period?: number } | undefined;
  return (
    <div className="grid gap-3">
      <MotionField
        name="Arrival"
        none="is simply there"
        motion={part.arrive as Motion | undefined}
        onKeep={(arrive) => onSet({ arrive })}
      />
      <MotionField
        name="Departure"
        none="the arrival, reversed"
        motion={part.leave as Motion | undefined}
        onKeep={(leave) => onSet({ leave })}
      />
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="While lit"
          value={hold?.kind ?? ''}
          choices={{ '': 'stands still', ...holds }}
          onKeep={(kind) => onSet({ hold: kind ? { period: 2000, ...hold, kind } : undefined })}
        />
        {hold && (
          <Ms label="Every, ms" value={hold.period ?? 2000} onKeep={(period) => onSet({ hold: { ...hold, period } })} />
        )}
      </div>
    </div>
  );
}

interface MotionFieldProps {
  name: string;
  none: string;
  motion: Motion | undefined;
  onKeep(motion: Motion | undefined): void;
}

function MotionField({ name, none, motion, onKeep }: MotionFieldProps) {
  const set = (change: Partial<Motion>): void => onKeep({ ...motion, ...change });
  const choose = (kind: string): void => {
    if (!kind) onKeep(undefined);
    else if (kind === 'keys') onKeep({ for: 500, ...motion, kind, keys: [{ at: 0, x: -120, alpha: 0 }] });
    else {
      const { keys: _keys, ...rest } = motion ?? {};
      void _keys;
      onKeep({ for: 400, ...rest, kind });
    }
  };
  const sided = motion && ['slide', 'rise', 'reveal', undefined].includes(motion.kind);
  return (
    <fieldset className="grid grid-cols-2 gap-2 rounded-lg bg-panel p-2.5">
      <legend className="sr-only">{name}</legend>
      <div className="col-span-2">
        <Choice
          label={name}
          value={motion ? (motion.kind ?? 'fade') : ''}
          choices={{ '': none, ...kinds }}
          onKeep={choose}
        />
      </div>
      {motion && (
        <>
          <Ms label="Delay, ms" value={motion.delay ?? 0} onKeep={(delay) => set({ delay })} />
          <Ms label="Length, ms" value={motion.for ?? 400} onKeep={(length) => set({ for: length })} />
          {sided && (
            <Choice label="From" value={motion.from ?? 'left'} choices={sides} onKeep={(from) => set({ from })} />
          )}
          {sided && motion.kind !== 'reveal' && (
            <Ms label="Distance, px" value={motion.distance ?? 0} onKeep={(distance) => set({ distance })} />
          )}
          <Choice label="Easing" value={motion.ease ?? 'settle'} choices={eases} onKeep={(ease) => set({ ease })} />
          {motion.kind === 'keys' && <Keys keys={motion.keys ?? []} onKeep={(keys) => set({ keys })} />}
        </>
      )}
    </fieldset>
  );
}

/** The poses on the way: after the last the part comes to rest. */
function Keys({ keys, onKeep }: { keys: Key[]; onKeep(keys: Key[]): void }) {
  return (
    <div className="col-span-2 overflow-x-auto">
      <table className="w-full text-small">
        <thead>
          <tr>
            {keyNumbers.map((name) => (
              <th key={name} className="px-0.5 text-left font-normal text-quiet">
                {name}
              </th>
            ))}
            <th aria-label="What to do" />
          </tr>
        </thead>
        <tbody>
          {keys.map((key, row) => (
            <tr key={row}>
              {keyNumbers.map((name) => (
                <td key={name} className="p-0.5">
                  <KeptNumber
                    aria-label={`Key ${row + 1}: ${name}`}
                    step="any"
                    className="w-13 px-1"
                    value={String(key[name] ?? keyRest[name])}
                    onKeep={(text) => onKeep(keys.with(row, { ...key, [name]: Number(text) }))}
                  />
                </td>
              ))}
              <td>
                <Button
                  kind="bare"
                  className="px-1"
                  aria-label={`Delete key ${row + 1}`}
                  disabled={keys.length === 1}
                  onClick={() => onKeep(keys.filter((_, at) => at !== row))}
                >
                  <Trash2 aria-hidden size={13} />
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        kind="bare"
        onClick={() => onKeep([...keys, { at: Math.round(((Number(keys.at(-1)?.at ?? 0) + 1) / 2) * 100) / 100 }])}
      >
        <Plus aria-hidden size={14} /> Another key
      </Button>
    </div>
  );
}

function Ms({ label, value, onKeep }: { label: string; value: number; onKeep(value: number): void }) {
  return (
    <Field
      label={label}
      render={(id) => <KeptNumber id={id} min={0} value={String(value)} onKeep={(text) => onKeep(Number(text) || 0)} />}
    />
  );
}

function Choice(props: { label: string; value: string; choices: Record<string, string>; onKeep(value: string): void }) {
  return (
    <Select label={props.label} value={props.value} choices={Object.entries(props.choices)} onChoose={props.onKeep} />
  );
}
