import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { edits } from '../show/edits';
import { useShow, type Brand, type Graphic } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Page } from '../ui/Page';
import { Seen } from '../ui/Seen';
import { BrandChoice } from './BrandChoice';
import type { KeepBrand } from './keepBrand';
import { Logos } from './Logos';
import { PaletteRoles } from './PaletteRoles';
import { Plates } from './Plates';
import { Motion } from './Motion';
import { Typefaces } from './Typefaces';

/** A brand of the show, with the show's own graphics beside it in its look: the one in use, or another that was opened. */
export function BrandPage() {
  const show = useShow();
  const [asked, setAsked] = useSearchParams();
  const brand = show.brands.find((one) => one.name === asked.get('open')) ?? show.brand;
  const open = useCallback((name: string) => setAsked({ open: name }), [setAsked]);
  /** The same brand, under another name. */
  const follow = useCallback((name: string) => setAsked({ open: name }, { replace: true }), [setAsked]);
  const keep = useCallback<KeepBrand>(
    (change, from) => edits.brand(brand.name, { ...brand, ...change }, from),
    [brand],
  );

  return (
    <Page title="Brand" actions={<UndoButtons />}>
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-4">
        <BrandChoice brand={brand} onOpen={open} onRename={follow} />
        <div className="grid min-h-0 grid-cols-[356px_minmax(0,1fr)] gap-5">
          <div className="grid min-h-0 content-start gap-6 overflow-y-auto pr-2 pb-2">
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
