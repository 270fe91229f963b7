import clsx from 'clsx';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Group, Lock, LockOpen, Plus, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Button } from '../ui/Button';
import { menuLook } from '../ui/menuLook';
import { rove } from '../ui/rove';
import { partName } from '../show/partNames';
import { kindNames } from './properties';
import {
  duplicate,
  find,
  fresh,
  group,
  insert,
  remove,
  rowsOf,
  set,
  shift,
  type PartJson,
  type Rebuild,
  type TemplateJson,
} from './tree';

interface Props {
  root: PartJson;
  fields: TemplateJson['fields'];
  chosen: string[];
  onChoose(ids: string[]): void;
  onChange: Rebuild;
}

const starts: Record<string, Omit<PartJson, 'id'>> = {
  text: { part: 'text', text: 'Words', size: 40 },
  mark: { part: 'mark', width: 80, height: 12, surface: { fill: 'accent' } },
  picture: { part: 'picture', logo: true, width: 120, height: 120, cut: 'square', cover: false },
  row: { part: 'row', gap: 16, parts: [] },
  column: { part: 'column', gap: 8, parts: [] },
  layers: { part: 'layers', parts: [] },
  free: { part: 'free', width: 600, height: 300, parts: [] },
};

/** Parts that show a field, which must be there already: the first of a fitting kind, to begin with. */
const fieldStarts: Record<string, { kinds: string[]; make(field: string): Omit<PartJson, 'id'> }> = {
  meter: { kinds: ['number'], make: (value) => ({ part: 'meter', value, width: 300, height: 12 }) },
  qr: { kinds: ['text', 'long-text'], make: (field) => ({ part: 'qr', field, width: 240, height: 240 }) },
  list: {
    kinds: ['list'],
    make: (field) => ({
      part: 'list',
      field,
      gap: 8,
      row: { id: 'entry', part: 'row', gap: 12, parts: [{ id: 'entry-words', part: 'text', field: '1', size: 32 }] },
    }),
  },
  belt: {
    kinds: ['list'],
    make: (field) => ({
      part: 'belt',
      field,
      width: 'fill',
      row: {
        id: 'item',
        part: 'row',
        gap: 12,
        parts: [{ id: 'item-words', part: 'text', field: '1', size: 32, fit: 'keep' }],
      },
    }),
  },
  table: {
    kinds: ['list'],
    make: (field) => ({
      part: 'table',
      field,
      columns: [
        { id: 'first', size: 32 },
        { id: 'second', size: 32 },
      ] as never,
    }),
  },
};

const upAndDown = rove('li > button:first-child', 'li');

/** The tree of parts. What stands further down is drawn over what stands above it. */
export function PartTree({ root, fields, chosen, onChoose, onChange }: Props) {
  const part = chosen.at(-1) ?? root.id;
  const row = find(root, part);
  const locked = row?.part.locked === true;
  const top = part === root.id;
  const offered: Record<string, Omit<PartJson, 'id'>> = { ...starts };
  for (const [kind, start] of Object.entries(fieldStarts)) {
    const field = fields.find((one) => start.kinds.includes(one.kind ?? 'text'));
    if (field) offered[kind] = start.make(field.name);
  }
  const cell = row?.part.part === 'cell';
  const add = (kind: string): void => {
    grow((now) => insert(now, part, { id: fresh(now, kind), ...offered[kind] } as PartJson));
  };
  /** What was made is what the hand works on next. */
  const grow = (make: (now: PartJson) => PartJson): void =>
    void onChange((now) => {
      const next = make(now);
      const known = new Set(rowsOf(now).map((one) => one.part.id));
      const made = rowsOf(next).find((one) => !known.has(one.part.id));
      if (made) onChoose([made.part.id]);
      return next;
    });
  const act = (label: string, Icon: typeof Copy, disabled: boolean, onClick: () => void) => (
    <Button kind="bare" className="px-2" aria-label={label} title={label} disabled={disabled} onClick={onClick}>
      <Icon aria-hidden size={15} />
    </Button>
  );
  const item = 'cursor-default rounded-lg px-3 py-2 outline-none data-highlighted:bg-ridge';
  const menu = (trigger: React.ReactNode, kinds: string[], take: (kind: string) => void) => (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className={menuLook}>
          {kinds.map((kind) => (
            <DropdownMenu.Item key={kind} className={item} onSelect={() => take(kind)}>
              {kindNames[kind]}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );

  return (
    <section aria-label="Parts" className="grid grid-cols-[minmax(0,1fr)] gap-1.5">
      {/* In sight, however long the tree is. */}
      <div className="sticky top-0 z-10 flex flex-wrap gap-0.5 bg-ground pb-1">
        {menu(
          <Button className="px-2" disabled={cell}>
            <Plus aria-hidden size={15} /> Part
          </Button>,
          Object.keys(offered),
          add,
        )}
        {menu(
          <Button kind="bare" className="px-2" disabled={top} aria-label="Group" title="Group">
            <Group aria-hidden size={15} />
          </Button>,
          ['row', 'column', 'layers', 'free'],
          (flow) => grow((now) => group(now, chosen, flow)),
        )}
        {act('Further back', ArrowUp, top || locked, () => onChange((now) => shift(now, part, -1)))}
        {act('Further to the front', ArrowDown, top || locked, () => onChange((now) => shift(now, part, 1)))}
        {act('Duplicate', Copy, top, () => grow((now) => duplicate(now, part)))}
        {act('Delete', Trash2, top || locked, () => {
          void onChange((now) => chosen.filter((id) => id !== now.id).reduce(remove, now));
          onChoose([root.id]);
        })}
      </div>
      <ul
        aria-label="Tree of parts"
        onKeyDown={upAndDown}
        className="grid grid-cols-[minmax(0,1fr)] rounded-lg bg-panel p-1"
      >
        {rowsOf(root).map(({ part: one, depth }) => {
          const Seen = one.hidden ? EyeOff : Eye;
          const Held = one.locked ? Lock : LockOpen;
          return (
            <li
              key={one.id}
              className={clsx(
                'flex items-center rounded-md',
                chosen.includes(one.id) ? 'bg-ridge shadow-[inset_2px_0_0_var(--color-cool)]' : 'hover:bg-raised',
              )}
            >
              <button
                type="button"
                aria-pressed={chosen.includes(one.id)}
                // One stop for Tab: arrows go from part to part.
                tabIndex={one.id === part ? undefined : -1}
                aria-label={partName(one)}
                onClick={(event) => {
                  const several = (event.ctrlKey || event.metaKey) && find(root, one.id)?.parent === row?.parent;
                  onChoose(several ? [...chosen.filter((id) => id !== one.id), one.id] : [one.id]);
                }}
                style={{ paddingLeft: 8 + depth * 12 }}
                className={clsx(
                  'flex min-h-8 min-w-0 flex-1 items-center gap-1.5 text-left',
                  one.hidden === true && 'text-faint',
                )}
              >
                <span className="truncate" title={partName(one)}>
                  {partName(one)}
                </span>
                <span className="ml-auto text-micro text-faint">{kindNames[one.part]?.toLowerCase()}</span>
              </button>
              {one.part !== 'cell' && (
                <>
                  <Toggle
                    label={`${partName(one)} ${one.hidden ? 'is hidden' : 'shows'}`}
                    onClick={() => onChange((now) => set(now, one.id, { hidden: one.hidden ? undefined : true }))}
                  >
                    <Seen aria-hidden size={13} />
                  </Toggle>
                  <Toggle
                    label={`${partName(one)} is ${one.locked ? 'locked' : 'open'}`}
                    onClick={() => onChange((now) => set(now, one.id, { locked: one.locked ? undefined : true }))}
                  >
                    <Held aria-hidden size={12} />
                  </Toggle>
                </>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Toggle({ label, ...props }: { label: string; onClick(): void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      {...props}
      className="grid size-7 shrink-0 place-items-center rounded-md text-faint hover:text-ink"
    />
  );
}
