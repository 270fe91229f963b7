import { useQuery } from '@tanstack/react-query';
import { ImagePlus } from 'lucide-react';
import { answered, client } from '../api/client';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { ColourPick } from '../ui/ColourPick';
import { FilePick } from '../ui/FilePick';
import { Question, type Wish } from './BeginPage';

/** Two colours of one's own, or those of a logo. Everything else is worked out so that words can be read. */
export function Colours({ wish, onChange }: { wish: Wish; onChange(part: Partial<Wish>): void }) {
  const { plate, accent } = useShow((show) => show.brand.palette);
  const ready = useShow((show) => show.readyBrands);
  const logo = wish.logo ?? undefined;
  const { data: found } = useQuery({
    queryKey: ['colours', logo],
    queryFn: () => answered(client.GET('/api/assets/{id}/colours', { params: { path: { id: logo! } } })),
    enabled: !!logo,
  });
  const bring = async (file: File): Promise<void> => {
    const asset = await edits.addFile(file);
    if (!asset) return;
    const colours = await answered(
      client.GET('/api/assets/{id}/colours', { params: { path: { id: asset.id } } }),
    ).catch(() => []);
    onChange({ logo: asset.id, ...(colours.length > 0 && { plate: colours[0], accent: colours[1] }) });
  };
  return (
    <>
      <Question
        title="Your colours?"
        words="Two are enough: one that words stand on, one for lines and marks. Words get a colour that can be read on them."
      />
      <div className="flex flex-wrap items-center gap-6">
        {(
          [
            ['plate', 'Words stand on', wish.plate ?? plate],
            ['accent', 'Lines and marks', wish.accent ?? accent],
          ] as const
        ).map(([key, words, value]) => (
          <span key={key} className="flex items-center gap-2.5">
            <ColourPick
              label={words}
              value={value}
              onKeep={(colour) => onChange({ [key]: colour, ...(key === 'accent' && { plate: wish.plate ?? plate }) })}
              className="size-12 rounded-xl"
            />
            {words}
          </span>
        ))}
      </div>
      <div className="grid gap-2">
        <p className="text-quiet">Or begin from these:</p>
        <div className="flex flex-wrap gap-2">
          {ready.map(({ name, palette }) => (
            <button
              key={name}
              type="button"
              title={name}
              aria-label={`Colours of ${name}`}
              aria-pressed={wish.plate === palette.plate && wish.accent === palette.accent}
              onClick={() => onChange({ plate: palette.plate, accent: palette.accent })}
              className="flex overflow-hidden rounded-lg aria-pressed:shadow-[0_0_0_2px_var(--color-cool)]"
            >
              {[palette.plate, palette.ink, palette.accent, palette.glow].map((colour, at) => (
                <span key={at} className="h-9 w-7" style={{ background: colour }} />
              ))}
            </button>
          ))}
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <FilePick accept="image/*,.svg" onPick={(file) => void bring(file)}>
          <ImagePlus aria-hidden size={14} /> Take them from a logo
        </FilePick>
        {logo && <img src={`/assets/${logo}`} alt="Your logo" className="h-12 rounded-lg bg-raised p-1" />}
        {found?.map((colour) => (
          <button
            key={colour}
            type="button"
            aria-label={`${colour} of the logo, for what words stand on`}
            title="For what words stand on"
            onClick={() => onChange({ plate: colour, accent: found.find((one) => one !== colour) })}
            className="size-9 rounded-lg shadow-[inset_0_0_0_1px_var(--color-line)]"
            style={{ background: colour }}
          />
        ))}
        {logo && found?.length === 0 && (
          <span className="text-quiet">No colours could be taken from this file. Choose them above.</span>
        )}
      </div>
    </>
  );
}
