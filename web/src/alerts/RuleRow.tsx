import clsx from 'clsx';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { airingOf, isLit } from '../show/air';
import { useShow } from '../show/show';
import { whenOf, type AlertRule } from './alertWords';

/** A rule as a sentence: what it takes, and what is lit. */
export function RuleRow({ rule, chosen }: { rule: AlertRule; chosen: boolean }) {
  const currency = useShow((show) => show.counting.currency);
  const graphic = useShow((show) => show.graphics.find((one) => one.id === rule.graphic));
  const isTone = useShow((show) => show.tones.some((tone) => tone === graphic?.sound?.source));
  const lit = useLive((live) => isLit(airingOf(live, rule.graphic)?.phase));
  return (
    <li
      className={clsx(
        'relative grid gap-0.5 rounded-[12px] bg-panel px-3.5 py-2.5 hover:bg-raised',
        chosen && 'shadow-[inset_0_0_0_1.5px_var(--color-cool)]',
        rule.isOff && 'text-faint',
      )}
    >
      <Link
        to={`/alerts/${rule.id}`}
        aria-current={chosen || undefined}
        className="font-semibold after:absolute after:inset-0"
      >
        {whenOf(rule, currency)}
      </Link>
      <span className={clsx('text-xs', rule.isOff ? '' : 'text-quiet')}>
        {rule.isOff ? 'switched off' : <>lights {graphic?.name}</>}
        {graphic?.stay != null && `, ${graphic.stay / 1000} s`}
        {graphic?.sound && `, ${isTone ? graphic.sound.source : 'your own sound'}`}
      </span>
      {lit && <span className="text-xs font-semibold text-lamp">On air</span>}
    </li>
  );
}
