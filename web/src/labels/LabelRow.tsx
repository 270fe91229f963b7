import clsx from 'clsx';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { airingOf, isLit } from '../show/air';
import { usersOf } from '../show/ShownBy';
import { useShow, type Label } from '../show/show';
import { asksFor } from './labelChoices';

/** A label, what it says now, how far its goal has come, and which graphics show it. A click on it sets it up. */
export function LabelRow({ label, chosen }: { label: Label; chosen: boolean }) {
  const show = useShow();
  const said = useLive(({ labels }) => labels.get(label.id));
  const lit = useLive(({ airings }) => airings);
  const users = usersOf(show, (text) => asksFor(label.id, text));
  const onAir = users.filter((user) => isLit(airingOf({ airings: lit }, user.id)?.phase));
  return (
    <li
      className={clsx(
        'relative grid grid-cols-[minmax(0,11.25rem)_minmax(0,1.5fr)_minmax(0,1fr)] items-center gap-4 rounded-[12px] bg-panel px-4 py-2.5 hover:bg-raised',
        chosen && 'shadow-[inset_0_0_0_1.5px_var(--color-cool)]',
      )}
    >
      <Link
        to={`/labels/${label.id}`}
        aria-current={chosen || undefined}
        className="truncate font-semibold after:absolute after:inset-0"
      >
        {label.name}
      </Link>
      <span className="grid min-w-0 gap-1.5">
        <span className={clsx('truncate text-title', said?.isEmpty ? 'text-quiet italic' : 'font-semibold')}>
          {said?.text || '(nothing)'}
        </span>
        {said?.percent != null && <Meter percent={said.percent} />}
      </span>
      <span className="truncate text-small text-quiet" title={users.map((user) => user.name).join(', ')}>
        {onAir.length > 0 && <span className="mr-1.5 font-semibold text-lamp">On air in</span>}
        {users.length === 0
          ? 'No graphic shows it yet'
          : (onAir.length > 0 ? onAir : users).map((user) => user.name).join(', ')}
        {label.file && ` · ${label.file.split('/').at(-1)}`}
      </span>
    </li>
  );
}

function Meter({ percent }: { percent: number }) {
  return (
    <span className="flex items-center gap-2">
      <span
        role="meter"
        aria-label="Of the goal"
        aria-valuenow={Math.min(100, percent)}
        aria-valuemin={0}
        aria-valuemax={100}
        className="h-1.5 flex-1 overflow-hidden rounded-full bg-ridge"
      >
        <span className="block h-full rounded-full bg-moss" style={{ width: `${Math.min(100, percent)}%` }} />
      </span>
      <span className="text-small text-quiet tabular-nums">
        {percent < 100 ? `${percent} %` : percent < 1000 ? `met, ${percent} %` : 'met'}
      </span>
    </span>
  );
}
