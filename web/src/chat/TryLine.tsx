import { useState } from 'react';
import { answered, client, type Schemas } from '../api/client';
import { whyHeld } from '../audience/Message';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { Field, Select } from '../ui/Field';
import { inputLook } from '../ui/inputLook';

type Role = Schemas['ChatRole'];

/** What a line would do, and why not; nothing of it is done. */
export function TryLine() {
  const show = useShow(({ chatCommands, votes }) => ({ chatCommands, votes }));
  const [text, setText] = useState('');
  const [role, setRole] = useState<Role>('viewer');
  const [tried, setTried] = useState<Schemas['LineTried'] | string | null>(null);
  const tryIt = async (): Promise<void> => {
    try {
      setTried(await answered(client.POST('/api/chat/try', { body: { text, role, name: 'somebody' } })));
    } catch (error) {
      setTried(error instanceof Error ? error.message : String(error));
    }
  };
  const command = typeof tried === 'object' && tried ? show.chatCommands.find((one) => one.id === tried.command) : null;
  const vote = typeof tried === 'object' && tried ? show.votes.find((one) => one.id === tried.vote) : null;
  return (
    <Drawer
      label="Try a line"
      side="bottom"
      align="end"
      className="w-80 p-3!"
      trigger={
        <Button kind="bare" className="min-h-8! px-2!">
          Try a line
        </Button>
      }
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void tryIt();
        }}
      >
        <Field
          label="Somebody writes"
          render={(id) => (
            <input
              id={id}
              autoFocus
              value={text}
              placeholder="!guess heart and dart"
              onChange={(event) => setText(event.target.value)}
              className={inputLook}
            />
          )}
        />
        <Select
          label="and is"
          value={role}
          choices={[
            ['viewer', 'a viewer'],
            ['member', 'a member'],
            ['moderator', 'a moderator'],
            ['owner', 'you'],
          ]}
          onChoose={(next) => setRole(next as Role)}
        />
        <Button kind="cool" type="submit" disabled={!text.trim()} className="justify-self-start">
          What would it do?
        </Button>
        {typeof tried === 'string' && <p className="text-orchid">{tried}</p>}
        {typeof tried === 'object' && tried && (
          <ul aria-label="What it would do" className="grid gap-1">
            {command && (
              <li>
                {tried.whyNot ? (
                  <>
                    <b className="font-semibold text-orchid">Not “{command.name}”:</b> {tried.whyNot}
                  </>
                ) : (
                  <>
                    <b className="font-semibold">{command.name}</b>
                    {tried.words && <>, with “{tried.words}”</>}
                    {command.waits > 0 && command.act !== 'answer' && `, after ${command.waits / 1000} s as next`}
                    {tried.waits && command.act !== 'answer' && ', once what the audience sends may come again'}
                  </>
                )}
              </li>
            )}
            {vote && tried.option != null && (
              <li>
                A vote for <b className="font-semibold">{vote.options[tried.option]?.name}</b> in “{vote.question}”
              </li>
            )}
            {!command && !vote && (
              <li>
                {tried.held !== 'no'
                  ? `It would be held back: ${whyHeld[tried.held]}.`
                  : tried.isQuestion
                    ? 'It would stand under Questions.'
                    : 'It would only be listed.'}
              </li>
            )}
          </ul>
        )}
      </form>
    </Drawer>
  );
}
