/** Parts of templates are named by ids; those that would puzzle a streamer are told in plain words. */
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

export function partName(id: string): string {
  return plain[id] ?? id.replaceAll('-', ' ');
}
