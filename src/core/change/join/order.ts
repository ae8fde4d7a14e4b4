/** In which order files are loaded that import each other: whoever is needed comes first. */
import type { ProjectPath } from "../../base/paths.js";
import type { Modules } from "../../graph/index.js";

/** The order; and those that need each other, for which there is none. */
export interface LoadOrder {
  readonly order: readonly ProjectPath[];
  readonly circle: readonly ProjectPath[];
}

/** Finds it: as a loader does that begins with the first file. Types are not loaded. */
export function inOrder(paths: readonly ProjectPath[], modules: Modules): LoadOrder {
  const order: ProjectPath[] = [];
  const circle = new Set<ProjectPath>();
  const open: ProjectPath[] = [];
  const load = (path: ProjectPath): void => {
    if (open.includes(path)) for (const each of open.slice(open.indexOf(path))) circle.add(each);
    if (order.includes(path) || open.includes(path)) return;
    open.push(path);
    for (const needed of neededBy(path, modules)) if (paths.includes(needed)) load(needed);
    open.pop();
    order.push(path);
  };
  for (const path of paths) load(path);
  return { order, circle: [...circle] };
}

/** The files whose values a file takes when it is loaded. */
function neededBy(path: ProjectPath, modules: Modules): readonly ProjectPath[] {
  return modules.reading(path).references.flatMap((reference) => {
    const { kind, bindings = [] } = reference;
    const isLoaded = kind === "import" || kind === "re-export" || kind === "require";
    const isTypes = bindings.length > 0 && bindings.every(({ isType }) => isType);
    return isLoaded && !isTypes ? modules.targetsOf(path, reference) : [];
  });
}
