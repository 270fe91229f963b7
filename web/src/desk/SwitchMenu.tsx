import { useLocation } from 'wouter';
import { live, useLive } from '../live/live';
import { airingOf, isLit } from '../show/air';
import { askToDelete } from '../show/askToDelete';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { actionsNow } from '../show/actions';
import type { Graphic } from '../show/show';
import { Menu, MenuItem, MenuLine } from '../ui/Menu';
import type { MenuPlace } from '../ui/useMenu';
import { choose } from './desk';

/** What can be done with a graphic now, by name. */
export function SwitchMenu({ graphic, at, onClose }: { graphic: Graphic; at: MenuPlace; onClose(): void }) {
  // What can be done follows the air.
  useLive(({ airings, ahead }) => ({ airings, ahead }));
  const [, navigate] = useLocation();
  const all = actionsNow();
  const items = (about: string) =>
    all
      .filter((action) => action.short && (action.id === about || action.id.startsWith(`${about}/`)))
      .map((action) => (
        <MenuItem key={action.id} onSelect={() => action.run()}>
          {action.short}
        </MenuItem>
      ));
  const remove = async (): Promise<void> => {
    const lit = isLit(airingOf(live.getState(), graphic.id)?.phase);
    if (lit && !(await askToDelete(`“${graphic.name}” is`))) return;
    if (await edits.deleteGraphic(graphic.id)) tellDeleted(edits.undo, `“${graphic.name}” is`);
  };
  return (
    <Menu label={`What can be done with ${graphic.name}`} at={at} onClose={onClose}>
      {items(`light/${graphic.id}`)}
      <MenuLine />
      <MenuItem onSelect={() => choose({ graphic: graphic.id })}>Edit its words</MenuItem>
      {items(`setUp/${graphic.id}`)}
      <MenuItem onSelect={() => navigate(`/graphics/${graphic.id}/cards`)}>Cards as a table</MenuItem>
      <MenuItem onSelect={() => void edits.addGraphic({ copyOf: graphic.id })}>Duplicate</MenuItem>
      {graphic.outfits.length > 0 && <MenuLine />}
      {graphic.outfits.length > 0 &&
        [{ id: '', name: 'Everything' }, ...graphic.outfits]
          .filter((outfit) => outfit.id !== (graphic.worn ?? ''))
          .map((outfit) => (
            <MenuItem key={outfit.id} onSelect={() => void edits.graphic(graphic.id, { worn: outfit.id || null })}>
              Outfit: {outfit.name}
            </MenuItem>
          ))}
      <MenuLine />
      <MenuItem onSelect={() => void remove()}>Delete</MenuItem>
    </Menu>
  );
}
