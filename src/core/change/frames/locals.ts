/** What files call a screen or a layout. */
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { codeOf, languageFor, ownNames } from "../../languages/index.js";

/** What a file calls another, of which it takes names or the whole. */
export function localsOf(target: ProjectPath, file: ProjectPath, graph: ReferenceGraph): ReadonlySet<string> {
  const text = graph.tree.text(file)?.text ?? "";
  const views = languageFor(file)?.views;
  const stem = nameOf(target).replace(/\..*$/, "");
  const found = new Set<string>();
  for (const { reference, resolution } of graph.files.get(file)?.references ?? []) {
    if (resolution.state !== "found") continue;
    const isDirect = resolution.targets.includes(target);
    const { bindings = [] } = reference;
    // Behind an index, what is called as the file is meant.
    for (const local of ownNames(bindings)) if (isDirect || local === stem) found.add(local);
    const whole = isDirect && bindings.length === 0 ? views?.localOf(text, reference.start) : undefined;
    if (whole !== undefined) found.add(whole);
  }
  return found;
}

/** Where a file says another's name, or takes it where it stands (`() => import("./Map")`): offsets, in their order. */
export function mentionsOf(target: ProjectPath, file: ProjectPath, graph: ReferenceGraph): readonly number[] {
  const code = codeOf(graph.tree.text(file)?.text ?? "");
  const found = new Set<number>();
  for (const local of localsOf(target, file, graph))
    for (const { index } of code.matchAll(new RegExp(`(?<![\\w$.])${local.replaceAll("$", "\\$")}(?![\\w$])`, "g")))
      found.add(index);
  for (const { reference, resolution } of graph.files.get(file)?.references ?? [])
    if (resolution.state === "found" && resolution.targets.includes(target)) found.add(reference.start);
  return [...found].sort((a, b) => a - b);
}
