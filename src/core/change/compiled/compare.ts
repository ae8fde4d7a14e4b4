/**
 * What the app's own compilers make of its sheets before and after a plan. The plan and its proof do not stand on it: it is the same
 * question put to somebody else.
 */
import { existsSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, relative } from "node:path";
import { diffLines } from "diff";
import type { Project } from "../../app/index.js";
import {
  comparePaths,
  folderOf,
  foldersHolding,
  inFolder,
  joinPath,
  nameOf,
  type ProjectPath,
  rootPath,
  toProjectPath,
} from "../../base/paths.js";
import { quiet, type Progress } from "../../base/progress.js";
import { withoutBlankLines } from "../../base/text/index.js";
import { PlannedTree } from "../../files/index.js";
import { readToolSettings, Resolver, SheetWorld } from "../../graph/index.js";
import { isTakenIn, languageFor, moduleRules } from "../../languages/index.js";
import { madeTexts, type Plan } from "../plan/index.js";
import { compilerFor, type Beyond, type Compiler, type Output } from "./compilers.js";

/** A sheet that was compiled before and after. */
export interface ComparedSheet {
  /** Where it is now. */
  readonly entry: ProjectPath;
  /** `same`: letter by letter; `spaced`: but for blank lines; `fails`: it compiles neither before nor after; `mended`: it did not before. */
  readonly state: "same" | "spaced" | "different" | "fails" | "mended" | "broken";
  /** Lines of the output, or what the compiler says: `-` those of before, `+` those of after. None where all is the same. */
  readonly lines: readonly string[];
}

/** What came of it. */
export interface Comparison {
  /** The compilers, by name and version. */
  readonly compilers: readonly string[];
  readonly sheets: readonly ComparedSheet[];
  /** Sheets for which no compiler is installed. */
  readonly without: readonly ProjectPath[];
  /** Files that change and have style blocks, which only their bundler compiles. */
  readonly blocks: readonly ProjectPath[];
}

/** Whether all could be compiled, and nothing of it is another thing then. */
export function isAsBefore({ sheets, without }: Comparison): boolean {
  return without.length === 0 && sheets.every(({ state }) => state !== "different" && state !== "broken");
}

/** So many lines of a difference are given. */
const mostLines = 12;

/** Compiles all sheets that a plan can change, before and after. `root` is the project's whole path. Writes to a temporary folder only. */
export async function compareCompiled(
  { tree, aliases }: Project,
  plan: Plan,
  { root, progress = quiet }: { readonly root: string; readonly progress?: Progress },
): Promise<Comparison> {
  const goes = new Map(plan.moves.map(({ from, to }) => [from, to]));
  const now = new Resolver(tree, moduleRules, aliases);
  const entries = entriesTouched(plan, now);
  const blocks = plan.texts
    .map(({ file }) => file)
    .filter((file) => (languageFor(file)?.styleBlocks?.(tree.text(file)?.text ?? "") ?? []).length > 0);
  if (entries.length === 0) return { compilers: [], sheets: [], without: [], blocks };
  const planned = plannedTree(tree, plan);
  const settings = aliases.filter(({ source }) => source !== "settings");
  const then = new Resolver(planned, moduleRules, [...settings, ...(await readToolSettings(planned))]);
  const copy = mkdtempSync(join(tmpdir(), "steady-shelf-"));
  const compilers = new Map<string, Compiler | undefined>();
  const sheets: ComparedSheet[] = [];
  const without: ProjectPath[] = [];
  try {
    copyOf(planned, { copy, root, withOthers: entries.some((entry) => languageOf(entry) === "less") });
    for (const [index, entry] of entries.entries()) {
      progress("Compiling sheets", index, entries.length);
      const language = languageOf(entry) ?? "sass";
      const folder = join(root, now.ground.packageFolder(entry));
      const key = `${language} ${folder}`;
      if (!compilers.has(key)) compilers.set(key, await compilerFor(language, folder));
      const compiler = compilers.get(key);
      if (!compiler) {
        without.push(entry);
        continue;
      }
      const place = goes.get(entry) ?? entry;
      const before = await compiler.compile(join(root, entry), loadPathsOf(now, entry, root));
      const after = await compiler.compile(
        join(copy, place),
        loadPathsOf(then, place, copy),
        beyondOf(planned, copy, root),
      );
      sheets.push({ entry, ...compared(before, after) });
    }
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
  const called = [...compilers.values()].flatMap((each) => (each ? [each.called] : []));
  return { compilers: [...new Set(called)], sheets, without, blocks };
}

/** Sheets that a compiler begins with, and that take in what a plan touches. */
function entriesTouched({ moves, texts, removed }: Plan, resolver: Resolver): readonly ProjectPath[] {
  const touched = [...moves.map(({ from }) => from), ...texts.map(({ file }) => file), ...removed].filter(isTakenIn);
  const found = new Set<ProjectPath>();
  for (const sheet of touched) {
    const entries = resolver.entriesOf(sheet);
    for (const entry of entries.length > 0 ? entries : [sheet]) if (!SheetWorld.isPartial(entry)) found.add(entry);
  }
  return [...found].filter((path) => languageOf(path) !== undefined).sort(comparePaths);
}

/** What a sheet is written in, if that has to be compiled. */
function languageOf(path: ProjectPath): "sass" | "less" | undefined {
  const lookup = SheetWorld.formsOf(path)?.lookup(nameOf(path));
  return lookup === "sass" || lookup === "less" ? lookup : undefined;
}

function plannedTree(tree: Project["tree"], { moves, texts, made, removed }: Plan): PlannedTree {
  const goes = new Map(moves.map(({ from, to }) => [from, to]));
  const planned = new PlannedTree(tree, goes, madeTexts(made), new Set(removed));
  for (const { file, after } of texts) planned.respell(goes.get(file) ?? file, after);
  return planned;
}

interface Copying {
  readonly copy: string;
  readonly root: string;
  /** Whether pictures and the like are needed, too: Less may put them into the sheet. */
  readonly withOthers: boolean;
}

/** The sheets of a tree as files, with the packages that are installed beside them; everything else by links to what is there. */
function copyOf(planned: PlannedTree, { copy, root, withOthers }: Copying): void {
  const folders = foldersHolding(planned.paths).add(rootPath);
  for (const path of planned.paths) {
    const place = join(copy, path);
    const text = isTakenIn(path) ? planned.text(path) : undefined;
    const origin = planned.originOf(path);
    if (!text && (origin === undefined || !withOthers)) continue;
    mkdirSync(dirname(place), { recursive: true });
    if (text) writeFileSync(place, text.encode(text.text, path));
    else symlinkSync(join(root, origin ?? path), place);
  }
  for (const folder of folders)
    if (existsSync(join(root, folder, "node_modules"))) {
      mkdirSync(join(copy, folder), { recursive: true });
      symlinkSync(join(root, folder, "node_modules"), join(copy, folder, "node_modules"));
    }
}

/** What git ignores is in no tree, and stays where it is: it is found beside the place at which the sheet lies today. */
function beyondOf(planned: PlannedTree, copy: string, root: string): Beyond {
  return (sheet, name) => {
    const place = toProjectPath(relative(copy, sheet).replaceAll("\\", "/"));
    const origin = place && planned.originOf(place);
    const at = origin === undefined ? undefined : joinPath(folderOf(origin), name);
    if (at === undefined) return undefined;
    const [folder, last] = [folderOf(at), nameOf(at)];
    const names = [last, `_${last}`].flatMap((each) => [each, `${each}.scss`, `${each}.sass`, `${each}.css`]);
    const found = names
      .map((each) => inFolder(folder, each))
      .find(
        (each) => !planned.before.has(each) && !planned.before.hasFolder(each) && planned.before.existsBeyond(each),
      );
    return found && join(root, found);
  };
}

function loadPathsOf({ ground }: { readonly ground: Resolver["ground"] }, entry: ProjectPath, root: string): string[] {
  return ground
    .loadPaths(entry)
    .flatMap(({ targets }) => targets.map((target) => join(root, target.replace(/\/?\*$/, ""))));
}

function compared(before: Output, after: Output): Pick<ComparedSheet, "state" | "lines"> {
  if ("error" in before)
    return "error" in after
      ? { state: "fails", lines: [after.error] }
      : { state: "mended", lines: [`- ${before.error}`] };
  if ("error" in after) return { state: "broken", lines: [`+ ${after.error}`] };
  if (before.css === after.css) return { state: "same", lines: [] };
  if (withoutBlankLines(before.css) === withoutBlankLines(after.css)) return { state: "spaced", lines: [] };
  const lines = diffLines(before.css, after.css).flatMap(({ added, removed, value }) =>
    added || removed
      ? value
          .replace(/\n$/, "")
          .split("\n")
          .map((line) => `${added ? "+" : "-"} ${line}`)
      : [],
  );
  const more = lines.length - mostLines;
  return { state: "different", lines: more > 0 ? [...lines.slice(0, mostLines), `… and ${more} more`] : lines };
}
