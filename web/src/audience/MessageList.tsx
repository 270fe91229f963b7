import clsx from 'clsx';
import { ArrowDown } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { Button } from '../ui/Button';
import { followLines, isIn, joined, linesBefore, useLines, type Line, type Which } from './lines';
import { Message } from './Message';

/** So many are drawn at first; whoever scrolls up has more. */
const drawn = 150;

interface Props {
  which: Which;
  /** Words or names that are looked for; empty = all. */
  find?: string;
  /** Whether a hand holds the list still. */
  paused?: boolean;
  small?: boolean;
  onPaused?(paused: boolean): void;
}

/** What came in, the newest at the foot. It holds still while the pointer is on it, or while one looks at what was before. */
export function MessageList({ which, find = '', paused, small, onPaused }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const over = usePointerOn(frame);
  const [away, setAway] = useState(false);
  const live = useLines();
  const earlier = useEarlier(which, find);
  useEffect(followLines, []);

  const holds = over || away || !!paused;
  const newest = live.at(-1)?.no ?? 0;
  const [stillAt, setStillAt] = useState<number | null>(null);
  // From the moment it holds still: what comes after waits under the hand.
  if (holds && stillAt === null) setStillAt(newest);
  if (!holds && stillAt !== null) setStillAt(null);

  const wanted = useMemo(() => {
    const low = find.toLocaleLowerCase();
    return (line: Line): boolean =>
      isIn(which, line) && (!low || `${line.name} ${line.text}`.toLocaleLowerCase().includes(low));
  }, [which, find]);
  const { shown, waiting } = useMemo(() => {
    const all = live.filter(wanted);
    const until = stillAt ?? Infinity;
    const seen = all.filter((line) => line.no <= until);
    return { shown: seen, waiting: all.length - seen.length };
  }, [live, wanted, stillAt]);
  const all = earlier.lines.length > 0 ? joined(earlier.lines, shown) : shown;
  const some = all.slice(-Math.max(drawn, earlier.wished));

  const toEnd = (): void => {
    scroller.current?.scrollTo({ top: 0 });
    setAway(false);
    onPaused?.(false);
    setStillAt(newest);
    earlier.forget();
  };

  return (
    <div ref={frame} className="relative grid min-h-0 min-w-0 rounded-[14px] bg-panel">
      <div
        ref={scroller}
        role="log"
        aria-label="What came in"
        aria-live="off"
        tabIndex={0}
        // Its foot is where it begins: what comes in at the foot moves nothing that is looked at.
        className="flex min-h-0 flex-col-reverse overflow-y-auto overscroll-contain rounded-[14px] p-2"
        onScroll={({ currentTarget }) => {
          const up = -currentTarget.scrollTop;
          setAway(up > 40);
          if (currentTarget.scrollHeight - currentTarget.clientHeight - up < 300) earlier.more(all[0]?.no, all.length);
        }}
      >
        <ul className="grid grid-cols-[minmax(0,1fr)] gap-0.5">
          {some.map((line) => (
            <Message key={line.no} line={line} small={small} />
          ))}
        </ul>
        {some.length === 0 && <p className="m-auto px-6 text-center text-quiet">{nothing[which]}</p>}
      </div>
      {(waiting > 0 || away) && (
        <span className="pointer-events-none absolute inset-x-0 bottom-2 grid justify-items-center">
          <Button
            kind={waiting > 0 ? 'cool' : 'plain'}
            className={clsx('pointer-events-auto rounded-full! shadow-[0_4px_16px_#000a]')}
            onClick={toEnd}
          >
            <ArrowDown aria-hidden size={14} />
            {waiting > 0 ? `${waiting.toLocaleString('en-GB')} new` : 'To the newest'}
          </Button>
        </span>
      )}
    </div>
  );
}

/** Whether the mouse is on it, by the page itself: a menu that opens from here lies over the page, and is not here. */
function usePointerOn(what: RefObject<HTMLElement | null>): boolean {
  const [over, setOver] = useState(false);
  useEffect(() => {
    const element = what.current!;
    const enter = ({ pointerType }: PointerEvent): void => setOver(pointerType === 'mouse');
    const leave = (): void => setOver(false);
    element.addEventListener('pointerenter', enter);
    element.addEventListener('pointerleave', leave);
    return () => {
      element.removeEventListener('pointerenter', enter);
      element.removeEventListener('pointerleave', leave);
    };
  }, [what]);
  return over;
}

const nothing: Record<Which, string> = {
  everything: 'Nobody has written anything yet.',
  questions: 'No questions. What ends with a question mark, or begins with !ask, stands here.',
  held: 'Nothing is held back.',
  shown: 'No message has been on screen yet.',
};

/** What was before all that this page follows, asked for as one scrolls up; and what of it was asked for at once, for a list of its own. */
function useEarlier(which: Which, find: string) {
  const [state, setState] = useState<{ of: string; lines: readonly Line[]; wished: number; isEnd: boolean }>({
    of: '',
    lines: [],
    wished: 0,
    isEnd: false,
  });
  const of = `${which} ${find}`;
  const asking = useRef(false);
  const current = state.of === of ? state : { of, lines: [], wished: 0, isEnd: false };
  const fetchBefore = async (no: number): Promise<void> => {
    if (asking.current) return;
    asking.current = true;
    const found = await linesBefore(no, which, find).catch(() => []);
    asking.current = false;
    setState((was) => {
      const mine = was.of === of ? was : { of, lines: [], wished: 0, isEnd: false };
      return { of, lines: joined(found, mine.lines), wished: mine.wished + found.length, isEnd: found.length === 0 };
    });
  };
  // A list of its own may have nothing among the newest messages.
  const whole = which === 'everything' && find === '';
  const asked = useRef('');
  useEffect(() => {
    if (whole || asked.current === of) return;
    asked.current = of;
    void fetchBefore(Number.MAX_SAFE_INTEGER);
  });
  return {
    ...current,
    more: (first: number | undefined, many: number) => {
      if (current.isEnd || first === undefined) return;
      if (current.wished < many) setState({ ...current, wished: Math.max(drawn, current.wished) + drawn });
      else void fetchBefore(first);
    },
    forget: () => {
      if (whole) setState({ of, lines: [], wished: 0, isEnd: false });
    },
  };
}
