import clsx from 'clsx';
import { ArrowLeft, Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, useLocation, useParams } from 'wouter';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { wordOf } from '../show/wordOf';
import { AddForm } from '../ui/AddForm';
import { Button } from '../ui/Button';
import { Empty, Page } from '../ui/Page';
import { AdapterBench } from './AdapterBench';

/** Programs that send JSON in a shape of their own: how events are read out of it, tried on what was pasted. */
export function AdaptersPage() {
  const adapters = useShow((show) => show.adapters);
  const [adding, setAdding] = useState(false);
  const { id } = useParams();
  const chosen = adapters.find((one) => one.id === id) ?? adapters[0];
  return (
    <Page
      title="Adapters"
      help="adapters"
      actions={
        <>
          <Link to="/labels" className="flex items-center gap-1 px-2 link">
            <ArrowLeft aria-hidden size={14} /> Labels
          </Link>
          <UndoButtons />
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add an adapter
          </Button>
        </>
      }
    >
      <div className="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)]">
        {adding && <NewAdapter onDone={() => setAdding(false)} />}
        {adapters.length > 1 && (
          <ul aria-label="Adapters" className="row-start-2 mb-3 flex flex-wrap gap-1">
            {adapters.map((one) => (
              <li key={one.id} className="min-w-0">
                <Link
                  to={`/adapters/${one.id}`}
                  aria-current={one === chosen ? 'page' : undefined}
                  className={clsx(
                    'block max-w-60 truncate rounded-[10px] px-3 py-2',
                    one === chosen ? 'bg-raised font-semibold' : 'text-quiet hover:text-ink',
                  )}
                >
                  {one.name}
                </Link>
              </li>
            ))}
          </ul>
        )}
        {chosen ? (
          <div className="row-start-3 grid min-h-0">
            <AdapterBench key={chosen.id} adapter={chosen} />
          </div>
        ) : (
          !adding && (
            <Empty title="No adapters yet.">
              <p>
                A program that knows of tips or follows may send JSON in a shape of its own. An adapter says where in it
                the name, the amount and the rest stand: paste what the program sends, and point.
              </p>
              <Button kind="cool" onClick={() => setAdding(true)}>
                Add an adapter
              </Button>
            </Empty>
          )
        )}
      </div>
    </Page>
  );
}

function NewAdapter({ onDone }: { onDone(): void }) {
  const [name, setName] = useState('');
  const [, navigate] = useLocation();
  const id = wordOf(name).replaceAll('_', '-');
  const add = async (): Promise<void> => {
    const takes = { type: 'tip', id: '/id', name: '/name', amount: '/amount' };
    const made = await edits.adapters.add({ id, name, each: '', takes });
    if (!made) return;
    navigate(`/adapters/${made.id}`);
    onDone();
  };
  return (
    <AddForm
      lines={[{ label: 'Name', value: name, placeholder: 'The tip jar', onType: setName }]}
      words="Add it"
      ready={id !== ''}
      onAdd={add}
      onDone={onDone}
    />
  );
}
