import { Hammer, Upload } from 'lucide-react';
import type { ComponentProps } from 'react';
import { useLocation } from 'wouter';
import { useLive } from '../live/live';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { templateEdits } from '../show/templateEdits';
import { templateOf, useShow } from '../show/show';
import { airingOf, isLit, press } from '../show/air';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { KeptText } from '../show/KeptText';
import { takesFrom } from '../show/feedWords';
import { allWords } from '../show/words';
import { WhenStale } from '../show/WhenStale';
import { Heading } from '../ui/Heading';

import { GraphicKeys } from './GraphicKeys';
import { Outfits } from './Outfits';
import { Place } from './Place';
import { SoundChoice } from '../fields/SoundChoice';
import { Ticker } from './Ticker';
import { Timing } from './Timing';
import { Words } from '../fields/Words';
import { askToDelete } from '../show/askToDelete';

/** Everything about one graphic, under a few headings. */
export function Inspector({
  graphic,
  card,
  onTyped,
}: Pick<ComponentProps<typeof Words>, 'graphic' | 'card' | 'onTyped'>) {
  const show = useShow();
  const [, navigate] = useLocation();
  const template = templateOf(show, graphic);
  const airing = useLive((live) => airingOf(live, graphic.id));

  const takes = show.feeds.some((feed) => allWords(graphic).some((words) => takesFrom(feed.id, words)));

  const remove = async (): Promise<void> => {
    if (isLit(airing?.phase) && !(await askToDelete(`“${graphic.name}” is`))) return;
    if (!(await edits.deleteGraphic(graphic.id))) return;
    tellDeleted(edits.undo, `“${graphic.name}” is`);
    navigate('/graphics');
  };

  /** A bundled template is never changed: the graphic gets a copy of its own, and its words follow by name. */
  const toWorkshop = async (): Promise<void> => {
    let id: string | null = graphic.template;
    if (!template?.own) {
      id = await templateEdits.addTemplate({ copyOf: graphic.template });
      if (!id || !(await edits.graphic(graphic.id, { template: id }))) return;
    }
    navigate(`/workshop/${id}`);
  };

  return (
    <aside aria-label={`About ${graphic.name}`} className="grid min-h-0 content-start gap-4 overflow-y-auto pr-1">
      {airing?.edited && isLit(airing.phase) && (
        <div className="lit sticky top-0 z-10 flex items-center justify-between gap-2 rounded-[10px] py-1.5 pr-1.5 pl-3">
          <span>On air as it was before your edit.</span>
          <Button onClick={() => void press('push', { graphic: graphic.id })}>
            <Upload aria-hidden size={14} /> Push
          </Button>
        </div>
      )}
      <Field
        label="Name"
        render={(id) => (
          <KeptText
            id={id}
            value={graphic.name}
            maxLength={80}
            onKeep={(name, from) => edits.graphic(graphic.id, { name }, from)}
          />
        )}
      />
      {template && <Words graphic={graphic} card={card} template={template} onTyped={onTyped} />}
      {template && <Outfits graphic={graphic} template={template} />}
      <Place graphic={graphic} />
      {template?.parts.some((part) => part.kind === 'belt') && <Ticker graphic={graphic} card={card} />}
      <Timing graphic={graphic} />
      {takes && (
        <Heading name="Its feed">
          <WhenStale label="If it goes stale" graphic={graphic} />
        </Heading>
      )}
      <SoundChoice graphic={graphic} />
      <GraphicKeys graphic={graphic} />
      <Button kind="bare" onClick={() => void toWorkshop()} className="justify-self-start">
        <Hammer aria-hidden size={14} /> Change its template
      </Button>
      <Button kind="bare" onClick={() => void remove()} className="justify-self-start">
        Delete this graphic
      </Button>
    </aside>
  );
}
