import clsx from 'clsx';
import { ToggleGroup } from 'radix-ui';

/** One of a few choices, all of them in sight. */
export function Segmented<T extends string>(props: {
  label: string;
  value: T;
  choices: readonly { value: T; words: string }[];
  onChoose(value: T): void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={props.label}
      value={props.value}
      onValueChange={(value) => value && props.onChoose(value as T)}
      className="inline-flex rounded-[10px] bg-panel p-[3px]"
    >
      {props.choices.map((choice) => (
        <ToggleGroup.Item
          key={choice.value}
          value={choice.value}
          className={clsx(
            'rounded-lg px-2 py-1.5 whitespace-nowrap text-quiet transition-colors duration-150 hover:text-ink xl:px-3',
            'data-[state=on]:bg-ridge data-[state=on]:font-semibold data-[state=on]:text-ink',
          )}
        >
          {choice.words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
