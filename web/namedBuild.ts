import { createHash } from 'node:crypto';
import type { Plugin } from 'vite';

/** Writes into a page the name of its build: a hash of the page, which names its files by their hashes. */
export function namedBuild(): Plugin {
  return {
    name: 'named-build',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      handler: (html) => {
        const build = createHash('sha256').update(html).digest('hex').slice(0, 12);
        return html.replace('<head>', `<head>\n    <meta name="build" content="${build}" />`);
      },
    },
  };
}
