/** What a proof of names tells: where something else would be meant, and what could not be told. */
import type { TypeEntry } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Difference, Gap } from "./plan.js";

/** Gathers it, by places of the present texts. */
export class Told {
  readonly different: Difference[] = [];
  readonly gaps: Gap[] = [];

  constructor(readonly tree: Pick<SourceTree, "text">) {}

  /** `was` and `is` are the declarations that are meant today and then. */
  wrong(
    file: ProjectPath,
    start: number,
    specifier: string,
    reason: string,
    { was = [], is = [] }: { readonly was?: readonly TypeEntry[]; readonly is?: readonly TypeEntry[] } = {},
  ): void {
    const filesOf = (types: readonly TypeEntry[]): ProjectPath[] => [...new Set(types.map((entry) => entry.file))];
    this.different.push({
      file,
      at: this.#at(file, start),
      specifier,
      before: filesOf(was),
      after: filesOf(is),
      reason,
    });
  }

  /** What is said of one place of a file is said of all. `names` is the file of the type that is concerned, if it is one. */
  gap(reason: Gap["reason"], file: ProjectPath, start: number, detail: string, names?: ProjectPath): void {
    if (this.gaps.some((gap) => gap.reason === reason && gap.file === file && gap.detail === detail)) return;
    this.gaps.push({ reason, file, at: this.#at(file, start), detail, ...(names !== undefined && { names }) });
  }

  #at(file: ProjectPath, start: number): NonNullable<Gap["at"]> {
    return this.tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
  }
}
