import { Plus, SlidersHorizontal } from 'lucide-react';
import { useLive } from '../live/live';
import { edits } from '../show/edits';
import { showNow, useShow, type Show } from '../show/show';
import { Drawer } from '../ui/Drawer';
import { SignButton } from '../ui/SignButton';
import { CommandSettings } from './CommandSettings';
import { TryLine } from './TryLine';

export type Command = Show['chatCommands'][number];

/** What viewers may type to make something happen, and how often they did. */
export function Commands() {
  const commands = useShow((show) => show.chatCommands);
  const counts = useLive(({ chat }) => chat.commands);
  const add = async (): Promise<void> => {
    const taken = new Set(showNow().chatCommands.map((one) => one.id));
    let no = 1;
    while (taken.has(`command${no}`)) no++;
    await edits.chatCommands.add({
      id: `command${no}`,
      name: `Command ${no}`,
      word: `!command${no}`,
      act: 'collect',
      isPattern: false,
      isOn: false,
      least: 'viewer',
      eachPerson: 30_000,
      forAll: 2000,
      waits: 5000,
      longest: 80,
      field: '',
      answer: '',
    });
  };
  return (
    <section aria-label="Commands" className="grid grid-cols-[minmax(0,1fr)] gap-1">
      <div className="flex items-center gap-1">
        <h2 className="flex-1 font-semibold">Commands</h2>
        <TryLine />
        <SignButton label="Add a command" onClick={() => void add()}>
          <Plus aria-hidden size={15} />
        </SignButton>
      </div>
      {commands.length === 0 && (
        <p className="text-quiet">
          A word that viewers type, such as !guess, and what it does. Until you add one, nothing happens.
        </p>
      )}
      <ul className="grid grid-cols-[minmax(0,1fr)]">
        {commands.map((command) => {
          const count = counts.find((one) => one.command === command.id)?.count ?? 0;
          return (
            <li key={command.id} className="flex min-h-9 items-center gap-2">
              <code className={command.isOn ? 'truncate text-cool' : 'truncate text-faint line-through'}>
                {command.word}
              </code>
              <span className="min-w-0 flex-1 truncate text-quiet">{command.name}</span>
              <span className="text-quiet tabular-nums">{count > 0 && count.toLocaleString('en-GB')}</span>
              <Drawer
                label={`About ${command.name}`}
                side="bottom"
                align="end"
                tall
                className="w-[23.125rem] p-4!"
                trigger={
                  <SignButton label={`Set up ${command.name}`}>
                    <SlidersHorizontal aria-hidden size={14} />
                  </SignButton>
                }
              >
                <CommandSettings command={command} />
              </Drawer>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
