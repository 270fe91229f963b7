/** Kinds of events: their word, one of them, several. */
const words = [
  ['follow', 'follow', 'follows'],
  ['member', 'membership', 'memberships'],
  ['gift', 'gift', 'gifts'],
  ['tip', 'tip', 'tips'],
  ['visit', 'visit', 'visits'],
  ['reward', 'reward claim', 'reward claims'],
] as const;

/** Each by what several of it are called. */
export const eventKinds = words.map(([kind, , many]) => [kind, many] as const);

/** One of them, in a sentence; a sender may have kinds of its own. */
export const kindWord = (kind: string): string =>
  kind === 'goal' ? 'goal met' : (words.find(([one]) => one === kind)?.[1] ?? kind);

/** Each by what one of it is called, as it begins a sentence. */
export const eventKindsOfOne = words.map(([kind]) => [kind, begun(kindWord(kind))] as const);

/** Whether more than one of it can come at once. */
export const isCounted = (kind: string): boolean => kind !== 'follow' && kind !== 'reward';

/** What somebody did, as it is said in a line: “tip 12.50 EUR”. */
export const saidOf = ({ kind, amount }: { kind: string; amount: string }): string =>
  isCounted(kind) ? `${kindWord(kind)} ${amount}` : kindWord(kind);

/** As a sentence begins. */
export function begun(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
