import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { clock } from '../live/live';
import { followTimer, type TimerProgram } from '../painter/timer';

interface Props {
  program: TimerProgram;
  /** Whether they stand on the lamp's colour, on which no other can be read. */
  onLamp?: boolean;
  className?: string;
}

/** What a timer shows now, as the outputs show it; past a warning it stands out. */
export function TimerFigures({ program, onLamp, className }: Props) {
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
  return <span className={clsx(className, warns && !onLamp && 'text-orchid!')}>{text}</span>;
}
