import { Field } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { Tick } from '../ui/Tick';
import type { Schemas } from '../api/client';

export type KeyWish = Schemas['KeyWish'];

export const noKey: KeyWish = { name: 'Authorization', value: '', inAddress: false };

/** What lets us in to an address. It is typed unseen: the screen is streamed. */
export function KeyFields({ wish, onChange }: { wish: KeyWish; onChange(wish: KeyWish): void }) {
  return (
    <div className="grid gap-2">
      <div className="grid grid-cols-2 gap-2">
        <Field
          label={wish.inAddress ? 'Its name in the address' : 'Name of the header'}
          render={(id) => (
            <input
              id={id}
              spellCheck={false}
              value={wish.name}
              onChange={(event) => onChange({ ...wish, name: event.target.value })}
              className={inputLook}
            />
          )}
        />
        <Field
          label="The key"
          render={(id) => (
            <input
              id={id}
              type="password"
              autoComplete="off"
              placeholder={wish.inAddress ? '' : 'such as Bearer …'}
              value={wish.value}
              onChange={(event) => onChange({ ...wish, value: event.target.value })}
              className={inputLook}
            />
          )}
        />
      </div>
      <Tick
        checked={wish.inAddress}
        onChange={(inAddress) => onChange({ ...wish, inAddress, name: inAddress ? 'key' : 'Authorization' })}
      >
        It goes into the address, as in ?key=…
      </Tick>
    </div>
  );
}
