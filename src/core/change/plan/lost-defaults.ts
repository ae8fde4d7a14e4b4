/**
 * Who takes the default of a file by a call, `lazy(() => import("./Tree"))`, where that is another declaration from then on, or none: no
 * import says so, and a call cannot be led to a name.
 */
import type { Modules } from "../../graph/index.js";
import { languageFor, variableAt, type Reference, type TextNames } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { importersOf } from "./name-holders.js";

/** A place at which a default is taken, or all that a file gives. */
export interface DefaultTaken {
  readonly file: ProjectPath;
  /** Offset in the present text. */
  readonly start: number;
  readonly target: ProjectPath;
  /** Whether it is the default for certain, or whatever the file gives. */
  readonly isCertain: boolean;
}

/** What came of the search. */
export interface LostDefaults {
  readonly taken: readonly DefaultTaken[];
  /** Files whose names could not be told apart. */
  readonly unread: readonly ProjectPath[];
}

/** Finds them. `lost` are files whose default is another, or gone, from then on. */
export async function lostDefaults(
  tree: SourceTree,
  modules: Modules,
  lost: ReadonlySet<ProjectPath>,
): Promise<LostDefaults> {
  const taken: DefaultTaken[] = [];
  const unread: ProjectPath[] = [];
  for (const path of lost.size === 0 ? [] : await importersOf(tree, lost)) {
    const byCall = modules.reading(path).references.flatMap((reference) => {
      const target = modules.targetsOf(path, reference).find((each) => lost.has(each));
      return target === undefined || !mayTakeDefault(reference) ? [] : [{ reference, target }];
    });
    if (byCall.length === 0) continue;
    const names = await languageFor(path)?.names?.(tree.text(path)?.text ?? "", nameOf(path));
    if (!names) {
      unread.push(path);
      continue;
    }
    for (const { reference, target } of byCall) {
      const how = howTaken(names, reference);
      if (how !== undefined) taken.push({ file: path, start: reference.start, target, isCertain: how === "default" });
    }
  }
  return { taken, unread };
}

/** Statements that take names are led; what is left are calls and whole files. */
function mayTakeDefault({ kind, bindings = [] }: Reference): boolean {
  if (kind === "import" || kind === "re-export") return bindings.some(({ imported }) => imported === "*");
  return kind === "dynamic import" || kind === "require";
}

function howTaken(names: TextNames, { start, kind, bindings = [] }: Reference): "default" | "whole" | undefined {
  // `export * from` passes on everything but the default.
  if (kind === "re-export") return bindings.some(({ local }) => local !== "*") ? "whole" : undefined;
  const variables = bindings.filter(({ imported }) => imported === "*").map(({ localStart }) => localStart);
  let found: "default" | "whole" | undefined;
  const see = (members: readonly { readonly name: string }[] | undefined): void => {
    if (members === undefined) found ??= "whole";
    else if (members.some(({ name }) => name === "default")) found = "default";
  };
  for (const { reference, members, whole, loads } of names.takings) {
    if (reference !== start) continue;
    if (loads !== undefined) return "default";
    if (whole === undefined) see(members);
    else variables.push(whole);
  }
  for (const at of variables)
    for (const { isDeclared, members } of variableAt(names, at)?.places ?? []) if (!isDeclared) see(members);
  return found;
}
