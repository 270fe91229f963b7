import clsx from 'clsx';
import { Timer as Clock } from 'lucide-react';
import type { Timer } from '../show/show';
import { inputLook } from '../ui/inputLook';
import { timerActs, type TimerSetting } from './cueEdits';
import { Choose } from '../ui/Choose';

interface Props {
  timer: Timer;
  setting: TimerSetting | undefined;
  onChange(setting: TimerSetting | null): void;
}

/** What a step of a cue does with one timer. */
export function CueTimer({ timer, setting, onChange }: Props) {
  const small = clsx(inputLook, 'min-w-0 py-1!');
  return (
    <li
      className={clsx(
        'grid grid-cols-[1.2fr_1.2fr_1.3fr_1fr] items-center gap-2 rounded-lg px-2 py-1',
        setting ? 'bg-raised' : 'text-quiet',
      )}
    >
      <span className={clsx('flex items-center gap-1.5', setting && 'font-semibold')}>
        <Clock aria-hidden size={13} className="shrink-0" />
        <span className="truncate">{timer.name}</span>
      </span>
      <Choose
        label={`Timer ${timer.name} in this step`}
        value={setting?.act ?? ''}
        choices={[
          ['', 'left alone'],
          ...Object.entries(timerActs).filter(([act]) => act !== 'next' || timer.kind === 'phases'),
        ]}
        onChoose={(chosen) => {
          const act = chosen as TimerSetting['act'] | '';
          onChange(
            act ? { timer: timer.id, act, by: act === 'add' ? 60_000 : act === 'set' ? 300_000 : undefined } : null,
          );
        }}
        className={small}
      />
      {(setting?.act === 'add' || setting?.act === 'set') && (
        <label className="flex items-center gap-2">
          <input
            type="number"
            aria-label={`Minutes for ${timer.name}`}
            step={0.5}
            value={(setting.by ?? 0) / 60_000}
            onChange={(event) => onChange({ ...setting, by: Math.round(Number(event.target.value) * 60_000) })}
            className={clsx(small, 'w-20!')}
          />
          minutes
        </label>
      )}
    </li>
  );
}
