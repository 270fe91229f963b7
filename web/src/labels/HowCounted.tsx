import { edits } from '../show/edits';
import { KeptText } from '../show/KeptText';
import { showNow, useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { Field } from '../ui/Field';

const whole = {
  currency: (text: string) => /^[A-Z]{3}$/i.test(text.trim()),
  turns: (text: string) => /^\d\d:\d\d$/.test(text.trim()),
  // Half a zone is none: it is kept by Enter, or on leaving the field.
  zone: () => false,
};

const lines = [
  ['currency', 'Currency of the show', 'Amounts that name none are in it. Amounts of two currencies are never added.'],
  ['turns', 'A new day begins at', 'An evening goes on after midnight: “today” and “this month” turn at this hour.'],
  ['zone', 'in the zone', 'Empty: this computer’s. Zones look like Europe/Berlin.'],
] as const;

/** In which currency events are counted, and when a day turns. */
export function HowCounted() {
  const counting = useShow((show) => show.counting);
  const keep = (key: keyof typeof whole, text: string, from: number): Promise<boolean> => {
    const said = text.trim();
    const value = { currency: said.toUpperCase(), turns: said, zone: said || null }[key];
    return edits.show({ counting: { ...showNow().counting, [key]: value } }, from);
  };
  return (
    <Drawer
      label="How it is counted"
      side="bottom"
      align="end"
      className="w-80 p-4!"
      trigger={<Button kind="bare">How it is counted</Button>}
    >
      <div className="grid gap-3">
        {lines.map(([key, label, note]) => (
          <Field
            key={key}
            label={label}
            note={note}
            render={(id) => (
              <KeptText
                id={id}
                spellCheck={false}
                value={(counting[key] ?? '').slice(0, key === 'turns' ? 5 : undefined)}
                placeholder={key === 'zone' ? 'this computer’s' : undefined}
                isWhole={whole[key]}
                onKeep={(text, from) => keep(key, text, from)}
              />
            )}
          />
        ))}
      </div>
    </Drawer>
  );
}
