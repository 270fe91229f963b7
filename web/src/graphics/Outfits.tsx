import clsx from 'clsx';
import { Eye, EyeOff, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { edits } from '../show/edits';
import { partName } from '../show/partNames';
import { nowOf, type Graphic, type Outfit, type Template } from '../show/show';
import { Button } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { Heading } from '../ui/Heading';
import { OutfitChoice } from '../fields/OutfitChoice';

const begun = /^Outfit \d+$/;

/** Which parts show, saved under names and recalled in one press. Words are left alone: any card wears any outfit. */
export function Outfits({ graphic, template }: { graphic: Graphic; template: Template }) {
  const [name, setName] = useState('');
  const worn = graphic.outfits.find((outfit) => outfit.id === graphic.worn);
  const hidden = worn?.hidden ?? [];
  const keep = (outfits: Outfit[], wear: string): void =>
    void edits.graphic(graphic.id, { outfits, worn: wear || null });
  /** As they stand, with the edits on their way. */
  const now = (): { outfits: Outfit[]; worn: Outfit | undefined } => {
    const { outfits, worn: id } = nowOf((show) => show.graphics, graphic);
    return { outfits, worn: outfits.find((outfit) => outfit.id === id) };
  };
  const put = (outfits: readonly Outfit[], next: Outfit): void =>
    keep(
      outfits.map((one) => (one.id === next.id ? next : one)),
      next.id,
    );
  const add = (outfits: readonly Outfit[], called: string, away: string[]): void => {
    const made = { id: fresh(outfits), name: called, hidden: away };
    keep([...outfits, made], made.id);
  };

  const toggle = (part: string): void => {
    const { outfits, worn: on } = now();
    const away = on?.hidden ?? [];
    const next = away.includes(part) ? away.filter((one) => one !== part) : [...away, part];
    if (on) put(outfits, { ...on, hidden: next });
    else add(outfits, `Outfit ${outfits.length + 1}`, next);
  };
  const save = (): void => {
    const called = name.trim();
    if (!called) return;
    const { outfits, worn: on } = now();
    // One that was only begun by hiding a part gets its name now.
    if (on && begun.test(on.name)) put(outfits, { ...on, name: called });
    else add(outfits, called, on?.hidden ?? []);
    setName('');
  };

  return (
    <Heading name="Outfit" help="graphics#outfits">
      <OutfitChoice graphic={graphic}>
        {worn && (
          <Button
            kind="bare"
            aria-label={`Delete the outfit ${worn.name}`}
            onClick={() =>
              keep(
                now().outfits.filter((outfit) => outfit.id !== worn.id),
                '',
              )
            }
          >
            <Trash2 aria-hidden size={13} />
          </Button>
        )}
      </OutfitChoice>
      <ul aria-label="Parts" className="grid max-h-52 overflow-y-auto rounded-lg bg-panel p-1">
        {template.parts
          .filter((part) => part.depth > 0)
          .map((part) => {
            const away = hidden.includes(part.id);
            const Icon = away ? EyeOff : Eye;
            return (
              <li key={part.id}>
                <button
                  type="button"
                  aria-pressed={!away}
                  aria-label={`${partName(part)} shows`}
                  onClick={() => toggle(part.id)}
                  style={{ paddingLeft: part.depth * 10 }}
                  className={clsx(
                    'flex min-h-8 w-full items-center gap-2 rounded-md pr-2 text-left hover:bg-raised',
                    away && 'text-faint line-through',
                  )}
                >
                  <Icon aria-hidden size={14} className="shrink-0" />
                  {partName(part)}
                  <span className="ml-auto text-small text-faint">{part.kind}</span>
                </button>
              </li>
            );
          })}
      </ul>
      <div className="flex gap-2">
        <input
          aria-label="Name of a new outfit"
          placeholder="Save these under a name"
          value={name}
          maxLength={80}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && save()}
          className={inputLook}
        />
        <Button disabled={!name.trim()} onClick={save}>
          Save
        </Button>
      </div>
    </Heading>
  );
}

function fresh(outfits: readonly Outfit[]): string {
  const numbers = outfits.map((outfit) => Number(outfit.id.slice(1)) || 0);
  return `o${Math.max(0, ...numbers) + 1}`;
}
