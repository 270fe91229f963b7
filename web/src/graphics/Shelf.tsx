import clsx from 'clsx';
import { FileInput, Plus, Search, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'wouter';
import { toast } from '../ui/toast';
import { PictureView } from '../monitor/PictureView';
import { edits } from '../show/edits';
import { templateEdits } from '../show/templateEdits';
import { useShow, type Template } from '../show/show';
import { Button } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { FilePick } from '../ui/FilePick';
import { Preview, type Dwell } from './Preview';
import { useSample } from '../monitor/useSample';
import { rove } from '../ui/rove';
import { Seen } from '../ui/Seen';
import { useMatch } from '../ui/useMatch';

/** Opens the shelf: every template, live, in the show's own brand. */
export function ShelfButton() {
  const [open, setOpen] = useState(false);
  const [dwell, setDwell] = useState<Dwell | null>(null);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button kind="cool">
          <Plus aria-hidden size={16} /> Add a graphic
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/60" />
        <Dialog.Content
          // What runs is stopped first; the shelf stays open for what was seen in it.
          onEscapeKeyDown={(event) => {
            if (!dwell) return;
            event.preventDefault();
            setDwell(null);
          }}
          onCloseAutoFocus={() => setDwell(null)}
          className="fixed inset-6 z-30 grid grid-rows-[auto_minmax(0,1fr)] gap-4 rounded-2xl bg-ground p-5 shadow-[0_20px_80px_#000c,inset_0_0_0_1px_var(--color-line)] max-sm:inset-0 max-sm:rounded-none max-sm:p-3"
        >
          <Shelf dwell={dwell} onDwell={setDwell} onDone={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface ShelfProps {
  /** How long each is shown, in s, while templates follow one another; null = they do not. */
  dwell: Dwell | null;
  onDwell(dwell: Dwell | null): void;
  onDone(): void;
}

function Shelf({ dwell, onDwell, onDone }: ShelfProps) {
  const show = useShow();
  const [, navigate] = useLocation();
  const [wish, setWish] = useState('');
  const [kind, setKind] = useState<Template['kind'] | null>(null);
  const [shown, setShown] = useState('');
  // Without room at the side, what is pointed at plays where it stands.
  const narrow = useMatch('(max-width: 1000px)');
  const templates = [...show.templates].sort((one, other) => order.indexOf(one.kind) - order.indexOf(other.kind));
  const kinds = [...new Set(templates.map((template) => template.kind))];
  const found = templates.filter((template) => (!kind || template.kind === kind) && matches(template, wish));
  const preview = (found.find((template) => template.id === shown) ?? found[0])?.id;

  const add = async (template: string): Promise<void> => {
    const id = await edits.addGraphic({ template });
    if (!id) return;
    onDone();
    navigate(`/graphics/${id}`);
  };
  /** A template from a file is on the shelf from now on, and a graphic is made of it; a set brings its graphics. */
  const bring = async (file: File): Promise<void> => {
    if (await isSet(file)) {
      const taken = await edits.importSet(file);
      if (!taken) return;
      if (taken.missing.length === 0) toast.success('The set is in the show, with its words, timers and keys.');
      else
        toast(
          `The set is in the show. Its words ask for feeds that are not: ${taken.missing.join(', ')}. Add them under Feeds, by these names.`,
          { duration: 30_000 },
        );
      onDone();
      navigate(`/graphics/${taken.id}`);
      return;
    }
    const template = await templateEdits.importTemplate(file);
    if (template) await add(template);
  };
  const addSet = async (set: string, name: string, count: number): Promise<void> => {
    if (!(await edits.addStarterSet(set))) return;
    toast.success(`${count} graphics for “${name}” are there, with words to type over.`);
    onDone();
  };

  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <Dialog.Title className="text-base font-bold">Shelf</Dialog.Title>
        <Dialog.Description className="sr-only">Templates to take a graphic from.</Dialog.Description>
        <div className="relative w-64 max-sm:w-48">
          <Search aria-hidden size={15} className="absolute top-2 left-2.5 text-faint" />
          <input
            autoFocus
            aria-label="Search the shelf"
            placeholder="Search: name, score, break …"
            value={wish}
            onChange={(event) => setWish(event.target.value)}
            className={clsx(inputLook, 'pl-8')}
          />
        </div>
        <FilePick kind="bare" accept=".zip,.json,application/json,application/zip" onPick={(file) => void bring(file)}>
          <FileInput aria-hidden size={15} /> From a file
        </FilePick>
        <span className="ml-auto flex flex-wrap items-center gap-1.5 text-quiet">
          Begin with a set:
          {show.starterSets.map((set) => (
            <Button key={set.id} onClick={() => void addSet(set.id, set.name, set.pieces.length)}>
              {set.name}
            </Button>
          ))}
        </span>
        <Dialog.Close asChild>
          <Button kind="bare" aria-label="Close the shelf" className="max-sm:absolute max-sm:top-3 max-sm:right-1">
            <X aria-hidden size={18} />
          </Button>
        </Dialog.Close>
      </div>
      <div className="grid min-h-0 grid-cols-[9.375rem_minmax(0,1fr)_minmax(17rem,34%)] gap-4 max-[1000px]:grid-cols-[9.375rem_minmax(0,1fr)] max-sm:grid-cols-1 max-sm:grid-rows-[auto_minmax(0,1fr)]">
        <div
          role="group"
          aria-label="Kinds"
          className="grid content-start gap-0.5 overflow-y-auto max-sm:flex max-sm:overflow-x-auto max-sm:overflow-y-hidden"
        >
          {[null, ...kinds].map((one) => (
            <button
              key={one ?? 'all'}
              type="button"
              aria-pressed={kind === one}
              onClick={() => setKind(one)}
              className="flex shrink-0 justify-between gap-1.5 rounded-lg px-3 py-1.5 text-left text-quiet hover:bg-panel aria-pressed:bg-raised aria-pressed:font-semibold aria-pressed:text-ink"
            >
              {one ? kindNames[one] : 'Everything'}
              <span>
                {one ? show.templates.filter((template) => template.kind === one).length : show.templates.length}
              </span>
            </button>
          ))}
        </div>
        <ul
          tabIndex={0}
          aria-label="Templates"
          onKeyDown={upAndDown}
          className="grid auto-rows-max grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-4 overflow-y-auto p-1 pr-2"
        >
          {found.map((template) => (
            <Tile
              key={template.id}
              template={template}
              isShown={template.id === preview}
              play={narrow && template.id === shown}
              onShow={() => !dwell && setShown(template.id)}
              onTake={() => void add(template.id)}
            />
          ))}
          {found.length === 0 && <li className="text-quiet">No matches on the shelf.</li>}
        </ul>
        {preview && !narrow && (
          <Preview
            templates={found}
            shown={preview}
            onShow={setShown}
            dwell={dwell}
            onDwell={onDwell}
            onTake={(id) => void add(id)}
          />
        )}
      </div>
    </>
  );
}

const upAndDown = rove('li > button');

/** How long the pointer rests on a tile before that is shown at the side, in ms: on its way across it shows none. */
const rest = 140;

/** One template: it is shown at the side while it is pointed at or focused, and a press adds it. */
function Tile({
  template,
  isShown,
  play,
  onShow,
  onTake,
}: {
  template: Template;
  isShown: boolean;
  play: boolean;
  onShow(): void;
  onTake(): void;
}) {
  const timer = useRef(0);
  const place = useRef<HTMLLIElement>(null);
  // What is stepped to is seen among the others, too.
  useEffect(() => {
    if (isShown) place.current?.scrollIntoView({ block: 'nearest' });
  }, [isShown]);
  return (
    <li ref={place}>
      <button
        type="button"
        onClick={onTake}
        onPointerEnter={() => (timer.current = window.setTimeout(onShow, rest))}
        onPointerLeave={() => clearTimeout(timer.current)}
        onFocus={onShow}
        className={clsx(
          'block w-full overflow-hidden rounded-xl text-left',
          isShown ? 'bg-raised shadow-[0_0_0_2px_var(--color-cool)]' : 'bg-panel hover:bg-raised',
        )}
      >
        <Seen className="aspect-video">
          <Sample template={template} play={play} />
        </Seen>
        <span className="block px-3 py-2">
          <b className="block font-semibold">{template.name}</b>
          <span className="line-clamp-2 text-small text-quiet">{template.about}</span>
        </span>
      </button>
    </li>
  );
}

function Sample({ template, play }: { template: Template; play: boolean }) {
  const { data } = useSample(template.id);
  return <PictureView close play={play} picture={data} label={`${template.name}, as it would look`} />;
}

/** Whether a file is a set: the directory of a zip, at its end, names what is in it. */
async function isSet(file: File): Promise<boolean> {
  return (await file.slice(-64 * 1024).text()).includes('set.json');
}

function matches(template: Template, wish: string): boolean {
  const all = `${template.name} ${kindNames[template.kind]} ${template.about}`.toLowerCase();
  return wish
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

const kindNames: Record<Template['kind'], string> = {
  lowerThird: 'Lower thirds',
  caption: 'Captions',
  bug: 'Bugs',
  notice: 'Notices',
  ticker: 'Tickers',
  timer: 'Timers',
  alert: 'Alerts',
  label: 'Labels',
  list: 'Lists and tables',
  score: 'Scores',
  chat: 'Chat',
  picture: 'Pictures',
  fullFrame: 'Full frame',
};

/** The kinds in the order of an evening's needs. */
const order = Object.keys(kindNames);
