/** Something with a cost that can only rise when it is worked out in full. */
interface Costed {
  readonly costMm: number;
}

/**
 * Yields worked-out items in order of their full cost while working out as few as possible: the item with the least known
 * cost is worked out and put back until one that is worked out comes up. `workOut` must never lower a cost; undefined drops
 * the item.
 */
export function* bestFirst<Rough extends Costed, Full extends Costed>(
  items: readonly Rough[],
  workOut: (item: Rough) => Full | undefined,
): Generator<Full> {
  const rough = [...items].sort((a, b) => a.costMm - b.costMm);
  const waiting: Full[] = [];
  let next = 0;
  for (;;) {
    const bound = rough[next]?.costMm ?? Infinity;
    const ready = waiting[0];
    if (ready && ready.costMm <= bound) {
      yield ready;
      removeFirst(waiting);
    } else {
      const item = rough[next];
      if (!item) return;
      next += 1;
      const full = workOut(item);
      if (full) insert(waiting, full);
    }
  }
}

/** A binary heap with the least cost at index 0. */
function insert<T extends Costed>(heap: T[], item: T): void {
  heap.push(item);
  let at = heap.length - 1;
  while (at > 0) {
    const parent = (at - 1) >> 1;
    if (costAt(heap, parent) <= costAt(heap, at)) return;
    swap(heap, at, parent);
    at = parent;
  }
}

function removeFirst(heap: Costed[]): void {
  const last = heap.pop();
  if (!last || heap.length === 0) return;
  heap[0] = last;
  let at = 0;
  for (;;) {
    const [left, right] = [2 * at + 1, 2 * at + 2];
    const least = costAt(heap, right) < costAt(heap, left) ? right : left;
    if (costAt(heap, least) >= costAt(heap, at)) return;
    swap(heap, at, least);
    at = least;
  }
}

const costAt = (heap: readonly Costed[], index: number): number => heap[index]?.costMm ?? Infinity;

function swap(heap: unknown[], a: number, b: number): void {
  const [first, second] = [heap[a], heap[b]];
  if (first === undefined || second === undefined) return;
  heap[a] = second;
  heap[b] = first;
}
