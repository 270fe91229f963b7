import { useEffect, useState } from 'react';
import { clock } from '../live/live';
import { followTimer, type TimerProgram } from '../painter/timer';

/** What a timer shows now, as the outputs show it. */
export function TimerFigures({ program, className }: { program: TimerProgram; className?: string }) {
  const [text, setText] = useState('');
  // News bring the same program again and again: only another one is followed anew.
  const told = JSON.stringify(program);
  useEffect(() => followTimer(JSON.parse(told) as TimerProgram, clock.now, setText), [told]);
  return <span className={className}>{text}</span>;
}
