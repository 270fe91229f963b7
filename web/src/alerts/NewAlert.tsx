import { useState } from 'react';
import { useLocation } from 'wouter';
import { edits } from '../show/edits';
import { showNow, useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Select } from '../ui/Field';
import { begun, kindWord } from '../show/eventWords';
import { kinds, wordsFor } from './alertWords';

/** A kind of event, and how its alert looks; the rest can be changed afterwards. */
export function NewAlert({ onDone }: { onDone(): void }) {
  const templates = useShow((show) => show.templates.filter((one) => one.kind === 'alert'));
  const graphics = useShow((show) =>
    show.graphics.filter((one) => show.alertRules.some((rule) => rule.graphic === one.id)),
  );
  const [kind, setKind] = useState<string>('follow');
  const [look, setLook] = useState('new alert-banner');
  const [busy, setBusy] = useState(false);
  const [, navigate] = useLocation();
  const add = async (): Promise<void> => {
    setBusy(true);
    const graphic = look.startsWith('new ') ? await graphicFor(look.slice(4), kind) : look;
    const rule =
      graphic &&
      (await edits.alertRules.add({
        id: '',
        kind,
        graphic,
        isOff: false,
        least: 0,
        tier: '',
        firstTime: false,
        turn: 'inTurn',
        pushesAside: false,
      }));
    setBusy(false);
    if (!rule) return;
    navigate(`/alerts/${rule.id}`);
    onDone();
  };
  return (
    <form
      aria-label="A new alert"
      className="grid gap-3 rounded-[12px] bg-panel p-3.5"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <Select label="On a" value={kind} choices={kinds} onChoose={setKind} />
      <Select
        label="it lights"
        value={look}
        choices={[
          ...templates.map((one) => [`new ${one.id}`, one.name] as const),
          ...graphics.map((one) => [one.id, `the same as: ${one.name}`] as const),
        ]}
        onChoose={setLook}
      />
      <div className="flex gap-2">
        <Button kind="cool" type="submit" disabled={busy}>
          Add it
        </Button>
        <Button kind="bare" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

/** A graphic of that template that says what such an alert says. */
async function graphicFor(template: string, kind: string): Promise<string | null> {
  const made = await edits.addGraphic({ template });
  if (!made) return null;
  const fields =
    showNow()
      .templates.find((one) => one.id === template)
      ?.fields.map((field) => field.name) ?? [];
  const words = Object.fromEntries(Object.entries(wordsFor(kind)).filter(([field]) => fields.includes(field)));
  await edits.graphic(made, { name: `${begun(kindWord(kind))} alert`, words });
  return made;
}
