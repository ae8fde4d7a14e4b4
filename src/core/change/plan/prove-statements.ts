/**
 * The proof for what goes from one file to another. It does not trust the edits: all texts that change are read again, and
 * - every statement of the files that give and gain is there once, letter for letter, and each name in it means what it meant;
 * - every name that another changed file imports means what it meant;
 * - every name that a changed file gives comes from where it came from, but for those that leave on purpose;
 * - who takes one of the names, by whatever index, takes the same declaration.
 */
import { Modules, type Origin } from "../../graph/index.js";
import { isRelative, languageFor, type Reference, type Statement, type TextNames } from "../../languages/index.js";
import { folderOf, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Claim } from "../draft.js";
import { holdersOf, mayMean } from "./name-holders.js";
import type { Difference, Gap, NameCount } from "./plan.js";
import type { NameProof } from "./prove-names.js";
import { takenNames } from "./taken-names.js";
import { WholeFiles } from "./whole-files.js";

/** A claim that a declaration goes to another file. */
export type HandsOver = Extract<Claim, { readonly kind: "hands over" }>;

/** What the proof is made from. */
export interface StatementProof extends Omit<NameProof, "claims"> {
  readonly claims: readonly HandsOver[];
}

/** What came of it. */
export interface StatementResult {
  readonly names: NameCount;
  readonly different: readonly Difference[];
  readonly gaps: readonly Gap[];
}

/** Proves it, or says where another declaration would be meant. */
export function proveStatements(input: StatementProof): Promise<StatementResult> {
  return new Proof(input).result();
}

/** One side of the change: the files as they are, or as they will be. */
interface Side {
  readonly modules: Modules;
  /** What an origin is called on the planned tree. */
  readonly keyOf: (origin: Origin) => string;
  readonly textOf: (path: ProjectPath) => string | undefined;
}

class Proof {
  readonly #now: Side;
  readonly #then: Side;
  readonly #different: Difference[] = [];
  readonly #gaps: Gap[] = [];
  #uses = 0;
  #same = 0;

  constructor(readonly input: StatementProof) {
    const { tree, planned, before, after, claims } = input;
    const goes = new Map(claims.map(({ file, name, to }) => [`${file}\n${name}`, `${to}\n${name}`]));
    const plain = ({ file, name }: Origin): string => `${file}\n${name}`;
    this.#now = {
      modules: new Modules(tree, before),
      keyOf: (origin) => goes.get(plain(origin)) ?? plain(origin),
      textOf: (path) => tree.text(path)?.text,
    };
    this.#then = { modules: new Modules(planned, after), keyOf: plain, textOf: (path) => planned.text(path)?.text };
  }

  async result(): Promise<StatementResult> {
    const { claims, texts } = this.input;
    const parties = new Set(claims.flatMap(({ file, to }) => [file, to]));
    await this.#statements([...parties]);
    const scripts = texts.map(({ file }) => file).filter((path) => languageFor(path)?.names !== undefined);
    for (const path of scripts) {
      if (!parties.has(path)) await this.#imports(path);
      this.#exports(path);
    }
    await this.#takers(new Set(scripts));
    const isLost = (target: ProjectPath, name: string): boolean =>
      this.#then.modules.originsOf(target, name).length === 0;
    const wholes = new WholeFiles(this.input.tree, this.#now.modules, this.#leaving(), isLost);
    for (const path of await wholes.search(parties)) this.#unread(path);
    const gaps = [...wholes.gaps, ...this.#gaps];
    return { names: { uses: this.#uses, same: this.#same }, different: this.#different, gaps };
  }

  /** Names that a file gives now, and would not any more. */
  #leaving(): readonly HandsOver[] {
    const given = ({ modules }: Side, { file, name }: HandsOver): boolean =>
      (modules.reading(file).exports ?? []).some((each) => each.name === name);
    return this.input.claims.filter((claim) => given(this.#now, claim) && !given(this.#then, claim));
  }

  #wrong(path: ProjectPath, start: number, specifier: string, reason: string): void {
    const at = this.input.tree.text(path)?.positionAt(start) ?? { line: 1, column: 1 };
    this.#different.push({ file: path, at, specifier, before: [], after: [], reason });
  }

  #unread(path: ProjectPath): void {
    this.#gaps.push({ reason: "not understood", file: path, detail: "its statements could not be told apart" });
  }

  /** All statements of some files: what each says, and what each name in it means. */
  async #statements(paths: readonly ProjectPath[]): Promise<void> {
    const [now, then] = [await this.#records(paths, this.#now), await this.#records(paths, this.#then)];
    const left = new Map<string, number>();
    for (const { key } of then) left.set(key, (left.get(key) ?? 0) + 1);
    for (const { key, path, start, name, places } of now) {
      const there = left.get(key) ?? 0;
      left.set(key, there - 1);
      this.#uses += places;
      if (there > 0) this.#same += places;
      else this.#wrong(path, start, name, "a statement would be lost, say something else, or mean another declaration");
    }
    for (const { key, path, name } of then) {
      if ((left.get(key) ?? 0) <= 0) continue;
      left.set(key, 0);
      if (!now.some((each) => each.key === key))
        this.#wrong(path, 0, name, "a statement would come up that is not there now");
    }
  }

  async #records(paths: readonly ProjectPath[], side: Side): Promise<Said[]> {
    const found: Said[] = [];
    for (const path of paths) {
      const text = side.textOf(path);
      if (text === undefined) continue;
      const language = languageFor(path);
      const [statements, names] = [
        await language?.statements?.(text, nameOf(path)),
        await language?.names?.(text, nameOf(path)),
      ];
      if (!statements || !names) {
        this.#unread(path);
        continue;
      }
      const meanings = meaningsIn(path, names, side);
      for (const statement of statements)
        if (["declaration", "default", "other"].includes(statement.kind))
          found.push(recordOf(path, text, statement, { names, meanings, side }));
    }
    return found;
  }

  /** The names that a file imports, each by what it calls it. */
  async #imports(path: ProjectPath): Promise<void> {
    const [now, then] = [await this.#importedBy(path, this.#now), await this.#importedBy(path, this.#then)];
    if (!now || !then) return this.#unread(path);
    for (const [local, { meant, start }] of now) {
      this.#uses += 1;
      if (then.get(local)?.meant === meant) this.#same += 1;
      else this.#wrong(path, start, local, "another declaration would be meant");
    }
    for (const local of then.keys())
      if (!now.has(local)) this.#wrong(path, 0, local, "a name would be imported that is not now");
  }

  async #importedBy(
    path: ProjectPath,
    side: Side,
  ): Promise<ReadonlyMap<string, { readonly meant: string; readonly start: number }> | undefined> {
    const text = side.textOf(path) ?? "";
    const names = await languageFor(path)?.names?.(text, nameOf(path));
    if (!names) return undefined;
    const found = new Map<string, { readonly meant: string; readonly start: number }>();
    const meanings = meaningsIn(path, names, side);
    for (const { kind, bindings = [] } of side.modules.reading(path).references)
      for (const { local, localStart } of bindings)
        if (kind === "import" && local !== "" && found.has(local))
          found.set(local, { meant: "two", start: localStart });
        else if (kind === "import" && local !== "")
          found.set(local, { meant: meanings.get(local) ?? "", start: localStart });
    return found;
  }

  /** The names that a file gives, each by what declares it. */
  #exports(path: ProjectPath): void {
    const given = ({ modules, keyOf }: Side): Map<string, string> =>
      new Map(
        (modules.reading(path).exports ?? [])
          .filter(({ name }) => name !== "*")
          .map(({ name }) => [name, modules.originsOf(path, name).map(keyOf).sort().join("\t")]),
      );
    const [now, then] = [given(this.#now), given(this.#then)];
    for (const [name, meant] of now) {
      const leaves = this.input.claims.some((claim) => claim.file === path && claim.name === name);
      if (then.get(name) === meant || (leaves && !then.has(name))) continue;
      this.#wrong(
        path,
        0,
        name,
        then.has(name) ? "another declaration would be given by the name" : "the file would not give the name any more",
      );
    }
  }

  /** Who takes one of the names takes the same declaration. */
  async #takers(changed: ReadonlySet<ProjectPath>): Promise<void> {
    const { tree, claims } = this.input;
    const names = new Set(claims.map(({ name }) => name));
    const concern = { modules: this.#now.modules, names };
    for (const path of await holdersOf(tree, [...names])) {
      if (languageFor(path)?.names === undefined || changed.has(path)) continue;
      if (!mayMean(path, concern)) continue;
      const own = await languageFor(path)?.names?.(tree.text(path)?.text ?? "", nameOf(path));
      const [now, then] = [takenNames(path, this.#now.modules, own), takenNames(path, this.#then.modules, own)];
      if (!own) {
        const { problem } = this.#now.modules.reading(path);
        if (now.some((each) => names.has(each.name)) || problem) this.#unread(path);
      }
      now.forEach((each, index) => {
        if (!names.has(each.name)) return;
        this.#uses += 1;
        const [wanted, found] = [
          each.origins.map(this.#now.keyOf).sort().join("\t"),
          (then[index]?.origins ?? []).map(this.#then.keyOf).sort().join("\t"),
        ];
        if (wanted === found) this.#same += 1;
        else this.#wrong(path, each.start, each.name, "another declaration would be meant");
      });
    }
  }
}

/** One statement as text, with what it means. */
interface Said {
  readonly key: string;
  readonly path: ProjectPath;
  readonly start: number;
  readonly name: string;
  readonly places: number;
}

interface SaidWith {
  readonly names: TextNames;
  readonly meanings: ReadonlyMap<string, string>;
  readonly side: Side;
}

/** A statement without `export`, with what each of its names means that is known in the whole file; paths by what they mean. */
function recordOf(path: ProjectPath, text: string, statement: Statement, { names, meanings, side }: SaidWith): Said {
  const { core, start, end, declares, exported } = statement;
  const isDefault = exported === "by default" || statement.kind === "default";
  const from = isDefault ? start : core;
  const meant = names.variables
    .filter(({ level }) => level !== "inner")
    .flatMap(({ name, level, places }) =>
      places
        .filter((place) => place.start >= from && place.start < end)
        .map((place) => ({
          at: place.start - from,
          meant: level === "free" ? `free ${name}` : (meanings.get(name) ?? name),
        })),
    )
    .sort((a, b) => a.at - b.at);
  const references = side.modules.reading(path).references.filter((each) => each.start >= from && each.start < end);
  const pathless = withoutPaths(text, from, end, references);
  const means = references.map(
    (each) => side.modules.targetsOf(path, each).join(",") || each.specifier.replace(/^(?:\.{1,2}\/)+/, ""),
  );
  const key = [pathless, ...meant.map((each) => each.meant), ...means].join("\u0001");
  return { key, path, start, name: declares.join(", "), places: meant.length };
}

/** Paths are proved for themselves, and are spelled otherwise elsewhere. */
function withoutPaths(text: string, from: number, end: number, references: readonly Reference[]): string {
  let found = "";
  let at = from;
  for (const reference of references) {
    found += text.slice(at, reference.start);
    at = reference.end;
  }
  return (found + text.slice(at, end)).replaceAll("\r\n", "\n");
}

/** What nothing answers to, by the place that is meant. */
function placed(path: ProjectPath, specifier: string): string {
  return isRelative(specifier) ? (joinPath(folderOf(path), specifier) ?? specifier) : specifier;
}

/** What each name of the whole file means: what declares it, here or elsewhere. */
function meaningsIn(path: ProjectPath, names: TextNames, { modules, keyOf }: Side): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const { name, level } of names.variables) if (level === "top") found.set(name, keyOf({ file: path, name }));
  for (const reference of modules.reading(path).references) {
    if (reference.kind !== "import") continue;
    const targets = modules.targetsOf(path, reference);
    for (const { local, imported } of reference.bindings ?? []) {
      const origins = targets.flatMap((target) => modules.originsOf(target, imported));
      const meant = origins.map(keyOf).sort().join("\t");
      // A package is known by its name; what no file gives, by the file and the name that was asked for.
      found.set(local, meant !== "" ? meant : `${targets.join(",") || placed(path, reference.specifier)} ${imported}`);
    }
  }
  return found;
}
