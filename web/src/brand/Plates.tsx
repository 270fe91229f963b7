import type { Brand } from '../show/show';
import { Field } from '../ui/Field';
import { KeptNumber } from '../show/KeptNumber';

import { Segmented } from '../ui/Segmented';
import { Range } from '../ui/Range';
import type { KeepBrand } from './keepBrand';

const usual = { strength: 0.4, size: 24, drop: 8 };

/** What plates are made of: corners, surface, shadow. */
export function Plates({ brand, keep }: { brand: Brand; keep: KeepBrand }) {
  const { shape, shadow } = brand;
  return (
    <section aria-label="Plates" className="grid gap-3">
      <h2 className="font-semibold">Plates</h2>
      <div className="flex items-end gap-3">
        <Segmented
          label="Corners"
          value={shape.corner}
          choices={[
            { value: 'rounded', words: 'Round' },
            { value: 'square', words: 'Square' },
            { value: 'cut', words: 'Cut' },
            { value: 'slant', words: 'Slant' },
          ]}
          onChoose={(corner) => void keep((now) => ({ shape: { ...now.shape, corner } }))}
        />
        <Field
          label="px"
          render={(id) => (
            <KeptNumber
              id={id}
              min={0}
              max={60}
              disabled={shape.corner === 'square'}
              value={String(shape.radius)}
              onKeep={(text, from) =>
                keep((now) => ({ shape: { ...now.shape, radius: Math.round(Number(text)) } }), from)
              }
            />
          )}
        />
      </div>
      <Segmented
        label="Surface"
        value={brand.plates}
        choices={[
          { value: 'lamplight', words: 'Soft gradient' },
          { value: 'solid', words: 'Solid' },
          { value: 'gradient', words: 'Gradient' },
          { value: 'glass', words: 'Glass' },
          { value: 'outline', words: 'Outline' },
        ]}
        onChoose={(plates) => void keep(() => ({ plates }))}
      />
      <div className="grid grid-cols-3 gap-3">
        <Range
          label="Shadow"
          value={shadow?.strength ?? 0}
          max={1}
          step={0.05}
          words={(value) => (value === 0 ? 'none' : `${Math.round(value * 100)} %`)}
          onKeep={(strength) =>
            void keep((now) => ({ shadow: strength === 0 ? undefined : { ...usual, ...now.shadow, strength } }))
          }
        />
        {shadow && (
          <>
            <Range
              label="Spread"
              value={shadow.size}
              max={40}
              words={(value) => `${value} px`}
              onKeep={(size) => void keep((now) => ({ shadow: { ...usual, ...now.shadow, size } }))}
            />
            <Range
              label="Drop"
              value={shadow.drop}
              max={30}
              words={(value) => `${value} px`}
              onKeep={(drop) => void keep((now) => ({ shadow: { ...usual, ...now.shadow, drop } }))}
            />
          </>
        )}
      </div>
    </section>
  );
}
