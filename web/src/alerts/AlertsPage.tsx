import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useParams } from 'wouter';
import { useShow } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Button } from '../ui/Button';
import { Empty, Page } from '../ui/Page';
import { AlertStage } from './AlertStage';
import { AlertTurns } from './AlertTurns';
import { NewAlert } from './NewAlert';
import { Pace } from './Pace';
import { RuleRow } from './RuleRow';
import { RuleSettings } from './RuleSettings';

/** What viewers do that lights a graphic: the rules, the chosen one alive, and whose turn it is. */
export function AlertsPage() {
  const rules = useShow((show) => show.alertRules);
  const [adding, setAdding] = useState(false);
  const { id } = useParams();
  const chosen = rules.find((rule) => rule.id === id) ?? rules[0];
  return (
    <Page
      title="Alerts"
      help="labels-and-alerts"
      actions={
        <>
          <Pace />
          <UndoButtons />
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add an alert
          </Button>
        </>
      }
    >
      <div className="stacks grid min-h-0 grid-cols-[minmax(13.75rem,17.5rem)_minmax(0,1fr)_minmax(15.625rem,18.125rem)] gap-4">
        <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-3">
          {adding && <NewAlert onDone={() => setAdding(false)} />}
          <ul aria-label="Rules" className="row-start-2 grid min-h-0 auto-rows-min gap-2 overflow-y-auto p-0.5">
            {rules.map((rule) => (
              <RuleRow key={rule.id} rule={rule} chosen={rule === chosen} />
            ))}
          </ul>
        </div>
        {chosen ? (
          <div
            key={chosen.id}
            className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-3 overflow-y-auto rounded-[14px] bg-panel p-3"
          >
            <AlertStage rule={chosen} />
            <RuleSettings rule={chosen} />
          </div>
        ) : (
          <Empty title="No alerts yet.">
            <p>
              An alert lights a graphic by itself when somebody follows, tips, gives or joins. Until you add one,
              nothing from viewers goes on air.
            </p>
            <Button kind="cool" onClick={() => setAdding(true)}>
              Add an alert
            </Button>
          </Empty>
        )}
        <AlertTurns />
      </div>
    </Page>
  );
}
