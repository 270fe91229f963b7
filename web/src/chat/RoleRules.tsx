import { Plus, X } from 'lucide-react';
import { KeptText } from '../show/KeptText';
import { useShow, type Show } from '../show/show';
import { Button } from '../ui/Button';
import { Choose } from '../ui/Choose';
import { Heading } from '../ui/Heading';
import { SignButton } from '../ui/SignButton';
import { changeRules } from './HowItGoes';

type Role = Show['chatRules']['roles'][number];
type Back = Show['chatRules']['takingBack'][number];

const roles = [
  ['member', 'member'],
  ['moderator', 'moderator'],
  ['owner', 'owner'],
] as const;

/** Which role somebody has, and what takes a message back, by what a server's lines say. */
export function RoleRules() {
  const { roles: all, takingBack } = useShow((show) => show.chatRules);
  const put = (at: number, part: Partial<Role>, from?: number) =>
    changeRules({ roles: all.map((one, place) => (place === at ? { ...one, ...part } : one)) }, from);
  const putBack = (at: number, part: Partial<Back>, from?: number) =>
    changeRules({ takingBack: takingBack.map((one, place) => (place === at ? { ...one, ...part } : one)) }, from);
  return (
    <>
      <Heading name="Who is who">
        <p className="text-[11.5px] text-quiet">
          A tag of the line, and what it says; without a tag, the sign before the name in its channel.
        </p>
        <ul className="grid gap-1.5">
          {all.map((rule, at) => (
            <li key={at} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_110px_auto] items-center gap-1.5">
              <KeptText
                aria-label={`Tag of rule ${at + 1}`}
                placeholder="the sign"
                value={rule.tag}
                onKeep={(tag, from) => put(at, { tag: tag.trim() }, from)}
              />
              <KeptText
                aria-label={`What rule ${at + 1} looks for`}
                placeholder="anything"
                value={rule.value}
                onKeep={(value, from) => put(at, { value: value.trim() }, from)}
              />
              <Choose
                aria-label={`Role of rule ${at + 1}`}
                value={rule.role}
                choices={roles}
                onChoose={(role) => void put(at, { role: role as Role['role'] })}
              />
              <SignButton
                label={`Delete rule ${at + 1}`}
                onClick={() => void changeRules({ roles: all.filter((_, place) => place !== at) })}
              >
                <X aria-hidden size={13} />
              </SignButton>
            </li>
          ))}
        </ul>
        <Button
          kind="bare"
          className="justify-self-start"
          onClick={() => void changeRules({ roles: [...all, { tag: 'role', value: '', role: 'member' }] })}
        >
          <Plus aria-hidden size={14} /> Add a rule
        </Button>
      </Heading>
      <Heading name="What takes back">
        <p className="text-[11.5px] text-quiet">
          Lines of the server that take a message or a person off: named by a tag, or by a parameter, counted from 1.
        </p>
        <ul className="grid gap-1.5">
          {takingBack.map((rule, at) => (
            <li
              key={at}
              className="grid grid-cols-[minmax(0,1fr)_106px_minmax(0,0.9fr)_52px_auto] items-center gap-1.5"
            >
              <KeptText
                aria-label={`Command ${at + 1} that takes back`}
                value={rule.command}
                onKeep={(command, from) => putBack(at, { command: command.trim().toUpperCase() }, from)}
              />
              <Choose
                aria-label={`What command ${at + 1} takes back`}
                value={rule.what}
                choices={[
                  ['message', 'a message'],
                  ['person', 'a person'],
                ]}
                onChoose={(what) => void putBack(at, { what: what as Back['what'] })}
              />
              <KeptText
                aria-label={`Tag of command ${at + 1}`}
                placeholder="no tag"
                value={rule.tag}
                onKeep={(tag, from) => putBack(at, { tag: tag.trim() }, from)}
              />
              <KeptText
                aria-label={`Parameter of command ${at + 1}`}
                value={String(rule.parameter)}
                onKeep={(text, from) => putBack(at, { parameter: Math.round(Number(text)) || 1 }, from)}
              />
              <SignButton
                label={`Delete command ${at + 1}`}
                onClick={() => void changeRules({ takingBack: takingBack.filter((_, place) => place !== at) })}
              >
                <X aria-hidden size={13} />
              </SignButton>
            </li>
          ))}
        </ul>
        <Button
          kind="bare"
          className="justify-self-start"
          onClick={() =>
            void changeRules({
              takingBack: [...takingBack, { command: 'REDACT', what: 'message', tag: '', parameter: 1 }],
            })
          }
        >
          <Plus aria-hidden size={14} /> Add a line
        </Button>
      </Heading>
    </>
  );
}
