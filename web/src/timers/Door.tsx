import { nowOf, type Timer } from '../show/show';
import { KeptText } from '../show/KeptText';
import { eventKinds as kinds } from '../show/eventWords';
import { Field, Select } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { Tick } from '../ui/Tick';
import { LengthField } from './LengthField';
import type { ChangeTimer } from './TimerSettings';

const plain = { perUnit: 30_000, kind: '' };

/** How events add time to it. */
export function Door({ timer, change }: { timer: Timer; change: ChangeTimer }) {
  const { door } = timer;
  const set = (part: Partial<NonNullable<Timer['door']>>, from?: number): Promise<boolean> =>
    change({ door: { ...plain, ...nowOf((show) => show.timers, timer).door, ...part } }, from);
  return (
    <Heading name="Time from events" help="timers#time-from-events">
      <Tick checked={!!door} onChange={(on) => void change({ door: on ? plain : null })}>
        Events add time to it
      </Tick>
      {door && (
        <>
          <div className="grid grid-cols-2 gap-3">
            <LengthField
              label="Each unit adds"
              placeholder="0:30"
              value={door.perUnit}
              onKeep={(perUnit, from) => set({ perUnit: perUnit ?? 0 }, from)}
            />
            <LengthField
              label="One event at most"
              placeholder="no limit"
              value={door.mostEach}
              onKeep={(mostEach, from) => set({ mostEach: mostEach ?? undefined }, from)}
            />
            <LengthField
              label="An hour at most"
              placeholder="no limit"
              value={door.mostHour}
              onKeep={(mostHour, from) => set({ mostHour: mostHour ?? undefined }, from)}
            />
            <Select
              label="By"
              value={door.kind}
              choices={[['', 'hand or program only'], ...kinds]}
              onChoose={(kind) => void set({ kind })}
            />
            <Field
              label="Never beyond"
              render={(id) => (
                <KeptText
                  id={id}
                  type="time"
                  value={door.latest ?? ''}
                  onKeep={(latest, from) => set({ latest: latest || undefined }, from)}
                />
              )}
            />
          </div>
          <p className="text-small text-quiet">
            Paused, it stays paused. After zero what comes is offered here, and never starts it again.
          </p>
        </>
      )}
    </Heading>
  );
}
