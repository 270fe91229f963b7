import type { ReactNode } from 'react';
import { edits } from '../show/edits';
import type { Graphic } from '../show/show';

/** The outfits of a graphic, to put one on. */
export function OutfitChoice({ graphic, children }: { graphic: Graphic; children?: ReactNode }) {
  return (
    <div role="group" aria-label="Outfits" className="flex flex-wrap gap-1.5">
      {[{ id: '', name: 'Everything' }, ...graphic.outfits].map((outfit) => (
        <button
          key={outfit.id}
          type="button"
          aria-pressed={outfit.id === (graphic.worn ?? '')}
          onClick={() => void edits.graphic(graphic.id, { worn: outfit.id || null })}
          className="min-h-8 rounded-lg bg-ground px-3 hover:bg-raised aria-pressed:font-semibold aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-cool)]"
        >
          {outfit.name}
        </button>
      ))}
      {children}
    </div>
  );
}
