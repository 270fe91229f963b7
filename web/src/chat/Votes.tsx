import { Plus, SlidersHorizontal, X } from 'lucide-react';
import { useState } from 'react';
import { VoteNow, type Vote } from '../audience/VotesNow';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { clockLength, clockText } from '../show/format';
import { KeptText } from '../show/KeptText';
import { showNow, useShow } from '../show/show';
import { wordOf } from '../show/wordOf';
import { Button } from '../ui/Button';
import { CopyButton } from '../ui/CopyButton';
import { Drawer } from '../ui/Drawer';
import { Field, Select } from '../ui/Field';
import { SignButton } from '../ui/SignButton';
import { Tick } from '../ui/Tick';

/** The votes of the show: run here, and set up in a drawer of each. */
export function Votes() {
  const votes = useShow((show) => show.votes);
  const [chosen, choose] = useState<string | null>(null);
  const vote = votes.find((one) => one.id === chosen) ?? votes[0];
  const add = async (): Promise<void> => {
    const made = await edits.votes.add({
      id: freeWord('vote'),
      question: 'Which one?',
      options: [
        { name: 'A', words: [] },
        { name: 'B', words: [] },
      ],
      length: 60_000,
      mayChange: true,
      least: 'viewer',
      column: '',
    });
    if (made) choose(made.id);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2 rounded-[14px] bg-panel p-3">
      <div className="flex items-center gap-1">
        {votes.length > 1 ? (
          <div className="flex min-w-0 flex-1 gap-1 overflow-x-auto">
            {votes.map((one) => (
              <button
                key={one.id}
                type="button"
                aria-pressed={one === vote}
                onClick={() => choose(one.id)}
                className="max-w-36 shrink-0 truncate rounded-full px-2.5 py-1 text-quiet hover:text-ink aria-pressed:bg-ridge aria-pressed:text-ink"
              >
                {one.question}
              </button>
            ))}
          </div>
        ) : (
          <h2 className="flex-1 font-semibold">{votes.length === 0 ? 'Votes' : 'Vote'}</h2>
        )}
        {vote && <VoteSettings key={vote.id} vote={vote} />}
        <SignButton label="Add a vote" onClick={() => void add()}>
          <Plus aria-hidden size={15} />
        </SignButton>
      </div>
      {vote ? <VoteNow vote={vote} /> : <p className="text-quiet">Ask a question that chat answers by A or B.</p>}
    </div>
  );
}

function freeWord(stem: string): string {
  const taken = new Set(showNow().votes.map((one) => one.id));
  for (let no = 1; ; no++) if (!taken.has(`${wordOf(stem)}${no}`)) return `${wordOf(stem)}${no}`;
}

function VoteSettings({ vote }: { vote: Vote }) {
  const feeds = useShow((show) => show.feeds);
  const change = (part: Parameters<typeof edits.votes.change>[1], from?: number) =>
    edits.votes.change(vote.id, part, from);
  const put = (at: number, part: Partial<Vote['options'][number]>, from?: number) =>
    change({ options: vote.options.map((one, place) => (place === at ? { ...one, ...part } : one)) }, from);
  const remove = async (): Promise<void> => {
    if (await edits.votes.remove(vote.id)) tellDeleted(edits.undo, `The vote “${vote.question}” is`);
  };
  return (
    <Drawer
      label={`About ${vote.question}`}
      side="top"
      align="end"
      tall
      className="w-[22.5rem] p-4!"
      trigger={
        <SignButton label={`Set up ${vote.question}`}>
          <SlidersHorizontal aria-hidden size={15} />
        </SignButton>
      }
    >
      <div className="grid gap-3">
        <Field
          label="Question"
          render={(id) => (
            <KeptText id={id} value={vote.question} onKeep={(question, from) => change({ question }, from)} />
          )}
        />
        <div className="grid gap-1.5">
          <span className="text-quiet">Options, and words that count for each besides its number</span>
          {vote.options.map((option, at) => (
            <div key={at} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-1.5">
              <KeptText
                aria-label={`Option ${at + 1}`}
                value={option.name}
                onKeep={(name, from) => put(at, { name }, from)}
              />
              <KeptText
                aria-label={`Words for option ${at + 1}`}
                placeholder={`${at + 1}`}
                value={option.words.join(', ')}
                onKeep={(text, from) =>
                  put(
                    at,
                    {
                      words: text
                        .split(',')
                        .map((one) => one.trim())
                        .filter(Boolean),
                    },
                    from,
                  )
                }
              />
              <SignButton
                label={`Delete option ${at + 1}`}
                disabled={vote.options.length <= 2}
                onClick={() => void change({ options: vote.options.filter((_, place) => place !== at) })}
              >
                <X aria-hidden size={13} />
              </SignButton>
            </div>
          ))}
          {vote.options.length < 8 && (
            <Button
              kind="bare"
              className="justify-self-start"
              onClick={() =>
                void change({
                  options: [...vote.options, { name: String.fromCharCode(65 + vote.options.length), words: [] }],
                })
              }
            >
              <Plus aria-hidden size={14} /> Add an option
            </Button>
          )}
        </div>
        <div className="grid grid-cols-2 items-start gap-3">
          <Field
            label="Open for"
            note="Empty: until you close it."
            render={(id) => (
              <KeptText
                id={id}
                value={vote.length == null ? '' : clockText(vote.length)}
                placeholder="no end"
                isWhole={(text) => text.trim() === '' || clockLength(text) !== null}
                onKeep={(text, from) => change({ length: text.trim() === '' ? null : clockLength(text) }, from)}
              />
            )}
          />
          <Select
            label="Who may vote"
            value={vote.least}
            choices={[
              ['viewer', 'everybody'],
              ['member', 'members and above'],
              ['moderator', 'moderators'],
            ]}
            onChoose={(least) => void change({ least: least as Vote['least'] })}
          />
        </div>
        <Tick checked={vote.mayChange} onChange={(mayChange) => void change({ mayChange })}>
          Voters may change their vote
        </Tick>
        <div className="grid grid-cols-2 items-end gap-3">
          <Select
            label="Votes come from"
            value={vote.feed ?? ''}
            choices={[['', 'chat'], ...feeds.map(({ id, name }) => [id, `the feed ${name}`] as const)]}
            onChoose={(feed) => void change(feed ? { feed, column: vote.column || 'text' } : { feed: null })}
          />
          {vote.feed != null && (
            <Field
              label="Its column"
              render={(id) => (
                <KeptText
                  id={id}
                  value={vote.column}
                  onKeep={(column, from) => change({ column: column.trim() }, from)}
                />
              )}
            />
          )}
        </div>
        <div className="flex items-center gap-1 text-quiet">
          <span className="min-w-0 flex-1">
            Fields show it by <code className="text-cool">{`{{ votes.${vote.id}.question }}`}</code>, .a, .a_share,
            .a_count and so on, .total, .winner
          </span>
          <CopyButton name="Copy" text={`{{ votes.${vote.id}.question }}`} said="Copied: paste it into a field." />
        </div>
        <Button kind="bare" className="justify-self-start text-quiet!" onClick={() => void remove()}>
          Delete this vote
        </Button>
      </div>
    </Drawer>
  );
}
