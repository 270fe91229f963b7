import clsx from 'clsx';
import { Eye, EyeOff, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { edits } from '../show/edits';
import { partName } from '../show/partNames';
import { type Graphic, type Outfit, type Template } from '../show/show';
import { Button } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { Heading } from '../ui/Heading';

const begun = /^Outfit \d+$/;

/** Which parts show, saved under names and recalled in one press. Words are left alone: any card wears any outfit. */
export function Outfits({ graphic, template }: { graphic: Graphic; template: Template }) {
  const [name, setName] = useState('');
  const worn = graphic.outfits.find((outfit) => outfit.id === graphic.worn);
  const hidden = worn?.hidden ?? [];
  const keep = (outfits: Outfit[], wear: string): void =>
    void edits.graphic(graphic.id, { outfits, worn: wear || null });

  const toggle = (part: string): void => {
    const next = hidden.includes(part) ? hidden.filter((one) => one !== part) : [...hidden, part];
    if (worn) {
      keep(
        graphic.outfits.map((outfit) => (outfit.id === worn.id ? { ...outfit, hidden: next } : outfit)),
        worn.id,
      );
      return;
    }
    const made = { id: fresh(graphic), name: `Outfit ${graphic.outfits.length + 1}`, hidden: next };
    keep([...graphic.outfits, made], made.id);
  };
  const save = (): void => {
    if (!name.trim()) return;
    // One that was only begun by hiding a part gets its name now.
    if (worn && begun.test(worn.name)) {
      keep(
        graphic.outfits.map((outfit) => (outfit.id === worn.id ? { ...outfit, name: name.trim() } : outfit)),
        worn.id,
      );
      setName('');
      return;
    }
    const made = { id: fresh(graphic), name: name.trim(), hidden };
    keep([...graphic.outfits, made], made.id);
    setName('');
  };

  return (
    <Heading name="Outfit">
      <div role="group" aria-label="Outfits" className="flex flex-wrap gap-1.5">
        {[{ id: '', name: 'Everything' }, ...graphic.outfits].map((outfit) => (
          <button
            key={outfit.id}
            type="button"
            aria-pressed={outfit.id === (graphic.worn ?? '')}
            onClick={() => void edits.graphic(graphic.id, { worn: outfit.id || null })}
            className="min-h-8 rounded-lg bg-panel px-3 hover:bg-raised aria-pressed:font-semibold aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-cool)]"
          >
            {outfit.name}
          </button>
        ))}
        {worn && (
          <Button
            kind="bare"
            aria-label={`Delete the outfit ${worn.name}`}
            onClick={() =>
              keep(
                graphic.outfits.filter((outfit) => outfit.id !== worn.id),
                '',
              )
            }
          >
            <Trash2 aria-hidden size={13} />
          </Button>
        )}
      </div>
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
                  aria-label={`${partName(part.id)} shows`}
                  onClick={() => toggle(part.id)}
                  style={{ paddingLeft: part.depth * 10 }}
                  className={clsx(
                    'flex min-h-8 w-full items-center gap-2 rounded-md pr-2 text-left hover:bg-raised',
                    away && 'text-faint line-through',
                  )}
                >
                  <Icon aria-hidden size={14} className="shrink-0" />
                  {partName(part.id)}
                  <span className="ml-auto text-[11px] text-faint">{part.kind}</span>
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

function fresh(graphic: Graphic): string {
  const numbers = graphic.outfits.map((outfit) => Number(outfit.id.slice(1)) || 0);
  return `o${Math.max(0, ...numbers) + 1}`;
}
