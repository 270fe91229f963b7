import { gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

/** Scripts and styles that the first page needs before it stands, compressed by gzip, in kB. */
const most = 150;

/** Refuses a build whose first page, the frame of the app with the desk in it, has become too heavy. */
export function firstPage(place: string): Plugin {
  return {
    name: 'first-page',
    apply: 'build',
    generateBundle(_, bundle) {
      const needed = new Set<string>();
      const need = (file: string): void => {
        const chunk = bundle[file];
        if (chunk?.type !== 'chunk' || needed.has(file)) return;
        needed.add(file);
        chunk.imports.forEach(need);
      };
      for (const [file, chunk] of Object.entries(bundle))
        if (chunk.type === 'chunk' && (chunk.isEntry || chunk.facadeModuleId?.endsWith(place))) need(file);
      const weight = Object.entries(bundle)
        .map(([file, one]) =>
          one.type === 'chunk' ? needed.has(file) && one.code : file.endsWith('.css') && one.source,
        )
        .reduce((sum, words) => sum + (words ? gzipSync(words, { level: 9 }).length : 0), 0);
      const told = `The first page takes ${(weight / 1000).toFixed(1)} kB compressed; at most ${most}.`;
      if (weight > most * 1000) this.error(`${told} Leave something for later (src/ui/later.tsx).`);
      this.info(told);
    },
  };
}
