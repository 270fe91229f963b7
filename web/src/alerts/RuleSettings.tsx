import { Link } from 'wouter';
import { SoundChoice } from '../fields/SoundChoice';
import { Stay } from '../fields/Stay';
import { Words } from '../fields/Words';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';
import { templateOf, upCardOf, useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Field, Select } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { Tick } from '../ui/Tick';
import { begun, kindWord } from '../show/eventWords';
import { kinds, turns, unitOf, waits, whenOf, type AlertRule } from './alertWords';

/** What it takes for an alert, what it says, and how it takes its turn. */
export function RuleSettings({ rule }: { rule: AlertRule }) {
  const show = useShow();
  const { currency } = show.counting;
  const graphic = show.graphics.find((one) => one.id === rule.graphic);
  const template = graphic && templateOf(show, graphic);
  const unit = unitOf(rule.kind, currency);
  const change = (part: Parameters<typeof edits.alertRules.change>[1], from?: number): Promise<boolean> =>
    edits.alertRules.change(rule.id, part, from);
  const remove = async (): Promise<void> => {
    if (await edits.alertRules.remove(rule.id)) tellDeleted(edits.undo, `The alert “${whenOf(rule, currency)}” is`, []);
  };
  return (
    <div className="@container min-w-0">
      <div className="grid content-start gap-4 @min-[31rem]:grid-cols-2">
        <div className="grid content-start gap-3">
          <Heading name="When">
            <div className="grid grid-cols-2 gap-3">
              <Select
                label="On a"
                value={rule.kind}
                choices={
                  kinds.some(([one]) => one === rule.kind) ? kinds : [...kinds, [rule.kind, begun(kindWord(rule.kind))]]
                }
                onChoose={(kind) => void change({ kind })}
              />
              {unit !== null && (
                <Field
                  label={`from, in ${unit}`}
                  render={(id) => (
                    <KeptNumber
                      id={id}
                      min={0}
                      value={String(rule.least)}
                      onKeep={(text, from) => change({ least: Number(text) }, from)}
                    />
                  )}
                />
              )}
              {(rule.kind === 'member' || rule.kind === 'gift') && (
                <Field
                  label="of the tier"
                  render={(id) => (
                    <KeptText
                      id={id}
                      value={rule.tier}
                      placeholder="any"
                      onKeep={(tier, from) => change({ tier: tier.trim() }, from)}
                    />
                  )}
                />
              )}
            </div>
            {rule.kind !== 'goal' && (
              <Tick checked={rule.firstTime} onChange={(firstTime) => void change({ firstTime })}>
                Only somebody’s first time
              </Tick>
            )}
            <Tick checked={!rule.isOff} onChange={(on) => void change({ isOff: !on })}>
              It is switched on
            </Tick>
          </Heading>
          <Heading name="Its turn" help="labels-and-alerts#pace">
            <div className="grid grid-cols-2 gap-3">
              <Select
                label="It comes"
                value={rule.turn}
                choices={turns}
                onChoose={(turn) => void change({ turn: turn as AlertRule['turn'] })}
              />
              <Select
                label="It waits"
                value={rule.waits == null ? '' : String(rule.waits)}
                choices={waits(rule.kind)}
                onChoose={(text) => void change({ waits: text === '' ? null : Number(text) })}
              />
            </div>
            <Tick checked={rule.pushesAside} onChange={(pushesAside) => void change({ pushesAside })}>
              It moves aside what I have lit in its seat
            </Tick>
            <p className="text-small text-quiet">
              {rule.pushesAside
                ? 'What you have lit comes back after it.'
                : 'Where you have lit something, it waits up to 20 seconds, then the name joins the list to thank.'}
            </p>
          </Heading>
          <Button kind="bare" className="justify-self-start text-quiet!" onClick={() => void remove()}>
            Delete this alert
          </Button>
        </div>
        {graphic && template && (
          <div className="grid content-start gap-3">
            <Words graphic={graphic} card={upCardOf(graphic)} template={template} onTyped={nothing} />
            <p className="-mt-1 text-small text-quiet">
              Words take event.name, event.amount, event.count, event.words and event.tier, in double braces.
            </p>
            <Stay
              graphic={graphic}
              without="as long as it takes to read"
              note={graphic.stay == null ? 'As long as it takes to read: 6 to 12.' : undefined}
            />
            <SoundChoice graphic={graphic} />
            <Link to={`/graphics/${graphic.id}`} className="link">
              Place and look of “{graphic.name}”
            </Link>
          </div>
        )}
      </div>
    </div>
  );
}

/** What is kept is shown; what is half typed is not. */
const nothing = (): void => undefined;
