/**
 * The proof for what goes from one file to another. It does not trust the edits: all texts that change are read again, and
 * - every statement of the files that give and gain is there once, letter for letter but for names that are called otherwise, and each
 *   name in it means what it meant;
 * - every name that another changed file imports means what it meant;
 * - every name that a changed file gives comes from where it came from, but for those that leave on purpose, which another gives;
 * - who takes one of the names, by whatever index, takes the same declaration.
 */
import { Modules, type Origin } from "../../graph/index.js";
import { languageFor } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { Claim } from "../draft.js";
import { lostDefaults } from "./lost-defaults.js";
import { holdersOf, importersOf, mayMean } from "./name-holders.js";
import type { Difference, Gap, NameCount } from "./plan.js";
import type { NameProof } from "./prove-names.js";
import { doubled, meaningsIn, placed, recordOf, type Side, type StatementRecord } from "./statement-records.js";
import { takenNames } from "./taken-names.js";
import { WholeFiles } from "./whole-files.js";

/** A claim that a declaration goes to another file. */
export type HandsOver = Extract<Claim, { readonly kind: "hands over" }>;

/** What the proof is made from. */
export interface StatementProof extends Omit<NameProof, "claims"> {
  readonly claims: readonly HandsOver[];
  /** Files that are removed because others hold what they held. */
  readonly removed: readonly ProjectPath[];
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

class Proof {
  readonly #now: Side;
  readonly #then: Side;
  /** Files that give statements or gain them, as they are; and as they will be. */
  readonly #parties: ReadonlySet<ProjectPath>;
  readonly #gainers: ReadonlySet<ProjectPath>;
  readonly #claimed: ReadonlySet<string>;
  readonly #different: Difference[] = [];
  readonly #gaps: Gap[] = [];
  #uses = 0;
  #same = 0;

  constructor(readonly input: StatementProof) {
    const { tree, planned, before, after, claims, map, removed } = input;
    const goes = new Map(claims.map(({ file, name, to, as = name }) => [`${file}\n${name}`, `${to}\n${as}`]));
    const nameless = new Set(
      claims.flatMap(({ name, to, as }) => (name === "default" && as !== undefined ? [`${to}\n${as}`] : [])),
    );
    const placeOf = (path: ProjectPath): ProjectPath => map.file(path);
    this.#claimed = new Set(goes.keys());
    this.#now = {
      modules: new Modules(tree, before, false),
      keyOf: ({ file, name }: Origin) => goes.get(`${file}\n${name}`) ?? `${placeOf(file)}\n${name}`,
      placeOf,
      textOf: (path) => tree.text(path)?.text,
      wasNameless: () => false,
    };
    this.#then = {
      modules: new Modules(planned, after, false),
      keyOf: ({ file, name }: Origin) => `${file}\n${name}`,
      placeOf: (path) => path,
      textOf: (path) => planned.text(path)?.text,
      wasNameless: (path, name) => nameless.has(`${path}\n${name}`),
    };
    this.#parties = new Set([...claims.flatMap(({ file, to }) => [file, to]), ...removed, ...removed.map(placeOf)]);
    this.#gainers = new Set([...this.#parties].map(placeOf));
  }

  async result(): Promise<StatementResult> {
    const { texts } = this.input;
    await this.#statements();
    const scripts = texts.map(({ file }) => file).filter((path) => languageFor(path)?.names !== undefined);
    for (const path of scripts)
      if (!this.#parties.has(path)) {
        await this.#imports(path);
        await this.#calls(path);
      }
    for (const path of new Set([...scripts, ...this.#parties])) this.#exports(path);
    await this.#takers(new Set(scripts));
    await this.#wholes();
    await this.#mocks();
    await this.#defaults();
    return { names: { uses: this.#uses, same: this.#same }, different: this.#different, gaps: this.#gaps };
  }

  #wrong(path: ProjectPath, start: number, specifier: string, reason: string): void {
    const at = this.input.tree.text(path)?.positionAt(start) ?? { line: 1, column: 1 };
    this.#different.push({ file: path, at, specifier, before: [], after: [], reason });
  }

  #unread(path: ProjectPath): void {
    this.#gaps.push({ reason: "not understood", file: path, detail: "its statements could not be told apart" });
  }

  /** All statements of some files: what each says, and what each name in it means. */
  async #statements(): Promise<void> {
    const now = await this.#records([...this.#parties], this.#now);
    const then = await this.#records([...this.#gainers], this.#then);
    const left = new Map<string, StatementRecord[]>();
    for (const record of then) left.set(record.key, [...(left.get(record.key) ?? []), record]);
    for (const { key, path, start, name, places, typeOnly } of now) {
      const there = left.get(key)?.shift();
      this.#uses += places;
      if (there?.typeOnly.some((isSo, at) => isSo && typeOnly[at] !== true) === true)
        this.#wrong(path, start, name, "what it uses as a value would only be imported as a type");
      else if (there) this.#same += places;
      else this.#wrong(path, start, name, "a statement would be lost, say something else, or mean another declaration");
    }
    for (const record of [...left.values()].flat())
      this.#wrong(record.path, 0, record.name, "a statement would come up that is not there now, or once more");
    await this.#doubled();
  }

  /** A name that is imported or declared twice. */
  async #doubled(): Promise<void> {
    const most = new Map<string, number>();
    for (const path of this.#parties)
      for (const [name, times] of await timesGiven(path, this.#now))
        most.set(name, Math.max(most.get(name) ?? 1, times));
    for (const path of this.#gainers) {
      for (const [name, times] of await timesGiven(path, this.#then))
        if (times > (most.get(name) ?? 1)) this.#wrong(path, 0, name, "the name would be exported twice");
      const [now, then] = [await this.#doubledIn(path, this.#now), await this.#doubledIn(path, this.#then)];
      for (const name of then)
        if (!now.includes(name)) this.#wrong(path, 0, name, "the name would be imported or declared twice");
    }
  }

  async #doubledIn(path: ProjectPath, side: Side): Promise<readonly string[]> {
    const text = side.textOf(path);
    const names = text === undefined ? undefined : await languageFor(path)?.names?.(text, nameOf(path));
    return names ? doubled(path, names, side) : [];
  }

  async #records(paths: readonly ProjectPath[], side: Side): Promise<StatementRecord[]> {
    const found: StatementRecord[] = [];
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
      const read = { path, text, names, meanings: meaningsIn(path, names, side), side };
      for (const statement of statements)
        if (["declaration", "default", "other", "markup"].includes(statement.kind)) {
          const record = recordOf(read, statement);
          if (record) found.push(record);
        }
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

  /** What a file takes of others by calls, or of whole files: in a new text the same, in the same order. */
  async #calls(path: ProjectPath): Promise<void> {
    const [now, then] = [await this.#calledBy(path, this.#now), await this.#calledBy(path, this.#then)];
    now.forEach(({ start, name, meant }, index) => {
      if (meant !== "" && then[index]?.meant !== meant)
        this.#wrong(path, start, name, "another declaration would be meant");
    });
  }

  async #calledBy(
    path: ProjectPath,
    side: Side,
  ): Promise<readonly { readonly start: number; readonly name: string; readonly meant: string }[]> {
    const text = side.textOf(path) ?? "";
    const names = await languageFor(path)?.names?.(text, nameOf(path));
    const { references } = side.modules.reading(path);
    const ofStatements = new Set(
      references.flatMap(({ bindings = [] }) =>
        bindings.filter(({ imported }) => imported !== "*").map(({ start }) => start),
      ),
    );
    return takenNames(path, side.modules, names)
      .filter(({ start }) => !ofStatements.has(start))
      .map(({ start, name, origins }) => ({ start, name, meant: origins.map(side.keyOf).sort().join("\t") }));
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
    const [now, then] = [givenBy(path, this.#now), givenBy(this.#now.placeOf(path), this.#then)];
    const isRemoved = this.#now.placeOf(path) !== path;
    for (const [name, meant] of now) {
      if (then.get(name) === meant) continue;
      const origins = this.#now.modules.originsOf(path, name);
      const leaves = origins.some((origin) => this.#claimed.has(`${origin.file}\n${origin.name}`));
      // What a removed file only passed on may be had by another name as well.
      const mayLeave = leaves || (isRemoved && meant !== "");
      const isElsewhere =
        mayLeave && [...this.#gainers].some((each) => [...givenBy(each, this.#then).values()].includes(meant));
      if (isElsewhere && (isRemoved || !then.has(name))) continue;
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
    const { tree, claims, removed } = this.input;
    const names = new Set(claims.map(({ name }) => name).filter((name) => name !== "default"));
    const concern = { modules: this.#now.modules, names };
    const byDefault = claims
      .map(({ file }) => file)
      .filter((file) =>
        this.#now.modules.originsOf(file, "default").some((each) => this.#claimed.has(`${each.file}\n${each.name}`)),
      );
    const importers = new Set(await importersOf(tree, [...byDefault, ...removed]));
    for (const path of new Set([...(await holdersOf(tree, [...names])), ...importers])) {
      if (languageFor(path)?.names === undefined || changed.has(path) || this.#parties.has(path)) continue;
      if (!importers.has(path) && !mayMean(path, concern)) continue;
      await this.#taker(path, names);
    }
  }

  async #taker(path: ProjectPath, names: ReadonlySet<string>): Promise<void> {
    const own = await languageFor(path)?.names?.(this.input.tree.text(path)?.text ?? "", nameOf(path));
    const [now, then] = [takenNames(path, this.#now.modules, own), takenNames(path, this.#then.modules, own)];
    if (!own) {
      const { problem } = this.#now.modules.reading(path);
      if (now.some((each) => names.has(each.name)) || problem) this.#unread(path);
    }
    now.forEach((each, index) => {
      if (!each.origins.some((origin) => this.#claimed.has(`${origin.file}\n${origin.name}`))) return;
      this.#uses += 1;
      const [wanted, found] = [
        each.origins.map(this.#now.keyOf).sort().join("\t"),
        (then[index]?.origins ?? []).map(this.#then.keyOf).sort().join("\t"),
      ];
      if (wanted === found) this.#same += 1;
      else this.#wrong(path, each.start, each.name, "another declaration would be meant");
    });
  }

  /** Files that are taken as a whole, and give other names from then on. */
  async #wholes(): Promise<void> {
    const { tree, claims } = this.input;
    const { modules, placeOf } = this.#now;
    const grown = new Set([...this.#parties].filter((path) => tree.has(path) && this.#grows(path)));
    const isLost = (target: ProjectPath, name: string): boolean =>
      this.#then.modules.originsOf(placeOf(target), name).length === 0 || this.#grows(target);
    const leaving = claims.filter(
      ({ file, name }) => givenBy(file, this.#now).has(name) && !givenBy(placeOf(file), this.#then).has(name),
    );
    const others = [...grown].flatMap((file) => [...givenBy(file, this.#now).keys()].map((name) => ({ file, name })));
    const wholes = new WholeFiles(tree, modules, [...leaving, ...others], isLost);
    for (const path of await wholes.search(this.#parties)) this.#unread(path);
    this.#gaps.unshift(
      ...wholes.gaps.map((gap) =>
        gap.names !== undefined && grown.has(gap.names) ? { ...gap, reason: "grows" as const } : gap,
      ),
    );
  }

  /** Whether a file, or what stands for it, gives values that it has not given. */
  #grows(path: ProjectPath): boolean {
    const now = valuesGiven(path, this.#now.modules);
    return [...valuesGiven(this.#now.placeOf(path), this.#then.modules)].some((name) => !now.has(name));
  }

  /** Calls that take a default which is another from then on. */
  async #defaults(): Promise<void> {
    const { tree } = this.input;
    const { modules, placeOf } = this.#now;
    const lost = [...this.#parties].filter((path) => {
      const now = tree.has(path) ? givenBy(path, this.#now).get("default") : undefined;
      return now !== undefined && givenBy(placeOf(path), this.#then).get("default") !== now;
    });
    const { taken, unread } = await lostDefaults(tree, modules, new Set(lost));
    for (const path of unread) this.#unread(path);
    for (const { file, start, target, isCertain } of taken) {
      if (isCertain) this.#wrong(file, start, "default", "a call takes the default, which would be another or none");
      else {
        const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
        this.#gaps.push({ reason: "handed on", file, at, detail: "default", names: target });
      }
    }
  }

  /** A mock stands for all of a file: what leaves it is not mocked any more, and what comes is. */
  async #mocks(): Promise<void> {
    const { tree } = this.input;
    const { modules, placeOf } = this.#now;
    const parties = [...this.#parties].filter((path) => tree.has(path));
    const isOther = (path: ProjectPath): boolean => {
      const [now, then] = [givenBy(path, this.#now), givenBy(placeOf(path), this.#then)];
      const isLost = (name: string): boolean =>
        !then.has(name) || (name === "default" && then.get(name) !== now.get(name));
      return this.#grows(path) || [...now.keys()].some(isLost);
    };
    const changed = new Set(parties.filter(isOther));
    if (changed.size === 0) return;
    for (const path of await importersOf(tree, changed)) {
      if (!/[mM]ock/.test(tree.text(path)?.text ?? "")) continue;
      for (const reference of modules.reading(path).references) {
        const target = modules.targetsOf(path, reference).find((each) => changed.has(each));
        if (reference.kind !== "mock" || target === undefined) continue;
        const at = tree.text(path)?.positionAt(reference.start) ?? { line: 1, column: 1 };
        this.#gaps.push({ reason: "mocked", file: path, at, detail: nameOf(target), names: target });
      }
    }
  }
}

/** The names of all values that a file gives, also by passing on others as a whole. */
function valuesGiven(path: ProjectPath, modules: Modules, seen = new Set<ProjectPath>()): ReadonlySet<string> {
  const found = new Set<string>();
  if (seen.has(path) || !modules.tree.has(path)) return found;
  seen.add(path);
  const { exports = [], references } = modules.reading(path);
  for (const { name, isType, from } of exports) {
    if (name !== "*" && name !== "default" && !isType) found.add(name);
    const passed = name === "*" ? references.find(({ start }) => start === from) : undefined;
    for (const target of passed ? modules.targetsOf(path, passed) : [])
      for (const each of valuesGiven(target, modules, seen)) found.add(each);
  }
  return found;
}

/** In how many ways a file gives each of its names: where it is declared (be it in several parts), and in lists. */
async function timesGiven(path: ProjectPath, { modules, textOf }: Side): Promise<ReadonlyMap<string, number>> {
  const found = new Map<string, number>();
  const declared = new Set<string>();
  const statements = (await languageFor(path)?.statements?.(textOf(path) ?? "", nameOf(path))) ?? [];
  for (const { name, start } of modules.tree.has(path) ? (modules.reading(path).exports ?? []) : []) {
    const isListed = statements.some((each) => each.kind === "re-export" && each.start <= start && start < each.end);
    if (name === "*" || (!isListed && declared.has(name))) continue;
    if (!isListed) declared.add(name);
    found.set(name, (found.get(name) ?? 0) + 1);
  }
  return found;
}

/** The names that a file gives, each by what declares it. */
function givenBy(path: ProjectPath, { modules, keyOf }: Side): ReadonlyMap<string, string> {
  if (!modules.tree.has(path)) return new Map();
  return new Map(
    (modules.reading(path).exports ?? [])
      .filter(({ name }) => name !== "*")
      .map(({ name }) => {
        const meant = modules.originsOf(path, name).map(keyOf).sort().join("\t");
        const outside = meant === "" ? modules.outsideOf(path, name) : undefined;
        return [name, outside ? `${placed(outside.by, outside.specifier)} ${outside.imported}` : meant];
      }),
  );
}
