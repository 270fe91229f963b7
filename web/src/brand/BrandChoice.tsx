import { Download, Plus, Shirt, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useRef } from 'react';
import { useLive } from '../live/live';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { saveFile } from '../show/saveFile';
import { useShow, type Brand } from '../show/show';
import { litIn } from '../show/air';
import { Button } from '../ui/Button';
import { menuLook } from '../ui/menuLook';
import { KeptText } from '../show/KeptText';

interface Props {
  /** The one that is open. */
  brand: Brand;
  /** How often one was opened. */
  opened: number;
  onOpen(name: string): void;
  /** It has another name from now on. */
  onRename(name: string): void;
}

/** The brands that the show keeps: one press opens another, a second one uses it. What is lit follows only when it is asked to. */
export function BrandChoice({ brand, opened, onOpen, onRename }: Props) {
  const show = useShow();
  const old = useLive(litIn).filter((airing) => airing.edited).length;
  const inUse = brand.name === show.brand.name;

  return (
    <div className="flex flex-wrap items-center gap-2">
      <div role="group" aria-label="Brands of this show" className="flex flex-wrap gap-1.5">
        {show.brands.map((one) => (
          <button
            key={one.name}
            type="button"
            aria-pressed={one.name === brand.name}
            onClick={() => onOpen(one.name)}
            className="flex min-h-10 items-center gap-2.5 rounded-[10px] bg-panel py-1 pr-3.5 pl-2 hover:bg-raised aria-pressed:font-semibold aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-cool)]"
          >
            <Tints brand={one} />
            {one.name}
            {one.name === show.brand.name && <span className="text-small font-semibold text-lamp-soft">in use</span>}
          </button>
        ))}
      </div>
      <AddBrand brand={brand} onOpen={onOpen} />
      {!inUse && (
        <Button kind="cool" onClick={() => void edits.wearBrand(brand.name, false)}>
          <Shirt aria-hidden size={15} /> Use “{brand.name}”
        </Button>
      )}
      {inUse && old > 0 && (
        <Button kind="lamp" onClick={() => void edits.wearBrand(brand.name, true)}>
          <Shirt aria-hidden size={15} /> Apply to graphics on air
        </Button>
      )}
      <div className="ml-auto flex items-center gap-1.5">
        <KeptText
          key={opened}
          aria-label="Name of this brand"
          className="w-44"
          maxLength={40}
          value={brand.name}
          onKeep={async (text, from) => {
            const name = text.trim();
            const kept = edits.brand(brand.name, () => ({ name }), from);
            onRename(name);
            if (await kept) return true;
            onRename(brand.name);
            return false;
          }}
        />
        <Button
          kind="bare"
          aria-label="Save this brand as a file"
          title="Save as a file"
          onClick={() => void saveFile(`/api/brands/file?name=${encodeURIComponent(brand.name)}`, `${brand.name}.json`)}
        >
          <Download aria-hidden size={16} />
        </Button>
        <Button
          kind="bare"
          aria-label="Delete this brand"
          title={inUse ? 'The show uses it: use another one first' : 'Delete this brand'}
          disabled={inUse}
          onClick={() => void remove(brand.name)}
        >
          <Trash2 aria-hidden size={16} />
        </Button>
      </div>
    </div>
  );
}

async function remove(name: string): Promise<void> {
  if (await edits.deleteBrand(name)) tellDeleted(edits.undo, `The brand “${name}” is`);
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

function AddBrand({ brand, onOpen }: Pick<Props, 'brand' | 'onOpen'>) {
  const show = useShow();
  const add = async (added: Promise<string | null>): Promise<void> => {
    const name = await added;
    if (name) onOpen(name);
  };
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
          <DropdownMenu.Content align="start" sideOffset={6} className={menuLook}>
            <DropdownMenu.Item className={item} onSelect={() => void add(edits.addBrand({ copyOf: brand.name }))}>
              A copy of “{brand.name}”
            </DropdownMenu.Item>
            <DropdownMenu.Label className="px-3 pt-2 pb-1 text-small text-quiet">Begin from</DropdownMenu.Label>
            {show.readyBrands.map((ready) => (
              <DropdownMenu.Item
                key={ready.name}
                className={item}
                onSelect={() => void add(edits.addBrand({ ready: ready.name }))}
              >
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
          if (picked) void add(edits.importBrand(picked));
        }}
      />
    </>
  );
}
