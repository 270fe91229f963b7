import { Choose } from '../ui/Choose';
import { chooseBackdrop, sources } from './chooseBackdrop';
import { useBackdrop } from './useBackdrop';

/** The scene behind graphics, to judge whether they can be read over it. */
export function BackdropChoice() {
  const backdrop = useBackdrop();
  return (
    <Choose
      label="Backdrop"
      bare
      value={backdrop}
      choices={sources.map(([name, words]) => [name, `backdrop: ${words}`] as const)}
      onChoose={(name) => void chooseBackdrop(name)}
    />
  );
}
