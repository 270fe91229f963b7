import { Command } from 'cmdk';
import { actionsNow } from '../show/actions';
import { useLive } from '../live/live';
import { useShow } from '../show/show';
import { Key } from '../ui/Button';
import { open } from './opened';

const how = 'the palette';

/** Everything by name: Ctrl+K, a few letters, Enter. */
export function CommandPalette() {
  return (
    <Command.Dialog
      open
      onOpenChange={(next) => !next && open(null)}
      label="Type a command"
      filter={(_, typed, keywords) => likeness(keywords?.[0] ?? '', typed)}
      overlayClassName="fixed inset-0 z-40 bg-black/50"
      contentClassName="fixed inset-x-0 top-[14vh] z-40 mx-auto w-[min(560px,92vw)] overflow-hidden rounded-2xl bg-panel shadow-[0_20px_60px_#000a,inset_0_0_0_1px_var(--color-line)]"
    >
      <Actions />
    </Command.Dialog>
  );
}

/** How well a name is what was typed, 0 to 1: Enter acts on air, so what is not there word for word is no match. */
function likeness(name: string, typed: string): number {
  const [said, wish] = [name.toLowerCase(), typed.trim().toLowerCase()];
  const words = wish.split(/\s+/);
  if (!words.every((word) => said.includes(word))) return 0;
  if (said.startsWith(wish)) return 1;
  return words.every((word) => ` ${said}`.includes(` ${word}`)) ? 0.8 : 0.5;
}

function Actions() {
  // What can be done follows the show and the air.
  useShow();
  useLive((live) => live);
  const all = actionsNow().filter((action) => action.id !== 'help/palette');
  const groups = [...new Set(all.map((action) => action.group))];
  return (
    <>
      <Command.Input
        placeholder="Type a command"
        className="w-full bg-transparent px-5 py-4 text-[15px] outline-none placeholder:text-faint"
      />
      <Command.List className="max-h-[52vh] overflow-y-auto p-2 pt-0">
        <Command.Empty className="px-3 py-4 text-quiet">No matches.</Command.Empty>
        {groups.map((group) => (
          <Command.Group
            key={group}
            heading={group}
            className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:text-faint"
          >
            {all
              .filter((action) => action.group === group)
              .map((action) => (
                <Command.Item
                  key={action.id}
                  // Two things may have the same name: what is chosen is told apart by its id.
                  value={action.id}
                  keywords={[action.name]}
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
