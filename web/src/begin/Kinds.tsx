import { useShow, type Show } from '../show/show';
import { Question } from './BeginPage';

const about: Record<string, string> = {
  talk: 'You and guests talk; viewers ask',
  making: 'You paint, cook, build or code',
  play: 'You play, with a score and alerts',
  outdoors: 'You are out and about',
};

/** What kind of evening it is: each brings a set of graphics. */
export function Kinds({ chosen, onChoose }: { chosen: string; onChoose(set: string): void }) {
  const { starterSets, templates } = useShow((show) => ({ starterSets: show.starterSets, templates: show.templates }));
  return (
    <>
      <Question
        title="What kind of evening is it?"
        words="Each brings graphics that go together, with keys and timers. All of it can be changed later."
      />
      <div role="radiogroup" aria-label="Kind of evening" className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
        {starterSets.map((set) => (
          <button
            key={set.id}
            type="button"
            role="radio"
            aria-checked={set.id === chosen}
            onClick={() => onChoose(set.id)}
            className="grid content-start gap-1 rounded-xl bg-raised p-4 text-left hover:bg-ridge aria-checked:shadow-[inset_0_0_0_2px_var(--color-cool)]"
          >
            <b className="text-title font-bold">{set.name}</b>
            <span>{about[set.id]}</span>
            <span className="text-small text-quiet">{namesOf(set, templates).join(', ')}</span>
          </button>
        ))}
      </div>
    </>
  );
}

function namesOf(set: Show['starterSets'][number], templates: Show['templates']): string[] {
  return set.pieces.map((piece) => templates.find((one) => one.id === piece.template)?.name ?? piece.template);
}
