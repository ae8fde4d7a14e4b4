/** Findings of an app that was judged as its list shows it, by the files as they lie. */
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Finding, Repair } from "./rule.js";

/** The finding with its file where that lies; what would put files elsewhere puts their entries into other groups. */
export function findingOnDisk(finding: Finding, realOf: (path: ProjectPath) => ProjectPath): Finding {
  const file = realOf(finding.file);
  const [repair, orElse] = [finding.repair, finding.orElse].map((each) => each && onDisk(each, realOf));
  return {
    ...finding,
    file,
    repair,
    orElse,
    ...(file !== finding.file && { shownAt: finding.file }),
  };
}

/** A repair of files where they lie; nothing for one that gives another name and another group at once. */
function onDisk(repair: Repair, realOf: (path: ProjectPath) => ProjectPath): Repair | undefined {
  if (repair.kind !== "move") return repair;
  const { moves, isSure } = repair;
  if (moves.every(({ from, to }) => folderOf(from) === folderOf(to)))
    return {
      kind: "move",
      moves: moves.map(({ from, to }) => ({ from: realOf(from), to: inFolder(folderOf(realOf(from)), nameOf(to)) })),
      isSure,
    };
  if (moves.some(({ from, to }) => nameOf(from) !== nameOf(to))) return undefined;
  return { kind: "regroup", moves: moves.map(({ from, to }) => ({ from: realOf(from), to })), isSure };
}
