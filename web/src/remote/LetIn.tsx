import clsx from 'clsx';
import { useState, type FormEvent } from 'react';
import { Refusal } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { pair, useRemote } from './remote';

const digits = 6;

/** What an address that was read with the camera carries; it is used once, and shown nowhere. */
const fromCamera = new RegExp(`^#(\\d{${digits}})$`).exec(location.hash)?.[1] ?? '';
// A page that is loaded anew must not offer a code that is used up.
history.replaceState(null, '', location.pathname);

/** The way in: the digits that stand on the computer's screen. */
export function LetIn() {
  const away = useRemote((state) => state.away);
  const [code, setCode] = useState(away ? '' : fromCamera);
  const [name, setName] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);

  const submit = (event: FormEvent): void => {
    event.preventDefault();
    setAsking(true);
    pair(code, name).catch((error: unknown) => {
      setAsking(false);
      setRefusal(error instanceof Refusal ? error.sentence : String(error));
    });
  };

  return (
    <main className="grid h-full place-items-center overflow-y-auto p-5">
      <form onSubmit={submit} className="grid w-full max-w-sm gap-4 rounded-2xl bg-panel p-5">
        <h1 className="text-lg font-bold">Side Lamp remote</h1>
        <p className="text-quiet">
          {away && <b className="font-semibold text-orchid">{away} </b>}
          At the computer, open Outputs and press “Let a phone in”. Six digits appear there.
        </p>
        <Field
          label="The six digits"
          render={(id) => (
            <input
              id={id}
              value={code}
              onChange={({ target }) => {
                setCode(target.value);
                setRefusal(null);
              }}
              inputMode="numeric"
              autoComplete="one-time-code"
              required
              aria-invalid={refusal !== null}
              className={clsx(inputLook, 'py-3! text-center text-2xl! font-semibold tracking-[0.25em] tabular-nums')}
            />
          )}
        />
        {refusal && (
          <p role="alert" className="font-semibold text-orchid">
            {refusal}
          </p>
        )}
        <Field
          label="What this device is called"
          render={(id) => (
            <input
              id={id}
              value={name}
              onChange={({ target }) => setName(target.value)}
              placeholder="Phone"
              maxLength={40}
              className={clsx(inputLook, 'py-2.5!')}
            />
          )}
        />
        <Button type="submit" kind="cool" disabled={asking} className="min-h-12 text-title">
          {asking ? 'Asking …' : 'Let this device in'}
        </Button>
        <p className="text-small text-quiet">
          What goes between this device and the computer is not encrypted. Use it only in a network that you trust.
        </p>
      </form>
    </main>
  );
}
