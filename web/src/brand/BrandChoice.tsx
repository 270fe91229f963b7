import { Download, Plus, Shirt, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useRef } from 'react';
import { useLive } from '../live/live';
import { edits } from '../show/edits';
import { useShow, type Brand } from '../show/show';
import { litIn } from '../show/air';
import { Button } from '../ui/Button';
import { KeptText } from '../show/KeptText';
import { ask } from '../ui/ask';

/** The brands that the show keeps: one press wears another. What is lit follows only when it is asked to. */
export function BrandChoice() {
  const show = useShow();
  const lit = useLive(litIn);
  const old = lit.filter((airing) => airing.edited).length;
  const brand = show.brand;

  return (
    <div className="flex flex-wrap items-center gap-2">
      <div role="group" aria-label="Brands of this show" className="flex flex-wrap gap-1.5">
        {show.brands.map((one) => (
          <button
            key={one.name}
            type="button"
            aria-pressed={one.name === brand.name}
            onClick={() => void edits.wearBrand(one.name, false)}
            className="flex min-h-10 items-center gap-2.5 rounded-[10px] bg-panel py-1 pr-3.5 pl-2 hover:bg-raised aria-pressed:font-semibold aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-cool)]"
          >
            <Tints brand={one} />
            {one.name}
          </button>
        ))}
      </div>
      <AddBrand />
      {old > 0 && (
        <Button kind="lamp" onClick={() => void edits.wearBrand(brand.name, true)}>
          <Shirt aria-hidden size={15} /> Apply to graphics on air
        </Button>
      )}
      <div className="ml-auto flex items-center gap-1.5">
        <KeptText
          key={brand.name}
          aria-label="Name of this brand"
          className="w-44"
          maxLength={40}
          value={brand.name}
          onKeep={(name, from) => edits.show({ brand: { ...brand, name: name.trim() } }, from)}
        />
        <Button
          kind="bare"
          aria-label="Save this brand as a file"
          title="Save as a file"
          onClick={() => location.assign(`/api/brands/file?name=${encodeURIComponent(brand.name)}`)}
        >
          <Download aria-hidden size={16} />
        </Button>
        <Button
          kind="bare"
          aria-label="Delete this brand"
          title={show.brands.length === 1 ? 'A show wears one brand at least' : 'Delete this brand'}
          disabled={show.brands.length === 1}
          onClick={() => void remove(brand, show.brands)}
        >
          <Trash2 aria-hidden size={16} />
        </Button>
      </div>
    </div>
  );
}

async function remove(brand: Brand, all: Brand[]): Promise<void> {
  const next = all.find((one) => one.name !== brand.name)!;
  const words = `The show wears “${next.name}” then. This cannot be undone.`;
  if (!(await ask({ title: `Delete the brand “${brand.name}”?`, words, yes: 'Delete it' }))) return;
  if (await edits.wearBrand(next.name, false)) await edits.deleteBrand(brand.name);
}

function Tints({ brand }: { brand: Brand }) {
  const { plate, ink, accent, glow } = brand.palette;
  return (
    <span aria-hidden className="flex overflow-hidden rounded-md">
      {[plate, ink, accent, glow].map((colour, at) => (
        <span key={at} className="h-6 w-2.5" style={{ background: colour }} />
      ))}
    </span>
  );
}

function AddBrand() {
  const show = useShow();
  const file = useRef<HTMLInputElement>(null);
  const item = 'flex cursor-default items-center gap-2.5 rounded-lg px-3 py-2 outline-none data-highlighted:bg-ridge';
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button>
            <Plus aria-hidden size={15} /> Another brand
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            sideOffset={6}
            className="z-40 min-w-60 rounded-xl bg-raised p-1.5 shadow-[0_12px_40px_#000a,inset_0_0_0_1px_var(--color-line)]"
          >
            <DropdownMenu.Item className={item} onSelect={() => void edits.addBrand()}>
              A copy of “{show.brand.name}”
            </DropdownMenu.Item>
            <DropdownMenu.Label className="px-3 pt-2 pb-1 text-[11.5px] text-quiet">Begin from</DropdownMenu.Label>
            {show.readyBrands.map((ready) => (
              <DropdownMenu.Item key={ready.name} className={item} onSelect={() => void edits.addBrand(ready.name)}>
                <Tints brand={ready} /> {ready.name}
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Separator className="my-1.5 h-px bg-line" />
            <DropdownMenu.Item className={item} onSelect={() => file.current?.click()}>
              From a brand file …
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={file}
        type="file"
        aria-label="Brand file"
        accept="application/json,.json"
        tabIndex={-1}
        className="sr-only"
        onChange={(event) => {
          const picked = event.target.files?.[0];
          event.target.value = '';
          if (picked) void edits.importBrand(picked);
        }}
      />
    </>
  );
}
