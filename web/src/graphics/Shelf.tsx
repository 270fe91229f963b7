import clsx from 'clsx';
import { FileInput, Play, Plus, Search, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useLocation } from 'wouter';
import { toast } from '../ui/toast';
import { PictureView } from '../monitor/PictureView';
import { edits } from '../show/edits';
import { templateEdits } from '../show/templateEdits';
import { useShow, type Template } from '../show/show';
import { Button } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { FilePick } from '../ui/FilePick';
import { Parade } from './Parade';
import { useSample } from '../monitor/useSample';
import { Seen } from '../ui/Seen';

/** Opens the shelf: every template, live, in the show's own brand. */
export function ShelfButton() {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button kind="cool">
          <Plus aria-hidden size={16} /> Add a graphic
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/60" />
        <Dialog.Content className="fixed inset-6 z-30 grid grid-rows-[auto_1fr] gap-4 rounded-2xl bg-ground p-5 shadow-[0_20px_80px_#000c,inset_0_0_0_1px_var(--color-line)]">
          <Shelf onDone={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Shelf({ onDone }: { onDone(): void }) {
  const show = useShow();
  const [, navigate] = useLocation();
  const [wish, setWish] = useState('');
  const [kind, setKind] = useState<Template['kind'] | null>(null);
  const [parade, setParade] = useState(false);
  const templates = [...show.templates].sort((one, other) => order.indexOf(one.kind) - order.indexOf(other.kind));
  const kinds = [...new Set(templates.map((template) => template.kind))];
  const found = templates.filter((template) => (!kind || template.kind === kind) && matches(template, wish));

  const add = async (template: string): Promise<void> => {
    const id = await edits.addGraphic({ template });
    if (!id) return;
    onDone();
    navigate(`/graphics/${id}`);
  };
  /** A template of one's own from a file: it is on the shelf from now on, and a graphic is made of it. */
  const bring = async (file: File): Promise<void> => {
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
      <div className="flex items-center gap-4">
        <Dialog.Title className="text-base font-bold">Shelf</Dialog.Title>
        <Dialog.Description className="sr-only">Templates to take a graphic from.</Dialog.Description>
        <div className="relative w-72">
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
        {!parade && found.length > 0 && (
          <Button kind="bare" onClick={() => setParade(true)}>
            <Play aria-hidden size={15} /> Play {found.length === 1 ? 'it' : `all ${found.length}`}
          </Button>
        )}
        <FilePick kind="bare" accept=".zip,.json,application/json,application/zip" onPick={(file) => void bring(file)}>
          <FileInput aria-hidden size={15} /> From a file
        </FilePick>
        <span className="ml-auto flex items-center gap-1.5 text-quiet">
          Begin with a set:
          {show.starterSets.map((set) => (
            <Button key={set.id} onClick={() => void addSet(set.id, set.name, set.pieces.length)}>
              {set.name}
            </Button>
          ))}
        </span>
        <Dialog.Close asChild>
          <Button kind="bare" aria-label="Close the shelf">
            <X aria-hidden size={18} />
          </Button>
        </Dialog.Close>
      </div>
      <div className="grid min-h-0 grid-cols-[9.375rem_1fr] gap-4">
        <div role="group" aria-label="Kinds" className="grid content-start gap-0.5 overflow-y-auto">
          {[null, ...kinds].map((one) => (
            <button
              key={one ?? 'all'}
              type="button"
              aria-pressed={kind === one}
              onClick={() => setKind(one)}
              className="flex justify-between rounded-lg px-3 py-1.5 text-left text-quiet hover:bg-panel aria-pressed:bg-raised aria-pressed:font-semibold aria-pressed:text-ink"
            >
              {one ? kindNames[one] : 'Everything'}
              <span>
                {one ? show.templates.filter((template) => template.kind === one).length : show.templates.length}
              </span>
            </button>
          ))}
        </div>
        {parade && found.length > 0 ? (
          <Parade
            key={`${kind} ${wish}`}
            templates={found}
            onTake={(id) => void add(id)}
            onDone={() => setParade(false)}
          />
        ) : (
          <ul
            tabIndex={0}
            aria-label="Templates"
            className="grid auto-rows-max grid-cols-3 gap-4 overflow-y-auto p-1 pr-2"
          >
            {found.map((template) => (
              <Tile key={template.id} template={template} onTake={() => void add(template.id)} />
            ))}
            {found.length === 0 && <li className="text-quiet">No matches on the shelf.</li>}
          </ul>
        )}
      </div>
    </>
  );
}

/** One template: it comes, stays and goes while it is pointed at or focused. */
function Tile({ template, onTake }: { template: Template; onTake(): void }) {
  const [play, setPlay] = useState(false);
  return (
    <li>
      <button
        type="button"
        onClick={onTake}
        onPointerEnter={() => setPlay(true)}
        onPointerLeave={() => setPlay(false)}
        onFocus={() => setPlay(true)}
        onBlur={() => setPlay(false)}
        className="block w-full overflow-hidden rounded-xl bg-panel text-left hover:bg-raised"
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
