/** What an editor writes at the head of a new file: its name, its project, who made it when. */
import { nameOf, type ProjectPath } from "../../base/paths.js";

/** `//  TreeRow.swift`, `//  PippinRow`, `//  Created by …`, and the empty lines of such a head. */
export function isOfEditor(line: string, path: ProjectPath): boolean {
  const [, said] = /^\s*\/\/(?!\/)\s*(.*?)\s*$/.exec(line) ?? [];
  if (said === undefined) return line.trim() === "";
  return said === "" || said === nameOf(path) || /^[\w-]+$/.test(said) || /^Created by\b/.test(said);
}
