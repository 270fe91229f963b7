import { Pipette, Sparkles } from 'lucide-react';
import { useState } from 'react';
import type { Brand } from '../show/show';
import { Button } from '../ui/Button';
import { ColourPick } from '../ui/ColourPick';
import { KeptText } from '../show/KeptText';

import type { KeepBrand } from './keepBrand';
import { useLegibility, type Legibility } from './useLegibility';

type Role = keyof Brand['palette'];

const roles: { role: Role; name: string; use: string }[] = [
  { role: 'plate', name: 'Plate', use: 'what words stand on' },
  { role: 'ink', name: 'Ink', use: 'names and sentences' },
  { role: 'quiet', name: 'Quiet', use: 'second lines' },
  { role: 'accent', name: 'Accent', use: 'edges, marks, small words' },
  { role: 'glow', name: 'Highlight', use: 'the brightest touch' },
  { role: 'alarm', name: 'Alarm', use: 'what must not be missed' },
];

/** The brand's colours by role, each with how well it can be read where templates put it. */
export function PaletteRoles({ brand, keep }: { brand: Brand; keep: KeepBrand }) {
  const legibility = useLegibility(brand);
  const set = (change: Partial<Brand['palette']>): void =>
    void keep((now) => ({ palette: { ...now.palette, ...change } }));
  const faint = legibility.filter((one) => one.mended);
  return (
    <section aria-label="Palette" className="grid gap-2">
      <div className="flex min-h-9 items-center justify-between">
        <h2 className="font-semibold">Palette</h2>
        {faint.length > 1 && (
          <Button onClick={() => set(Object.fromEntries(faint.map((one) => [one.role, one.mended])))}>
            <Sparkles aria-hidden size={14} /> Fix all contrasts
          </Button>
        )}
      </div>
      {roles.map((one) => (
        <Swatch
          key={one.role}
          {...one}
          read={legibility.find((how) => how.role === one.role)}
          colour={brand.palette[one.role]}
          onKeep={(to) => set({ [one.role]: to })}
        />
      ))}
      <p className="text-small text-quiet">
        Contrast as WCAG measures it; words want 4.5 : 1. Words on accent and alarm are worked out:{' '}
        {legibility
          .filter((one) => one.on !== 'plate')
          .map((one) => `${one.ratio.toFixed(1)} on ${one.on}`)
          .join(', ')}
        .
      </p>
    </section>
  );
}

interface SwatchProps {
  /** How well it can be read; undefined = no words are set in it. */
  read: Legibility | undefined;
  name: string;
  use: string;
  colour: string;
  onKeep(colour: string): void;
}

function Swatch({ read, name, use, colour, onKeep }: SwatchProps) {
  const [wrong, setWrong] = useState(false);
  const type = (text: string): void => {
    const known = CSS.supports('color', text.trim());
    setWrong(!known);
    if (known) onKeep(text.trim());
  };
  return (
    <div className="grid grid-cols-[2.5rem_minmax(0,1fr)_7rem_5.25rem] items-center gap-2.5">
      <ColourPick label={`${name}: choose`} value={colour.slice(0, 7)} onKeep={onKeep} className="size-10 rounded-lg" />
      <span>
        <b className="block font-semibold">{name}</b>
        <span className="text-small text-quiet">{use}</span>
      </span>
      <span className="relative">
        <KeptText
          aria-label={`${name}: any CSS colour`}
          aria-invalid={wrong}
          title={wrong ? 'CSS knows no such colour. Write it like #1c8a5e, teal or oklch(70% 0.1 200).' : undefined}
          className="pr-8 aria-invalid:shadow-[inset_0_0_0_1.5px_var(--color-orchid)]"
          value={colour}
          spellCheck={false}
          onKeep={type}
        />
        <FromScreen name={name} onKeep={onKeep} />
      </span>
      <span className="text-right text-small text-quiet">
        {read && `${read.ratio.toFixed(1)} : 1`}
        {read &&
          (read.mended ? (
            <button
              type="button"
              onClick={() => onKeep(read.mended!)}
              title={`Too faint on its plate. Change to ${read.mended}, which keeps the hue.`}
              className="flex w-full items-center justify-end gap-1 text-right font-semibold text-orchid hover:underline"
            >
              <span aria-hidden className="size-3 rounded-sm" style={{ background: read.mended }} />
              <span>⚠ Fix contrast</span>
            </button>
          ) : (
            <span className="block">readable</span>
          ))}
      </span>
    </div>
  );
}

interface EyeDropper {
  open(): Promise<{ sRGBHex: string }>;
}

/** Picks a colour from anywhere on the screen, in browsers that can. */
function FromScreen({ name, onKeep }: { name: string; onKeep(colour: string): void }) {
  const Dropper = (window as unknown as { EyeDropper?: new () => EyeDropper }).EyeDropper;
  if (!Dropper) return null;
  return (
    <button
      type="button"
      aria-label={`${name}: pick from the screen`}
      title="Pick from the screen"
      onClick={() =>
        void new Dropper()
          .open()
          .then(({ sRGBHex }) => onKeep(sRGBHex))
          // Escape is no error.
          .catch(() => undefined)
      }
      className="absolute top-0 right-0 grid h-full w-8 place-items-center text-quiet hover:text-ink"
    >
      <Pipette aria-hidden size={14} />
    </button>
  );
}
