import { useLive } from '../live/live';
import { sessions } from '../show/sessions';
import { Button } from '../ui/Button';
import { ask } from '../ui/ask';

const clock = new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });

/** Since when this session is counted, and a fresh one. */
export function SessionBar() {
  const session = useLive((told) => told.session);
  if (!session) return null;
  const begin = async (): Promise<void> => {
    const words = 'What is counted over the session begins at zero. All other figures stay; it can be taken back.';
    if (await ask({ title: 'Begin a fresh session?', words, yes: 'Begin it' })) void sessions.begin();
  };
  return (
    <div className="flex min-h-9 items-center gap-2">
      <h2 className="font-semibold">What came in</h2>
      <span className="text-quiet">
        Session {session.no}, since {clock.format(session.began)}
        {session.ended != null && `, ended ${clock.format(session.ended)}`}
      </span>
      <span className="ml-auto flex gap-1">
        {session.no > 1 && (
          <Button
            kind="bare"
            title="The session before goes on, with all that came since"
            onClick={() => void sessions.takeBack()}
          >
            Back to the last one
          </Button>
        )}
        {session.ended == null && (
          <Button kind="bare" onClick={() => void sessions.end()}>
            End it
          </Button>
        )}
        <Button onClick={() => void begin()}>Fresh session</Button>
      </span>
    </div>
  );
}
