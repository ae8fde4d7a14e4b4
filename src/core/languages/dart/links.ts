/** What directives take of other files. */
import type { Binding, Reference, SymbolName } from "../reading.js";

/** The names that one directive takes: all, or those of a list, or all but those of one. */
export interface Link {
  /** Where the address begins that it takes them of; several where a condition chooses. */
  readonly references: readonly number[];
  readonly kind: "import" | "re-export" | "part" | "part of";
  readonly prefix: SymbolName | undefined;
  readonly isDeferred?: boolean;
  readonly show: readonly SymbolName[] | undefined;
  readonly hide: readonly SymbolName[];
}

/** The bindings of a reference: what a list takes, a prefix that stands for all, or that all is passed on. */
export function bindingsOf(
  { start, end }: Reference,
  { kind, prefix, show }: Pick<Link, "kind" | "prefix" | "show">,
): readonly Binding[] | undefined {
  const all = (local: string, at: { start: number; end: number }): Binding => {
    return { imported: "*", local, ...at, localStart: at.start, localEnd: at.end, isType: false };
  };
  const listed = (show ?? []).map(({ name, start: from, end: to }): Binding => {
    // An import gives what it lists no name of its own; a list that is passed on does.
    const local =
      kind === "import" ? { local: "", localStart: -1, localEnd: -1 } : { local: name, localStart: from, localEnd: to };
    return { imported: name, start: from, end: to, ...local, isType: false };
  });
  if (kind === "re-export") return show ? listed : [all("*", { start, end })];
  if (prefix) return [all(prefix.name, { start: prefix.start, end: prefix.end }), ...listed];
  return show && listed;
}
