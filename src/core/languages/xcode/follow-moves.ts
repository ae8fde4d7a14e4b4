/**
 * What files that move on disk mean for the list that people see in the IDE: an entry goes into the group of its new folder, a
 * group that stands for a folder goes where the folder goes. Groups without a folder, and entries whose path leads out of their
 * group, are somebody's order and stay; their paths are updated as all others are.
 */
import { commonFolder, foldersAbove, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { ListTree } from "../language.js";
import { canBuild, kindOf, makeEntry, removeEntry } from "./entries.js";
import { membership } from "./extract.js";
import { nearest, parentOf, placeIn, plainRelative } from "./group-order.js";
import { ProjectEdits } from "./project-edits.js";
import { WholeFolders } from "./whole-folders.js";
import {
  folderOfGroup,
  holdsOthers,
  isPlainGroup,
  joined,
  shownName,
  type GroupNode,
  type XcodeProject,
} from "./project.js";
import { placeOf, textOf, textsOf, writeText } from "./property-list.js";

/** One file that moves. */
export interface Going {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/** What changes, and of which project. */
export interface FollowInput {
  readonly project: XcodeProject;
  /** The folder in which the project lies. */
  readonly home: ProjectPath;
  readonly moves: readonly Going[];
  readonly made: readonly ProjectPath[];
  readonly gone: readonly ProjectPath[];
  /** Where files that are made are shown, if not where they lie. */
  readonly shown?: ReadonlyMap<ProjectPath, ProjectPath> | undefined;
  readonly tree: ListTree;
}

/** What a project file needs so that it lists what it did. */
export interface Followed {
  readonly edits: readonly TextEdit[];
  /** Where the paths of entries begin that are taken out. */
  readonly removes: readonly number[];
}

/** The edits of a project file by which its groups follow the moves. Paths of entries that stay are not among them. */
export function followMoves(input: FollowInput): Followed {
  return new Following(input).followed();
}

class Following {
  readonly #edits: ProjectEdits;
  readonly #goes: ReadonlyMap<ProjectPath, ProjectPath>;
  readonly #touched: ReadonlySet<ProjectPath>;
  /** Where the folder of each group is then, from that of the project; as it is now where it does not move. */
  readonly #then = new Map<GroupNode, string>();
  /** Groups by the folder for which they stand then; ids of new ones. */
  readonly #byFolder = new Map<string, GroupNode[]>();
  readonly #newGroups = new Map<string, string>();
  /** What leaves each group, and what comes. */
  readonly #left = new Map<GroupNode, Set<GroupNode>>();
  readonly #gained = new Set<GroupNode>();
  /** Entries that are taken out, and where their paths begin. */
  readonly #out = new Set<GroupNode>();
  readonly #removes: number[] = [];

  constructor(readonly input: FollowInput) {
    this.#edits = new ProjectEdits(input.project);
    this.#goes = new Map(input.moves.map(({ from, to }) => [from, to]));
    this.#touched = new Set(input.moves.flatMap(({ from }) => foldersAbove(from)));
  }

  followed(): Followed {
    const { main } = this.input.project;
    if (!main) return { edits: [], removes: [] };
    this.#placeGroups(main);
    this.#changeLists();
    this.#walk(main);
    this.#removeEmptied(main);
    return { edits: this.#edits.edits(), removes: this.#removes };
  }

  /** What leaves or enters a folder that is built whole, what is made, and what goes for good. */
  #changeLists(): void {
    const { moves, made, gone, project } = this.input;
    const whole = new WholeFolders(project, (node) => this.#entryPlace(node)?.[1]);
    for (const { from, to } of moves) {
      const [was, will] = [this.#own(from), this.#own(to)];
      const before = whole.targetsNow(was);
      const after = whole.targetsThen(will);
      if (before && !after)
        for (const { object, text } of whole.exceptionsAt(was)) {
          this.#edits.removeItem(object, "membershipExceptions", text.value);
          this.#removes.push(placeOf(text).start);
        }
      if (before && before.length > 0 && !after && canBuild(project, nameOf(to), before)) this.#addEntry(will, before);
      else if (!before && after) this.#leaveList(was, after);
    }
    for (const path of gone) this.#leaveList(this.#own(path), undefined);
    for (const path of made) {
      const at = this.#own(path);
      if (at.startsWith("..") || whole.targetsThen(at) || kindOf(nameOf(path)) === undefined) continue;
      const targets = this.#targetsNear(at);
      const shown = this.input.shown?.get(path);
      if (targets) this.#addEntry(at, targets, shown === undefined ? undefined : this.#own(shown));
    }
  }

  /** Takes the entry of a file out, where whole folders build it for the same targets, or where it goes for good. */
  #leaveList(path: string, targets: readonly string[] | undefined): void {
    const { project } = this.input;
    for (const node of project.nodes.values()) {
      const { base, path: text, parent, object } = node;
      if (base === undefined || text === undefined || object.isa !== "PBXFileReference") continue;
      if (joined(base, text.value) !== path) continue;
      const own = (this.#members().get(node.id) ?? []).map(({ target }) => target);
      if (targets && own.toSorted().join("\n") !== targets.toSorted().join("\n")) continue;
      if (!removeEntry(project, this.#edits, node)) continue;
      this.#removes.push(placeOf(text).start);
      this.#out.add(node);
      if (parent) this.#left.set(parent, (this.#left.get(parent) ?? new Set<GroupNode>()).add(node));
    }
  }

  /** Lists a file in the group of its folder, or in that of the folder in which it is shown. */
  #addEntry(path: string, targets: readonly string[], shown = path): void {
    const { project, home } = this.input;
    const folder = parentOf(path);
    const name = nameOf(path);
    const group =
      shown === path
        ? (this.#groupOfSiblings(folder) ?? this.#groupFor(folder, undefined) ?? project.main)
        : (this.#groupShown(parentOf(shown)) ?? project.main);
    if (group === undefined) return;
    const around = typeof group === "string" ? (this.#folders.get(group) ?? folder) : (this.#then.get(group) ?? "");
    const own = around === folder ? name : plainRelative(around, path);
    const id = makeEntry(project, this.#edits, { name, path: own, targets, key: `${home}/${path}` });
    this.#put(group, { id, comment: name }, false);
  }

  /** Where paths in groups that are made count from, where that is no folder of theirs. */
  readonly #folders = new Map<string, string>();

  /** The group that shows a folder, whether it stands for one or not; one without a folder that is made where none is there. */
  #groupShown(folder: string): GroupNode | string | undefined {
    const there = this.#byFolder.get(folder) ?? [];
    const known = there[0] ?? this.#newGroups.get(folder);
    if (known !== undefined) return known;
    if (folder === "" || folder.startsWith("..")) return undefined;
    const above = this.#groupShown(parentOf(folder));
    if (above === undefined) return undefined;
    const name = nameOf(folder);
    const own =
      typeof above === "string"
        ? undefined
        : above.children.find((child) => isPlainGroup(child) && !child.path && shownName(child) === name);
    if (own) return own;
    const id = this.#edits.newId(`shown group ${this.input.home}/${folder}`);
    this.#newGroups.set(folder, id);
    this.#folders.set(
      id,
      typeof above === "string" ? (this.#folders.get(above) ?? parentOf(folder)) : (this.#then.get(above) ?? ""),
    );
    const body = [
      ["children", []],
      ["name", writeText(name)],
      ["sourceTree", '"<group>"'],
    ] as const;
    this.#edits.make({ isa: "PBXGroup", id, comment: name, body, isShort: false });
    this.#put(above, { id, comment: name }, true);
    return id;
  }

  /** The group that holds most entries of a folder, where none stands for the folder itself. */
  #groupOfSiblings(folder: string): GroupNode | undefined {
    if (this.#byFolder.has(folder)) return undefined;
    const counts = new Map<GroupNode, number>();
    for (const { base, path, parent, object } of this.input.project.nodes.values()) {
      if (base === undefined || path === undefined || !parent || object.isa !== "PBXFileReference") continue;
      if (parentOf(joined(base, path.value)) === folder) counts.set(parent, (counts.get(parent) ?? 0) + 1);
    }
    return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
  }

  #kept: ReturnType<typeof membership> | undefined;

  #members(): ReturnType<typeof membership> {
    return (this.#kept ??= membership(this.input.project));
  }

  /** The targets that build most of what is like a file, in its folder or in the nearest folder around it that has such. */
  #targetsNear(path: string): readonly string[] | undefined {
    const phase = kindOf(nameOf(path))?.phase;
    const alike = [...this.input.project.nodes.values()].flatMap((node) => {
      const place = node.base === undefined || node.path === undefined ? undefined : joined(node.base, node.path.value);
      if (place === undefined || node.object.isa !== "PBXFileReference" || kindOf(nameOf(place))?.phase !== phase)
        return [];
      return [{ place, targets: (this.#members().get(node.id) ?? []).map(({ target }) => target) }];
    });
    for (let folder = parentOf(path); ; folder = parentOf(folder)) {
      const near = alike.filter(({ place }) =>
        folder === "" ? parentOf(place) === "" : place.startsWith(`${folder}/`),
      );
      const counts = new Map<string, { readonly targets: readonly string[]; count: number }>();
      for (const { targets } of near) {
        const key = targets.toSorted().join("\n");
        const there = counts.get(key) ?? { targets, count: 0 };
        there.count += 1;
        counts.set(key, there);
      }
      const [most] = [...counts.values()].sort((a, b) => b.count - a.count);
      if (most) return most.targets;
      if (folder === "" || folder.startsWith("..")) return undefined;
    }
  }

  /** Puts an item into a group, one that is there or one that is made. */
  #put(to: GroupNode | string, item: { readonly id: string; readonly comment: string }, isGroup: boolean): void {
    if (typeof to === "string") return this.#edits.addToMade(to, "children", item);
    this.#gained.add(to);
    this.#edits.insertItem(to.object, "children", item, placeIn(to, item.comment, isGroup));
  }

  /** A path from the project's folder as one of the whole checkout. */
  #full(path: string): ProjectPath | undefined {
    return joinPath(this.input.home, joined(this.input.project.folder, path));
  }

  /** A path of the checkout from the project's folder; it may begin with dots. */
  #own(path: ProjectPath): string {
    const base = joinPath(this.input.home, this.input.project.folder);
    return base === undefined ? path : plainRelative(base, path);
  }

  /** Where a folder goes by its name; one from which a single file is taken has not moved. */
  #folderThen(folder: ProjectPath): ProjectPath | undefined {
    if (!this.#touched.has(folder)) return folder;
    const files = this.input.tree.filesBelow(folder);
    const to = commonFolder(folder, files, (path) => this.#goes.get(path) ?? path);
    if (to === undefined || to === folder) return to;
    return files.length > 1 || nameOf(to) === nameOf(folder) ? to : undefined;
  }

  #placeGroups(group: GroupNode): void {
    const now = folderOfGroup(group);
    if (now !== undefined) {
      const parent = group.parent && this.#then.get(group.parent);
      const then =
        group.path === undefined ? (group.base === "" ? (parent ?? "") : (parent ?? now)) : this.#groupThen(group, now);
      this.#then.set(group, then);
      if (isPlainGroup(group) && (group.path !== undefined || group.parent === undefined)) {
        const there = this.#byFolder.get(then);
        if (there) there.push(group);
        else this.#byFolder.set(then, [group]);
      }
    }
    for (const child of group.children) if (holdsOthers(child)) this.#placeGroups(child);
  }

  #groupThen(group: GroupNode, now: string): string {
    const full = isPlainGroup(group) || group.object.isa === "XCVersionGroup" ? this.#full(now) : undefined;
    if (full === undefined || full === "") return now;
    const to = this.#folderThen(full);
    return to === undefined ? now : this.#own(to);
  }

  #walk(group: GroupNode): void {
    for (const child of group.children) {
      if (isPlainGroup(child)) {
        this.#followGroup(child, group);
        this.#walk(child);
      } else this.#followEntry(child, group);
    }
  }

  /** A group that stands for a folder: in the group of the folder around it, called as the folder is. */
  #followGroup(group: GroupNode, parent: GroupNode): void {
    const then = this.#then.get(group);
    const around = this.#then.get(parent);
    if (group.path === undefined || then === undefined || around === undefined) return;
    if (then === folderOfGroup(group) && around === folderOfGroup(parent)) return;
    const isSourceRoot = textOf(group.object.body, "sourceTree")?.value !== "<group>";
    const keeps = joined(isSourceRoot ? "" : around, group.path.value) === then;
    if (keeps) return;
    if (isSourceRoot) {
      this.#edits.replace(group.path, then);
    } else {
      const folder = parentOf(then);
      const target = folder === around ? parent : this.#groupFor(folder, group);
      if (target !== undefined && target !== parent) this.#regroup(group, parent, target);
      const base = target === undefined ? around : folder;
      this.#edits.replace(group.path, plainRelative(base, then));
    }
    this.#nameAfter(group, then, false);
  }

  /** A file, a folder that is one thing, or translations. */
  #followEntry(entry: GroupNode, group: GroupNode): void {
    if (this.#out.has(entry)) return;
    const around = folderOfGroup(group);
    const then = this.#then.get(group);
    if (around === undefined || then === undefined) return;
    const place = entry.object.isa === "PBXVariantGroup" ? this.#variantPlace(entry) : this.#entryPlace(entry);
    if (!place) {
      if (entry.object.isa === "PBXVariantGroup") this.#nameOfVariants(entry);
      return;
    }
    const [was, to] = place;
    const isPlain = parentOf(was) === around;
    let isAtHome = parentOf(to) === then;
    if (isPlain && !isAtHome && (group.path !== undefined || group.parent === undefined)) {
      const target = this.#groupFor(parentOf(to), entry);
      if (target !== undefined && target !== group) this.#regroup(entry, group, target);
      isAtHome = target !== undefined;
    }
    if (entry.object.isa === "PBXVariantGroup") {
      for (const child of entry.children) this.#followName(child);
      this.#nameOfVariants(entry);
    } else this.#nameAfter(entry, to, !isAtHome);
  }

  /** Translations are called as the file is of which there is one for each language. */
  #nameOfVariants(entry: GroupNode): void {
    const shown = shownName(entry);
    const text = textOf(entry.object.body, "name");
    const place = entry.children
      .map((child) => this.#entryPlace(child))
      .find((each) => each !== undefined && nameOf(each[0] as ProjectPath) === shown);
    const name = place && nameOf(place[1]);
    if (!text || name === undefined || name === shown) return;
    this.#edits.replace(text, name);
    this.#renameAll(entry.id, shown, name);
  }

  #renameAll(id: string, was: string, name: string): void {
    this.#edits.rename(id, was, name);
    for (const build of this.#buildFiles().get(id) ?? []) this.#edits.rename(build, was, name);
  }

  #followName(entry: GroupNode): void {
    const place = this.#entryPlace(entry);
    // A translation is called by its language.
    if (place) this.#nameAfter(entry, place[1], false);
  }

  /** Where something is now and then, from the project's folder; nothing where it does not move, or is not there. */
  #entryPlace({ base, path }: GroupNode): readonly [string, string] | undefined {
    if (base === undefined || path === undefined || path.value.startsWith("/")) return undefined;
    const was = joined(base, path.value);
    const full = this.#full(was);
    if (full === undefined || full === "") return undefined;
    const to = this.#goes.get(full) ?? (this.input.tree.has(full) ? full : this.#folderThen(full));
    return to === undefined || to === full ? undefined : [was, this.#own(to)];
  }

  /** Translations go together, each in the folder of its language: `en.lproj/Main.strings`. */
  #variantPlace({ children }: GroupNode): readonly [string, string] | undefined {
    const places = children.map((child) => this.#entryPlace(child));
    const first = places.find((place) => place !== undefined);
    if (!first) return undefined;
    const [was, to] = [parentOf(first[0]), parentOf(first[1])];
    const isOne = places.every(
      (place) =>
        place && parentOf(parentOf(place[0])) === parentOf(was) && parentOf(parentOf(place[1])) === parentOf(to),
    );
    return isOne ? [was, to] : undefined;
  }

  #regroup(node: GroupNode, from: GroupNode, to: GroupNode | string): void {
    this.#edits.removeItem(from.object, "children", node.id);
    const left = this.#left.get(from) ?? new Set<GroupNode>();
    this.#left.set(from, left.add(node));
    const comment = this.#nameThen(node);
    this.#put(to, { id: node.id, comment }, isPlainGroup(node));
  }

  /** What something is called then. */
  #nameThen(node: GroupNode): string {
    const shown = shownName(node);
    const place = isPlainGroup(node)
      ? ([folderOfGroup(node) ?? "", this.#then.get(node) ?? ""] as const)
      : this.#entryPlace(node);
    if (!place || node.path === undefined) return shown;
    return shown === nameOf(place[0]) ? nameOf(place[1]) : shown;
  }

  /** The name that is shown follows the file's own, if it was that; one whose path leads elsewhere needs a name of its own. */
  #nameAfter(node: GroupNode, then: string, isElsewhere: boolean): void {
    const { object, path, id } = node;
    const shown = shownName(node);
    const name = nameOf(then);
    const text = textOf(object.body, "name");
    const isOwn = path !== undefined && shown === path.value.split("/").at(-1);
    if (!isOwn) return;
    if (text && name !== shown) this.#edits.replace(text, name);
    if (!text && isElsewhere) this.#edits.addKey(object, "name", name, "path");
    if (name === shown) return;
    this.#renameAll(id, shown, name);
  }

  #builds: Map<string, string[]> | undefined;

  /** The build files of each file. */
  #buildFiles(): ReadonlyMap<string, readonly string[]> {
    if (this.#builds) return this.#builds;
    const found = new Map<string, string[]>();
    for (const { isa, id, body } of this.input.project.objects.values()) {
      const file = isa === "PBXBuildFile" ? textOf(body, "fileRef")?.value : undefined;
      if (file === undefined) continue;
      const there = found.get(file);
      if (there) there.push(id);
      else found.set(file, [id]);
    }
    return (this.#builds = found);
  }

  /** The group of a folder, one that is made where none is there; nothing where the folder is not below any group's. */
  #groupFor(folder: string, node: GroupNode | undefined): GroupNode | string | undefined {
    const there = this.#byFolder.get(folder);
    if (there) return nearest(there, node);
    const made = this.#newGroups.get(folder);
    if (made !== undefined) return made;
    if (folder === "" || folder === ".." || folder.startsWith("../")) return undefined;
    const above = this.#groupFor(parentOf(folder), node);
    if (above === undefined) return undefined;
    const name = nameOf(folder);
    const id = this.#edits.newId(`group ${this.input.home}/${folder}`);
    this.#newGroups.set(folder, id);
    const body = [
      ["children", []],
      ["path", writeText(name)],
      ["sourceTree", '"<group>"'],
    ] as const;
    this.#edits.make({ isa: "PBXGroup", id, comment: name, body, isShort: false });
    this.#put(above, { id, comment: name }, true);
    return id;
  }

  /** Groups whose folder is gone with all that was in it. */
  #removeEmptied(group: GroupNode): boolean {
    const left = this.#left.get(group) ?? new Set<GroupNode>();
    let isEmptied = false;
    for (const child of group.children) {
      if (!isPlainGroup(child) || left.has(child)) {
        if (isPlainGroup(child)) this.#removeEmptied(child);
        continue;
      }
      if (this.#removeEmptied(child)) {
        this.#edits.removeItem(group.object, "children", child.id);
        left.add(child);
      }
    }
    this.#left.set(group, left);
    const items = textsOf(group.object.body, "children").length;
    if (left.size === 0 || left.size < items || this.#gained.has(group)) return isEmptied;
    const folder = folderOfGroup(group);
    const full = folder === undefined ? undefined : this.#full(folder);
    if (group.path === undefined || group.parent === undefined || full === undefined || full === "") return false;
    isEmptied = this.input.tree.filesBelow(full).every((path) => this.#goes.has(path));
    if (isEmptied) this.#edits.removeObject(group.object);
    return isEmptied;
  }
}
