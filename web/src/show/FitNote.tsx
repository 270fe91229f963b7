import { TriangleAlert } from 'lucide-react';
import type { Schemas } from '../api/client';

/** What became of the words in their room; the worst of it first. */
export function FitNote({ fits }: { fits: readonly Schemas['TextFit'][] | undefined }) {
  if (!fits || fits.length === 0) return <span className="text-xs text-quiet">no words to show</span>;
  const cut = fits.find((fit) => fit.outcome === 'cut');
  if (cut) {
    return (
      <span className="flex items-center gap-1 text-xs text-ink">
        <TriangleAlert aria-hidden size={14} className="text-orchid" />
        cut after {cut.lines === 1 ? 'one line' : `${cut.lines} lines`}
      </span>
    );
  }
  const paged = fits.find((fit) => fit.outcome === 'paged');
  if (paged) return <span className="text-xs text-quiet">on {paged.pages} pages, turning by reading time</span>;
  const shrunk = fits.find((fit) => fit.outcome === 'shrunk');
  if (shrunk) return <span className="text-xs text-quiet">shrunk to {shrunk.size} px so that it fits</span>;
  return <span className="text-xs text-quiet">fits at {fits[0]!.size} px</span>;
}
