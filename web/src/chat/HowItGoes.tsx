import { ChevronDown } from 'lucide-react';
import { Link } from 'wouter';
import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import { KeptSeconds } from '../show/KeptSeconds';
import { KeptText } from '../show/KeptText';
import { showNow, useShow, type Show } from '../show/show';
import { allWords } from '../show/words';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { Field, Select } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { Tick } from '../ui/Tick';
import { RoleRules } from './RoleRules';

type Rules = Show['chatRules'];

/** The whole of it anew, from what stands when it is sent. */
export const changeRules = (part: Partial<Rules>, from?: number): Promise<boolean> =>
  edits.show({ chatRules: { ...showNow().chatRules, ...part } }, from);

/** What of chat may come on screen, and how. */
export function HowItGoes() {
  const rules = useShow((show) => show.chatRules);
  const graphics = useShow((show) => show.graphics);
  const hears = useShow((show) => {
    const one = show.graphics.find((graphic) => graphic.id === show.chatRules.graphic);
    return !one || allWords(one).some((text) => /\bevent\.words\b/.test(text));
  });
  return (
    <Drawer
      label="What goes on screen"
      side="bottom"
      align="end"
      tall
      className="w-[25rem] p-4!"
      trigger={
        <Button kind="plain" className="rounded-full! px-3!">
          {rules.graphic == null ? 'set it up' : rules.byItself ? 'by itself' : 'by hand'}
          <ChevronDown aria-hidden size={14} />
        </Button>
      }
    >
      <div className="grid gap-3">
        <Select
          label="Messages are shown by"
          value={rules.graphic ?? ''}
          choices={[['', 'no graphic yet'], ...graphics.map((one) => [one.id, one.name] as const)]}
          onChoose={(graphic) => void changeRules({ graphic: graphic || null })}
        />
        {rules.graphic == null ? (
          <Button kind="cool" className="justify-self-start" onClick={() => void makeGraphic()}>
            Make one from the shelf
          </Button>
        ) : (
          <p className="text-small text-quiet">
            {hears ? (
              <>
                It takes {'{{ event.name }}'}, {'{{ event.words }}'}, {'{{ event.initial }}'} and{' '}
                {'{{ event.picture }}'}.{' '}
              </>
            ) : (
              <b className="font-semibold text-orchid">
                None of its fields says {'{{ event.words }}'}: it would not show what was written.{' '}
              </b>
            )}
            <Link to={`/graphics/${rules.graphic}`} className="link">
              Its words, place and stay
            </Link>
          </p>
        )}
        <Heading name="How they come" help="chat#show-a-message">
          <Select
            label="Messages come"
            value={rules.byItself ? 'itself' : 'hand'}
            choices={[
              ['hand', 'only by hand'],
              ['itself', 'by themselves, in their order'],
            ]}
            note={
              rules.byItself
                ? 'Each is next for 5 seconds first: Alt D drops it.'
                : 'Nothing a viewer writes comes on screen without your hand.'
            }
            onChoose={(way) => void changeRules({ byItself: way === 'itself' })}
          />
          {rules.byItself && (
            <div className="grid grid-cols-2 items-end gap-3">
              <KeptSeconds
                label="Between two"
                min={1}
                max={600}
                value={rules.gap}
                onKeep={(gap, from) => changeRules({ gap }, from)}
              />
              <Select
                label="When none waits"
                value={rules.goesRound ? 'round' : 'once'}
                choices={[
                  ['once', 'nothing comes'],
                  ['round', 'they come again'],
                ]}
                onChoose={(way) => void changeRules({ goesRound: way === 'round' })}
              />
            </div>
          )}
        </Heading>
        <Heading name="Pictures of viewers" help="chat#pictures-of-viewers">
          <Tick checked={rules.pictures} onChange={(pictures) => void changeRules({ pictures })}>
            Show the pictures of those who wrote
          </Tick>
          {rules.pictures ? (
            <Field
              label="The tag of a line that tells where one is"
              note="Pictures are fetched from where it says, so whoever keeps them there learns this computer’s address. Programs that send messages say it as “picture”. While there is none, the first letter stands in its place."
              render={(id) => (
                <KeptText
                  id={id}
                  spellCheck={false}
                  value={rules.pictureTag}
                  onKeep={(pictureTag, from) => changeRules({ pictureTag: pictureTag.trim() }, from)}
                />
              )}
            />
          ) : (
            <p className="text-small text-quiet">
              They are the viewers’ own, and no filter looks at them: the first letter of the name stands in their
              place.
            </p>
          )}
        </Heading>
        <Heading name="What is held back" help="chat#what-is-held-back">
          <Select
            label="Those who may be shown"
            value={rules.least}
            choices={[
              ['viewer', 'everybody'],
              ['member', 'members and those above'],
              ['moderator', 'moderators and you'],
            ]}
            onChoose={(least) => void changeRules({ least: least as Rules['least'] })}
          />
          <Tick checked={rules.holdsLinks} onChange={(holdsLinks) => void changeRules({ holdsLinks })}>
            Hold back what has a link
          </Tick>
          <Tick checked={rules.holdsRepeats} onChange={(holdsRepeats) => void changeRules({ holdsRepeats })}>
            Hold back what has just been said
          </Tick>
          <Tick checked={rules.stripsAddresses} onChange={(stripsAddresses) => void changeRules({ stripsAddresses })}>
            Leave addresses out of what is shown
          </Tick>
          <div className="grid grid-cols-2 items-end gap-3">
            <Field
              label="Longer than, in characters"
              render={(id) => (
                <KeptNumber
                  id={id}
                  min={10}
                  max={500}
                  value={String(rules.longest)}
                  onKeep={(text, from) => changeRules({ longest: Math.round(Number(text)) }, from)}
                />
              )}
            />
            <Field
              label="A question begins with"
              render={(id) => (
                <KeptText id={id} value={rules.ask} onKeep={(ask, from) => changeRules({ ask: ask.trim() }, from)} />
              )}
            />
          </div>
          <p className="text-small text-quiet">
            The never-show list holds for all of it; it is set up on{' '}
            <Link to="/feeds" className="link">
              Feeds
            </Link>
            . Moderators are held back by that list alone.
          </p>
        </Heading>
        <RoleRules />
      </div>
    </Drawer>
  );
}

/** A graphic that shows messages, with its fields filled. */
async function makeGraphic(): Promise<void> {
  const graphic = await edits.addGraphic({ template: 'chat-message' });
  if (!graphic) return;
  await edits.graphic(graphic, {
    name: 'Chat message',
    words: {
      who: '{{ event.name }}',
      message: '{{ event.words }}',
      initial: '{{ event.initial }}',
      picture: '{{ event.picture }}',
    },
  });
  await changeRules({ graphic });
}
