import clsx from 'clsx';
import { ArrowDown } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { tried } from '../show/tried';
import { fetchBefore, followLines, forgetFetched, lookAt, useLines } from './lines';
import { Message } from './Message';
import { isWhole, listed, type List, type Which } from './messageLists';

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
  const list = useMemo(() => ({ which, find }), [which, find]);
  const earlier = useEarlier(list, live.begun);
  useEffect(followLines, []);
  const any = useShow((show) => show.chatSources.length > 0);

  const holds = over || away || !!paused;
  const newest = live.newest.at(-1)?.no ?? 0;
  const [stillAt, setStillAt] = useState<number | null>(null);
  // From the moment it holds still: what comes after waits under the hand.
  if (holds && stillAt === null) setStillAt(newest);
  if (!holds && stillAt !== null) setStillAt(null);

  const { all, waiting } = useMemo(() => {
    const whole = listed(live, holds);
    const until = stillAt ?? Infinity;
    const seen = whole.filter((line) => line.no <= until);
    return { all: seen, waiting: whole.length - seen.length };
  }, [live, holds, stillAt]);
  const some = all.slice(-earlier.wished);

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
        {some.length === 0 && (
          <p className="m-auto px-6 text-center text-quiet">
            {any || which !== 'everything' ? nothing[which] : unconnected}
          </p>
        )}
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

const unconnected =
  'No chat is connected yet. “Connect a chat” asks for a server and a channel; any other service sends its messages through the door for events.';

const nothing: Record<Which, string> = {
  everything: 'Nobody has written anything yet.',
  questions: 'No questions. What ends with a question mark, or begins with !ask, stands here.',
  held: 'Nothing is held back.',
  shown: 'No message has been on screen yet.',
};

/** How much is drawn, and what is asked for: more as one scrolls up, and of a list of its own the first at once. */
function useEarlier(list: List, begun: number) {
  const of = `${begun} ${list.which} ${list.find}`;
  const [state, setState] = useState({ of, wished: drawn, isEnd: false });
  const current = state.of === of ? state : { of, wished: drawn, isEnd: false };
  const asking = useRef(false);
  const fetchMore = async (no: number): Promise<void> => {
    if (asking.current) return;
    asking.current = true;
    const found = await tried(() => fetchBefore(no));
    asking.current = false;
    // Refused, which has been said: it is asked for again when somebody scrolls, or types another word.
    if (found === null) return;
    setState((was) => ({ of, wished: (was.of === of ? was.wished : drawn) + found, isEnd: found === 0 }));
  };
  useEffect(() => lookAt(list), [list]);
  // A list of its own may have nothing among the newest messages.
  const whole = isWhole(list);
  const asked = useRef('');
  useEffect(() => {
    // One at a time: what is typed meanwhile is asked for when the answer has come.
    if (whole || asking.current || asked.current === of) return;
    asked.current = of;
    void fetchMore(Number.MAX_SAFE_INTEGER);
  });
  return {
    wished: current.wished,
    more: (first: number | undefined, many: number) => {
      if (current.isEnd || first === undefined) return;
      if (current.wished < many) setState({ ...current, wished: current.wished + drawn });
      else void fetchMore(first);
    },
    forget: () => {
      setState({ of, wished: drawn, isEnd: false });
      if (whole) forgetFetched();
    },
  };
}
