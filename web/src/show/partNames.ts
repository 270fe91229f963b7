/** Ids of parts that would puzzle a streamer, in plain words. */
const plain: Record<string, string> = {
  ahead: 'mark of what is to come',
  all: 'everything',
  beat: 'pulse',
  below: 'second line',
  body: 'main part',
  check: 'line',
  disc: 'circle',
  edge: 'bar',
  full: 'ticked box',
  ground: 'background',
  head: 'top row',
  lead: 'lead word',
  'lead-plate': 'plate of the lead word',
  low: 'lower row',
  over: 'line above',
  past: 'mark of what is done',
  pill: 'plate',
  portrait: 'picture',
  ring: 'open box',
  rise: 'rising light',
  role: 'second line',
  room: 'space',
  rule: 'dividing line',
  sky: 'upper row',
  spark: 'dot',
  stage: 'free area',
  sun: 'light',
  told: 'text',
  veil: 'shade behind',
  what: 'main words',
  who: 'name',
};

/** What a part is called: its own name, or its id in plain words. */
export function partName({ id, name }: { id: string; name?: unknown }): string {
  return typeof name === 'string' ? name : (plain[id] ?? id.replaceAll('-', ' '));
}
