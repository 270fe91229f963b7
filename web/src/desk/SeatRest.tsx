import { ChevronDown } from 'lucide-react';
import { Drawer } from '../ui/Drawer';
import type { Graphic } from '../show/show';
import { Switch } from './Switch';

/** Says how many switches of a seat are out of sight, and opens all of them. */
export function SeatRest({ name, hidden, graphics }: { name: string; hidden: number; graphics: readonly Graphic[] }) {
  return (
    <Drawer
      label={`All of ${name}`}
      stays
      side="bottom"
      align="start"
      tall
      className="w-80"
      trigger={
        <button
          type="button"
          aria-label={`${hidden} more in ${name}`}
          className="flex h-4 shrink-0 items-center gap-0.5 rounded-md px-1 text-lamp-soft normal-case hover:bg-raised"
        >
          {hidden} more <ChevronDown aria-hidden size={11} />
        </button>
      }
    >
      <div className="grid gap-1">
        {graphics.map((graphic) => (
          <Switch key={graphic.id} graphic={graphic} />
        ))}
      </div>
    </Drawer>
  );
}
