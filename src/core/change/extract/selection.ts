/** What is taken out of a file: whole statements, which no other statement writes to. */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import type { Statement } from "../../languages/index.js";
import { insideOf, placeOf, type Anatomy } from "../regroup/index.js";

/** What is taken out: names, or the statements of some lines, from 1. */
export interface Wanted {
  readonly names: readonly string[];
  readonly lines?: { readonly first: number; readonly last: number };
}

/** The statements that are meant, in order. Throws where one is not there or cannot be parted from others. */
export function selected(anatomy: Anatomy, { names, lines }: Wanted): readonly Statement[] {
  const chosen = lines ? byLines(anatomy, lines) : byNames(anatomy, names);
  const declared = new Set(chosen.flatMap(({ declares }) => declares));
  // What is declared in parts (overloads, a type and a value of one name) stays one.
  const all = anatomy.statements.filter(
    (each) =>
      chosen.includes(each) ||
      (each.kind === "declaration" && each.declares.some((name) => declared.has(name))) ||
      (each.adds !== undefined && declared.has(each.adds)),
  );
  ensureParted(anatomy, all);
  const rest = anatomy.statements.filter(
    (each) => !all.includes(each) && !["import", "directive", "re-export", "markup"].includes(each.kind),
  );
  if (rest.length === 0 && !anatomy.isComponent) throw new ShelfError("EXTRACT_ALL", { path: anatomy.path });
  return all;
}

function byNames(anatomy: Anatomy, names: readonly string[]): readonly Statement[] {
  const { statements, path } = anatomy;
  const declared = statements.flatMap((each) => (each.kind === "declaration" ? each.declares : []));
  for (const name of names) {
    if (declared.includes(name)) continue;
    const [close] = [...declared].sort((a, b) => distance(a, name) - distance(b, name));
    throw new ShelfError("NAME_MISSING", { path: name, other: path, ...(close !== undefined && { reason: close }) });
  }
  const chosen = statements.filter(
    (each) => each.kind === "declaration" && each.declares.some((name) => names.includes(name)),
  );
  for (const { declares, start } of chosen) {
    const others = declares.filter((name) => !names.includes(name));
    if (others.length > 0)
      throw new ShelfError("EXTRACT_PART", {
        path: declares.filter((name) => names.includes(name)).join(", "),
        other: others.join(", "),
        place: placeOf(anatomy, start),
      });
  }
  return chosen;
}

function byLines(
  anatomy: Anatomy,
  { first, last }: { readonly first: number; readonly last: number },
): readonly Statement[] {
  const { statements, source, path } = anatomy;
  const line = (offset: number): number => source.positionAt(offset).line;
  const touched = statements.filter(
    ({ kind, start, end }) => kind !== "markup" && line(end) >= first && line(start) <= last,
  );
  const cut = touched.find(({ start, end }) => line(start) < first || line(end) > last);
  if (cut)
    throw new ShelfError("EXTRACT_LINES", {
      path: `${first}-${last}`,
      other: path,
      place: placeOf(anatomy, cut.start),
      reason: `${line(cut.start)}-${line(cut.end)}`,
    });
  const chosen = touched.filter(({ kind }) => kind !== "import" && kind !== "re-export" && kind !== "directive");
  if (chosen.length === 0) throw new ShelfError("EXTRACT_NOTHING", { path: `${first}-${last}`, other: path });
  return chosen;
}

/** What is given another value from both sides cannot be parted: an import cannot be written to. */
function ensureParted(anatomy: Anatomy, chosen: readonly Statement[]): void {
  const isInside = insideOf(chosen);
  for (const { name, level, places } of anatomy.names.variables) {
    if (level !== "top") continue;
    const isTaken = places.some((place) => place.isDeclared && isInside(place));
    const written = places.find((place) => place.isWritten === true && isInside(place) !== isTaken);
    if (written) throw new ShelfError("EXTRACT_WRITTEN", { path: name, place: placeOf(anatomy, written.start) });
  }
}
