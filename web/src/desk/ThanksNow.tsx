import { HandHeart } from 'lucide-react';
import { useLive } from '../live/live';
import { ToThank } from '../show/ToThank';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';

/** How many are to be thanked, and who: ticked without leaving the desk. */
export function ThanksNow() {
  const open = useLive(({ thanks }) => [...thanks.values()].filter((one) => !one.isDone).length);
  const any = useLive(({ thanks }) => thanks.size > 0);
  if (!any) return null;
  return (
    <Drawer
      label="Who is to be thanked"
      stays
      align="end"
      className="grid max-h-[60vh] w-96 p-0!"
      trigger={
        <Button kind="bare" title="Who is to be thanked" aria-label={`To thank: ${open}`}>
          <HandHeart aria-hidden size={14} className={open > 0 ? 'text-cool' : undefined} />
          <span className="tabular-nums">{open}</span>
        </Button>
      }
    >
      <ToThank />
    </Drawer>
  );
}
