import { HandHeart } from 'lucide-react';
import { useLive } from '../live/live';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { ToThank } from './ToThank';

/**
 * How many are to be thanked, and who: ticked wherever one is.
 * @param props.roomy whether there is room for words, and beneath it for the list
 */
export function ThanksNow({ roomy }: { roomy?: boolean }) {
  const open = useLive(({ thanks }) => [...thanks.values()].filter((one) => !one.isDone).length);
  const any = useLive(({ thanks }) => thanks.size > 0);
  if (!any) return null;
  return (
    <Drawer
      label="Who is to be thanked"
      stays
      side={roomy ? 'bottom' : 'top'}
      align="end"
      className="grid max-h-[60vh] w-96 p-0!"
      trigger={
        <Button kind="bare" title="Who is to be thanked" aria-label={`To thank: ${open}`}>
          <HandHeart aria-hidden size={14} className={open > 0 ? 'text-cool' : undefined} />
          {roomy && 'To thank'} <span className="tabular-nums">{open}</span>
        </Button>
      }
    >
      <ToThank />
    </Drawer>
  );
}
