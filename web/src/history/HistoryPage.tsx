import { useQuery } from '@tanstack/react-query';
import { Undo2 } from 'lucide-react';
import { answered, client, type Schemas } from '../api/client';
import { useNow } from '../live/useNow';
import { edits } from '../show/edits';
import { longAgo } from '../show/format';
import { whoseEdit } from '../show/history';
import { useShow } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Button } from '../ui/Button';
import { Page } from '../ui/Page';
import { Bin } from './Bin';

/** What was edited last, each to be taken back, and what was deleted. */
export function HistoryPage() {
  return (
    <Page title="History and bin" help="graphics#nothing-is-lost" actions={<UndoButtons />}>
      <div className="grid min-h-0 grid-cols-[minmax(18.75rem,26.25rem)_minmax(0,1fr)] gap-4 max-[900px]:grid-cols-1 max-[900px]:overflow-y-auto">
        <Edits />
        <Bin />
      </div>
    </Page>
  );
}

function Edits() {
  const next = useShow((show) => show.history.undo?.no);
  const revision = useShow((show) => show.revision);
  const { data } = useQuery({
    queryKey: ['history', revision],
    queryFn: () => answered(client.GET('/api/history')),
    placeholderData: (old) => old,
  });
  const now = useNow();
  return (
    <section className="flex min-h-0 flex-col gap-2 rounded-[14px] bg-panel p-3">
      <h2 className="px-1 font-semibold">The last edits</h2>
      {data?.length === 0 && (
        <p className="m-auto max-w-64 p-6 text-center text-quiet">
          Nothing has been edited yet. The last 200 edits stand here, also after a restart.
        </p>
      )}
      <ol className="min-h-0 flex-1 overflow-y-auto" aria-label="The last edits, the newest first">
        {data?.map((edit) => (
          <EditRow key={edit.no} edit={edit} isNext={edit.no === next} now={now} />
        ))}
      </ol>
    </section>
  );
}

function EditRow({ edit, isNext, now }: { edit: Schemas['EditView']; isNext: boolean; now: number }) {
  return (
    <li className="group flex min-h-11 items-center gap-2 rounded-lg px-2 py-1 hover:bg-raised">
      <div className="min-w-0 flex-1">
        <p className="truncate first-letter:uppercase" title={edit.what}>
          {edit.what}
        </p>
        <p className="text-xs text-quiet">
          {longAgo(now - edit.at)}
          {whoseEdit(edit)}
        </p>
      </div>
      <Button
        kind={isNext ? 'plain' : 'bare'}
        aria-label={`Undo ${edit.what}`}
        title={isNext ? 'Undo (Ctrl+Z)' : 'Undo this edit alone; the later ones stay'}
        onClick={() => void edits.undo(edit.no)}
      >
        <Undo2 aria-hidden size={14} />
        Undo
      </Button>
    </li>
  );
}
