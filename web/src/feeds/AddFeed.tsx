import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useLocation } from 'wouter';
import { feedEdits } from '../show/feedEdits';
import { wordOf } from '../show/wordOf';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { Tick } from '../ui/Tick';
import { Consent } from './Consent';
import { FeedForm, type Form } from './FeedForm';
import { KeyFields, noKey, type KeyWish } from './KeyFields';
import { RowsTable } from './RowsTable';
import { useLook } from './useLook';
import { useSettled } from './useSettled';
import { isWeb, pushed } from './way';

/** A new feed: its file is looked at, and shown with what it makes, before anything is kept. */
export function AddFeed({ begun, onDone }: { begun: string; onDone(): void }) {
  const feeds = useShow((show) => show.feeds);
  const [, navigate] = useLocation();
  const [path, setPath] = useState(begun);
  const [typedName, setName] = useState<string | null>(null);
  const [form, setForm] = useState<Partial<Form>>({});
  const [isPushed, setPushed] = useState(false);
  const wanted = path.trim();
  const settled = useSettled(wanted);
  const [agreed, setAgreed] = useState(false);
  const whole = isWhole(wanted);
  const [key, setKey] = useState<KeyWish | null>(null);
  const given = key?.value ? key : undefined;
  const look = useLook(isWhole(settled) ? { path: settled, private: agreed, key: given, ...form } : null);
  // What was made of another file, or of half its name, says nothing of this one.
  const isOfThis = whole && !isPushed && settled === wanted && !look.isOld;
  const { looked, refused, isPrivate } = isOfThis ? look : { looked: undefined, refused: null, isPrivate: false };
  const name = typedName ?? (isPushed ? '' : nameOf(wanted));
  const word = freeWord(
    wordOf(name),
    feeds.map((feed) => feed.id),
  );
  // A way of reading that was chosen stays before one's eyes, though it reads nothing.
  const kind = form.kind ?? looked?.kind;
  const first = looked?.tables[0];

  const add = async (): Promise<void> => {
    const { rows, firstRow } = form;
    const wish = { id: word, name, path: wanted, kind: kind ?? kindOfName(wanted), rows: rows ?? undefined, firstRow };
    if (!(await feedEdits.addFeed(isPushed ? { id: word, name, path: pushed } : { ...wish, private: agreed }))) return;
    if (given && !isPushed) await feedEdits.feedKey(word, given);
    onDone();
    navigate(`/feeds/${word}`);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onDone()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/60" />
        <Dialog.Content className="fixed inset-y-6 right-6 z-30 grid w-[min(760px,94vw)] grid-rows-[auto_auto_auto_minmax(0,1fr)_auto] gap-3 rounded-2xl bg-panel p-5 shadow-[0_20px_60px_#000a]">
          <div className="flex items-start justify-between">
            <Dialog.Title className="text-title font-bold">A new feed</Dialog.Title>
            <Dialog.Close aria-label="Close" className="text-quiet hover:text-ink">
              <X aria-hidden size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="text-quiet">
            A text, checklist, table (CSV), workbook (XLSX), JSON, XML or news: a file that something else writes, or an
            address on the web. A spreadsheet on the web has an address that gives CSV or XLSX. Or other programs send
            it.
          </Dialog.Description>
          <div className="grid grid-cols-[1.6fr_1fr] gap-3">
            <Field
              label="File with its whole path, or address"
              render={(id) => (
                <input
                  id={id}
                  autoFocus
                  spellCheck={false}
                  placeholder="/home/me/stream/now.txt or https://…"
                  value={isPushed ? '' : path}
                  disabled={isPushed}
                  onChange={(event) => {
                    setPath(event.target.value);
                    setForm({});
                    setAgreed(false);
                  }}
                  className={inputLook}
                />
              )}
            />
            <Field
              label="Name"
              render={(id) => (
                <input
                  id={id}
                  value={name}
                  maxLength={80}
                  onChange={(event) => setName(event.target.value)}
                  className={inputLook}
                />
              )}
            />
          </div>
          <div className="flex min-h-0 min-w-0 flex-col gap-2">
            <div className="flex flex-wrap gap-x-5 gap-y-1">
              <Tick checked={isPushed} onChange={setPushed}>
                Other programs send it
              </Tick>
              {isWeb(wanted) && !isPushed && (
                <Tick checked={key !== null} onChange={(on) => setKey(on ? noKey : null)}>
                  It asks for a key
                </Tick>
              )}
            </div>
            {isPushed && (
              <p className="text-quiet">
                It gets an address and a key of its own: any program or script that can send a web request fills it,
                whole, row by row or cell by cell.
              </p>
            )}
            {key && !isPushed && <KeyFields wish={key} onChange={setKey} />}
            {refused && <p className="text-quiet">{refused}</p>}
            {(isPrivate || agreed) && <Consent agreed={agreed} onChange={setAgreed} />}
            {kind && (
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-quiet">
                {form.kind ? 'Read as' : 'It looks like'}
                <FeedForm
                  form={{ firstRow: 'seen', ...form, kind }}
                  onChange={(next) => {
                    setForm({ kind, ...form, ...next, ...(next.kind && { rows: undefined }) });
                    return Promise.resolve(true);
                  }}
                />
                {looked?.notes.map((note) => (
                  <p key={note} className="w-full">
                    {note}
                  </p>
                ))}
                {looked?.trouble && <p className="w-full text-orchid">{looked.trouble}</p>}
              </div>
            )}
            {first && <RowsTable shape={first.shape} count={first.rows.length} row={(at) => first.rows[at] ?? null} />}
          </div>
          <div className="flex justify-end gap-2">
            <Button kind="bare" onClick={onDone}>
              Cancel
            </Button>
            <Button kind="cool" disabled={!word || !(isPushed || looked || refused)} onClick={() => void add()}>
              {isPushed ? 'Make it' : 'Read it'}
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Whether it could be one. */
function isWhole(typed: string): boolean {
  return typed.startsWith('/') || (/^https?:\/\/[^/]+\.?[^/]*/i.test(typed) && URL.canParse(typed));
}

/** The file's own name, without what it ends on: “/home/me/on-the-cloth.txt” is “On the cloth”. */
function nameOf(path: string): string {
  const bare = (
    path
      .replace(/[?#].*$/, '')
      .split('/')
      .filter(Boolean)
      .at(-1) ?? ''
  )
    .replace(/\.[^.]*$/, '')
    .replace(/[-_]+/g, ' ')
    .trim();
  return bare.charAt(0).toUpperCase() + bare.slice(1);
}

/** What a file that is not there yet will most likely be. */
function kindOfName(path: string): Form['kind'] {
  const ending = /\.(\w+)$/.exec(path.replace(/[?#].*$/, ''))?.[1]?.toLowerCase() ?? '';
  const kinds: Record<string, Form['kind']> = { csv: 'csv', tsv: 'csv', xlsx: 'sheet', json: 'json', xml: 'xml' };
  return kinds[ending] ?? 'text';
}

/** A word that no other feed has. */
function freeWord(wish: string, taken: readonly string[]): string {
  if (!wish) return '';
  for (let at = 1; ; at++) {
    const word = at === 1 ? wish : `${wish.slice(0, 36)}_${at}`;
    if (!taken.includes(word)) return word;
  }
}
