import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import { showNow, useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { Field } from '../ui/Field';

const lines = [
  ['look', 'An alert is next for, in seconds', 'That long, you can drop it before viewers see it.'],
  ['lookAtWords', 'With words of a viewer’s, in seconds', 'Somebody’s own words need a longer look.'],
  ['gap', 'Between two, in seconds', undefined],
] as const;

/** How alerts follow one another. */
export function Pace() {
  const pace = useShow((show) => show.alertPace);
  return (
    <Drawer label="Pace of alerts" align="end" className="w-80" trigger={<Button kind="bare">Pace</Button>}>
      <div className="grid gap-3">
        {lines.map(([key, label, note]) => (
          <Field
            key={key}
            label={label}
            note={note}
            render={(id) => (
              <KeptNumber
                id={id}
                min={0}
                max={60}
                step={0.5}
                value={String(pace[key] / 1000)}
                onKeep={(text, from) =>
                  edits.show({ alertPace: { ...showNow().alertPace, [key]: Math.round(Number(text) * 1000) } }, from)
                }
              />
            )}
          />
        ))}
      </div>
    </Drawer>
  );
}
