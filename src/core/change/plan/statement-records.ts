/**
 * A statement as what it says, whatever file it stands in: its text without `export`, with what each name in it means in the place
 * of the name, and without paths, which are spelled otherwise elsewhere. Two statements with one record say the same.
 */
import { isRelative, type Reference, type Statement, type TextNames } from "../../languages/index.js";
import type { Modules, Origin } from "../../graph/index.js";
import { folderOf, joinPath, type ProjectPath } from "../../base/paths.js";

/** One side of a change: the files as they are, or as they will be. */
export interface Side {
  readonly modules: Modules;
  /** What an origin is called on the planned tree. */
  readonly keyOf: (origin: Origin) => string;
  /** The file that stands for one on the planned tree. */
  readonly placeOf: (path: ProjectPath) => ProjectPath;
  readonly textOf: (path: ProjectPath) => string | undefined;
  /** Whether a name of a file was given by default, without a name, on the other side. */
  readonly wasNameless: (path: ProjectPath, name: string) => boolean;
}

/** One statement as what it says. */
export interface StatementRecord {
  readonly key: string;
  readonly path: ProjectPath;
  readonly start: number;
  readonly name: string;
  /** How many names in it mean something beyond it. */
  readonly places: number;
  /** Of each of them whether it is used as a value and only imported as a type. */
  readonly typeOnly: readonly boolean[];
}

/** A text that is read for its statements. */
export interface ReadText {
  readonly path: ProjectPath;
  readonly text: string;
  readonly names: TextNames;
  readonly meanings: ReadonlyMap<string, string>;
  readonly side: Side;
}

/** The record of a statement; nothing for `export default Tree;`, which declares nothing. */
export function recordOf(read: ReadText, statement: Statement): StatementRecord | undefined {
  const { path, text, names, side } = read;
  const { core, start, end, declares, kind } = statement;
  const references = side.modules.reading(path).references.filter((each) => each.start >= core && each.start < end);
  const named = namelessHead(read, statement);
  const places = substitutions(read, statement).sort((a, b) => a.start - b.start);
  if (kind === "default" && isOneName(names, text, statement)) return undefined;
  const cuts: Substitution[] = [
    ...places.filter(({ start: at }) => !named || at < named.start || at >= named.end),
    ...references.map((each) => ({ start: each.start, end: each.end, text: "" })),
    ...(named ? [{ start: named.start, end: named.end, text: "" }] : []),
  ];
  const said = substituted(text, core, end, cuts);
  const isNameless = kind === "default" || named !== undefined;
  const [only = "default"] = declares;
  const own = isNameless ? side.keyOf({ file: path, name: kind === "default" ? "default" : only }) : "";
  const means = references.map((each) => meantBy(path, each, side));
  const plain = isNameless ? said.replace(/;\s*$/, "").trim() : said;
  return {
    key: [own, plain, ...means].join("\u0001"),
    path,
    start,
    name: declares.join(", "),
    places: places.length,
    typeOnly: places.map((each) => each.isTypeOnly),
  };
}

interface Substitution {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** What the names of a statement mean that are known beyond it. */
function substitutions(
  { names, meanings, text, path, side }: ReadText,
  { core, end }: Statement,
): (Substitution & { readonly isTypeOnly: boolean })[] {
  const found: (Substitution & { readonly isTypeOnly: boolean })[] = [];
  const types = importedAsTypes(path, side);
  for (const { name, level, places } of names.variables) {
    if (level === "inner") continue;
    const isOfTypes = places.some(({ start, isDeclared }) => isDeclared && types.has(start));
    const meant = level === "free" ? `free ${name}` : (meanings.get(name) ?? `${path}\n${name}`);
    for (const place of places) {
      if (place.start < core || place.start >= end) continue;
      const isTypeOnly = isOfTypes && place.isType !== true && !place.isDeclared;
      const key = place.form === "shorthand property" ? `${name}: ` : "";
      const [member, other] = place.members ?? [];
      const isWhole = meant.endsWith("\n*") && member?.form === "name" && other === undefined;
      if (isWhole && /^\s*\??\.\s*$/.test(text.slice(place.end, member.start))) {
        const target = meant.slice(0, -2) as ProjectPath;
        const origins = targetsNow(side, target).flatMap((each) => side.modules.originsOf(each, member.name));
        const means = origins.map(side.keyOf).sort().join("\t") || `${meant} ${member.name}`;
        found.push({ start: place.start, end: member.end, text: `\u0002${means}\u0002`, isTypeOnly });
      } else found.push({ start: place.start, end: place.end, text: `${key}\u0002${meant}\u0002`, isTypeOnly });
    }
  }
  return found;
}

/** Where a file imports names as types only. */
function importedAsTypes(path: ProjectPath, { modules }: Side): ReadonlySet<number> {
  return new Set(
    modules
      .reading(path)
      .references.flatMap(({ kind, bindings = [] }) =>
        kind === "import" ? bindings.filter(({ isType }) => isType).map(({ localStart }) => localStart) : [],
      ),
  );
}

/** Names that a file imports or declares more than once, so that they mean nothing for certain. */
export function doubled(path: ProjectPath, names: TextNames, { modules }: Side): readonly string[] {
  const imported = modules
    .reading(path)
    .references.flatMap(({ kind, bindings = [] }) => (kind === "import" ? bindings.map(({ local }) => local) : []));
  const declared = names.variables.filter(
    ({ level, name, places }) =>
      level === "top" && imported.includes(name) && places.filter(({ isDeclared }) => isDeclared).length > 1,
  );
  const twice = imported.filter((name, at) => name !== "" && imported.indexOf(name) !== at);
  return [...new Set([...twice, ...declared.map(({ name }) => name)])];
}

/** The files that stand behind the key of a whole file on one side. */
function targetsNow({ modules, placeOf }: Side, target: ProjectPath): readonly ProjectPath[] {
  if (modules.tree.has(target) && placeOf(target) === target) return [target];
  return modules.tree.paths.filter((path) => placeOf(path) === target);
}

function substituted(text: string, from: number, end: number, cuts: readonly Substitution[]): string {
  let found = "";
  let at = from;
  for (const cut of [...cuts].sort((a, b) => a.start - b.start)) {
    if (cut.start < at) continue;
    found += text.slice(at, cut.start) + cut.text;
    at = cut.end;
  }
  return (found + text.slice(at, end)).replaceAll("\r\n", "\n");
}

/** `const tree = ` and the name in `function tree()`, of what was a default without a name before. */
function namelessHead({ path, text, side }: ReadText, { core, end, declares }: Statement): Substitution | undefined {
  const [name, other] = declares;
  if (name === undefined || other !== undefined || !side.wasNameless(path, name)) return undefined;
  const said = text.slice(core, end);
  const constant = /^const\s+[\w$\p{L}]+\s*=\s*/u.exec(said)?.[0];
  if (constant !== undefined) return { start: core, end: core + constant.length, text: "" };
  const head = /^(?:(?:async\s+)?function\b\s*\*?|(?:abstract\s+)?class\b)/.exec(said)?.[0].trimEnd();
  if (head === undefined) return undefined;
  const called = said.indexOf(name, head.length) + name.length;
  return { start: core + head.length, end: core + called, text: "" };
}

function isOneName({ variables }: TextNames, text: string, { core, end }: Statement): boolean {
  const name = text.slice(core, end).replace(/;\s*$/, "").trim();
  return variables.some((each) => each.level === "top" && each.name === name);
}

function meantBy(path: ProjectPath, reference: Reference, { modules, placeOf }: Side): string {
  const targets = modules.targetsOf(path, reference).map(placeOf).join(",");
  return targets !== "" ? targets : reference.specifier.replace(/^(?:\.{1,2}\/)+/, "");
}

/** What each name of the whole file means: what declares it, here or elsewhere. */
export function meaningsIn(path: ProjectPath, names: TextNames, side: Side): ReadonlyMap<string, string> {
  const { modules, keyOf, placeOf } = side;
  const found = new Map<string, string>();
  for (const { name, level } of names.variables) if (level === "top") found.set(name, keyOf({ file: path, name }));
  for (const reference of modules.reading(path).references) {
    if (reference.kind !== "import") continue;
    const targets = modules.targetsOf(path, reference);
    for (const { local, imported } of reference.bindings ?? []) {
      const origins = targets.flatMap((target) => modules.originsOf(target, imported));
      const meant = origins.map(keyOf).sort().join("\t");
      const [outside] = targets.map((target) => modules.outsideOf(target, imported));
      const there = targets.map(placeOf).join(",") || placed(path, reference.specifier);
      // A package is known by its name; what no file gives, by the file and the name that was asked for.
      if (meant !== "") found.set(local, meant);
      else if (outside) found.set(local, `${placed(outside.by, outside.specifier)} ${outside.imported}`);
      else found.set(local, `${there} ${imported}`);
    }
  }
  return found;
}

/** What nothing answers to, by the place that is meant. */
export function placed(path: ProjectPath, specifier: string): string {
  return isRelative(specifier) ? (joinPath(folderOf(path), specifier) ?? specifier) : specifier;
}
