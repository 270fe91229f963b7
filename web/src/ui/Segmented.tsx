import clsx from 'clsx';

/** One of a few choices, all of them in sight. */
export function Segmented<T extends string>(props: {
  label: string;
  value: T;
  choices: readonly { value: T; words: string }[];
  onChoose(value: T): void;
}) {
  return (
    <div role="group" aria-label={props.label} className="inline-flex rounded-[10px] bg-panel p-[3px]">
      {props.choices.map(({ value, words }) => (
        <button
          key={value}
          type="button"
          aria-pressed={value === props.value}
          onClick={() => value !== props.value && props.onChoose(value)}
          className={clsx(
            'rounded-lg px-2 py-1.5 whitespace-nowrap text-quiet transition-colors duration-150 hover:text-ink xl:px-3',
            'aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink',
          )}
        >
          {words}
        </button>
      ))}
    </div>
  );
}
