import type { Schemas } from '../api/client';
import { live } from '../live/live';
import { airingOf, isLit, press } from '../show/air';
import { altKey, ctrlKey, givenKey, register, shiftKey, type Action, type ActionKey } from '../show/actions';
import { beltOf } from '../show/belts';
import { clockText } from '../show/format';
import { countingOf, showNow, templateOf, type Graphic } from '../show/show';
import { isLocked, setLocked } from '../show/lock';
import { lookFor, showPage } from './deskView';
import { addPage } from './pageEditing';
import { chosenNow, lightStandby, pressCue, pressGraphic, setLookFirst } from './desk';
import { edits } from '../show/edits';
import { standbyNow } from '../show/air';

// What can be done on the desk. None of its own keys is a bare letter or figure: those are the streamer's to give.
register(() => {
  const show = showNow();
  const lighting = show.graphics.map(lightingOf);
  return [
    // What the hand most likely wants: what is lit off, what is chosen on, then all others.
    ...lighting.sort((one, other) => rankOf(one) - rankOf(other)).map(({ press: first }) => first),
    ...show.cues.map((cue): Action => ({
      id: `cue/${cue.id}`,
      name: show.lookFirst ? `Put the cue ${cue.name} in standby` : `Run the cue ${cue.name}`,
      group: 'On air',
      key: givenKey(cue.key),
      run: (how) => pressCue(cue.id, how),
    })),
    ...ofTheAir(),
    ...lighting.flatMap(({ others }) => others),
    ...show.graphics.flatMap(stepsOf),
    ...countingOf(show).flatMap((timer): Action[] => {
      const runs = live.getState().timers.get(timer.id)?.running ?? false;
      return [
        {
          id: `timer/${timer.id}`,
          name: `${runs ? 'Pause' : 'Start'} the timer ${timer.name}`,
          group: 'On air',
          key: givenKey(timer.key),
          run: (how) => void press('timer', { timer: timer.id, act: runs ? 'pause' : 'start', how }),
        },
        ...[timer.step, -timer.step].map((by): Action => ({
          id: `timer/${timer.id}/${by > 0 ? 'more' : 'less'}`,
          name: `${clockText(Math.abs(by))} ${by > 0 ? 'more' : 'less'} for the timer ${timer.name}`,
          group: 'On air',
          run: (how) => void press('timer', { timer: timer.id, act: 'add', by, how }),
        })),
        {
          id: `timer/${timer.id}/next`,
          name: `Next phase of the timer ${timer.name}`,
          group: 'On air',
          when: () => timer.kind === 'phases',
          run: (how) => void press('timer', { timer: timer.id, act: 'next', how }),
        },
        {
          id: `timer/${timer.id}/reset`,
          name: `Reset the timer ${timer.name}`,
          group: 'On air',
          run: (how) => void press('timer', { timer: timer.id, act: 'reset', how }),
        },
      ];
    }),
    ...show.feeds.flatMap(rowsOf),
    ...show.deskPages.map((page): Action => ({
      id: `deskPage/${page.id}`,
      name: `Show the page ${page.name} of the desk`,
      group: 'Ways of working',
      key: givenKey(page.key),
      run: () => showPage(page.id),
    })),
    ...waysOfWorking(),
  ];
});

/** The rows of a feed, stepped by hand. */
function rowsOf(feed: Schemas['Feed']): Action[] {
  const state = live.getState().feeds.get(feed.id);
  const several = (): boolean => (state?.tables[0]?.rows ?? 0) > 1;
  return [
    {
      id: `row/${feed.id}/next`,
      name: `Next row of ${feed.name}`,
      group: 'On air',
      key: givenKey(feed.nextKey),
      when: several,
      run: (how) => void press('row', { feed: feed.id, by: 1, how }),
    },
    {
      id: `row/${feed.id}/back`,
      name: `Row before, of ${feed.name}`,
      group: 'On air',
      key: givenKey(feed.backKey),
      when: several,
      run: (how) => void press('row', { feed: feed.id, by: -1, how }),
    },
    {
      id: `row/${feed.id}/let`,
      name: `Let the row of ${feed.name} go by itself`,
      group: 'On air',
      when: () => state?.stand?.isHeld ?? false,
      run: (how) => void press('letRow', { feed: feed.id, how }),
    },
  ];
}

interface Lighting {
  graphic: string;
  lit: boolean;
  /** What its switch does. */
  press: Action;
  /** What its menu offers besides. */
  others: readonly Action[];
}

function rankOf({ graphic, lit }: Lighting): number {
  if (lit) return 0;
  return graphic === chosenNow().graphic ? 1 : 2;
}

/** What a switch does, and what its menu offers of the air. */
function lightingOf(graphic: Graphic): Lighting {
  const show = showNow();
  const lit = isLit(airingOf(live.getState(), graphic.id)?.phase);
  const follower = graphic.then && show.graphics.find((one) => one.id === graphic.then?.graphic);
  const repeats = live.getState().ahead.repeats.some((one) => one.graphic === graphic.id);
  const off = (): boolean => !isLit(airingOf(live.getState(), graphic.id)?.phase);
  return {
    graphic: graphic.id,
    lit,
    press: {
      id: `light/${graphic.id}`,
      name: lit ? `Switch off ${graphic.name}` : `${show.lookFirst ? 'Put in standby:' : 'Light'} ${graphic.name}`,
      short: lit ? 'Switch it off' : show.lookFirst ? 'Put it in standby' : 'Light it',
      group: 'On air',
      key: givenKey(graphic.key),
      run: (how) => pressGraphic(graphic.id, how),
    },
    others: [
      {
        id: `light/${graphic.id}/alone`,
        name: `Light ${graphic.name} without ${follower?.name}`,
        short: `Light it without ${follower?.name}`,
        group: 'On air',
        when: () => !!follower && off(),
        run: (how) => void press('light', { graphic: graphic.id, alone: true, how }),
      },
      {
        id: `light/${graphic.id}/alert`,
        name: `Show ${graphic.name} once, as an alert`,
        short: 'Show it once, as an alert',
        group: 'On air',
        when: off,
        run: (how) => void press('alert', { graphic: graphic.id, how }),
      },
      {
        id: `light/${graphic.id}/every`,
        name: repeats ? `Stop repeating ${graphic.name}` : `Repeat ${graphic.name}${everyWords(graphic)}`,
        short: repeats ? 'Stop repeating it' : `Repeat it${everyWords(graphic)}`,
        group: 'On air',
        when: () => graphic.every != null,
        run: (how) => void press(repeats ? 'everyOff' : 'every', { graphic: graphic.id, how }),
      },
    ],
  };
}

function everyWords({ every }: Graphic): string {
  return every == null ? '' : ` every ${clockText(every)}`;
}

/** Cards and numbers of a graphic, a step further. */
function stepsOf(graphic: Graphic): Action[] {
  const template = templateOf(showNow(), graphic);
  const label = (field: string) => template?.fields.find((one) => one.name === field)?.label ?? field;
  const count = (field: string, by: number, key: string | null | undefined): Action[] =>
    key
      ? [
          {
            id: `count/${graphic.id}/${field}/${by}`,
            name: `${graphic.name}: ${label(field)} ${by > 0 ? '+1' : '−1'}`,
            group: 'On air',
            key: givenKey(key),
            run: (how) => void press('count', { graphic: graphic.id, field, by, how }),
          },
        ]
      : [];
  const belt = beltOf(live.getState(), graphic.id);
  return [
    {
      id: `belt/${graphic.id}`,
      name: `${belt?.paused ? 'Let' : 'Pause'} ${graphic.name}${belt?.paused ? ' go on' : ''}`,
      short: belt?.paused ? 'Let it go on' : 'Pause it',
      group: 'On air',
      when: () => !!belt,
      run: (how) => void press('belt', { graphic: graphic.id, act: belt?.paused ? 'go' : 'pause', how }),
    },
    {
      id: `belt/${graphic.id}/next`,
      name: `Next item of ${graphic.name}`,
      short: 'Next item',
      group: 'On air',
      key: graphic.cards.length > 1 ? undefined : givenKey(graphic.nextKey),
      when: () => !!belt,
      run: (how) => void press('belt', { graphic: graphic.id, act: 'next', how }),
    },
    {
      id: `step/${graphic.id}`,
      name: `Next card of ${graphic.name}`,
      group: 'On air',
      key: graphic.cards.length > 1 ? givenKey(graphic.nextKey) : undefined,
      when: () => graphic.cards.length > 1,
      run: (how) => void press('step', { graphic: graphic.id, how }),
    },
    ...Object.entries(graphic.countKeys).flatMap(([field, keys]) => [
      ...count(field, 1, keys.up),
      ...count(field, -1, keys.down),
    ]),
  ];
}

/** What is not about one graphic. */
function ofTheAir(): Action[] {
  const { ahead, back, held } = live.getState();
  const nameOf = (id: string) => showNow().graphics.find((one) => one.id === id)?.name ?? '';
  const stepChosen = (by: number, how?: string): void => {
    const chosen = showNow().graphics.find((one) => one.id === chosenNow().graphic);
    if (chosen && chosen.cards.length > 1) void press('step', { graphic: chosen.id, by, how });
  };
  return [
    {
      id: 'air/out',
      name: 'Lights out',
      group: 'On air',
      key: shiftKey('⌫', 'Backspace'),
      run: (how) => void press('lightsOut', { how }),
    },
    {
      id: 'air/back',
      name: 'Lights back',
      group: 'On air',
      key: shiftKey('↵', 'Enter'),
      when: () => back.lightsOut,
      run: (how) => void press('lightsBack', { how }),
    },
    {
      id: 'air/standby',
      name: 'Light what is in standby',
      group: 'On air',
      key: enter,
      when: () => showNow().lookFirst && !!(standbyNow().graphic ?? standbyNow().cue),
      run: lightStandby,
    },
    {
      id: 'air/previous',
      name: 'Previous card of what is chosen',
      group: 'On air',
      key: arrow('←', 'ArrowLeft'),
      when: () => !!chosenNow().graphic,
      run: (how) => stepChosen(-1, how),
    },
    {
      id: 'air/next',
      name: 'Next card of what is chosen',
      group: 'On air',
      key: arrow('→', 'ArrowRight'),
      when: () => !!chosenNow().graphic,
      run: (how) => stepChosen(1, how),
    },
    {
      id: 'air/takeBack',
      name: back.takeBack ? `Take back: ${back.takeBack}` : 'Take back the last act on air',
      group: 'On air',
      key: ctrlKey('Z', 'desk'),
      run: (how) => void press('takeBack', { how }),
    },
    {
      id: 'air/hush',
      name: ahead.hush ? 'End the hush' : 'Hush: what comes by itself waits',
      group: 'On air',
      key: altKey('H'),
      run: (how) => void (ahead.hush ? press('hushOver', { run: true, how }) : press('hush', { how })),
    },
    ...[...held.values()].map((one): Action => ({
      id: `bringBack/${one.seat}`,
      name: `Bring back ${nameOf(one.graphic)}`,
      group: 'On air',
      run: (how) => void press('bringBack', { seat: one.seat, how }),
    })),
  ];
}

function waysOfWorking(): Action[] {
  const { lookFirst, liveEdits, loudness, brands, brand } = showNow();
  return [
    {
      id: 'way/lookFirst',
      name: lookFirst ? 'Straight to air: a press lights' : 'Look first: a press loads standby',
      group: 'Ways of working',
      key: altKey('L'),
      run: () => setLookFirst(!lookFirst),
    },
    {
      id: 'deskPage/all',
      name: 'Show all of the desk',
      group: 'Ways of working',
      key: altKey('W'),
      run: () => showPage(null),
    },
    {
      id: 'deskPage/new',
      name: 'A new page of the desk',
      group: 'Ways of working',
      run: () => void addPage(),
    },
    {
      id: 'desk/find',
      name: 'Find a switch on the desk',
      group: 'Ways of working',
      key: { ...ctrlKey('F', 'desk'), whileTyping: true },
      run: () => lookFor(''),
    },
    {
      id: 'way/lock',
      name: isLocked() ? 'Unlock this window' : 'Lock this window against stray presses',
      group: 'Ways of working',
      key: altKey('K'),
      run: () => setLocked(!isLocked()),
    },
    {
      id: 'way/liveEdits',
      name: liveEdits ? 'Edits wait for a push' : 'Live edits: typing goes to air',
      group: 'Ways of working',
      run: () => void edits.show({ liveEdits: !liveEdits }),
    },
    {
      id: 'way/mute',
      name: loudness.muted ? 'Unmute the sounds of graphics' : 'Mute the sounds of graphics',
      group: 'Ways of working',
      key: altKey('M'),
      run: () => void edits.show({ loudness: { ...loudness, muted: !loudness.muted } }),
    },
    ...brands
      .filter((one) => one.name !== brand.name)
      .map((one): Action => ({
        id: `way/wear/${one.name}`,
        name: `Use the brand ${one.name}`,
        group: 'Ways of working',
        run: () => void edits.wearBrand(one.name, false),
      })),
  ];
}

/** Among radio buttons and on slides the arrows have a meaning already. */
function arrow(cap: string, key: string): ActionKey {
  return {
    caps: [cap],
    reach: 'desk',
    is: (event) =>
      event.key === key &&
      !event.shiftKey &&
      !event.ctrlKey &&
      !event.metaKey &&
      !event.altKey &&
      !(event.target as HTMLElement).closest('[role="radiogroup"], [role="slider"], [role="listbox"], input'),
  };
}

/** On a control it is the control's own, but on that which was loaded just now. */
const enter: ActionKey = {
  caps: ['↵'],
  reach: 'desk',
  is: (event) => {
    if (event.key !== 'Enter' || event.shiftKey || event.ctrlKey || event.metaKey || event.altKey) return false;
    const { graphic, cue } = standbyNow();
    const control = (event.target as HTMLElement).closest<HTMLElement>('button, a');
    return !control || control.dataset.press === (cue ?? graphic);
  },
};
