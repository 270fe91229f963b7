/** Ids of parts that would puzzle a streamer, in plain words. */
const plain: Record<string, string> = {
  all: 'everything',
  below: 'second line',
  edge: 'bar',
  portrait: 'picture',
  role: 'second line',
  room: 'space',
  what: 'main words',
  who: 'name',
};

/** What a part is called: its own name, or its id in plain words. */
export function partName({ id, name }: { id: string; name?: unknown }): string {
  return typeof name === 'string' ? name : (plain[id] ?? id.replaceAll('-', ' '));
}
