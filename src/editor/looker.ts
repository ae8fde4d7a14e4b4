/**
 * What needs the whole project: findings and their repairs, what an import means, who uses a file. All answers are plain data,
 * so that this can work in a thread of its own.
 */
import { ShelfError } from "../core/base/errors.js";
import { isBelow, type ProjectPath } from "../core/base/paths.js";
import { onlyApp, planArranging, targetOf } from "../core/change/arrange/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { planRepairs } from "../core/change/repair.js";
import { draftAccepted } from "../core/change/setup/index.js";
import type { FileReader } from "../core/files/index.js";
import type { Analysis } from "../core/insight/analysis.js";
import { isRepairable, repairsOf } from "../core/insight/rules/index.js";
import { Workspace, type WorkOptions, type WorkspaceChange } from "../core/workspace.js";
import { tellRepair } from "../wording/repairs.js";
import { extraction, offeredExtraction } from "./extraction.js";
import { keptFindings, noteOf, type FoundNote, type KeptFinding } from "./found-notes.js";
import { hoverAt, type Hovered } from "./hover.js";
import type { Offer, Place, Users, Wish } from "./offers.js";
import { provedChange, type PlannedChange } from "./planned-change.js";
import type { Encoding } from "./positions.js";
import { renameablePlace, renaming, type NamePlace } from "./renaming.js";
import { moveToShelf, shelfOffer } from "./shelf-move.js";
import { starterFor } from "./starter.js";

/** One project, looked at whenever somebody asks. Every call may throw `STOPPED`, and what `analyse` throws. */
export class Looker {
  readonly #workspace: Workspace;
  #kept = new Map<string, KeptFinding>();

  constructor(
    store: FileReader,
    standing: ProjectPath,
    readonly encoding: Encoding,
  ) {
    this.#workspace = new Workspace(store, standing);
  }

  /** Takes changes in; nothing is looked at before somebody asks. */
  update(changes: readonly WorkspaceChange[]): void {
    this.#workspace.update(changes);
  }

  /** Everything that `check` finds, as it is shown. */
  async findings(options: WorkOptions = {}): Promise<readonly FoundNote[]> {
    const checked = await this.#workspace.findings(options);
    const { graph } = await this.#workspace.look(options);
    this.#kept = keptFindings(checked);
    return [...this.#kept].map(([key, kept]) => noteOf(key, kept, graph.tree, this.encoding));
  }

  /** What can be done about findings, and at a place besides. */
  async offers(place: Place, keys: readonly string[], options: WorkOptions = {}): Promise<readonly Offer[]> {
    const analysis = await this.#workspace.look(options);
    const about = offersAbout(
      keys.flatMap((key) => {
        const kept = this.#kept.get(key);
        return kept ? [[key, kept] as const] : [];
      }),
    );
    const besides = [shelfOffer(analysis, place.file), offeredExtraction(analysis, place)];
    return [...about, ...besides.filter((each) => each !== undefined)];
  }

  /** The change that an offer comes to. Throws what is in the way, in words. */
  async change(wish: Wish, options: WorkOptions = {}): Promise<PlannedChange> {
    const analysis = await this.#workspace.look(options);
    switch (wish.kind) {
      case "repair":
        return repaired(analysis, this.#known(wish.key), wish.way);
      case "accept":
        return accepted(analysis, this.#known(wish.key));
      case "shelf":
        return moveToShelf(analysis, wish.file, wish.to);
      case "extract":
        return extraction(analysis, wish);
    }
  }

  /** What the import at an offset names; `undefined` where there is none that is the project's. */
  async hover(file: ProjectPath, offset: number, options: WorkOptions = {}): Promise<Hovered | undefined> {
    return hoverAt(await this.#workspace.look(options), file, offset);
  }

  /** The name at an offset, if the file is named after it, so that both can be renamed together. */
  async nameAt(file: ProjectPath, offset: number, options: WorkOptions = {}): Promise<NamePlace | undefined> {
    return renameablePlace(await this.#workspace.look(options), file, offset);
  }

  /** Renames a file and what it is named after. Throws what is in the way, in words. */
  async rename(file: ProjectPath, to: string, options: WorkOptions = {}): Promise<PlannedChange> {
    const { project } = await this.#workspace.look(options);
    return renaming(project, file, to);
  }

  /** Who uses some files or folders, from outside of them. */
  async usersOf(paths: readonly ProjectPath[], options: WorkOptions = {}): Promise<readonly Users[]> {
    const { graph } = await this.#workspace.look(options);
    const isGoing = (file: ProjectPath): boolean => paths.some((path) => path === file || isBelow(file, path));
    return graph.tree.paths.filter(isGoing).flatMap((file) => {
      const uses = [
        ...graph.usesOf(file).map(({ from, reference }) => ({ from, start: reference.start })),
        ...graph.symbolUsesOf(file),
      ];
      const users = new Map<ProjectPath, number>();
      for (const { from, start } of uses)
        if (!isGoing(from) && !users.has(from)) users.set(from, graph.tree.text(from)?.positionAt(start).line ?? 1);
      return users.size === 0 ? [] : [{ file, users: [...users].map(([user, line]) => ({ file: user, line })) }];
    });
  }

  /** The text with which a file that is to be made begins; `undefined` where no shelf says. */
  async starter(file: ProjectPath, options: WorkOptions = {}): Promise<string | undefined> {
    return starterFor(await this.#workspace.look(options), file);
  }

  /** What an arrangement would move. Throws as the command `arrange` does. */
  async arrangement(as: string | undefined, options: WorkOptions = {}): Promise<PlannedChange> {
    const analysis = await this.#workspace.look(options);
    const analysed = onlyApp(analysis);
    const { progress } = options;
    const target = targetOf(analysed, as);
    const { plan } = await planArranging({ analysis, analysed, target, ...(progress && { progress }) });
    return provedChange(plan);
  }

  #known(key: string): KeptFinding {
    const kept = this.#kept.get(key);
    if (!kept) throw new ShelfError("FINDING_GONE");
    return kept;
  }
}

/** The repairs of some findings, each once: two may be put right by the same. */
function offersAbout(findings: readonly (readonly [key: string, kept: KeptFinding])[]): Offer[] {
  const repairs = new Map<string, Offer>();
  const accepts: Offer[] = [];
  for (const [key, { finding, checked }] of findings) {
    const ways = isRepairable(finding, checked.app) ? repairsOf(finding) : [];
    for (const [way, repair] of ways.entries()) {
      const same = repair.kind === "respell" ? key : JSON.stringify([finding.file, repair]);
      const known = repairs.get(same);
      const about = [...(known?.about ?? []), key];
      const isPreferred = repair.isSure && way === 0;
      const title = tellRepair(finding, repair);
      repairs.set(
        same,
        known ? { ...known, about } : { title, about, isPreferred, wish: { kind: "repair", key, way } },
      );
    }
    const title = `Accept this finding (${finding.rule})`;
    accepts.push({ title, about: [key], isPreferred: false, wish: { kind: "accept", key } });
  }
  return [...repairs.values(), ...accepts];
}

async function repaired(analysis: Analysis, { finding }: KeptFinding, way: number): Promise<PlannedChange> {
  const repair = repairsOf(finding)[way];
  const { project, graph, apps } = analysis;
  const repairs = await planRepairs(project, [{ ...finding, repair }], { graph, apps });
  const [left] = repairs.left;
  if (left) throw new ShelfError("REPAIR_LEFT", { path: left.file, reason: repairs.reasons.get(left)?.message ?? "" });
  return provedChange(repairs.plan);
}

async function accepted({ project }: Analysis, { finding, checked }: KeptFinding): Promise<PlannedChange> {
  const { draft } = draftAccepted(project.tree.store, [{ ...checked, fresh: [finding], gone: [] }]);
  return provedChange(await planDraft(project, draft));
}
