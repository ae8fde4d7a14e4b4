/** What has to be settled before anything is put together anew: that nothing is parted that belongs together, and names that clash. */
import { ShelfError } from "../../base/errors.js";
import { inCase, isInCase, splitWords } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { cutTie, declarationsOf, formsOf, tiesOf } from "../../graph/index.js";
import type { RegroupRequest } from "../regroup/index.js";
import type { Placement } from "./placement.js";

/** Throws where declarations are parted that only one library can hold. */
export function ensureParted(placement: Placement): void {
  for (const library of placement.sources.values()) {
    const cut = cutTie(tiesOf(library), ({ unit, statement }) =>
      placement.headOf(placement.destination(unit.path, statement)),
    );
    if (!cut) continue;
    const { path } = cut.from.unit;
    const place = placement.libraries.modules.tree.text(path)?.positionAt(cut.start) ?? { line: 1, column: 1 };
    throw new ShelfError("EXTRACT_PRIVATE", {
      path: cut.name,
      other: cut.from.statement.declares.join(", ") || "what stands there",
      reason: cut.reason,
      place: { file: path, ...place },
    });
  }
}

/** What a private name is called where its own is taken. Throws where two would have one name that others know. */
export async function settleNames(placement: Placement, clash: RegroupRequest["clash"]): Promise<void> {
  const taken = new Map<ProjectPath, Map<string, string>>();
  const scopeOf = async (head: ProjectPath): Promise<Map<string, string>> => {
    const there = taken.get(head);
    if (there) return there;
    const scope = new Map<string, string>();
    taken.set(head, scope);
    const now = placement.libraries.modules.tree.has(head) ? await placement.libraries.library(head) : undefined;
    for (const unit of now?.units ?? [])
      for (const statement of declarationsOf(unit))
        if (placement.destination(unit.path, statement) === unit.path)
          for (const name of statement.declares) scope.set(name, unit.path);
    return scope;
  };
  const spelled = new Set(
    [...placement.sources.values()].flatMap(({ units }) =>
      units.flatMap(({ names }) => names.identifiers.map((each) => each.name)),
    ),
  );
  for (const moved of placement.moved) {
    const { part, name, to } = moved;
    const { path } = part.anatomy;
    const scope = await scopeOf(placement.headOf(to));
    if (scope.has(name)) {
      const isHidden = formsOf(path)?.isHidden(name) === true;
      const declared = part.anatomy.names.variables.find((each) => each.level === "top" && each.name === name);
      const at = placement.libraries.modules.tree.text(path)?.positionAt(declared?.places[0]?.start ?? 0);
      const place = at && { place: { file: path, line: at.line, column: at.column } };
      if (clash === "refuse") throw new ShelfError("RENAME_TAKEN", { path: name, other: to, ...place });
      if (!isHidden) throw new ShelfError("JOIN_CLASH", { path: name, other: path, ...place });
      moved.as = freshName(path, name, (each) => scope.has(each) || spelled.has(each));
    }
    scope.set(moved.as, path);
  }
}

/** `_rows` of `tree_list.dart` → `_treeListRows`, in the case of the name. */
function freshName(path: ProjectPath, name: string, isTaken: (name: string) => boolean): string {
  const [, head = "", rest = ""] = /^(_+)(.*)$/.exec(name) ?? ["", "", name];
  const words = [...splitWords(nameOf(path).replace(/\..*$/, "")), ...splitWords(rest)];
  const plain = head + inCase(words, isInCase(rest, "Pascal") ? "Pascal" : "camel");
  for (let count = 1; ; count += 1) {
    const tried = count === 1 ? plain : `${plain}${count}`;
    if (!isTaken(tried)) return tried;
  }
}
