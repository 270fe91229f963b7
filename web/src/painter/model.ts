import type { Change, Item, Node, Patch, Snap } from './wire';

/** What an output shows, as the server last told it. Never changed in place. */
export interface Model {
  readonly epoch: string;
  readonly rev: number;
  readonly width: number;
  readonly height: number;
  readonly items: ReadonlyMap<string, Item>;
}

/**
 * The model that a snapshot tells.
 * @param known what was there before: nodes that are alike stay the very same objects, so that nothing of them is drawn anew
 */
export function fromSnap(snap: Snap, known?: Model | null): Model {
  const items = snap.items.map((item) => {
    const before = known?.items.get(item.id);
    return before ? { ...item, nodes: withSameNodes(before.nodes, item.nodes) } : item;
  });
  return {
    epoch: snap.epoch,
    rev: snap.rev,
    width: snap.width,
    height: snap.height,
    items: new Map(items.map((item) => [item.id, item])),
  };
}

/** The model after a change; null when the change does not follow on from it, so that only a snapshot helps. */
export function withChange(model: Model, change: Change): Model | null {
  if (change.epoch !== model.epoch || change.from !== model.rev) return null;
  const items = new Map(model.items);
  for (const id of change.drop ?? []) items.delete(id);
  for (const patch of change.patch ?? []) {
    const item = items.get(patch.item.id);
    if (!item) return null;
    items.set(item.id, patched(item, patch));
  }
  for (const item of change.put ?? []) items.set(item.id, item);
  return { ...model, rev: change.rev, items };
}

/** These nodes; one that is alike as it was before is the very same object. */
export function withSameNodes(before: readonly Node[], nodes: readonly Node[]): Node[] {
  const known = new Map(before.map((node) => [node.id, node]));
  return nodes.map((node) => {
    const old = known.get(node.id);
    return old && JSON.stringify(old) === JSON.stringify(node) ? old : node;
  });
}

function patched(item: Item, patch: Patch): Item {
  const nodes = new Map(item.nodes.map((node) => [node.id, node]));
  for (const id of patch.del ?? []) nodes.delete(id);
  for (const node of patch.set ?? []) nodes.set(node.id, node);
  const order = patch.order ?? item.nodes.map((node) => node.id);
  return {
    ...patch.item,
    nodes: order.map((id) => nodes.get(id)).filter((node): node is Node => node !== undefined),
  };
}
