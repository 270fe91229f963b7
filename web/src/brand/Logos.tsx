import { ImagePlus, X } from 'lucide-react';
import { edits } from '../show/edits';
import { type Brand } from '../show/show';
import { Button } from '../ui/Button';
import { FilePick } from '../ui/FilePick';
import type { KeepBrand } from './keepBrand';

const logosOf = (brand: Brand): string[] =>
  [...new Set([...(brand.logo ? [brand.logo] : []), ...brand.alternates])].sort();

/** The logo, and others to change to: one press swaps them. */
export function Logos({ brand, keep }: { brand: Brand; keep: KeepBrand }) {
  const all = logosOf(brand);
  /** Which of them is in use from now on, and what they all are. */
  const choose = (logo: (now: Brand) => string | undefined, among = logosOf): void =>
    void keep((now) => ({ logo: logo(now), alternates: among(now).filter((one) => one !== logo(now)) }));

  const bring = async (file: File): Promise<void> => {
    const asset = await edits.addFile(file);
    if (asset)
      choose(
        () => asset.id,
        (now) => [...new Set([...logosOf(now), asset.id])],
      );
  };
  return (
    <section aria-label="Logo" className="grid gap-2">
      <h2 className="font-semibold">Logo</h2>
      <div className="flex flex-wrap items-center gap-2">
        {all.map((logo) => (
          <span key={logo} className="relative">
            <button
              type="button"
              aria-label={logo === brand.logo ? 'The logo in use' : 'Use this logo'}
              aria-pressed={logo === brand.logo}
              onClick={() => choose(() => logo)}
              className="h-14 w-20 overflow-hidden rounded-lg bg-[repeating-conic-gradient(#57514a_0_25%,#6b645b_0_50%)] bg-size-[12px_12px] p-1 aria-pressed:shadow-[0_0_0_2px_var(--color-cool)]"
            >
              <img src={`/assets/${logo}`} alt="" className="size-full object-contain" />
            </button>
            <button
              type="button"
              aria-label="Take this logo out"
              onClick={() =>
                choose(
                  (now) => (logo === now.logo ? undefined : now.logo),
                  (now) => logosOf(now).filter((one) => one !== logo),
                )
              }
              className="absolute -top-1.5 -right-1.5 grid size-5 place-items-center rounded-full bg-ridge text-quiet hover:text-ink"
            >
              <X aria-hidden size={11} />
            </button>
          </span>
        ))}
        <FilePick accept="image/*,.svg" onPick={(file) => void bring(file)}>
          <ImagePlus aria-hidden size={14} /> {all.length === 0 ? 'Upload a logo' : 'Another logo'}
        </FilePick>
        {brand.logo && (
          <Button kind="bare" onClick={() => choose(() => undefined)}>
            Show none
          </Button>
        )}
      </div>
    </section>
  );
}
