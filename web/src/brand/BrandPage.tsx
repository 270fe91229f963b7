import { useCallback } from 'react';
import type { Schemas } from '../api/client';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { PictureField } from '../graphics/PictureField';
import { useShow, type Graphic } from '../show/ShowContext';
import { Field, inputLook, KeptText } from '../ui/Field';
import { Page } from '../ui/Page';
import { Segmented } from '../ui/Segmented';

type Brand = Schemas['Brand'];
type Role = keyof Schemas['Palette'];

const roles: { role: Role; name: string; use: string; onPlate?: boolean }[] = [
  { role: 'plate', name: 'Plate', use: 'what words stand on' },
  { role: 'ink', name: 'Ink', use: 'names and sentences', onPlate: true },
  { role: 'quiet', name: 'Quiet', use: 'second lines', onPlate: true },
  { role: 'accent', name: 'Accent', use: 'edges and marks', onPlate: true },
  { role: 'glow', name: 'Glow', use: 'the brightest touch', onPlate: true },
  { role: 'alarm', name: 'Alarm', use: 'what must not be missed', onPlate: true },
];

/** The look of the whole show, with the show's own graphics beside it, re-dressing as it is edited. */
export function BrandPage() {
  const { show, edits } = useShow();
  const brand = show.brand;
  const keep = useCallback(
    (change: Partial<Brand>) => void edits.show({ brand: { ...brand, ...change } }),
    [brand, edits],
  );
  const keepType = (change: Partial<Brand['type']>): void => keep({ type: { ...brand.type, ...change } });

  return (
    <Page title="Brand">
      <div className="grid min-h-0 grid-cols-[340px_minmax(0,1fr)] gap-5">
        <div className="grid min-h-0 content-start gap-5 overflow-y-auto pr-1">
          <section aria-label="Ready-made brands" className="grid gap-2">
            <h2 className="font-semibold">Begin from</h2>
            <div className="flex flex-wrap gap-1.5">
              {show.readyBrands.map((ready) => (
                <button
                  key={ready.name}
                  type="button"
                  aria-pressed={ready.name === brand.name}
                  onClick={() => keep({ ...ready, logo: brand.logo })}
                  className="flex min-h-9 items-center gap-2 rounded-[10px] bg-panel py-1 pr-3 pl-2 hover:bg-raised aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-cool)]"
                >
                  <span aria-hidden className="flex overflow-hidden rounded-md">
                    {[ready.palette.plate, ready.palette.ink, ready.palette.accent, ready.palette.glow].map(
                      (colour) => (
                        <span key={colour} className="h-6 w-2.5" style={{ background: colour }} />
                      ),
                    )}
                  </span>
                  {ready.name}
                </button>
              ))}
            </div>
          </section>
          <section aria-label="Palette" className="grid gap-2">
            <h2 className="font-semibold">Palette</h2>
            {roles.map((one) => (
              <Swatch
                key={one.role}
                {...one}
                brand={brand}
                onKeep={(colour) => keep({ palette: { ...brand.palette, [one.role]: colour } })}
              />
            ))}
          </section>
          <section aria-label="Type and shape" className="grid grid-cols-2 gap-3">
            <Field
              label="Headings"
              render={(id) => (
                <FaceChoice id={id} value={brand.type.heading} onKeep={(heading) => keepType({ heading })} />
              )}
            />
            <Field
              label="Everything else"
              render={(id) => <FaceChoice id={id} value={brand.type.body} onKeep={(body) => keepType({ body })} />}
            />
            <div className="col-span-2">
              <Field
                label="Corners"
                render={() => (
                  <Segmented
                    label="Corners"
                    value={brand.shape.corner}
                    choices={[
                      { value: 'rounded', words: 'Round' },
                      { value: 'square', words: 'Square' },
                      { value: 'cut', words: 'Cut' },
                      { value: 'slant', words: 'Slant' },
                    ]}
                    onChoose={(corner) => keep({ shape: { ...brand.shape, corner } })}
                  />
                )}
              />
            </div>
            <Field
              label="How much, px"
              render={(id) => (
                <KeptText
                  id={id}
                  type="number"
                  min={0}
                  max={60}
                  disabled={brand.shape.corner === 'square'}
                  value={String(brand.shape.radius)}
                  onKeep={(text) => keep({ shape: { ...brand.shape, radius: Math.round(Number(text)) } })}
                />
              )}
            />
          </section>
          <Field
            label="Plates"
            render={() => (
              <Segmented
                label="Plates"
                value={brand.plates}
                choices={[
                  { value: 'lamplight', words: 'Lamp' },
                  { value: 'solid', words: 'Solid' },
                  { value: 'gradient', words: 'Gradient' },
                  { value: 'glass', words: 'Glass' },
                  { value: 'outline', words: 'Outline' },
                ]}
                onChoose={(plates) => keep({ plates })}
              />
            )}
          />
          <section aria-label="Motion" className="grid gap-3">
            <h2 className="font-semibold">Motion</h2>
            <Segmented
              label="How things move"
              value={brand.motion.family}
              choices={[
                { value: 'softWipe', words: 'Soft wipe' },
                { value: 'slide', words: 'Slide' },
                { value: 'fade', words: 'Fade' },
              ]}
              onChoose={(family) => keep({ motion: { ...brand.motion, family } })}
            />
            <span className="text-quiet">When one graphic follows another in a seat</span>
            <Segmented
              label="When one graphic follows another in a seat"
              value={brand.motion.waitsForLeaver ? 'after' : 'across'}
              choices={[
                { value: 'across', words: 'The new one comes across' },
                { value: 'after', words: 'It waits' },
              ]}
              onChoose={(choice) => keep({ motion: { ...brand.motion, waitsForLeaver: choice === 'after' } })}
            />
          </section>
          <Field
            label="Logo"
            render={(id) => (
              <PictureField id={id} value={brand.logo ?? ''} onKeep={(logo) => keep({ logo: logo || undefined })} />
            )}
          />
        </div>
        <section
          aria-label="Sampler"
          tabIndex={0}
          className="grid min-h-0 auto-rows-max grid-cols-2 gap-3 overflow-y-auto"
        >
          {show.graphics.slice(0, 8).map((graphic) => (
            <Sample key={graphic.id} graphic={graphic} />
          ))}
          {show.graphics.length === 0 && (
            <p className="text-quiet">Graphics of the show appear here, dressed in this brand.</p>
          )}
        </section>
      </div>
    </Page>
  );
}

function Sample({ graphic }: { graphic: Graphic }) {
  const { data } = usePicture(graphic.id);
  return <PictureView close picture={data} label={`${graphic.name} in this brand`} className="rounded-xl" />;
}

function FaceChoice({ id, value, onKeep }: { id: string; value: string; onKeep(family: string): void }) {
  const { show } = useShow();
  return (
    <select id={id} value={value} onChange={(event) => onKeep(event.target.value)} className={inputLook}>
      {show.typefaces.map((family) => (
        <option key={family}>{family}</option>
      ))}
    </select>
  );
}

interface SwatchProps {
  role: Role;
  name: string;
  use: string;
  onPlate?: boolean;
  brand: Brand;
  onKeep(colour: string): void;
}

/** A role's colour, and how well it can be read on its plate (WCAG asks for 4.5 for words). */
function Swatch({ role, name, use, onPlate, brand, onKeep }: SwatchProps) {
  const { show } = useShow();
  const colour = brand.palette[role];
  const ratio = onPlate ? show.contrasts[role] : undefined;
  const words = role === 'ink' || role === 'quiet';
  return (
    <div className="grid grid-cols-[40px_1fr_84px_64px] items-center gap-2.5">
      <input
        type="color"
        aria-label={`${name}: choose`}
        value={colour}
        onChange={(event) => onKeep(event.target.value)}
        className="size-10 cursor-pointer rounded-lg border-0 bg-transparent p-0"
      />
      <span>
        <b className="block font-semibold">{name}</b>
        <span className="text-[11.5px] text-quiet">{use}</span>
      </span>
      <KeptText
        aria-label={`${name}: as a code`}
        value={colour}
        spellCheck={false}
        onKeep={(text) => onKeep(text.trim())}
      />
      <span className="text-right text-[11.5px] text-quiet">
        {ratio !== undefined && `${ratio.toFixed(1)} : 1`}
        {ratio !== undefined && words && <span className="block">{ratio >= 4.5 ? 'readable' : '⚠ too faint'}</span>}
      </span>
    </div>
  );
}
