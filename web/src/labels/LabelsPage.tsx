import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useLocation, useParams } from 'wouter';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { ThanksNow } from '../show/ThanksNow';
import { UndoButtons } from '../show/UndoButtons';
import { wordOf } from '../show/wordOf';
import { AddForm } from '../ui/AddForm';
import { Button } from '../ui/Button';
import { Empty, Page } from '../ui/Page';
import { EventDoor } from './EventDoor';
import { EventList } from './EventList';
import { HowCounted } from './HowCounted';
import { LabelRow } from './LabelRow';
import { LabelSettings } from './LabelSettings';
import { SessionBar } from './SessionBar';

/** Standing lines about what viewers do, and goals: what each says now, and what came in. */
export function LabelsPage() {
  const labels = useShow((show) => show.labels);
  const [adding, setAdding] = useState(false);
  const { id } = useParams();
  const chosen = labels.find((label) => label.id === id) ?? labels[0];
  return (
    <Page
      title="Labels"
      help="labels-and-alerts"
      actions={
        <>
          <ThanksNow roomy />
          <HowCounted />
          <EventDoor />
          <UndoButtons />
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add a label
          </Button>
        </>
      }
    >
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
        {adding && <NewLabel onDone={() => setAdding(false)} />}
        <div className="stacks row-start-2 grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(21.25rem,23.75rem)] gap-4 max-[60rem]:grid-cols-[minmax(0,1fr)] max-[60rem]:grid-rows-[minmax(0,1fr)_minmax(0,1fr)]">
          <div className="grid min-h-0 grid-rows-[minmax(0,auto)_minmax(12.5rem,1fr)] gap-4">
            {labels.length === 0 && !adding ? (
              <Empty title="No labels yet.">
                <p>
                  A label is a standing line about what viewers do: the latest follower, the largest tip, how far a goal
                  has come. Put it in any field of a graphic, a ticker or a roll.
                </p>
              </Empty>
            ) : (
              <ul className="grid min-h-0 auto-rows-min gap-2 overflow-y-auto p-0.5">
                {labels.map((label) => (
                  <LabelRow key={label.id} label={label} chosen={label === chosen} />
                ))}
              </ul>
            )}
            <section
              aria-label="What came in"
              className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-2 rounded-[14px] bg-panel p-4 pt-3"
            >
              <SessionBar />
              <EventList />
            </section>
          </div>
          {chosen && <LabelSettings key={chosen.id} label={chosen} />}
        </div>
      </div>
    </Page>
  );
}

function NewLabel({ onDone }: { onDone(): void }) {
  const [name, setName] = useState('');
  const [, navigate] = useLocation();
  const currency = useShow((show) => show.counting.currency);
  const word = wordOf(name);
  const add = async (): Promise<void> => {
    const made = await edits.labels.add({
      id: word,
      name,
      kind: 'follow',
      figure: 'latest',
      over: 'ever',
      words: '{{ event.name }}',
      fallback: 'nobody yet',
      currency,
      start: 0,
      file: '',
    });
    if (!made) return;
    navigate(`/labels/${made.id}`);
    onDone();
  };
  return (
    <AddForm
      lines={[{ label: 'Name', value: name, placeholder: 'Latest follower', onType: setName }]}
      words="Add it"
      ready={word !== ''}
      onAdd={add}
      onDone={onDone}
    />
  );
}
