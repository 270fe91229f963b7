import { Copy, Upload } from 'lucide-react';
import { type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useLive } from '../live/LiveContext';
import { templateOf, upCardOf, useShow, type Graphic, type Template } from '../show/ShowContext';
import { isLit, useAir } from '../show/useAir';
import { Button } from '../ui/Button';
import { Field, inputLook, KeptText } from '../ui/Field';
import { Range } from '../ui/Range';
import { PictureField } from './PictureField';

/** Everything about one graphic, under a few headings. */
export function Inspector({ graphic }: { graphic: Graphic }) {
  const { show, edits } = useShow();
  const { news } = useLive();
  const { press } = useAir();
  const navigate = useNavigate();
  const template = templateOf(show, graphic);
  const airing = news?.airings.find((one) => one.graphic === graphic.id);

  const remove = async (): Promise<void> => {
    const lit = isLit(airing?.phase) ? ' It is on air, and leaves at once.' : '';
    if (!window.confirm(`Delete “${graphic.name}” and its words?${lit} This cannot be undone.`)) return;
    if (await edits.deleteGraphic(graphic.id)) await navigate('/graphics');
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
      {template && <WordsOf graphic={graphic} template={template} />}
      <PlaceOf graphic={graphic} />
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
      <Button kind="bare" onClick={() => void remove()} className="justify-self-start">
        Delete this graphic
      </Button>
    </aside>
  );
}

function WordsOf({ graphic, template }: { graphic: Graphic; template: Template }) {
  const { show, edits } = useShow();
  const card = upCardOf(graphic);
  const keep = (field: string, text: string): void => {
    void edits.graphic(graphic.id, { card: card.id, words: { [field]: text } });
  };
  return (
    <Heading
      name="Words"
      note={graphic.cards.length > 1 ? `card ${graphic.cards.indexOf(card) + 1} of ${graphic.cards.length}` : undefined}
    >
      {template.fields.map((field) => (
        <Field
          key={`${card.id}/${field.name}`}
          label={field.label}
          render={(id) =>
            field.kind === 'picture' ? (
              <PictureField
                id={id}
                value={card.words[field.name] ?? field.sample}
                onKeep={(value) => keep(field.name, value)}
              />
            ) : (
              <KeptText
                id={id}
                long={field.kind === 'longText' || field.kind === 'list'}
                value={card.words[field.name] ?? field.sample}
                onKeep={(text) => keep(field.name, text)}
              />
            )
          }
        />
      ))}
      {show.feeds.length > 0 && (
        <p className="flex flex-wrap items-center gap-1.5 text-[11.5px] text-quiet">
          From a feed:
          {show.feeds.map((feed) => {
            const placeholder = `{{ ${feed.id}.text }}`;
            return (
              <button
                key={feed.id}
                type="button"
                title={`Copy ${placeholder}, then paste it into a field`}
                onClick={() => void navigator.clipboard.writeText(placeholder)}
                className="flex items-center gap-1 rounded-md bg-raised px-1.5 py-0.5 text-cool hover:bg-ridge"
              >
                <Copy aria-hidden size={11} /> {placeholder}
              </button>
            );
          })}
        </p>
      )}
    </Heading>
  );
}

function PlaceOf({ graphic }: { graphic: Graphic }) {
  const { show, edits } = useShow();
  const move = (axis: 'x' | 'y', text: string): void => {
    void edits.graphic(graphic.id, { offset: { ...graphic.offset, [axis]: Math.round(Number(text) || 0) } });
  };
  return (
    <Heading name="Place">
      <Field
        label="Seat"
        render={(id) => (
          <select
            id={id}
            value={graphic.seat}
            onChange={(event) => void edits.graphic(graphic.id, { seat: event.target.value })}
            className={inputLook}
          >
            {show.seats.map((seat) => (
              <option key={seat.id} value={seat.id}>
                {seat.name}
              </option>
            ))}
          </select>
        )}
      />
      <div className="grid grid-cols-2 gap-2">
        <Field
          label="To the right, px"
          render={(id) => (
            <KeptText id={id} type="number" value={String(graphic.offset.x)} onKeep={(text) => move('x', text)} />
          )}
        />
        <Field
          label="Down, px"
          render={(id) => (
            <KeptText id={id} type="number" value={String(graphic.offset.y)} onKeep={(text) => move('y', text)} />
          )}
        />
      </div>
    </Heading>
  );
}

function Heading({ name, note, children }: { name: string; note?: string; children: ReactNode }) {
  return (
    <section className="grid gap-2.5 border-t border-ridge pt-3">
      <h2 className="flex justify-between font-semibold">
        {name}
        {note && <span className="font-normal text-quiet">{note}</span>}
      </h2>
      {children}
    </section>
  );
}
