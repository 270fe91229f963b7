import { useLive } from '../live/live';
import { actionsNow } from '../show/actions';
import type { Graphic } from '../show/show';
import { Menu, MenuItem, MenuLine } from '../ui/Menu';
import type { MenuPlace } from '../ui/useMenu';
import { choose } from './desk';

/** What can be done with a graphic now, by name. */
export function SwitchMenu({ graphic, at, onClose }: { graphic: Graphic; at: MenuPlace; onClose(): void }) {
  // What can be done follows the air.
  useLive(({ airings, ahead }) => ({ airings, ahead }));
  const all = actionsNow();
  const items = (about: string) =>
    all
      .filter((action) => action.short && (action.id === about || action.id.startsWith(`${about}/`)))
      .map((action) => (
        <MenuItem key={action.id} onSelect={() => action.run()}>
          {action.short}
        </MenuItem>
      ));
  return (
    <Menu label={`What can be done with ${graphic.name}`} at={at} onClose={onClose}>
      {items(`light/${graphic.id}`)}
      <MenuLine />
      <MenuItem onSelect={() => choose({ graphic: graphic.id })}>Edit its words</MenuItem>
      {items(`setUp/${graphic.id}`)}
    </Menu>
  );
}
