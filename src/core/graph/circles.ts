/** Circles: who leads to whom, and back. */

/**
 * Groups of two or more names in which each leads to each other, by Tarjan's algorithm (1972), without recursion: a chain of
 * imports may be longer than the stack. Both the groups and what is in them are in order of name.
 */
export function stronglyConnected(edges: Iterable<{ readonly from: string; readonly to: string }>): string[][] {
  const next = new Map<string, string[]>();
  for (const { from, to } of edges) {
    const list = next.get(from);
    if (list) list.push(to);
    else next.set(from, [to]);
  }
  const search = new CircleSearch(next);
  for (const name of [...next.keys()].sort()) search.from(name);
  return search.circles.map((circle) => circle.sort()).sort((a, b) => ((a[0] ?? "") < (b[0] ?? "") ? -1 : 1));
}

class CircleSearch {
  readonly circles: string[][] = [];
  readonly #order = new Map<string, number>();
  readonly #low = new Map<string, number>();
  readonly #open: string[] = [];
  readonly #isOpen = new Set<string>();

  constructor(readonly next: ReadonlyMap<string, readonly string[]>) {}

  from(start: string): void {
    if (this.#order.has(start)) return;
    const way = [this.#enter(start)];
    for (let here = way.at(-1); here; here = way.at(-1)) {
      const target = here.targets[here.at];
      here.at += 1;
      if (target === undefined) {
        way.pop();
        this.#leave(here.name);
        const above = way.at(-1);
        if (above) this.#lower(above.name, this.#low.get(here.name) ?? 0);
      } else if (!this.#order.has(target)) way.push(this.#enter(target));
      else if (this.#isOpen.has(target)) this.#lower(here.name, this.#order.get(target) ?? 0);
    }
  }

  #enter(name: string): { readonly name: string; readonly targets: readonly string[]; at: number } {
    this.#order.set(name, this.#order.size);
    this.#low.set(name, this.#order.size - 1);
    this.#open.push(name);
    this.#isOpen.add(name);
    return { name, targets: this.next.get(name) ?? [], at: 0 };
  }

  #lower(name: string, to: number): void {
    this.#low.set(name, Math.min(this.#low.get(name) ?? 0, to));
  }

  #leave(name: string): void {
    if (this.#low.get(name) !== this.#order.get(name)) return;
    const circle = this.#open.splice(this.#open.lastIndexOf(name));
    for (const each of circle) this.#isOpen.delete(each);
    if (circle.length > 1) this.circles.push(circle);
  }
}
