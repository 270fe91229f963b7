import clsx from 'clsx';
import { Check, MoreHorizontal } from 'lucide-react';
import { memo } from 'react';
import { ask } from '../ui/ask';
import { Button } from '../ui/Button';
import { Menu, MenuItem } from '../ui/Menu';
import { SignButton } from '../ui/SignButton';
import { useMenu } from '../ui/useMenu';
import type { Line } from './messageLists';
import { messages } from './messages';

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

const roles: Partial<Record<Line['role'], string>> = { member: 'member', moderator: 'moderator', owner: 'you' };

export const whyHeld: Record<Exclude<Line['held'], 'no'>, string> = {
  neverShow: 'never-show list',
  link: 'a link',
  role: 'not of those who may',
  repeat: 'said before',
  long: 'too long',
};

/** Quiet colours, each readable under light letters; the same person has the same one all evening. */
const colours = ['#6f8a57', '#8a5a6f', '#5a6f8a', '#8a7a4a', '#4a7f78', '#7a5a8a', '#8a664a', '#5d6d5a'];

function colourOf(name: string): string {
  let sum = 0;
  for (const letter of name) sum = (sum * 31 + letter.codePointAt(0)!) % 9973;
  return colours[sum % colours.length]!;
}

interface Props {
  line: Line;
  /** Whether there is only a little room. */
  small?: boolean;
}

/** A message that came in, and what a hand may do with it. */
export const Message = memo(OneMessage);

function OneMessage({ line, small }: Props) {
  const menu = useMenu();
  const isHeld = line.held !== 'no' && !line.isGone;
  return (
    <li
      tabIndex={-1}
      data-line={line.no}
      {...(line.isGone ? {} : menu.asked)}
      className={clsx(
        'group relative grid grid-cols-[1.75rem_minmax(0,1fr)] items-center gap-x-2.5 rounded-[10px] px-2 py-1.5 [contain-intrinsic-size:auto_48px] [content-visibility:auto] focus-within:bg-raised hover:bg-raised',
        isHeld && 'bg-orchid/10',
        line.isQuestion && !isHeld && 'bg-white/[0.03]',
      )}
    >
      <span
        aria-hidden
        className="row-span-2 grid size-7 place-items-center self-start rounded-full text-xs font-bold text-[#fff8e8dd]"
        style={{ background: line.isGone ? '#3a332c' : colourOf(line.name) }}
      >
        {line.isGone ? '' : line.initial}
      </span>
      <div className="flex min-w-0 items-baseline gap-2 leading-tight">
        <b className={clsx('min-w-12 truncate font-semibold', line.isGone && 'text-faint')}>{line.name}</b>
        {roles[line.role] && <span className="shrink-0 text-small text-moss">{roles[line.role]}</span>}
        {line.isQuestion && <span className="shrink-0 text-small text-lamp-soft">question</span>}
        {isHeld && (
          <span className="min-w-0 truncate text-small text-orchid">
            held back: {whyHeld[line.held as keyof typeof whyHeld]}
          </span>
        )}
        {line.isShown && (
          <span className="flex shrink-0 items-center gap-0.5 text-small text-quiet">
            <Check aria-hidden size={11} /> shown
          </span>
        )}
        <span className="shrink-0 text-small text-faint tabular-nums">{clock.format(line.at)}</span>
      </div>
      <p
        dir="auto"
        title={line.text.length > 90 ? line.text : undefined}
        className={clsx(
          'line-clamp-2 min-w-0 text-left [overflow-wrap:anywhere]',
          isHeld ? 'text-quiet' : 'text-ink',
          line.isGone && 'text-faint italic',
        )}
      >
        {line.isGone ? 'taken back' : line.text}
      </p>
      {!line.isGone && (
        <span
          className={clsx(
            'absolute top-1/2 right-1.5 flex -translate-y-1/2 items-center gap-1 rounded-[10px] bg-raised py-0.5 pl-2 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 focus-within:opacity-100',
            '[@media(hover:none)]:static [@media(hover:none)]:col-start-2 [@media(hover:none)]:translate-y-0 [@media(hover:none)]:opacity-100',
          )}
        >
          {isHeld ? (
            <Button onClick={() => void messages.letIn(line.no)}>Let it in</Button>
          ) : (
            <>
              <Button
                kind="cool"
                aria-label={`Show what ${line.name} wrote`}
                onClick={() => void messages.use(line.no, 'show')}
              >
                Show it
              </Button>
              {!small && (
                <Button
                  aria-label={`Put what ${line.name} wrote next up`}
                  onClick={() => void messages.use(line.no, 'queue')}
                >
                  Next up
                </Button>
              )}
            </>
          )}
          <SignButton label={`More for what ${line.name} wrote`} {...menu.button}>
            <MoreHorizontal aria-hidden size={16} />
          </SignButton>
        </span>
      )}
      {menu.place && (
        <Menu label={`What ${line.name} wrote`} at={menu.place} onClose={menu.close}>
          {isHeld && <MenuItem onSelect={() => void messages.use(line.no, 'show')}>Show it all the same</MenuItem>}
          <MenuItem onSelect={() => void messages.use(line.no, 'queue')}>Next up</MenuItem>
          <MenuItem onSelect={() => void messages.remove(line.no)}>Take it off everywhere</MenuItem>
          <MenuItem onSelect={() => void forget(line)}>Forget this person …</MenuItem>
        </Menu>
      )}
    </li>
  );
}

async function forget(line: Line): Promise<void> {
  const words =
    'All that the person wrote is erased, and the name on follows, tips and votes with it. Sums stay. This cannot be undone.';
  if (await ask({ title: `Forget ${line.name}?`, words, yes: 'Forget' })) await messages.forget(line.no);
}
