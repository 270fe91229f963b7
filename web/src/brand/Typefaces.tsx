import { Type, X } from 'lucide-react';
import { edits } from '../show/edits';
import { useShow, type Brand } from '../show/show';
import { family } from '../painter/face';
import { same, Select } from '../ui/Field';
import { FilePick } from '../ui/FilePick';
import { SignButton } from '../ui/SignButton';
import type { KeepBrand } from './keepBrand';

/** Shipped typefaces, and the streamer's own: measured and drawn with the very same files. */
export function Typefaces({ brand, keep }: { brand: Brand; keep: KeepBrand }) {
  const show = useShow();
  const type = brand.type;
  const own = [...new Set(type.own.map((face) => face.family))];
  const make = (change: (now: Brand['type']) => Partial<Brand['type']>): void =>
    void keep((now) => ({ type: { ...now.type, ...change(now.type) } }));
  const set = (change: Partial<Brand['type']>): void => make(() => change);

  const bring = async (file: File): Promise<void> => {
    const asset = await edits.addFile(file);
    if (!asset?.font) return;
    const { family: name, weight, italic } = asset.font;
    const face = { id: asset.id, family: name, weight, italic, file: '' };
    make((now) => ({ own: [...now.own.filter((one) => one.id !== face.id), face] }));
  };
  const drop = (name: string): void => {
    const [fallback] = show.typefaces;
    const kept = (used: string) => (used === name ? fallback! : used);
    make((now) => ({
      own: now.own.filter((face) => face.family !== name),
      heading: kept(now.heading),
      body: kept(now.body),
      figures: now.figures && kept(now.figures),
    }));
  };
  const choice = (label: string, value: string, onKeep: (name: string) => void, none?: string) => (
    <Select
      label={label}
      value={value}
      choices={[...(none ? [['', none] as const] : []), ...same([...own, ...show.typefaces])]}
      onChoose={onKeep}
    />
  );

  return (
    <section aria-label="Typefaces" className="grid grid-cols-2 gap-3">
      <h2 className="col-span-2 font-semibold">Typefaces</h2>
      {choice('Headings', type.heading, (heading) => set({ heading }))}
      {choice('Everything else', type.body, (body) => set({ body }))}
      {choice('Figures', type.figures ?? '', (figures) => set({ figures: figures || undefined }), 'As headings')}
      <div className="self-end">
        <FilePick accept=".ttf,.otf" onPick={(file) => void bring(file)}>
          <Type aria-hidden size={14} /> Upload a font
        </FilePick>
      </div>
      {own.map((name) => {
        const faces = type.own.filter((face) => face.family === name);
        return (
          <div key={name} className="col-span-2 flex items-center gap-2 rounded-lg bg-panel py-1 pr-1 pl-3">
            <span className="truncate text-title" style={{ fontFamily: family(faces[0]!.id) }}>
              {name}
            </span>
            <span className="ml-auto text-small text-quiet">
              {faces.map((face) => `${face.weight}${face.italic ? ' italic' : ''}`).join(', ')}
            </span>
            <SignButton label={`Take ${name} out of this brand`} onClick={() => drop(name)}>
              {' '}
              <X aria-hidden size={14} />
            </SignButton>
          </div>
        );
      })}
    </section>
  );
}
