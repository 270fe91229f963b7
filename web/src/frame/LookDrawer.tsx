import { Settings2 } from 'lucide-react';
import { Drawer } from '../ui/Drawer';
import { setLook, sizes, useLook } from '../ui/look';
import { Range } from '../ui/Range';
import { Segmented } from '../ui/Segmented';

/** How the interface looks on this computer. */
export function LookDrawer() {
  const { ground, size } = useLook();
  return (
    <Drawer
      label="How Side Lamp looks here"
      align="end"
      className="grid w-72 gap-3 p-4!"
      trigger={
        <button
          type="button"
          className="grid w-full justify-items-center gap-1 rounded-[10px] py-2 text-small text-faint transition-colors duration-150 hover:text-ink"
        >
          <Settings2 aria-hidden size={18} strokeWidth={1.75} />
          Look
        </button>
      }
    >
      <p className="text-quiet">Of this computer alone. What viewers see stays as it is.</p>
      <Segmented
        label="Room"
        value={ground}
        choices={[
          { value: 'dim', words: 'Dim room' },
          { value: 'bright', words: 'Bright room' },
        ]}
        onChoose={(next) => setLook({ ground: next })}
      />
      <Range
        label="Size of words and buttons"
        value={size}
        min={sizes.least}
        max={sizes.most}
        step={sizes.step}
        words={(value) => `${value} %`}
        onKeep={(next) => setLook({ size: next })}
      />
    </Drawer>
  );
}
