/**
 * Plan files: YAML or JSON of one shape, written by `--save` or by hand.
 *
 *   version: 1
 *   moves:
 *     - from: src/components/TreeCard.tsx
 *       to: src/features/trees/components/TreeCard.tsx
 *       reason: only the trees feature uses it      # optional
 *     - from: src/old-folder/                       # a folder: all that is in it, but for what has an entry of its own
 *       to: src/features/rota/
 *
 * A plan of `arrange` may also make files (`adds`), lead references through a public index (`leads`), and write into the
 * configuration (`decides`).
 *
 * Paths are relative to the project. A plan is carried out exactly as written: companions are not added.
 */
import { stringify } from "yaml";
import * as z from "zod/mini";
import { roles, type Role } from "../../app/arrangement/index.js";
import { folderOf, foldersAbove, isBelow, nameOf, toProjectPath, type ProjectPath } from "../../base/paths.js";
import { configurationFile } from "../../app/configuration/index.js";
import { isCode } from "../../languages/index.js";
import type { SourceTree } from "../../files/index.js";
import { readYaml } from "../../base/yaml/index.js";
import { movesOfFolder, refuseSource, type Addition, type Move, type Through, type Wishes } from "../plan/index.js";
import type { Decided } from "../arrange/index.js";

const text = z.string().check(z.minLength(1));
const whole = z.number().check(z.int(), z.minimum(1));

const schema = z.strictObject({
  version: z.literal(1),
  moves: z.optional(
    z.array(z.strictObject({ from: text, to: text, reason: z.optional(z.string()) })).check(z.minLength(1)),
  ),
  adds: z.optional(
    z.array(
      z.strictObject({
        to: text,
        lines: z.array(z.string()),
        means: z.optional(z.array(text)),
        reason: z.optional(z.string()),
      }),
    ),
  ),
  leads: z.optional(
    z.array(z.strictObject({ in: text, line: whole, column: whole, names: z.string(), through: text })),
  ),
  decides: z.optional(
    z.array(
      z.strictObject({
        file: text,
        arrangement: z.optional(text),
        files: z.optional(
          z.record(
            text,
            z.union([
              z.literal("leave"),
              z.strictObject({ role: z.optional(z.enum(roles as [Role, ...Role[]])), feature: z.optional(text) }),
            ]),
          ),
        ),
      }),
    ),
  ),
});

/** A plan as read: files that move, and the line on which each was asked for. */
export interface PlanFile {
  readonly moves: readonly Move[];
  readonly lineOf: (move: Move) => string;
  readonly additions: readonly Addition[];
  readonly wishes: Wishes;
  readonly decides: readonly Decided[];
}

/** What a plan file is written from. */
export interface PlanFileInput {
  readonly moves: readonly Move[];
  /** Reasons besides those that the moves have, by the path that moves. */
  readonly reasons?: ReadonlyMap<ProjectPath, string>;
  /** Moves that belong together are written together, each group under its title. */
  readonly groups?: readonly { readonly title: string; readonly moves: readonly Move[] }[];
  readonly additions?: readonly Addition[];
  readonly wishes?: Wishes;
  readonly decides?: readonly Decided[];
}

/** Reads a plan's text. `file` is its name for messages. Throws `PLAN_UNREADABLE` with line and column, and what moves throw. */
export function readPlanFile(tree: SourceTree, text: string, file: string): PlanFile {
  const { data, refuse, placeAt } = readYaml({ text, file, schema, code: "PLAN_UNREADABLE" });
  if (!data.moves && !data.adds && !data.leads && !data.decides) refuse("moves: it is missing.", []);
  const found = new Map<Move, number>();
  const pathAt = (value: string, ...at: (string | number)[]): ProjectPath =>
    projectPath(value) ?? refuse(`${value} lies outside the project.`, at);
  const entries = (data.moves ?? []).map(({ from, to, reason }, index): Entry => {
    const path = (value: string, key: string): ProjectPath => pathAt(value, "moves", index, key);
    return { from: path(from, "from"), to: path(to, "to"), into: to.endsWith("/"), reason };
  });
  const named = new Set(entries.map(({ from }) => from));
  entries.forEach((entry, index) => {
    for (const move of movesOfEntry(tree, entry))
      if (!isNamedNearer(named, move.from, entry.from)) found.set(move, placeAt(["moves", index]).line);
  });
  const additions = (data.adds ?? []).map(({ to, lines, means, reason }, index): Addition => {
    const path = pathAt(to, "adds", index, "to");
    if (tree.isLink(path)) refuse(`${to} is a symbolic link.`, ["adds", index, "to"]);
    if (tree.has(path) && !isCode(path)) refuse(`${to} is there already, and would be made.`, ["adds", index, "to"]);
    return {
      path,
      text: lines.map((line) => `${line}\n`).join(""),
      means: (means ?? []).map((path) => pathAt(path, "adds", index, "means")),
      why: reason ?? "added",
    };
  });
  const wishes = new Map<ProjectPath, Map<number, Through>>();
  (data.leads ?? []).forEach((lead, index) => {
    const inFile = pathAt(lead.in, "leads", index, "in");
    const offset = offsetOf(tree, inFile, lead);
    if (offset === undefined)
      refuse(`no reference ${lead.names} stands in ${lead.in} at line ${lead.line} any more.`, ["leads", index]);
    const through = pathAt(lead.through, "leads", index, "through");
    const ofFile = wishes.get(inFile) ?? new Map<number, Through>();
    wishes.set(inFile, ofFile.set(offset ?? 0, { through, folder: folderOf(through) }));
  });
  const decides = (data.decides ?? []).map(({ file: configuration, arrangement, files }, index): Decided => {
    const path = pathAt(configuration, "decides", index, "file");
    if (nameOf(path) !== configurationFile || !tree.has(path) || tree.isLink(path))
      refuse(`${configuration} is no ${configurationFile} of this project.`, ["decides", index, "file"]);
    return {
      file: path,
      arrangement,
      files: new Map(Object.entries(files ?? {})),
    };
  });
  return {
    moves: [...found.keys()],
    lineOf: (move) => `${file}, line ${found.get(move) ?? 1}`,
    additions,
    wishes,
    decides,
  };
}

/** Where a name stands that a plan leads elsewhere; `undefined` if something else stands there now. */
function offsetOf(
  tree: SourceTree,
  file: ProjectPath,
  { line, column, names }: { readonly line: number; readonly column: number; readonly names: string },
): number | undefined {
  const source = tree.text(file);
  const offset = source?.offsetAt({ line, column });
  return offset !== undefined && source?.text.startsWith(names, offset) ? offset : undefined;
}

function projectPath(value: string): ProjectPath | undefined {
  if (/^(?:[\\/]|[a-zA-Z]:)/.test(value)) return undefined;
  const path = toProjectPath(value);
  return path === "" ? undefined : path;
}

interface Entry {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly into: boolean;
  readonly reason: string | undefined;
}

/** Whether a file of a folder that moves is named by an entry of its own, or is in a folder within that is: that counts. */
function isNamedNearer(named: ReadonlySet<ProjectPath>, file: ProjectPath, folder: ProjectPath): boolean {
  return file !== folder && [file, ...foldersAbove(file)].some((each) => isBelow(each, folder) && named.has(each));
}

/** A folder goes *to* its target, whatever is there; a file goes into a target that ends in a slash. */
function movesOfEntry(tree: SourceTree, { from, to, into, reason }: Entry): Move[] {
  if (tree.has(from)) {
    const target = into ? (`${to}/${from.slice(from.lastIndexOf("/") + 1)}` as ProjectPath) : to;
    return [{ from, to: target, why: "asked", ...(reason !== undefined && { because: reason }) }];
  }
  if (!tree.hasFolder(from)) return refuseSource(tree, from);
  return movesOfFolder(tree, from, to, reason);
}

/** A plan's text, one entry a moved file, to be read again by `readPlanFile`. */
export function writePlanFile(tree: SourceTree, input: PlanFileInput): string {
  const { moves, reasons, groups, additions = [], wishes = new Map() as Wishes, decides = [] } = input;
  const listed = groups ?? [{ title: "", moves }];
  const leads = [...wishes].flatMap(([file, ofFile]) =>
    [...ofFile].flatMap(([offset, wish]) => ("through" in wish ? [leadOf(tree, { file, offset, wish })] : [])),
  );
  const adds = additions.map(({ path, text, means, why }) => {
    return { to: path, reason: why, lines: text.split("\n").slice(0, -1), ...(means.length > 0 && { means }) };
  });
  const decided = decides.map(({ file, arrangement, files = new Map() }) => ({
    file,
    ...(arrangement !== undefined && { arrangement }),
    ...(files.size > 0 && { files: Object.fromEntries(files) as object }),
  }));
  return [
    "version: 1\n",
    ...(moves.length === 0 ? [] : ["moves:\n"]),
    ...listed.flatMap((group) => [
      ...(group.title === "" ? [] : [`  # ${group.title}\n`]),
      ...group.moves.map((move) => indented(stringify([entryOf(move, reasons?.get(move.from))], { lineWidth: 0 }))),
    ]),
    ...(adds.length === 0 ? [] : [stringify({ adds }, { lineWidth: 0 })]),
    ...(leads.length === 0 ? [] : ["leads:\n", ...leads.map((lead) => indented(`- ${JSON.stringify(lead)}\n`))]),
    ...(decided.length === 0 ? [] : [stringify({ decides: decided }, { lineWidth: 0 })]),
  ].join("");
}

function indented(text: string): string {
  return text.replace(/^(?=.)/gm, "  ");
}

function entryOf(
  { from, to, why, because }: Move,
  reason: string | undefined,
): { from: string; to: string; reason?: string } {
  if (because === undefined) return reason === undefined ? { from, to } : { from, to, reason };
  const reasons = { companion: `goes with ${because}`, "in folder": `in ${because}`, asked: because };
  return { from, to, reason: reasons[why] };
}

interface Lead {
  readonly file: ProjectPath;
  readonly offset: number;
  readonly wish: Through;
}

function leadOf(tree: SourceTree, { file, offset, wish }: Lead): object {
  const source = tree.text(file);
  const { line, column } = source?.positionAt(offset) ?? { line: 1, column: 1 };
  const names = /^[^"'`\s]*/.exec(source?.text.slice(offset) ?? "")?.[0] ?? "";
  return { in: file, line, column, names, through: wish.through };
}
