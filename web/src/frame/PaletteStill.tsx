import { open, type, useTyped } from './opened';
import { paletteLabel, paletteLook } from './paletteLook';

/** The palette until its commands are there: what is typed meanwhile is not lost, and nothing is done before it can be seen what. */
export function PaletteStill() {
  const typed = useTyped();
  return (
    <div role="dialog" aria-label={paletteLabel} className={paletteLook.content}>
      <input
        autoFocus
        aria-label={paletteLabel}
        placeholder={paletteLabel}
        value={typed}
        onChange={(event) => type(event.target.value)}
        onKeyDown={({ key }) => key === 'Escape' && open(null)}
        className={paletteLook.input}
      />
    </div>
  );
}
