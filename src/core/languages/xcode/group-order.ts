/** Which group is meant, where in it something comes, and paths that count from the project's folder. */
import { folderOf, type ProjectPath } from "../../base/paths.js";
import { isPlainGroup, shownName, type GroupNode } from "./project.js";
import { textsOf } from "./property-list.js";

/** Of several groups of one folder the one that has most in common with where something is now. */
export function nearest(groups: readonly GroupNode[], node: GroupNode | undefined): GroupNode | undefined {
  const above = new Set<GroupNode>();
  for (let at = node?.parent; at; at = at.parent) above.add(at);
  const common = (group: GroupNode): number => {
    let steps = 0;
    for (let at: GroupNode | undefined = group; at && !above.has(at); at = at.parent) steps += 1;
    return steps;
  };
  return [...groups].sort((a, b) => common(a) - common(b))[0];
}

/** Before which item something comes in a group that is kept in order; at the end of one that is not. */
export function placeIn(group: GroupNode, name: string, isGroup: boolean): number {
  const ids = textsOf(group.object.body, "children").map(({ value }) => value);
  const byId = new Map(group.children.map((child) => [child.id, child]));
  const items = ids.map((id) => {
    const child = byId.get(id);
    return { name: child ? shownName(child).toLowerCase() : "", isGroup: child ? isPlainGroup(child) : false };
  });
  if (items.length < 2) return Infinity;
  const lower = name.toLowerCase();
  const isSorted = (list: readonly { name: string }[]): boolean =>
    list.every((item, index) => index === 0 || (list[index - 1]?.name ?? "") <= item.name);
  const groups = items.filter((item) => item.isGroup);
  const files = items.filter((item) => !item.isGroup);
  const areGroupsFirst = items.slice(0, groups.length).every((item) => item.isGroup);
  const find = (from: number, to: number): number => {
    for (let index = from; index < to; index += 1) if ((items[index]?.name ?? "") > lower) return index;
    return to;
  };
  if (areGroupsFirst && isSorted(groups) && isSorted(files))
    return isGroup ? find(0, groups.length) : find(groups.length, items.length);
  return isSorted(items) ? find(0, items.length) : Infinity;
}

/** The folder around a path that counts from the project's folder, and may lead out of it. */
export function parentOf(path: string): string {
  return path.startsWith("..") && !path.includes("/") ? `${path}/..` : folderOf(path as ProjectPath);
}

/** The way from one folder to a path, both from the project's folder. */
export function plainRelative(base: string, path: string): string {
  const [from, to] = [base === "" ? [] : base.split("/"), path.split("/")];
  let same = 0;
  while (same < from.length && same < to.length - 1 && from[same] === to[same]) same += 1;
  return [...from.slice(same).map(() => ".."), ...to.slice(same)].join("/");
}
