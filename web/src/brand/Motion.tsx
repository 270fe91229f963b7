import type { Brand } from '../show/show';
import { Select } from '../ui/Field';
import { Range } from '../ui/Range';
import { Segmented } from '../ui/Segmented';
import { Tick } from '../ui/Tick';
import type { KeepBrand } from './keepBrand';

type Ease = NonNullable<Brand['motion']['ease']>;

const eases: { value: Ease; words: string }[] = [
  { value: 'settle', words: 'Fast, then settling' },
  { value: 'smooth', words: 'Slow at both ends' },
  { value: 'swing', words: 'A little too far, and back' },
  { value: 'linear', words: 'Even' },
];

/** How graphics come, go and follow one another. */
export function Motion({ brand, keep }: { brand: Brand; keep: KeepBrand }) {
  const motion = brand.motion;
  const set = (change: Partial<Brand['motion']>): void =>
    void keep((now) => ({ motion: { ...now.motion, ...change } }));
  return (
    <section aria-label="Motion" className="grid gap-3">
      <h2 className="font-semibold">Motion</h2>
      <Segmented
        label="How things move"
        value={motion.family}
        choices={[
          { value: 'softWipe', words: 'Soft wipe' },
          { value: 'slide', words: 'Slide' },
          { value: 'fade', words: 'Fade' },
        ]}
        onChoose={(family) => set({ family })}
      />
      <div className="grid grid-cols-2 gap-3">
        <Range
          label="Speed"
          value={motion.speed}
          min={0.25}
          max={4}
          step={0.05}
          words={(value) => `${value.toFixed(2)} ×`}
          onKeep={(speed) => set({ speed })}
        />
        <Select
          label="Easing"
          value={motion.ease ?? ''}
          choices={[['', 'As each template says'], ...eases.map((one) => [one.value, one.words] as const)]}
          onChoose={(ease) => set({ ease: (ease || undefined) as Ease | undefined })}
        />
      </div>
      <span className="text-quiet">When one graphic follows another in a seat</span>
      <Segmented
        label="When one graphic follows another in a seat"
        value={motion.waitsForLeaver ? 'after' : 'across'}
        choices={[
          { value: 'across', words: 'The new one comes across' },
          { value: 'after', words: 'It waits' },
        ]}
        onChoose={(choice) => set({ waitsForLeaver: choice === 'after' })}
      />
      <Tick checked={brand.mirrors} onChange={(mirrors) => void keep(() => ({ mirrors }))}>
        Mirror graphics in right-to-left scripts
      </Tick>
      <p className="-mt-2 text-small text-quiet">
        With Arabic or Hebrew words, pictures and bars change sides, and motion comes from the other side.
      </p>
    </section>
  );
}
