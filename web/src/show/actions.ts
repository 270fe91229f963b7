/** Where the key of an action is heard: on the desk, on the page Chat, while setting up, or wherever one is. */
export type Reach = 'desk' | 'chat' | 'setUp' | 'everywhere';

export interface ActionKey {
  /** As they stand on the caps. */
  caps: readonly string[];
  reach: Reach;
  is(event: KeyboardEvent): boolean;
  /** Whether it is heard while somebody types, too. */
  whileTyping?: boolean;
  /** Whether the streamer gave it to something of the show. */
  given?: boolean;
}

/** Something that a person can do in the app. Keys, palette, key list and menus all read what is registered here. */
export interface Action {
  /** The same as long as it is about the same thing, such as `light/names`. */
  id: string;
  /** As the palette says it: what happens, and to what. */
  name: string;
  /** As the menu of that thing says it. */
  short?: string;
  group: 'On air' | 'Go to' | 'Ways of working' | 'Edit';
  key?: ActionKey;
  /** Whether it can be done now; left out: always. */
  when?(): boolean;
  /** @param how what it is done with, for the trail; such as “key 4” */
  run(how?: string): void;
}

type Source = () => readonly Action[];

const sources: Source[] = [];

/** A place of the app tells what can be done there; once. It is asked whenever somebody wants to know. */
export function register(source: Source): void {
  sources.push(source);
}

/** All that can be done now. */
export function actionsNow(): Action[] {
  return sources.flatMap((source) => source()).filter((action) => action.when?.() ?? true);
}

/** All keys, also of what cannot be done at this moment. */
export function actionsWithKeys(): Action[] {
  return sources.flatMap((source) => source()).filter((action) => action.key);
}

const isBare = (event: KeyboardEvent): boolean => !event.ctrlKey && !event.metaKey && !event.altKey;

/** A key that the streamer gave to something of the show. */
export function givenKey(key: string | null | undefined): ActionKey | undefined {
  if (!key) return undefined;
  return {
    caps: [key.toUpperCase()],
    reach: 'desk',
    given: true,
    is: (event) => isBare(event) && event.key.toLowerCase() === key,
  };
}

/** By place on the keyboard: with Alt some systems make other letters of them. */
export function altKey(letter: string): ActionKey {
  return {
    caps: ['Alt', letter],
    reach: 'desk',
    is: (event) => event.altKey && !event.ctrlKey && !event.metaKey && !event.shiftKey && event.code === `Key${letter}`,
  };
}

/** With Shift alone. */
export function shiftKey(cap: string, key: string): ActionKey {
  return {
    caps: ['Shift', cap],
    reach: 'desk',
    is: (event) => event.shiftKey && isBare(event) && event.key === key,
  };
}

/** With Ctrl, or its like on other machines. */
export function ctrlKey(letter: string, reach: Reach, shift = false): ActionKey {
  return {
    caps: shift ? ['Ctrl', 'Shift', letter] : ['Ctrl', letter],
    reach,
    is: (event) =>
      (event.ctrlKey || event.metaKey) &&
      event.shiftKey === shift &&
      !event.altKey &&
      event.key.toLowerCase() === letter.toLowerCase(),
  };
}

/** Does what is registered under this id, if it can be done now. */
export function act(id: string, how?: string): void {
  actionsNow()
    .find((action) => action.id === id)
    ?.run(how);
}
