import type { Schemas } from '../api/client';
import { live } from '../live/live';
import type { Cue, Edit, Graphic, Show } from '../show/show';
import { litIn } from '../show/air';

export type CueStep = Cue['steps'][number];
export type TimerSetting = CueStep['timers'][number];
export type CueSetting = CueStep['settings'][number];

/** What is lit now, as a cue would set it: each with its card, in its current outfit. */
export function litNow(show: Show): CueSetting[] {
  return litIn(live.getState())
    .filter((airing) => airing.origin !== 'alert')
    .map((airing) => {
      const graphic = show.graphics.find((one) => one.id === airing.graphic);
      return {
        graphic: airing.graphic,
        act: 'light' as const,
        card: graphic && graphic.cards.length > 1 ? airing.card : undefined,
        outfit: graphic && graphic.outfits.length > 0 ? (graphic.worn ?? '') : undefined,
      };
    });
}

/** Whether a setting brings up a card that has been deleted: the cue cannot be run then. */
export function lostCard(graphic: Graphic | undefined, setting: CueSetting): boolean {
  return !!setting.card && !graphic?.cards.some((card) => card.id === setting.card);
}

/** The graphics whose cards a cue brings up that are gone. */
export function lostIn(cue: Cue, show: Show): Graphic[] {
  const settings = cue.steps.flatMap((step) => step.settings);
  return show.graphics.filter((graphic) =>
    settings.some((setting) => setting.graphic === graphic.id && lostCard(graphic, setting)),
  );
}

/** A cue that is not kept yet: its id is empty. */
export function newCue(show: Show, settings: CueSetting[]): Cue {
  const names = new Set(show.cues.map((cue) => cue.name));
  let name = 'New cue';
  for (let count = 2; names.has(name); count++) name = `New cue ${count}`;
  return { id: '', name, isQuiet: false, steps: [{ after: 0, onlyThese: settings.length > 0, settings, timers: [] }] };
}

/** What a cue does with a timer. */
export const timerActs = {
  restart: 'starts anew',
  start: 'runs on',
  pause: 'paused',
  reset: 'back to the start',
  add: 'more time',
  set: 'is set to',
  next: 'goes on to its next phase',
} as const;

/** What a press of it does, in a few words. */
export function summaryOf(cue: Cue): string {
  const settings = cue.steps.flatMap((step) => step.settings);
  const count = (many: number, word: string) => (many > 0 ? `${many} ${word}` : null);
  const acts = (act: CueSetting['act']) => settings.filter((one) => one.act === act).length;
  const timers = cue.steps.flatMap((step) => step.timers).length;
  const lit = acts('light');
  const parts = [
    ...(cue.steps.some((step) => step.onlyThese)
      ? [lit > 0 ? `only these ${lit}` : 'all dark']
      : [count(lit, 'lit'), count(acts('dark'), 'dark')]),
    count(acts('set'), 'changed'),
    count(timers, timers === 1 ? 'timer' : 'timers'),
    cue.steps.length > 1 ? `${cue.steps.length} steps` : null,
  ];
  return parts.filter(Boolean).join(', ') || 'nothing yet';
}

/** What a draft changes of a cue. */
export function changesOf(cue: Cue, draft: Cue): Edit<Schemas['CueEdit']> {
  return {
    ...(draft.name !== cue.name && { name: draft.name }),
    ...(draft.key !== cue.key && { key: draft.key ?? null }),
    ...(draft.isQuiet !== cue.isQuiet && { isQuiet: draft.isQuiet }),
    ...(JSON.stringify(draft.steps) !== JSON.stringify(cue.steps) && { steps: draft.steps }),
  };
}

/** The cue that stands before this one once it has moved by so many places; null = it comes first. */
export function cueBefore(cues: readonly Cue[], id: string, by: number): string | null {
  const to = cues.findIndex((one) => one.id === id) + by;
  return to <= 0 ? null : cues.filter((one) => one.id !== id)[to - 1]!.id;
}

/** A copy of it, without its key. */
export function doubled(cue: Cue): Cue {
  return { ...cue, id: '', name: `${cue.name} copy`, key: undefined };
}

/** The step with a graphic set otherwise; `null` leaves it alone. */
export function withSetting(step: CueStep, graphic: string, change: Partial<CueSetting> | null): CueStep {
  const at = step.settings.findIndex((one) => one.graphic === graphic);
  if (change === null) return { ...step, settings: step.settings.filter((one) => one.graphic !== graphic) };
  if (at < 0) return { ...step, settings: [...step.settings, { graphic, act: 'light', ...change }] };
  return { ...step, settings: step.settings.map((one, place) => (place === at ? { ...one, ...change } : one)) };
}
