import { useState } from 'react';
import { countingOf, useShow } from '../show/show';
import { inputLook } from '../ui/inputLook';
import { Tick } from '../ui/Tick';
import { CueRow } from './CueRow';
import { CueTimer } from './CueTimer';
import { withSetting, type CueStep } from './cueEdits';

/** With more rows than this one is looked for by name. */
const mostAtAGlance = 12;

/** What a step does with each timer and each graphic. */
export function CueList({ step, onChange }: { step: CueStep; onChange(step: CueStep): void }) {
  const show = useShow();
  const [wish, setWish] = useState('');
  const [setOnly, setSetOnly] = useState(false);
  const timerOf = (id: string) => step.timers.find((one) => one.timer === id);
  const settingOf = (id: string) => step.settings.find((one) => one.graphic === id);
  const wished = (name: string, set: boolean): boolean =>
    name.toLowerCase().includes(wish.trim().toLowerCase()) && (set || !setOnly);
  const timers = countingOf(show).filter((timer) => wished(timer.name, !!timerOf(timer.id)));
  const graphics = show.graphics.filter((graphic) => wished(graphic.name, !!settingOf(graphic.id)));

  return (
    <div className="grid min-h-0 grid-rows-[auto_1fr] gap-2">
      {countingOf(show).length + show.graphics.length > mostAtAGlance ? (
        <div className="flex items-center gap-4">
          <input
            aria-label="Find a graphic or a timer"
            placeholder="Find a graphic or a timer"
            value={wish}
            onChange={(event) => setWish(event.target.value)}
            className={inputLook}
          />
          <Tick checked={setOnly} onChange={setSetOnly}>
            <span className="whitespace-nowrap">
              Only what this step sets: {step.settings.length + step.timers.length}
            </span>
          </Tick>
        </div>
      ) : (
        <span />
      )}
      <ul className="grid min-h-0 content-start gap-1 overflow-y-auto">
        {timers.map((timer) => (
          <CueTimer
            key={timer.id}
            timer={timer}
            setting={timerOf(timer.id)}
            onChange={(setting) =>
              onChange({
                ...step,
                timers: [...step.timers.filter((one) => one.timer !== timer.id), ...(setting ? [setting] : [])],
              })
            }
          />
        ))}
        {graphics.map((graphic) => (
          <CueRow
            key={graphic.id}
            graphic={graphic}
            setting={settingOf(graphic.id)}
            onlyThese={step.onlyThese}
            onChange={(setting) => onChange(withSetting(step, graphic.id, setting))}
          />
        ))}
        {timers.length + graphics.length === 0 && (
          <li className="px-2 py-3 text-quiet">
            {wish.trim()
              ? `No matches for “${wish.trim()}”${setOnly ? ' among what this step sets' : ''}.`
              : 'This step sets nothing yet.'}
          </li>
        )}
      </ul>
    </div>
  );
}
