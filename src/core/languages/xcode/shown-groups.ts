/**
 * The list that people see in the IDE, arranged without moving a file: entries go into groups that stand for no folder, and the items of
 * each group come into an order. Only the lines of groups change, and what entries say of their own path and name.
 */
import { folderOf, foldersAbove, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { ListShape, ListTree, ShownEntry } from "../language.js";
import { parentOf } from "./group-order.js";
import { ProjectEdits } from "./project-edits.js";
import { folderOfGroup, isPlainGroup, joined, shownName, type GroupNode, type XcodeProject } from "./project.js";
import { placeOf, textOf, textsOf, valueOf, writeText } from "./property-list.js";

/** What is asked of one project. */
export interface ShowInput extends ListShape {
  readonly project: XcodeProject;
  /** The folder in which the project lies. */
  readonly home: ProjectPath;
  readonly tree: ListTree;
}

/** What comes of it. */
export interface Shown {
  readonly edits: readonly TextEdit[];
  readonly regrouped: readonly ShownEntry[];
  /** Groups whose items come into another order, with what they show then. */
  readonly ordered: readonly { readonly group: string; readonly items: readonly string[] }[];
}

/** A group as it will be. */
interface Group {
  readonly id: string;
  readonly name: string;
  /** The group of now; nothing for one that is made. */
  readonly node: GroupNode | undefined;
  readonly parent: Group | undefined;
  items: Item[];
}

/** Something in a group, as it will be. */
interface Item {
  readonly id: string;
  readonly name: string;
  readonly node: GroupNode | undefined;
  /** How it is written now, with its comment; nothing for what is made. */
  readonly written?: string;
  /** Set for groups. */
  readonly group?: Group;
}

/** Works it out. */
export function showGroups(input: ShowInput): Shown {
  return new Showing(input).shown();
}

class Showing {
  readonly #edits: ProjectEdits;
  readonly #groups = new Map<GroupNode, Group>();
  readonly #byFolder = new Map<string, Group>();
  readonly #changed = new Set<Group>();
  readonly #left = new Set<Group>();
  readonly #regrouped: ShownEntry[] = [];

  constructor(readonly input: ShowInput) {
    this.#edits = new ProjectEdits(input.project);
  }

  shown(): Shown {
    const { main } = this.input.project;
    if (!main) return { edits: [], regrouped: [], ordered: [] };
    const top = this.#read(main, undefined);
    for (const [node, group] of [...this.#groups]) this.#regroup(node, group);
    this.#removeEmptied(top);
    const ordered: { group: string; items: string[] }[] = [];
    if (this.input.order.length > 0) this.#order(top, ordered);
    const lists = [...this.#all(top)].flatMap((group) => this.#written(group));
    return {
      edits: [...this.#edits.edits(), ...lists].sort((a, b) => a.start - b.start),
      regrouped: this.#regrouped,
      ordered,
    };
  }

  #read(node: GroupNode, parent: Group | undefined): Group {
    const group: Group = { id: node.id, name: shownName(node), node, parent, items: [] };
    this.#groups.set(node, group);
    const folder = folderOfGroup(node);
    if (folder !== undefined && (node.path !== undefined || !parent) && !this.#byFolder.has(folder))
      this.#byFolder.set(folder, group);
    const byId = new Map(node.children.map((child) => [child.id, child]));
    const { text } = this.input.project;
    group.items = textsOf(node.object.body, "children").map((item): Item => {
      const child = byId.get(item.value);
      const { start, end } = placeOf(item);
      const said = item.comment && text.slice(item.comment.start, item.comment.end);
      const behind = item.comment ? text.indexOf("*/", item.comment.end) + 2 : end;
      const own = {
        id: item.value,
        name: child ? shownName(child) : (said ?? ""),
        node: child,
        written: text.slice(start, behind),
      };
      return child && isPlainGroup(child) ? { ...own, group: this.#read(child, group) } : own;
    });
    return group;
  }

  /** The entries of a group go where they are to be shown. */
  #regroup(node: GroupNode, group: Group): void {
    for (const item of [...group.items]) {
      if (!item.node || item.group) continue;
      const [from, to] = this.#placeOf(item.node) ?? [];
      if (from === undefined || to === undefined) continue;
      const target = this.#groupFor(parentOf(to), group);
      if (target === undefined || target === group) continue;
      group.items = group.items.filter((each) => each !== item);
      target.items = [...target.items, item];
      this.#left.add(group);
      for (const each of [group, target]) this.#changed.add(each);
      this.#regrouped.push({ from: pathOf(group, item.name), to: pathOf(target, item.name), file: from });
      this.#name(item.node, folderOfGroup(node), this.#folderOf(target));
    }
  }

  /** Where something is, and where it is to be shown as though it lay there, from the project's folder. */
  #placeOf(node: GroupNode): readonly [ProjectPath, string] | undefined {
    const { object, children } = node;
    const isOne = object.isa === "PBXVariantGroup" || object.isa === "XCVersionGroup";
    const file = object.isa === "XCVersionGroup" ? node : isOne ? children[0] : node;
    if (file?.base === undefined || file.path === undefined || file.path.value.startsWith("/")) return undefined;
    const { home, project, tree, shown } = this.input;
    const full = joinPath(home, joined(project.folder, joined(file.base, file.path.value)));
    if (full === undefined || full === "") return undefined;
    const [inside] = tree.has(full) ? [full] : tree.filesBelow(full).filter((path) => shown.has(path));
    const goes = inside === undefined ? undefined : shown.get(inside);
    if (inside === undefined || goes === undefined) return undefined;
    // What lies in a folder that is one thing goes with it; a translation, with the folder of its language.
    const isInLanguage = object.isa === "PBXVariantGroup" && folderOf(goes).endsWith(".lproj");
    const up = inside.slice(full.length).split("/").length - 1 + (isInLanguage ? 1 : 0);
    const to = up === 0 ? goes : (foldersAbove(goes)[up - 1] ?? goes);
    const own = this.#own(to);
    return own === undefined ? undefined : [full, own];
  }

  /** A path of the checkout from the project's folder; nothing outside of it. */
  #own(path: ProjectPath): string | undefined {
    const base = joinPath(this.input.home, this.input.project.folder);
    if (base === undefined || (base !== "" && !path.startsWith(`${base}/`))) return undefined;
    return base === "" ? path : path.slice(base.length + 1);
  }

  /** The group in which a folder is shown: its own, one of its name in that of the folder around it, or one that is made. */
  #groupFor(folder: string, near: Group): Group | undefined {
    const there = this.#byFolder.get(folder);
    if (there) return there;
    if (folder === "") return undefined;
    const above = this.#groupFor(parentOf(folder), near);
    if (!above) return undefined;
    const name = nameOf(folder);
    const own = above.items.find(({ group }) => group?.name === name)?.group;
    const group = own ?? this.#make(folder, name, above);
    this.#byFolder.set(folder, group);
    return group;
  }

  #make(folder: string, name: string, above: Group): Group {
    const id = this.#edits.newId(`shown group ${this.input.home}/${folder}`);
    const group: Group = { id, name, node: undefined, parent: above, items: [] };
    above.items = [...above.items, { id, name, node: undefined, group }];
    this.#changed.add(above);
    return group;
  }

  /** The folder from which the paths of a group's entries count. */
  #folderOf({ node, parent }: Group): string | undefined {
    return node ? folderOfGroup(node) : parent && this.#folderOf(parent);
  }

  /** An entry whose path has folders in it says its name besides, as the IDE writes it. */
  #name(node: GroupNode, was: string | undefined, then: string | undefined): void {
    const { object, base, path } = node;
    if (was === then || base === undefined || path === undefined || textOf(object.body, "name")) return;
    if (object.isa !== "PBXVariantGroup" && parentOf(joined(base, path.value)) !== then)
      this.#edits.addKey(object, "name", shownName(node), "path");
  }

  /** Groups that have nothing left, and had something. */
  #removeEmptied(group: Group): void {
    for (const item of group.items) if (item.group) this.#removeEmptied(item.group);
    const gone = group.items.filter(({ group: own }) => own?.node && own.items.length === 0 && this.#left.has(own));
    if (gone.length === 0) return;
    group.items = group.items.filter((item) => !gone.includes(item));
    this.#changed.add(group);
    this.#left.add(group);
    for (const { group: own } of gone) if (own?.node) this.#edits.removeObject(own.node.object);
  }

  #order(group: Group, ordered: { group: string; items: string[] }[]): void {
    const { order } = this.input;
    const sorted = group.items.toSorted((a, b) => {
      for (const by of order) {
        const unlike = by === "kind" ? kindRank(a) - kindRank(b) : compareNames(a, b);
        if (unlike !== 0) return unlike;
      }
      return 0;
    });
    if (sorted.some((item, index) => item !== group.items[index])) {
      group.items = sorted;
      this.#changed.add(group);
      ordered.push({ group: group.name, items: sorted.map(({ name }) => name) });
    }
    for (const item of group.items) if (item.group) this.#order(item.group, ordered);
  }

  *#all(group: Group): Generator<Group> {
    yield group;
    for (const item of group.items) if (item.group) yield* this.#all(item.group);
  }

  /** The lines of a group's items, from the first that differs to the last; a group that is made, whole. */
  #written(group: Group): TextEdit[] {
    const { node, id, name, items } = group;
    if (!node) {
      const children = items.map((item) => ({ id: item.id, comment: item.name }));
      const body = [
        ["children", children],
        ["name", writeText(name)],
        ["sourceTree", '"<group>"'],
      ] as const;
      this.#edits.make({ isa: "PBXGroup", id, comment: name, body, isShort: false });
      return [];
    }
    if (!this.#changed.has(group)) return [];
    const array = valueOf(node.object.body, "children");
    if (array?.kind !== "array") return [];
    const { text } = this.input.project;
    const old = textsOf(node.object.body, "children");
    let first = 0;
    while (first < old.length && first < items.length && old[first]?.value === items[first]?.id) first += 1;
    let last = 0;
    while (
      last < old.length - first &&
      last < items.length - first &&
      old.at(-1 - last)?.value === items.at(-1 - last)?.id
    )
      last += 1;
    const begins = old.map((each) => placeOf(each).start);
    const lineEnd = text.includes("\r\n") ? "\r\n" : "\n";
    const close = array.end - 1;
    const lineStart = (at: number): number => text.lastIndexOf("\n", at - 1) + 1;
    const indent = `${text.slice(lineStart(close), close)}\t`;
    const start = lineStart(begins[first] ?? close);
    const behind = begins[old.length - last];
    const end = lineStart(behind ?? close);
    // What stands in one line is written so that each item has its own.
    if (
      begins.some((at) => text.slice(lineStart(at), at).trim() !== "") ||
      text.slice(lineStart(close), close).trim() !== ""
    )
      return [];
    const written = items
      .slice(first, items.length - last)
      .map((item) => `${indent}${this.#itemText(item)},${lineEnd}`);
    const missing = old.length > 0 && first === old.length && text.charAt((array.ends.at(-1) ?? 1) - 1) !== ",";
    const at = array.ends.at(-1) ?? start;
    if (missing)
      return [
        { start: at, end: at, text: "," },
        { start, end, text: written.join("") },
      ];
    return [{ start, end, text: written.join("") }];
  }

  #itemText({ id, name, written }: Item): string {
    if (written !== undefined) return written;
    return name === "" ? writeText(id) : `${writeText(id)} /* ${name.replaceAll("*/", "* /")} */`;
  }
}

function pathOf(group: Group, name: string): string {
  const above: string[] = [];
  for (let at = group; at.parent; at = at.parent) above.unshift(at.name);
  return [...above, name].join("/");
}

function compareNames(a: Item, b: Item): number {
  const [one, other] = [a.name.toLowerCase(), b.name.toLowerCase()];
  return one < other ? -1 : one > other ? 1 : 0;
}

/** Groups that hold what nobody edits, or what supports the rest: below all else. */
const lastGroups = ["Resources", "Supporting Files", "Preview Content", "Pods", "Frameworks", "Products"];

const endings: readonly RegExp[] = [
  /^(?:.*App|AppDelegate|SceneDelegate|main)\.(?:swift|m)$/,
  /Controller\.(?:swift|h|m|mm)$/,
  /(?:View|Screen|Page)\.(?:swift|h|m|mm)$/,
  /(?:Cell|Row|Button|Card|Badge|Label|Header|Footer|Style|Modifier)\.(?:swift|h|m|mm)$/,
  /\.(?:swift|h|m|mm|c|cpp|hpp|metal)$/,
  /\.(?:storyboard|xib)$/,
  /\.(?:xcdatamodeld|xcassets|strings|stringsdict|xcstrings|json|png|jpe?g|pdf|svg|ttf|otf)$/,
];

/** In which order kinds are looked for: groups, what begins the app, controllers, views, other code, storyboards, resources, settings. */
function kindRank({ name, group }: Item): number {
  const ranks = endings.length;
  if (group) return lastGroups.includes(name) ? ranks + 2 + lastGroups.indexOf(name) : 0;
  const rank = endings.findIndex((ending) => ending.test(name));
  return rank < 0 ? ranks + 1 : rank + 1;
}
