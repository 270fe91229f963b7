import { KeptText } from '../show/KeptText';
import { useShow, type Show } from '../show/show';
import { Choose } from '../ui/Choose';
import { changeRules } from './HowItGoes';
import { RuleRows } from './RuleRows';

type Role = Show['chatRules']['roles'][number];
type Back = Show['chatRules']['takingBack'][number];

const roles = [
  ['member', 'member'],
  ['moderator', 'moderator'],
  ['owner', 'owner'],
] as const;

const whats = [
  ['message', 'a message'],
  ['person', 'a person'],
] as const;

/** Which role somebody has, and what takes a message back, by what a server's lines say. */
export function RoleRules() {
  const rules = useShow((show) => show.chatRules);
  return (
    <>
      <RuleRows<Role>
        name="Who is who"
        about="A tag of the line, and what it says; without a tag, the sign before the name in its channel."
        all={rules.roles}
        word="rule"
        columns="minmax(0,1fr) minmax(0,1fr) 110px"
        fresh={{ tag: 'role', value: '', role: 'member' }}
        onKeep={(all, from) => changeRules({ roles: all }, from)}
        row={(rule, no, put) => (
          <>
            <KeptText
              aria-label={`Tag of rule ${no}`}
              placeholder="the sign"
              value={rule.tag}
              onKeep={(tag, from) => put({ tag: tag.trim() }, from)}
            />
            <KeptText
              aria-label={`What rule ${no} looks for`}
              placeholder="anything"
              value={rule.value}
              onKeep={(value, from) => put({ value: value.trim() }, from)}
            />
            <Choose
              label={`Role of rule ${no}`}
              value={rule.role}
              choices={roles}
              onChoose={(role) => void put({ role: role as Role['role'] })}
            />
          </>
        )}
      />
      <RuleRows<Back>
        name="What takes back"
        about="Lines of the server that take a message or a person off: named by a tag, or by a parameter, counted from 1."
        all={rules.takingBack}
        word="line"
        columns="minmax(0,1fr) 106px minmax(0,0.9fr) 52px"
        fresh={{ command: 'REDACT', what: 'message', tag: '', parameter: 1 }}
        onKeep={(all, from) => changeRules({ takingBack: all }, from)}
        row={(rule, no, put) => (
          <>
            <KeptText
              aria-label={`Command of line ${no}`}
              value={rule.command}
              onKeep={(command, from) => put({ command: command.trim().toUpperCase() }, from)}
            />
            <Choose
              label={`What line ${no} takes back`}
              value={rule.what}
              choices={whats}
              onChoose={(what) => void put({ what: what as Back['what'] })}
            />
            <KeptText
              aria-label={`Tag of line ${no}`}
              placeholder="no tag"
              value={rule.tag}
              onKeep={(tag, from) => put({ tag: tag.trim() }, from)}
            />
            <KeptText
              aria-label={`Parameter of line ${no}`}
              value={String(rule.parameter)}
              onKeep={(text, from) => put({ parameter: Math.round(Number(text)) || 1 }, from)}
            />
          </>
        )}
      />
    </>
  );
}
