import { Hammer, Upload } from 'lucide-react';
import { useNavigate } from 'react-router';
import { useLive } from '../live/LiveContext';
import { templateOf, useShow, type Card, type Graphic } from '../show/ShowContext';
import { isLit, useAir } from '../show/useAir';
import { Button } from '../ui/Button';
import { Field, inputLook, KeptText } from '../ui/Field';
import { Range } from '../ui/Range';
import { Heading } from './Heading';
import { Outfits } from './Outfits';
import { Place } from './Place';
import { Words } from './Words';

/** Everything about one graphic, under a few headings. */
export function Inspector({ graphic, card }: { graphic: Graphic; card: Card }) {
  const { show, edits } = useShow();
  const { news } = useLive();
  const { press } = useAir();
  const navigate = useNavigate();
  const template = templateOf(show, graphic);
  const airing = news?.airings.find((one) => one.graphic === graphic.id);

  const remove = async (): Promise<void> => {
    if (isLit(airing?.phase) && !window.confirm(`“${graphic.name}” is on air. Delete it, and take it off at once?`))
      return;
    if (await edits.deleteGraphic(graphic.id)) await navigate('/graphics');
  };

  /** A bundled template is never changed: the graphic gets a copy of its own, and its words follow by name. */
  const toWorkshop = async (): Promise<void> => {
    let id: string | null = graphic.template;
    if (!template?.own) {
      id = await edits.addTemplate({ copyOf: graphic.template });
      if (!id || !(await edits.graphic(graphic.id, { template: id }))) return;
    }
    await navigate(`/workshop/${id}`);
  };

  return (
    <aside aria-label={`About ${graphic.name}`} className="grid min-h-0 content-start gap-4 overflow-y-auto pr-1">
      {airing?.edited && isLit(airing.phase) && (
        <div className="lit flex items-center justify-between gap-2 rounded-[10px] py-1.5 pr-1.5 pl-3">
          <span>On air as it was before your edit.</span>
          <Button onClick={() => void press('push', graphic.id)}>
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
            onKeep={(name) => void edits.graphic(graphic.id, { name })}
          />
        )}
      />
      {template && <Words graphic={graphic} card={card} template={template} />}
      {template && <Outfits graphic={graphic} template={template} />}
      <Place graphic={graphic} />
      <Heading name="Timing">
        <Field
          label="Stays, in seconds"
          note={graphic.stay == null ? 'Until switched off.' : 'Then it leaves by itself.'}
          render={(id) => (
            <input
              id={id}
              type="number"
              min={0.5}
              step={0.5}
              placeholder="until switched off"
              key={graphic.stay ?? 'none'}
              defaultValue={graphic.stay == null ? '' : graphic.stay / 1000}
              onBlur={(event) =>
                void edits.graphic(graphic.id, { stay: Math.round(Number(event.target.value) * 1000) })
              }
              className={inputLook}
            />
          )}
        />
        {graphic.stay != null && <Then graphic={graphic} />}
        <Range
          label="Speed of its motion"
          value={graphic.speed}
          min={0.25}
          max={4}
          step={0.05}
          words={(speed) => `${speed.toFixed(2)} ×`}
          onKeep={(speed) => void edits.graphic(graphic.id, { speed })}
        />
      </Heading>
      <Heading name="Keys">
        <Field
          label="Key on the desk"
          note="One letter or digit."
          render={(id) => (
            <KeptText
              id={id}
              value={graphic.key ?? ''}
              maxLength={1}
              onKeep={(key) => void edits.graphic(graphic.id, { key: key.toLowerCase() })}
            />
          )}
        />
      </Heading>
      <Button kind="bare" onClick={() => void toWorkshop()} className="justify-self-start">
        <Hammer aria-hidden size={14} /> Change its template
      </Button>
      <Button kind="bare" onClick={() => void remove()} className="justify-self-start">
        Delete this graphic
      </Button>
    </aside>
  );
}

/** What follows when the stay is over. */
function Then({ graphic }: { graphic: Graphic }) {
  const { show, edits } = useShow();
  const then = graphic.then;
  return (
    <div className="grid grid-cols-[1fr_84px] gap-2">
      <Field
        label="Then"
        render={(id) => (
          <select
            id={id}
            value={then?.graphic ?? ''}
            onChange={(event) =>
              void edits.graphic(graphic.id, { then: { graphic: event.target.value, delay: then?.delay ?? 0 } })
            }
            className={inputLook}
          >
            <option value="">nothing</option>
            {show.graphics
              .filter((one) => one.id !== graphic.id)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
          </select>
        )}
      />
      {then && (
        <Field
          label="After, s"
          render={(id) => (
            <KeptText
              id={id}
              type="number"
              min={0}
              step={0.5}
              value={String(then.delay / 1000)}
              onKeep={(text) =>
                void edits.graphic(graphic.id, {
                  then: { ...then, delay: Math.max(0, Math.round(Number(text) * 1000)) },
                })
              }
            />
          )}
        />
      )}
    </div>
  );
}
