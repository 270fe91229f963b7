import clsx from 'clsx';
import { useState } from 'react';
import { useLocation } from 'wouter';
import type { Schemas } from '../api/client';
import { edits } from '../show/edits';
import { Button } from '../ui/Button';
import { skip } from './begun';
import { Colours } from './Colours';
import { FirstLight } from './FirstLight';
import { Kinds } from './Kinds';
import { LinkUp } from './LinkUp';
import { Who } from './Who';

export type Wish = Schemas['BeginWish'];

const steps = ['The evening', 'Your name', 'Your colours', 'Your link', 'First light'];

/** The first five minutes: three questions make a show that fits, then the link, then something is lit. */
export function BeginPage() {
  const [, navigate] = useLocation();
  const [step, setStep] = useState(0);
  const [wish, setWish] = useState<Wish>({ set: 'talk', name: '', show: '' });
  const [made, setMade] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  const change = (part: Partial<Wish>): void => setWish((was) => ({ ...was, ...part }));
  const leave = (to: string): void => {
    skip();
    navigate(to);
  };
  const next = async (): Promise<void> => {
    if (step !== 2 || made) return setStep(step + 1);
    setMaking(true);
    const id = await edits.begin(wish);
    setMaking(false);
    if (!id) return;
    setMade(id);
    setStep(3);
  };

  return (
    <section className="grid min-h-0 overflow-y-auto px-[18px] pb-4">
      <div className="m-auto grid w-full max-w-3xl gap-5 rounded-2xl bg-panel p-7 max-sm:p-4">
        <ol aria-label="Steps" className="flex flex-wrap gap-x-5 gap-y-1 text-xs text-faint">
          {steps.map((name, at) => (
            <li
              key={name}
              aria-current={at === step ? 'step' : undefined}
              className={clsx(at < step && 'text-quiet', 'aria-[current]:font-semibold aria-[current]:text-lamp-soft')}
            >
              {at + 1} {name}
            </li>
          ))}
        </ol>
        {step === 0 && <Kinds chosen={wish.set} onChoose={(set) => change({ set })} />}
        {step === 1 && <Who wish={wish} onChange={change} onDone={() => void next()} />}
        {step === 2 && <Colours wish={wish} onChange={change} />}
        {step === 3 && <LinkUp />}
        {step === 4 && made && <FirstLight graphic={made} />}
        <div className="flex items-center justify-between gap-2">
          <Button kind="bare" onClick={() => leave(made ? '/' : '/graphics')}>
            {made ? 'Go to the desk' : 'Skip this'}
          </Button>
          <span className="flex gap-2">
            {step > 0 && step !== 3 && (
              <Button kind="bare" onClick={() => setStep(step - 1)}>
                Back
              </Button>
            )}
            {step < 4 && (
              <Button kind="cool" disabled={making} onClick={() => void next()}>
                {step === 2 ? 'Make my show' : 'Next'}
              </Button>
            )}
          </span>
        </div>
      </div>
    </section>
  );
}

/** A step's question, and what it is for. */
export function Question({ title, words }: { title: string; words: string }) {
  return (
    <div className="grid gap-1">
      <h1 className="text-2xl font-bold">{title}</h1>
      <p className="text-quiet">{words}</p>
    </div>
  );
}
