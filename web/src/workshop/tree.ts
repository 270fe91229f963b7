/** A part as the template format writes it. The server checks it; here it is only moved about. */
export interface PartJson {
  id: string;
  part: string;
  parts?: PartJson[];
  [property: string]: unknown;
}

export interface TemplateJson {
  id: string;
  name: string;
  fields: { name: string; label: string; kind?: string; sample?: string; start?: string; onAir?: boolean }[];
  root: PartJson;
  [property: string]: unknown;
}

/** Keeps another tree, made from the one that stands now; whether it was kept. */
export type Rebuild = (make: (root: PartJson) => PartJson) => Promise<boolean>;

export interface Row {
  part: PartJson;
  depth: number;
  parent: PartJson | null;
}

/** Whether it repeats one part for each line of a list. */
export const hasRow = (part: PartJson): boolean => part.part === 'list' || part.part === 'belt';

/** What a part is made of: the parts of a group, the row of a list or belt, the columns of a table. */
function childrenOf(part: PartJson): PartJson[] {
  if (hasRow(part)) return [part.row as PartJson];
  if (part.part === 'table') return (part.columns as PartJson[]).map((column) => ({ ...column, part: 'cell' }));
  return part.parts ?? [];
}

/** The part with other children. A list has one row always, and a table's columns do not say that they are cells. */
function withChildren(part: PartJson, children: PartJson[]): PartJson {
  if (hasRow(part)) return { ...part, row: children[0] ?? part.row };
  if (part.part === 'table')
    return children.length === 0
      ? part
      : { ...part, columns: children.map(({ part: _, ...column }) => (void _, column)) };
  return part.parts ? { ...part, parts: children } : part;
}

/** All parts in the order of the tree. */
export function rowsOf(root: PartJson, depth = 0, parent: PartJson | null = null): Row[] {
  return [{ part: root, depth, parent }, ...childrenOf(root).flatMap((child) => rowsOf(child, depth + 1, root))];
}

export function find(root: PartJson, id: string): Row | undefined {
  return rowsOf(root).find((row) => row.part.id === id);
}

/** The properties of a part that name a field. */
const links = ['field', 'onlyIf', 'value', 'of', 'follows'];

/** The parts that show a field, or go by it. */
export function usersOf(root: PartJson, field: string): PartJson[] {
  return rowsOf(root)
    .map((row) => row.part)
    .filter((part) => links.some((link) => part[link] === field));
}

/** The tree with one part changed; null takes it out. */
export function replace(root: PartJson, id: string, change: (part: PartJson) => PartJson[] | null): PartJson {
  const children = childrenOf(root);
  if (children.length === 0) return root;
  return withChildren(
    root,
    children.flatMap((child) => (child.id === id ? (change(child) ?? []) : [replace(child, id, change)])),
  );
}

/** The tree with a part's own properties changed; undefined takes a property away. */
export function set(root: PartJson, id: string, properties: Record<string, unknown>): PartJson {
  const dress = (part: PartJson): PartJson => {
    const said = Object.entries({ ...part, ...properties }).filter(([, value]) => value !== undefined);
    return Object.fromEntries(said) as PartJson;
  };
  return root.id === id ? dress(root) : replace(root, id, (part) => [dress(part)]);
}

/** Puts a part into a group, at its end; beside the part when that is no group. */
export function insert(root: PartJson, at: string, part: PartJson): PartJson {
  const target = find(root, at)?.part ?? root;
  if (target.parts) return set(root, target.id, { parts: [...target.parts, part] });
  return replace(root, at, (beside) => [beside, part]);
}

/** The properties of a part that name another part. */
const companions = ['onlyWith', 'onlyWithout'];

/** The tree without a part; what went by it shows by itself from now on. */
export function remove(root: PartJson, id: string): PartJson {
  const left = replace(root, id, () => null);
  const ids = new Set(rowsOf(left).map((row) => row.part.id));
  return rowsOf(left).reduce((tree, { part }) => {
    const lost = companions.filter((name) => part[name] !== undefined && !ids.has(part[name] as string));
    return lost.length === 0 ? tree : set(tree, part.id, Object.fromEntries(lost.map((name) => [name, undefined])));
  }, left);
}

/** Up or down among its siblings: what comes later is drawn over what comes before. */
export function shift(root: PartJson, id: string, by: number): PartJson {
  const parent = find(root, id)?.parent;
  if (!parent?.parts) return root;
  const at = parent.parts.findIndex((part) => part.id === id);
  const to = at + by;
  if (to < 0 || to >= parent.parts.length) return root;
  const parts = [...parent.parts];
  const [moved] = parts.splice(at, 1);
  parts.splice(to, 0, moved!);
  return set(root, parent.id, { parts });
}

type Spot = [x: number, y: number];

/** Where a part stands in a free layer, in design px. */
export const spotOf = (part: PartJson): Spot => (Array.isArray(part.at) ? (part.at as Spot) : [0, 0]);

function without(part: PartJson, property: string): PartJson {
  return Object.fromEntries(Object.entries(part).filter(([name]) => name !== property)) as PartJson;
}

/** Wraps siblings in a group of their own, where the first of them stands; in a free layer nothing moves from its place. */
export function group(root: PartJson, ids: readonly string[], flow: string): PartJson {
  const parent = find(root, ids[0]!)?.parent;
  if (!parent?.parts) return root;
  const inside = parent.parts.filter((part) => ids.includes(part.id));
  const isFree = parent.part === 'free';
  const [left, top] = [0, 1].map((axis) => Math.min(...inside.map((part) => spotOf(part)[axis]!))) as Spot;
  const placed = inside.map((part) => {
    if (!isFree) return part;
    // What flows has no place of its own within the group.
    const [x, y] = spotOf(part);
    return flow === 'free' ? { ...part, at: [x - left, y - top] } : without(part, 'at');
  });
  const wrapped: PartJson = {
    id: fresh(root, flow),
    part: flow,
    ...(isFree ? { at: [left, top] } : {}),
    ...(flow === 'free' ? { width: parent.width ?? 600, height: parent.height ?? 300 } : {}),
    parts: placed,
  };
  const parts = parent.parts.flatMap((part) =>
    part.id === inside[0]!.id ? [wrapped] : ids.includes(part.id) ? [] : [part],
  );
  return set(root, parent.id, { parts });
}

/** A copy beside it, with names of its own all the way down. */
export function duplicate(root: PartJson, id: string): PartJson {
  const taken = new Set(rowsOf(root).map((row) => row.part.id));
  const copy = (part: PartJson): PartJson => {
    const name = unused(taken, part.id);
    taken.add(name);
    // A name of its own would be the same for both.
    return { ...without(part, 'name'), id: name, ...(part.parts ? { parts: part.parts.map(copy) } : {}) };
  };
  return replace(root, id, (part) => [part, copy(part)]);
}

/** A name that no part has yet. */
export function fresh(root: PartJson, like: string): string {
  return unused(new Set(rowsOf(root).map((row) => row.part.id)), like);
}

function unused(taken: ReadonlySet<string>, like: string): string {
  const stem = like.replace(/-\d+$/, '').slice(0, 34);
  if (!taken.has(stem)) return stem;
  for (let number = 2; ; number++) if (!taken.has(`${stem}-${number}`)) return `${stem}-${number}`;
}
