import { useShow } from '../show/show';
import { Select } from '../ui/Field';

interface Props {
  label: string;
  value: string | null | undefined;
  onChoose(cue: string | null): void;
}

/** A cue that a timer runs. */
export function CueSelect({ label, value, onChoose }: Props) {
  const cues = useShow((show) => show.cues);
  return (
    <Select
      label={label}
      value={value ?? ''}
      choices={[['', 'no cue'], ...cues.map((cue) => [cue.id, `the cue ${cue.name}`] as const)]}
      onChoose={(cue) => onChoose(cue || null)}
    />
  );
}
