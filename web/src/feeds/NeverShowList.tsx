import { Eye, EyeOff, X } from 'lucide-react';
import { useState, type CSSProperties } from 'react';
import { useLive } from '../live/live';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { inputLook } from '../ui/inputLook';
import { Segmented } from '../ui/Segmented';
import { SignButton } from '../ui/SignButton';

/** Words that must not appear, wherever they come from. They are covered here, too: streamers share their screens. */
export function NeverShowList() {
  const list = useShow((show) => show.neverShow);
  const [seen, setSeen] = useState(false);
  const [typed, setTyped] = useState('');
  const hits = useLive(({ switches }) => [...switches.values()].filter((one) => one.covered > 0).length);
  const keep = (change: Partial<typeof list>): Promise<boolean> => edits.show({ neverShow: { ...list, ...change } });
  return (
    <Drawer
      label="Never-show list"
      side="bottom"
      align="end"
      className="grid max-h-[70vh] w-[23.75rem] grid-rows-[auto_auto_auto_minmax(0,1fr)] gap-3 p-3!"
      trigger={
        <Button kind="bare" title="Words that must not appear, wherever they come from">
          <EyeOff aria-hidden size={15} /> Never-show list
          {list.words.length > 0 && <span className="tabular-nums">{list.words.length}</span>}
        </Button>
      }
    >
      <p className="text-quiet">
        Your address, a real name: what stands here is never seen, in any feed or field, however it is written. With a *
        at its end it is found within longer words, too.
      </p>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <Segmented
          label="What becomes of them"
          value={list.act}
          choices={[
            { value: 'mask', words: 'Cover them' },
            { value: 'holdBack', words: 'Hold the graphic back' },
          ]}
          onChoose={(act) => void keep({ act })}
        />
        <Button kind="bare" onClick={() => setSeen(!seen)} aria-pressed={seen}>
          {seen ? <EyeOff aria-hidden size={14} /> : <Eye aria-hidden size={14} />} {seen ? 'Cover' : 'Read'}
        </Button>
      </div>
      <form
        className="flex items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void keep({ words: [...list.words, typed] }).then((kept) => kept && setTyped(''));
        }}
      >
        <input
          aria-label="A word, or several"
          placeholder="a word, or several"
          maxLength={100}
          autoComplete="off"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          // Covered as it is typed: the screen may be seen.
          style={seen ? undefined : ({ WebkitTextSecurity: 'disc' } as CSSProperties)}
          className={inputLook}
        />
        <Button type="submit" kind="cool" disabled={!typed.trim()}>
          Add it
        </Button>
      </form>
      <div className="grid min-h-0 content-start gap-1 overflow-y-auto">
        <p role="status" className="text-small text-quiet">
          {hits === 0
            ? 'No graphic holds such a word now.'
            : hits === 1
              ? 'One graphic holds such a word now.'
              : `${hits} graphics hold such words now.`}
        </p>
        <ul aria-label="Words on the list" className="grid gap-1">
          {list.words.map((word, at) => (
            <li key={word} className="flex items-center justify-between gap-2 rounded-lg bg-ground pl-2">
              <span className="truncate">{seen ? word : '•'.repeat(Math.min(12, word.length))}</span>
              <SignButton
                label={`Take word ${at + 1} off the list`}
                onClick={() => void keep({ words: list.words.filter((one) => one !== word) })}
              >
                {' '}
                <X aria-hidden size={14} />
              </SignButton>
            </li>
          ))}
        </ul>
      </div>
    </Drawer>
  );
}
