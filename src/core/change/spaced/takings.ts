/** What files take in, by whether some of their types need it: of namespaces of the project that is known, of others it is not. */
import type { Namespaces } from "../../graph/index.js";
import type { NamespaceNames, Statement, TakenIn } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Anatomy, Cut } from "../regroup/index.js";

interface Known {
  readonly statement: Statement;
  /** Whether it is known of each name of the text whether it is found by this. */
  readonly isKnown: boolean;
  /** Another name for one thing: known by where that stands. */
  readonly isOther: boolean;
  /** Where names begin that are found by it. */
  readonly uses: readonly number[];
}

/** Says what is needed. */
export class Takings {
  constructor(readonly spaces: Namespaces) {}

  /** The statements by which some types find what they name, and those of which nobody knows. */
  needed(anatomy: Anatomy, types: readonly Statement[]): readonly Statement[] {
    return this.#of(anatomy)
      .filter(({ isKnown, isOther, uses }) => (!isKnown && !isOther) || uses.some((at) => isIn(types, at)))
      .map(({ statement }) => statement);
  }

  /** Lines that only types needed that leave. */
  unneeded(anatomy: Anatomy, leaving: readonly Statement[]): Cut[] {
    return this.#of(anatomy).flatMap(({ statement, isKnown, isOther, uses }): Cut[] => {
      const isLeft = (isKnown || isOther) && uses.length > 0 && uses.every((at) => isIn(leaving, at));
      const line = isLeft ? lineOf(anatomy.text, statement) : undefined;
      return line ? [line] : [];
    });
  }

  #of({ path, statements }: Anatomy): readonly Known[] {
    const names = this.spaces.world.files.get(path)?.names;
    return statements
      .filter(({ kind }) => kind === "import")
      .map((statement): Known => {
        const index = names?.takes.findIndex(({ start }) => start === statement.start) ?? -1;
        const take = names?.takes[index];
        if (!names || !take) return { statement, isKnown: false, isOther: false, uses: [] };
        const isOther = take.kind === "alias" && !take.isConditional && !names.doubt;
        const isKnown = !isOther && this.#isKnown(path, names, take);
        const uses = names.names.flatMap((used, at) => {
          const [first] = used.parts;
          const isFound = isOther
            ? first?.name === take.alias
            : isKnown && this.spaces.meaning(path, at).through === index;
          return isFound ? [first?.start ?? 0] : [];
        });
        return { statement, isKnown, isOther, uses };
      });
  }

  /** A namespace of the project alone, of whose types none lends anything that nobody names. */
  #isKnown(path: ProjectPath, names: NamespaceNames, take: TakenIn): boolean {
    if (take.kind !== "namespace" || take.isConditional || take.isGlobal || names.doubt) return false;
    const space = this.spaces.takes(path, names, take)?.namespace;
    if (space === undefined || this.spaces.world.outside(space)) return false;
    const first = space.split(".", 1)[0] ?? "";
    for (const list of this.spaces.world.projects.get(path) ?? [])
      if (
        this.spaces.world.files.get(list)?.names?.others?.some(({ name }) => name.split(".", 1)[0] === first) === true
      )
        return false;
    const view = this.spaces.view(path);
    const isLent = [...view.lenders.values()].flat().some(({ full }) => full.slice(0, full.lastIndexOf(".")) === space);
    return !isLent && [...this.spaces.world.files.values()].every((file) => file.names !== undefined);
  }
}

function isIn(statements: readonly Statement[], at: number): boolean {
  return statements.some(({ from, to }) => from <= at && at < to);
}

/** A statement with its line, if nothing else stands there. */
function lineOf(text: string, { start, end }: Statement): Cut | undefined {
  const from = text.lastIndexOf("\n", start - 1) + 1;
  const [behind] = /^[ \t]*(?:\r?\n|$)/.exec(text.slice(end)) ?? [];
  return /^[ \t]*$/.test(text.slice(from, start)) && behind !== undefined
    ? { start: from, end: end + behind.length }
    : undefined;
}
