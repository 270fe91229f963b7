import { marked } from 'marked';

const sources: Record<string, string> = import.meta.glob('../../../docs/help/*.md', {
  query: '?raw',
  import: 'default',
  eager: true,
});
const pictures: Record<string, string> = import.meta.glob('../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});

export interface HelpPage {
  id: string;
  title: string;
  html: string;
  /** Its parts, each with the address of its heading and its words. */
  parts: readonly { id: string; title: string; words: string }[];
}

export const slug = (words: string): string =>
  words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

/** All pages of the help, in their order: written in docs/help. */
export const helpPages: readonly HelpPage[] = Object.keys(sources)
  .sort()
  .map((file) => {
    const source = sources[file]!;
    const [head = '', ...parts] = source.split(/^## /m);
    const partOf = (text: string) => {
      const [title = '', ...words] = text.split('\n');
      return { id: slug(title), title: title.trim(), words: plain(words.join(' ')) };
    };
    const title = /^# (.*)$/m.exec(head)?.[1] ?? '';
    return {
      id: /\d+-([a-z-]+)\.md$/.exec(file)![1]!,
      title,
      html: htmlOf(source),
      parts: [{ id: '', title, words: plain(head) }, ...parts.map(partOf)],
    };
  });

/** What is found in the help, the best first: every word must be there; those in a title count more. */
export function findHelp(wish: string): { page: HelpPage; part: HelpPage['parts'][number] }[] {
  const words = wish.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const rank = (part: HelpPage['parts'][number]): number =>
    words.reduce((sum, word) => {
      if (part.title.toLowerCase().includes(word)) return sum + 3;
      return part.words.toLowerCase().includes(word) ? sum + 1 : -Infinity;
    }, 0);
  return helpPages
    .flatMap((page) => page.parts.map((part) => ({ page, part, rank: rank(part) })))
    .filter((one) => one.rank > 0)
    .sort((one, other) => other.rank - one.rank);
}

function plain(markdown: string): string {
  return markdown
    .replace(/!\[[^\]]*\]\([^)]*\)/g, '')
    .replace(/[*`#]/g, '')
    .trim();
}

/** Written by us, and by nobody else: it may be drawn as it is. */
function htmlOf(source: string): string {
  return (marked.parse(source, { async: false }) as string)
    .replace(/<h2>(.*?)<\/h2>/g, (_, words: string) => `<h2 id="${slug(words)}">${words}</h2>`)
    .replace(/src="\.\.\/screenshots\/([^"]+)"/g, (_, name: string) => {
      return `loading="lazy" src="${pictures[`../../../docs/screenshots/${name}`] ?? ''}"`;
    });
}
