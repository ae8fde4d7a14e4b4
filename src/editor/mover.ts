/**
 * Files that are renamed in the editor: which texts change with them. Nothing is kept of a project but its texts, so that an
 * answer stands on what is on the disk and in open documents at that moment; it does not wait until all is looked at.
 */
import { openProject, type Project } from "../core/app/index.js";
import { isBelow, type ProjectPath } from "../core/base/paths.js";
import { moduleRules } from "../core/languages/index.js";
import { HeldTexts, Overlay, type FileReader } from "../core/files/index.js";
import {
  anticipateMove,
  likelyWords,
  movesOfFolder,
  openLines,
  planMoves,
  understandMove,
  type Move,
  type Plan,
} from "../core/change/plan/index.js";
import type { WorkspaceChange } from "../core/workspace.js";

/** A file or a folder, and where it goes. */
export interface Renaming {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/** What comes of renaming. */
export interface RenamedFiles {
  readonly plan: Plan;
  /** Files that belong to those that were named, and where they would go; they are in the plan if that was asked. */
  readonly companions: readonly Renaming[];
}

/** Plans what renaming files asks for, in one project. */
export class Mover {
  readonly overlay: Overlay;
  readonly #held: HeldTexts;
  #fillings = 0;
  #isWarm = false;

  constructor(store: FileReader) {
    this.#held = new HeldTexts(store);
    this.overlay = new Overlay(store, this.#held);
  }

  /** Takes changes in, as `Workspace.update` does. */
  update(changes: Iterable<WorkspaceChange>): void {
    for (const { path, text } of changes) {
      if (typeof text === "string") this.overlay.open(path, text);
      else if (text === null) this.overlay.close(path);
      else this.#held.forget(path);
    }
  }

  /** The documents that are open in files or folders that have other names now, with their texts. */
  renamed(renamings: readonly Renaming[]): (Renaming & { readonly text: string })[] {
    return renamings.flatMap(({ from, to }) =>
      this.overlay.openPaths
        .filter((each) => each === from || isBelow(each, from))
        .map((path) => ({
          from: path,
          to: (to + path.slice(from.length)) as ProjectPath,
          text: this.overlay.read(path).toString(),
        })),
    );
  }

  /** Reads what will be searched, a little at a time. Once is enough; what changes then is read when it is searched. */
  async warm(): Promise<void> {
    const filling = (this.#fillings += 1);
    await this.#held.fill(await this.overlay.list(), () => filling === this.#fillings);
    this.#isWarm = true;
    // What every search asks for is looked for beforehand.
    await this.overlay.search(likelyWords([], moduleRules), openLines);
  }

  /** Plans it. `withCompanions` moves those as well. Throws what makes it impossible, in words. */
  async plan(renamings: readonly Renaming[], withCompanions: boolean): Promise<RenamedFiles> {
    const opening = openProject(this.overlay);
    opening.catch(() => undefined);
    if (!this.#isWarm)
      anticipateMove(
        this.overlay,
        renamings.map(({ from }) => from),
      );
    const project = await opening;
    const asked = renamings.flatMap((renaming) => movesOf(project, renaming));
    const companions = companionsToo(project, asked);
    const along = companions.map(({ from, to }): Move => ({ from, to, why: "companion" }));
    const plan = await planMoves(project, withCompanions ? [...asked, ...along] : asked);
    return { plan, companions };
  }
}

/** The files that move; none where the project has none there. */
function movesOf({ tree }: Project, { from, to }: Renaming): Move[] {
  if (tree.has(from)) return [{ from, to, why: "asked" }];
  return tree.hasFolder(from) ? movesOfFolder(tree, from, to) : [];
}

/** What belongs to files that move by themselves, and does not move with them. */
function companionsToo({ tree }: Project, asked: readonly Move[]): Renaming[] {
  const moving = new Set(asked.map(({ from }) => from));
  const taken = new Set(asked.map(({ to }) => to));
  return asked
    .filter(({ from, why }) => why === "asked" && tree.has(from))
    .flatMap(({ from, to }) => understandMove(tree, { from: [from], to, into: false, alone: false }))
    .filter(({ from, to, why }) => why === "companion" && from !== to)
    .filter(({ from, to }) => !moving.has(from) && !taken.has(to) && !tree.has(to));
}
