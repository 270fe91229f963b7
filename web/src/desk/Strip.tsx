import { BellOff, History, Undo2 } from 'lucide-react';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { ageText, clockText } from '../show/format';
import { useShow } from '../show/show';
import { press } from '../show/air';
import { Drawer } from '../ui/Drawer';
import { Button, Key, keyHint } from '../ui/Button';
import { WhatComes } from './WhatComes';

/** Along the foot of the desk: what happened last, and the way back; what waits; the hush. */
export function Strip() {
  const { takeBack } = useLive(({ back }) => back);
  const { alerts, hush } = useLive(({ ahead }) => ahead);
  const last = useLive(({ trail }) => [...trail.values()].at(-1));
  const commands = useLive(({ chat }) => chat.ahead.length);
  const waiting = alerts.length + (hush?.waiting.length ?? 0) + commands;
  return (
    <div className="flex min-w-0 items-center gap-2">
      <Button
        disabled={!takeBack}
        onClick={() => void press('takeBack')}
        title={takeBack ? `Takes back: ${takeBack}` : 'Nothing on air to take back'}
      >
        <Undo2 aria-hidden size={14} /> Take back <Key className={keyHint}>Ctrl Z</Key>
      </Button>
      <Drawer
        label="What happened on air"
        align="start"
        className="w-96"
        trigger={
          <button
            type="button"
            className="flex min-h-9 min-w-0 flex-1 items-center gap-2 rounded-[10px] px-2 text-left text-quiet hover:bg-panel"
          >
            <History aria-hidden size={14} className="shrink-0" />
            <span className="truncate">
              {/* Said once, when it happens: its age is for eyes. */}
              <span role="status">{last ? last.sentence : 'Nothing has been on air yet.'}</span>
              {last && <Age at={last.at} />}
            </span>
          </button>
        }
      >
        <Trail />
      </Drawer>
      <WhatComes />
      {hush ? (
        <span className="flex shrink-0 items-center gap-1.5 rounded-[10px] bg-cool/15 py-0.5 pr-0.5 pl-3 shadow-[inset_0_0_0_1.5px_var(--color-cool)]">
          <BellOff aria-hidden size={14} className="text-cool" />
          Hush <Since at={hush.since} />
          {waiting > 0 && (
            <Button kind="bare" onClick={() => void press('hushOver', { run: false })}>
              End and discard {waiting}
            </Button>
          )}
          <Button kind="bare" onClick={() => void press('hushOver', { run: true })}>
            End the hush
          </Button>
        </span>
      ) : (
        <Button
          kind="bare"
          onClick={() => void press('hush')}
          title="For a serious moment: alerts and what comes by itself wait. Your hands still work. Alt H"
        >
          <BellOff aria-hidden size={14} /> Hush
        </Button>
      )}
    </div>
  );
}

function Age({ at }: { at: number }) {
  return <span aria-hidden>, {ageText(useNow() - at)}</span>;
}

function Since({ at }: { at: number }) {
  return clockText(useNow() - at);
}

function Trail() {
  const trail = useLive((live) => live.trail);
  const show = useShow();
  const now = useNow();
  const lines = [...trail.values()].reverse();
  if (lines.length === 0) return <p className="p-2 text-quiet">{show.name} has not been on air yet.</p>;
  return (
    <ol className="grid gap-0.5">
      {lines.map((line) => (
        <li key={line.no} className="flex justify-between gap-3 rounded-md px-2 py-1">
          <span className="min-w-0 truncate">{line.sentence}</span>
          <span className="shrink-0 text-quiet">{ageText(now - line.at)}</span>
        </li>
      ))}
    </ol>
  );
}
