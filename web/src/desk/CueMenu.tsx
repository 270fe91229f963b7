import { useLive } from '../live/live';
import { press } from '../show/air';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { useShow, type Cue } from '../show/show';
import { Menu, MenuItem, MenuLine } from '../ui/Menu';
import type { MenuPlace } from '../ui/useMenu';
import { cueBefore, doubled } from './cueEdits';
import { choose } from './desk';

interface Props {
  cue: Cue;
  at: MenuPlace;
  onClose(): void;
  onEdit(): void;
}

/** What can be done with a cue. */
export function CueMenu({ cue, at, onClose, onEdit }: Props) {
  const show = useShow();
  const runs = useLive((live) => live.ahead.cueSteps.some((step) => step.cue === cue.id));
  const place = show.cues.indexOf(cue);
  const move = (by: number): void => void edits.moveCue(cue.id, cueBefore(show.cues, cue.id, by));
  const remove = async (): Promise<void> => {
    if (!(await edits.cues.remove(cue.id))) return;
    tellDeleted(edits.undo, `The cue “${cue.name}” is`);
  };
  return (
    <Menu label={`What can be done with the cue ${cue.name}`} at={at} onClose={onClose}>
      {runs && (
        <MenuItem onSelect={() => void press('stopCue', { cue: cue.id })}>Stop the steps still to come</MenuItem>
      )}
      <MenuItem onSelect={() => choose({ cue: cue.id })}>Put in standby</MenuItem>
      <MenuItem onSelect={onEdit}>Change it</MenuItem>
      <MenuItem onSelect={() => void edits.cues.add(doubled(cue), cue.id)}>Duplicate it</MenuItem>
      <MenuLine />
      <MenuItem disabled={place === 0} onSelect={() => move(-1)}>
        Move it to the left
      </MenuItem>
      <MenuItem disabled={place === show.cues.length - 1} onSelect={() => move(1)}>
        Move it to the right
      </MenuItem>
      <MenuLine />
      <MenuItem onSelect={() => void remove()}>Delete it</MenuItem>
    </Menu>
  );
}
