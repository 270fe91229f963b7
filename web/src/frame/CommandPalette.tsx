import { Command } from 'cmdk';
import { actionsNow } from '../show/actions';
import { useLive } from '../live/live';
import { useShow } from '../show/show';
import { Key } from '../ui/Button';
import { open, type, useTyped } from './opened';
import { paletteLabel, paletteLook } from './paletteLook';

const how = 'the palette';

/** Everything by name: Ctrl+K, a few letters, Enter. */
export function CommandPalette() {
  return (
    <Command.Dialog
      open
      onOpenChange={(next) => !next && open(null)}
      label={paletteLabel}
      // What fits best stands first, whatever group it is of: Enter acts on air.
      shouldFilter={false}
      overlayClassName={paletteLook.overlay}
      contentClassName={paletteLook.content}
    >
      <Actions />
    </Command.Dialog>
  );
}

/** How well a name is what was typed, 0 to 1: Enter acts on air, so what is not there word for word is no match. */
function likeness(name: string, typed: string): number {
  const [said, wish] = [name.toLowerCase(), typed.trim().toLowerCase()];
  if (!wish) return 1;
  const words = wish.split(/\s+/);
  if (!words.every((word) => said.includes(word))) return 0;
  if (said === wish) return 1;
  if (said.startsWith(wish)) return 0.9;
  return words.every((word) => ` ${said}`.includes(` ${word}`)) ? 0.8 : 0.5;
}

function Actions() {
  // What can be done follows the show and the air.
  useShow();
  useLive((live) => live);
  const typed = useTyped();
  const all = actionsNow()
    .filter((action) => action.id !== 'help/palette')
    .map((action) => ({ action, fits: likeness(action.name, typed) }))
    .filter(({ fits }) => fits > 0)
    .sort((one, other) => other.fits - one.fits)
    .map(({ action }) => action);
  const groups = [...new Set(all.map((action) => action.group))];
  return (
    <>
      <Command.Input
        // With the focus from the first, or the dialog would select what was typed before, and the next letter replace it.
        autoFocus
        onFocus={({ target }) => target.setSelectionRange(typed.length, typed.length)}
        value={typed}
        onValueChange={type}
        placeholder={paletteLabel}
        className={paletteLook.input}
      />
      <Command.List className="max-h-[52vh] overflow-y-auto p-2 pt-0">
        <Command.Empty className="px-3 py-4 text-quiet">No matches.</Command.Empty>
        {groups.map((group) => (
          <Command.Group
            key={group}
            heading={group}
            className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-small [&_[cmdk-group-heading]]:text-faint"
          >
            {all
              .filter((action) => action.group === group)
              .map((action) => (
                <Command.Item
                  key={action.id}
                  // Two things may have the same name: what is chosen is told apart by its id.
                  value={action.id}
                  onSelect={() => {
                    open(null);
                    action.run(how);
                  }}
                  className="flex cursor-default items-center justify-between gap-3 rounded-lg px-3 py-2 data-[selected=true]:bg-ridge"
                >
                  <span className="truncate">{action.name}</span>
                  {action.key && <Key>{action.key.caps.join(' ')}</Key>}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </>
  );
}
