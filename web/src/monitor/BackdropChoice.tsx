import { Choose } from '../ui/Choose';
import { backdrops, type BackdropName } from './Backdrop';
import { useBackdrop } from './useBackdrop';

/** The scene behind graphics, to judge whether they can be read over it. */
export function BackdropChoice() {
  const [backdrop, setBackdrop] = useBackdrop();
  return (
    <Choose
      label="Backdrop"
      bare
      value={backdrop}
      choices={backdrops.map((name) => [name, `backdrop: ${name}`] as const)}
      onChoose={(name) => setBackdrop(name as BackdropName)}
    />
  );
}
