import { useCallback, useState } from 'react';
import { Link, useSearchParams } from 'wouter';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { edits } from '../show/edits';
import { useShow, type Brand, type Graphic } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Empty, Page } from '../ui/Page';
import { Seen } from '../ui/Seen';
import { BrandChoice } from './BrandChoice';
import type { KeepBrand } from './keepBrand';
import { Logos } from './Logos';
import { PaletteRoles } from './PaletteRoles';
import { Plates } from './Plates';
import { Motion } from './Motion';
import { Typefaces } from './Typefaces';

/**
 * All names that this page has given a brand, by each of them, the newest first: the address follows a moment later than the show,
 * and undo, which may go back over several, does not touch it. In the meantime the brand is not gone, and its name may still be typed.
 */
const renamed = createStore<Record<string, readonly string[]>>(() => ({}));

function rename(from: string, to: string): void {
  const names = [to, ...(renamed.getState()[from] ?? [from]).filter((name) => name !== to)];
  renamed.setState(Object.fromEntries(names.map((name) => [name, names])));
}

/** A brand of the show, with the show's own graphics beside it in its look: the one in use, or another that was opened. */
export function BrandPage() {
  const show = useShow();
  const [asked, setAsked] = useSearchParams();
  // The one in use when the page was opened: another that is used from now on is not what the hand is at.
  const [first] = useState(show.brand.name);
  const wanted = asked.get('open') ?? first;
  const called = useStore(renamed, (all) => all[wanted]);
  const named = (name: string) => show.brands.find((one) => one.name === name);
  const brand = named(wanted) ?? called?.map(named).find((one) => one);
  if (!brand)
    return (
      <Page title="Brand">
        <Empty title="This brand is gone, or has another name by now.">
          <Link to={`/brand?open=${encodeURIComponent(show.brand.name)}`} className="link">
            To the one in use, “{show.brand.name}”
          </Link>
        </Empty>
      </Page>
    );
  return (
    <Opened
      brand={brand}
      onOpen={(name) => setAsked({ open: name })}
      onRename={(name) => {
        rename(brand.name, name);
        setAsked({ open: name }, { replace: true });
      }}
    />
  );
}

interface OpenedProps {
  brand: Brand;
  onOpen(name: string): void;
  onRename(name: string): void;
}

function Opened({ brand, onOpen, onRename }: OpenedProps) {
  const show = useShow();
  // Fields stay while the name of their brand is typed; those of another brand are other fields.
  const [opened, setOpened] = useState(0);
  const open = (name: string): void => {
    setOpened((times) => times + 1);
    onOpen(name);
  };
  const keep = useCallback<KeepBrand>((change, from) => edits.brand(brand.name, change, from), [brand.name]);

  return (
    <Page title="Brand" help="brand" actions={<UndoButtons />}>
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-4">
        <BrandChoice brand={brand} opened={opened} onOpen={open} onRename={onRename} />
        <div className="stacks grid min-h-0 grid-cols-[22.25rem_minmax(0,1fr)] gap-5">
          <div key={opened} className="grid min-h-0 content-start gap-6 overflow-y-auto pr-2 pb-2">
            <PaletteRoles brand={brand} keep={keep} />
            <Typefaces brand={brand} keep={keep} />
            <Plates brand={brand} keep={keep} />
            <Motion brand={brand} keep={keep} />
            <Logos brand={brand} keep={keep} />
          </div>
          <section
            aria-label="Sampler"
            tabIndex={0}
            className="grid min-h-0 auto-rows-max grid-cols-2 gap-3 overflow-y-auto"
          >
            {show.graphics.map((graphic) => (
              <Seen key={graphic.id} className="aspect-video">
                <Sample graphic={graphic} brand={brand} />
              </Seen>
            ))}
            {show.graphics.length === 0 && (
              <p className="text-quiet">Graphics of the show appear here, dressed in this brand.</p>
            )}
          </section>
        </div>
      </div>
    </Page>
  );
}

function Sample({ graphic, brand }: { graphic: Graphic; brand: Brand }) {
  const { data } = usePicture(graphic.id, undefined, undefined, undefined, brand);
  return <PictureView close picture={data} label={`${graphic.name} in this brand`} className="rounded-xl" />;
}
