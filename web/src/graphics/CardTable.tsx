import clsx from 'clsx';
import { ArrowLeft, ClipboardCopy, FileUp, Plus } from 'lucide-react';
import { useMemo, useState, type ClipboardEvent } from 'react';
import { Link, useParams } from 'wouter';
import { toast } from '../ui/toast';
import { edits } from '../show/edits';
import { templateOf, useShow, type Graphic, type Sheet, type Template } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Button } from '../ui/Button';
import { FilePick } from '../ui/FilePick';
import { Empty, Page } from '../ui/Page';
import { cardEdits } from './cardEdits';
import { CardRows } from './CardRows';
import { SheetImport } from './SheetImport';
import { inputLook } from '../ui/inputLook';

/** With more cards than this one is looked for by its words. */
const mostAtAGlance = 10;

/** All cards of a graphic as a table: type, tab, paste a block from a spreadsheet. */
export function CardTable() {
  const show = useShow();
  const { id } = useParams();
  const graphic = show.graphics.find((one) => one.id === id);
  const template = graphic && templateOf(show, graphic);
  if (!graphic || !template)
    return (
      <Page title="Cards">
        <Empty title="This graphic is gone.">
          <Link to="/graphics" className="link">
            To the graphics
          </Link>
        </Empty>
      </Page>
    );
  if (graphic.cardsFrom)
    return (
      <Page title={`Cards of ${graphic.name}`}>
        <Empty title="Its cards are the rows of a feed.">
          <p>They are changed where they come from; which of them are used, and in which order, is said at the feed.</p>
          <Link to={`/feeds/${graphic.cardsFrom.feed}`} className="link">
            To the rows
          </Link>
        </Empty>
      </Page>
    );
  return <Table key={graphic.id} graphic={graphic} template={template} />;
}

function Table({ graphic, template }: { graphic: Graphic; template: Template }) {
  const cards = cardEdits(graphic.id);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [wish, setWish] = useState('');
  const [found, setFound] = useState<ReadonlySet<string> | null>(null);
  const fields = template.fields;
  // Found when it was looked for: a row whose words change then does not go while it is typed in.
  const shown = useMemo(() => graphic.cards.filter((card) => !found || found.has(card.id)), [graphic.cards, found]);
  const find = (next: string): void => {
    setWish(next);
    const says = (text: string): boolean => text.toLowerCase().includes(next.trim().toLowerCase());
    const fit = graphic.cards.filter((card) => Object.values(card.words).some(says));
    setFound(next.trim() ? new Set(fit.map((card) => card.id)) : null);
  };

  const read = async (text: string): Promise<Sheet | null> => {
    const told = await edits.readSheet(graphic.id, text);
    if (told?.rows.length === 0) toast('There is nothing in it.');
    return told?.rows.length ? told : null;
  };
  const paste = async (event: ClipboardEvent, card: number, field: number): Promise<void> => {
    const text = event.clipboardData.getData('text/plain');
    // One value pasted into a cell is ordinary typing.
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    if (found)
      return void toast('A block goes into cards that follow one another: clear the search, then paste again.');
    const sheetFound = await read(text);
    if (!sheetFound) return;
    if (sheetFound.fields.some((one) => one != null)) return setSheet(sheetFound);
    const names = fields.slice(field).map((one) => one.name);
    await cards.write(card, names, sheetFound.rows);
  };
  const copy = async (): Promise<void> => {
    const quoted = (text: string) => (/[\t\n"]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
    const lines = graphic.cards.map((card) => fields.map((field) => quoted(card.words[field.name] ?? '')).join('\t'));
    await navigator.clipboard.writeText([fields.map((field) => quoted(field.label)).join('\t'), ...lines].join('\n'));
    toast.success(`${graphic.cards.length} cards are on the clipboard, ready for a spreadsheet.`);
  };

  return (
    <Page
      title={`Cards of ${graphic.name}`}
      help="cards"
      actions={
        <>
          <UndoButtons />
          <Button kind="bare" onClick={() => void copy()}>
            <ClipboardCopy aria-hidden size={15} /> Copy all
          </Button>
          <FilePick
            accept=".csv,.tsv,.txt,text/csv"
            kind="bare"
            onPick={(file) => void file.text().then(read).then(setSheet)}
          >
            <FileUp aria-hidden size={15} /> Upload a CSV file
          </FilePick>
          <Button
            kind="cool"
            onClick={() => {
              find('');
              void cards.add();
            }}
          >
            <Plus aria-hidden size={16} /> New card
          </Button>
        </>
      }
    >
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-3">
        <p className="flex flex-wrap items-center gap-3 text-quiet">
          <Link to={`/graphics/${graphic.id}`} className="flex items-center gap-1.5 link">
            <ArrowLeft aria-hidden size={14} /> Back to the easel
          </Link>
          Type, Tab and Enter; paste a block from a spreadsheet into any cell. Columns with names find their fields by
          name.
          {graphic.cards.length > mostAtAGlance && (
            <span className="ml-auto flex items-center gap-2">
              {found && (
                <span role="status" className="whitespace-nowrap">
                  {found.size} of {graphic.cards.length}
                </span>
              )}
              <input
                type="search"
                aria-label="Find in the cards"
                placeholder="Find in the cards"
                value={wish}
                onChange={(event) => find(event.target.value)}
                className={clsx(inputLook, 'w-56')}
              />
            </span>
          )}
        </p>
        <CardRows
          graphic={graphic}
          template={template}
          shown={shown}
          onPaste={(event, card, field) => void paste(event, card, field)}
        />
      </div>
      {sheet && <SheetImport graphic={graphic} template={template} sheet={sheet} onDone={() => setSheet(null)} />}
    </Page>
  );
}
