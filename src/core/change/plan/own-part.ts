/** A draft, told by file: what it changes, adds, takes out and wishes in each. */
import type { Resolution } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import { isAboutNames, isAboutSheets, type Draft, type Through } from "../draft.js";

/** What a draft itself says of one file. */
export interface OwnPart {
  readonly edits: TextEdit[];
  readonly wishes: Map<number, Resolution | Through>;
  readonly adds: ProjectPath[];
  others: "none" | "led";
  readonly astray: string[];
  readonly removes: Set<number>;
}

/** Nothing at all. */
export const nothingOwn: OwnPart = {
  edits: [],
  wishes: new Map(),
  adds: [],
  others: "none",
  astray: [],
  removes: new Set(),
};

/** The same by file. */
export function ownParts({ edits, claims }: Draft): Map<ProjectPath, OwnPart> {
  const parts = new Map<ProjectPath, OwnPart>();
  const partOf = (file: ProjectPath): OwnPart => {
    const part = parts.get(file) ?? {
      ...nothingOwn,
      edits: [],
      wishes: new Map(),
      adds: [],
      astray: [],
      removes: new Set(),
    };
    parts.set(file, part);
    return part;
  };
  for (const { file, start, end, text } of edits) partOf(file).edits.push({ start, end, text });
  for (const claim of claims) {
    if (claim.kind === "opens" || isAboutSheets(claim) || isAboutNames(claim)) continue;
    if (claim.kind === "means") partOf(claim.file).wishes.set(claim.start, claim.target);
    else if (claim.kind === "adds") {
      const part = partOf(claim.file);
      part.adds.push(...claim.means);
      part.others = claim.others ?? part.others;
      part.astray.push(...(claim.astray ?? []));
    } else partOf(claim.file).removes.add(claim.start);
  }
  return parts;
}
