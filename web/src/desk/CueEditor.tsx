import clsx from 'clsx';
import { Plus, Trash2, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { edits } from '../show/edits';
import { useShow, type Cue } from '../show/show';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { Tick } from '../ui/Tick';
import { CueList } from './CueList';
import { choose } from './desk';
import { changesOf, litNow, type CueSetting, type CueStep } from './cueEdits';

/** A cue, made or changed: for each step what is lit, what is dark, and what is left alone. */
export function CueEditor({ cue, onClose }: { cue: Cue; onClose(): void }) {
  const show = useShow();
  const [draft, setDraft] = useState(cue);
  const [at, setAt] = useState(0);
  const step = draft.steps[Math.min(at, draft.steps.length - 1)]!;
  const change = (next: CueStep): void =>
    setDraft({ ...draft, steps: draft.steps.map((one) => (one === step ? next : one)) });

  const keep = async (): Promise<boolean> =>
    cue.id ? edits.cues.change(cue.id, changesOf(cue, draft)) : (await edits.cues.add(draft)) !== null;
  const changed = JSON.stringify(draft) !== JSON.stringify(cue);
  // What was changed is kept when the editor goes, like everything else; what cannot be kept stays before one's eyes.
  const close = async (): Promise<void> => {
    if (!changed || (await keep())) onClose();
  };
  const tryIt = async (): Promise<void> => {
    if (!(await keep())) return;
    onClose();
    if (cue.id) choose({ cue: cue.id });
  };

  return (
    <Dialog.Root open onOpenChange={(open) => !open && void close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/60" />
        <Dialog.Content className="fixed inset-y-6 right-6 z-30 grid w-[min(640px,92vw)] grid-rows-[auto_auto_1fr_auto] gap-3 rounded-2xl bg-panel p-5 shadow-[0_20px_60px_#000a]">
          <div className="flex items-start justify-between">
            <Dialog.Title className="text-title font-bold">{cue.id ? `Cue “${cue.name}”` : 'A new cue'}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="text-quiet hover:text-ink">
              <X aria-hidden size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="sr-only">One press that sets many things.</Dialog.Description>
          <div className="grid grid-cols-[1fr_5.625rem] gap-3">
            <Field
              label="Name"
              render={(id) => (
                <input
                  id={id}
                  value={draft.name}
                  maxLength={80}
                  onChange={(event) => setDraft({ ...draft, name: event.target.value })}
                  className={inputLook}
                />
              )}
            />
            <Field
              label="Key"
              render={(id) => (
                <input
                  id={id}
                  value={draft.key ?? ''}
                  maxLength={1}
                  placeholder="none"
                  onChange={(event) => setDraft({ ...draft, key: event.target.value.toLowerCase() || undefined })}
                  className={inputLook}
                />
              )}
            />
          </div>
          <div className="grid min-h-0 grid-rows-[auto_auto_1fr] gap-2">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
              <Steps draft={draft} at={at} onGo={setAt} onChange={setDraft} />
              <Tick checked={draft.isQuiet} onChange={(isQuiet) => setDraft({ ...draft, isQuiet })}>
                Alerts wait, until the next cue
              </Tick>
            </div>
            <StepHead step={step} first={at === 0} onChange={change} lit={litNow(show)} />
            <CueList step={step} onChange={change} />
          </div>
          <div className="flex justify-end gap-2">
            <Button kind="bare" onClick={onClose}>
              {changed ? 'Discard changes' : 'Cancel'}
            </Button>
            {cue.id && <Button onClick={() => void tryIt()}>Save and put in standby</Button>}
            <Button kind="cool" onClick={() => void keep().then((kept) => kept && onClose())}>
              Save cue
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface StepsProps {
  draft: Cue;
  at: number;
  onGo(at: number): void;
  onChange(cue: Cue): void;
}

/** The press, and what happens some time after it. */
function Steps({ draft, at, onGo, onChange }: StepsProps) {
  const add = (): void => {
    const after = draft.steps.at(-1)!.after + 5000;
    onChange({ ...draft, steps: [...draft.steps, { after, onlyThese: false, settings: [], timers: [] }] });
    onGo(draft.steps.length);
  };
  return (
    <div role="group" aria-label="Steps" className="flex flex-wrap gap-1.5">
      {draft.steps.map((step, place) => (
        <button
          key={place}
          type="button"
          aria-pressed={place === at}
          onClick={() => onGo(place)}
          className="rounded-lg bg-ground px-3 py-1.5 text-quiet hover:text-ink aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink"
        >
          {place === 0 ? 'At the press' : `After ${step.after / 1000} s`}
        </button>
      ))}
      <Button kind="bare" onClick={add}>
        <Plus aria-hidden size={14} /> Later step
      </Button>
      {at > 0 && (
        <Button
          kind="bare"
          onClick={() => {
            onChange({ ...draft, steps: draft.steps.filter((_, place) => place !== at) });
            onGo(at - 1);
          }}
        >
          <Trash2 aria-hidden size={14} /> Remove this step
        </Button>
      )}
    </div>
  );
}

interface HeadProps {
  step: CueStep;
  first: boolean;
  lit: CueSetting[];
  onChange(step: CueStep): void;
}

function StepHead({ step, first, lit, onChange }: HeadProps) {
  return (
    <div className="flex flex-wrap items-center gap-3">
      {!first && (
        <label className="flex items-center gap-2 text-quiet">
          Seconds after the press
          <input
            type="number"
            min={0}
            step={0.5}
            value={step.after / 1000}
            onChange={(event) =>
              onChange({ ...step, after: Math.max(0, Math.round(Number(event.target.value) * 1000)) })
            }
            className={clsx(inputLook, 'w-20!')}
          />
        </label>
      )}
      <Tick checked={step.onlyThese} onChange={(checked) => onChange({ ...step, onlyThese: checked })}>
        Only these: all else goes dark
      </Tick>
      <Button
        kind="bare"
        disabled={lit.length === 0}
        onClick={() => onChange({ ...step, settings: lit })}
        className="ml-auto"
      >
        Take what is lit now
      </Button>
    </div>
  );
}
