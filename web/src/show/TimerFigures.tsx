import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { clock } from '../live/live';
import { followTimer, type TimerProgram } from '../painter/timer';

/** What a timer shows now, as the outputs show it; past a warning it stands out. */
export function TimerFigures({ program, className }: { program: TimerProgram; className?: string }) {
  const [{ text, warns }, show] = useState({ text: '', warns: false });
  // News bring the same program again and again: only another one is followed anew.
  const told = JSON.stringify(program);
  useEffect(
    () =>
      followTimer(JSON.parse(told) as TimerProgram, clock.now, (next, warning) =>
        show({ text: next, warns: warning >= 0 }),
      ),
    [told],
  );
  return <span className={clsx(className, warns && 'text-orchid!')}>{text}</span>;
}
