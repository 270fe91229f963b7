import type { Model } from './model';
import { nextTurn } from './leg';
import { mountItem, type MountedItem } from './item';
import { bringStyles } from './style';

/** A drawn canvas: all items of an output, in canvas px. */
export interface Stage {
  /** @param quiet whether what differs is simply so, without motion: a snapshot tells no story */
  show(model: Model, quiet?: boolean): void;
  close(): void;
}

/**
 * Mounts a canvas. The caller scales `root` to the room it has: text is never set at another size than it was measured at.
 * @param now the server's time in ms
 */
export function mountStage(root: HTMLElement, now: () => number): Stage {
  bringStyles(root.ownerDocument);
  const items = new Map<string, MountedItem>();
  let timer = 0;
  let model: Model | null = null;

  function wakeForStays(): void {
    clearTimeout(timer);
    const turns = [...(model?.items.values() ?? [])]
      .map((item) => nextTurn(item, now()))
      .filter((turn) => turn !== null);
    if (turns.length === 0) return;
    timer = window.setTimeout(
      () => {
        for (const item of items.values()) item.tick();
        wakeForStays();
      },
      Math.min(Math.max(1, Math.min(...turns) - now()), 2 ** 30),
    );
  }

  function clear(): void {
    for (const item of items.values()) item.remove();
    items.clear();
  }

  return {
    show(next, quiet = false) {
      model = next;
      root.style.width = `${next.width}px`;
      root.style.height = `${next.height}px`;
      for (const [id, mounted] of items) {
        if (next.items.has(id)) continue;
        mounted.remove();
        items.delete(id);
      }
      for (const [id, item] of next.items) {
        const mounted = items.get(id);
        if (mounted) mounted.update(item, quiet);
        else items.set(id, mountItem(root, item, now));
      }
      wakeForStays();
    },
    close() {
      clearTimeout(timer);
      clear();
    },
  };
}
