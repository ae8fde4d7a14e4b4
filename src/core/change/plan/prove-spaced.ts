/**
 * The proof for types that go to another file and stay in their namespace. It does not trust the edits: the files that give and gain are
 * read again as they will be, and
 * - every type is there once, letter for letter, in the namespace in which it was, and so is every comment;
 * - each name in it means what it meant, by what its new file takes in; what that takes in besides and nobody knows is said;
 * - what only its file knows is known to the same types; the same projects build it.
 */
import {
  fileTies,
  fullNameOf,
  loadNamespaces,
  Modules,
  Namespaces,
  piecesOf,
  typeWords,
  within,
  type FilePiece,
  type TypeEntry,
} from "../../graph/index.js";
import {
  commentsIn,
  languageFor,
  type NamespaceNames,
  type Statement,
  type TakenIn,
  type UsedName,
} from "../../languages/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { callsOf, keyOf } from "../namespaces/changes.js";
import { proveBuilt } from "./prove-built.js";
import type { StatementProof, StatementResult } from "./prove-statements.js";
import { Told } from "./told.js";

/** A file that gives or gains, as it is or as it will be. */
interface Party {
  readonly path: ProjectPath;
  readonly text: string;
  readonly statements: readonly Statement[];
  readonly names: NamespaceNames;
}

/** Proves it, or says what would be lost or mean something else. */
export async function proveSpaced(input: StatementProof): Promise<StatementResult> {
  const { tree, planned, before, after, map, claims, removed } = input;
  const files = [...new Set([...claims.flatMap(({ file, to }) => [file, to]), ...removed])];
  const own = files.filter((path) => tree.has(path));
  const next = [...new Set(files.map((path) => (tree.has(path) ? map.file(path) : path)))].filter((path) =>
    planned.has(path),
  );
  const words = new Set(claims.map(({ name }) => name));
  const now = new Namespaces(await loadNamespaces(new Modules(tree, before), { files: own, whole: own, words }));
  const then = new Namespaces(await loadNamespaces(new Modules(planned, after), { files: next, whole: next, words }));
  const proof = new Proof(input, now, then);
  const [givers, gainers] = [
    await partiesOf(now, own, (path) => tree.text(path)?.text ?? ""),
    await partiesOf(then, next, (path) => planned.text(path)?.text ?? ""),
  ];
  return proof.result(givers, gainers);
}

async function partiesOf(
  { world }: Namespaces,
  paths: readonly ProjectPath[],
  textOf: (path: ProjectPath) => string,
): Promise<readonly Party[] | undefined> {
  const parties: Party[] = [];
  for (const path of paths) {
    const text = textOf(path);
    const statements = await languageFor(path)?.statements?.(text, nameOf(path));
    const names = world.files.get(path)?.names;
    if (!statements || !names) return undefined;
    parties.push({ path, text, statements, names });
  }
  return parties;
}

class Proof {
  readonly #told: Told;
  /** By file and name, where a type goes. */
  readonly #goes: ReadonlyMap<string, ProjectPath>;
  #uses = 0;
  #same = 0;

  constructor(
    readonly input: StatementProof,
    readonly now: Namespaces,
    readonly then: Namespaces,
  ) {
    this.#told = new Told(input.tree);
    this.#goes = new Map(input.claims.map(({ file, name, to }) => [`${file}\n${name}`, to]));
  }

  result(before: readonly Party[] | undefined, after: readonly Party[] | undefined): StatementResult {
    if (!before || !after)
      this.#told.wrong(this.input.claims[0]?.file ?? ("" as ProjectPath), 0, "", "its types could not be told apart");
    else {
      this.#types(before, after);
      this.#ties(before, after);
      this.#comments(before, after);
      this.#lent(before, after);
      before.forEach((party) => this.#calledAfter(party));
      for (const party of [...before, ...after]) this.#doubts(party);
      const { different, gaps } = proveBuilt(this.input);
      this.#told.different.push(...different);
      this.#told.gaps.push(...gaps);
    }
    return { names: { uses: this.#uses, same: this.#same }, different: this.#told.different, gaps: this.#told.gaps };
  }

  /** Each is there once, where it was to go, and all that it names is the same. */
  #types(before: readonly Party[], after: readonly Party[]): void {
    const { map } = this.input;
    const left = new Map<string, { party: Party; statement: Statement }[]>();
    for (const party of after)
      for (const statement of declared(party)) {
        const key = pieceKey(party, statement);
        left.set(key, [...(left.get(key) ?? []), { party, statement }]);
      }
    for (const party of before)
      for (const statement of declared(party)) {
        const name = statement.declares[0] ?? "";
        const wanted = this.#goes.get(`${party.path}\n${name}`) ?? map.file(party.path);
        const all = left.get(pieceKey(party, statement)) ?? [];
        const index = all.findIndex((each) => each.party.path === wanted);
        const there = index < 0 ? undefined : all.splice(index, 1)[0];
        if (!there) {
          this.#told.wrong(party.path, statement.start, name, "a type would be lost, or say something else");
          continue;
        }
        this.#names({ party, statement }, there);
        if (there.party.path !== party.path || importsOf(party).join() !== importsOf(there.party).join())
          this.#takes({ party, statement }, there.party);
        if (saidOf(party) !== saidOf(there.party))
          this.#told.wrong(
            party.path,
            statement.start,
            name,
            "what the compiler is told at the head of its file would be another",
          );
      }
    for (const [, some] of left)
      for (const { party, statement } of some)
        this.#told.wrong(party.path, 0, statement.declares[0] ?? "", "a type would come up that nothing asks for");
  }

  /** The names in a type, one by one. */
  #names(
    was: { readonly party: Party; readonly statement: Statement },
    is: { readonly party: Party; readonly statement: Statement },
  ): void {
    const [own, others] = [namesIn(was), namesIn(is)];
    const { path } = was.party;
    if (own.length !== others.length)
      return this.#told.wrong(
        path,
        was.statement.start,
        was.statement.declares[0] ?? "",
        "it would not say the same names any more",
      );
    own.forEach((index, at) => {
      const other = others[at];
      const used = was.party.names.names[index];
      if (other === undefined || !used) return;
      const now = typeWords(this.now, path, was.party.names, index);
      const then = typeWords(this.then, is.party.path, is.party.names, other);
      const start = used.parts[0]?.start ?? 0;
      const [meant, next] = [
        this.now.meaningOf(path, was.party.names, used),
        this.then.meaningOf(is.party.path, is.party.names, is.party.names.names[other] ?? used),
      ];
      if (meant.types.length > 0) this.#uses += 1;
      const wanted = [meant.types, ...now.map(({ types }) => types)].map((types) => this.#keyNow(types)).join(" / ");
      const found = [next.types, ...then.map(({ types }) => types)].map((types) => keyOf(types)).join(" / ");
      const isSame =
        wanted === found && now.map(({ isValue }) => isValue).join() === then.map(({ isValue }) => isValue).join();
      const spaces = [meant.namespace, next.namespace];
      if (!isSame || spaces[0] !== spaces[1]) {
        const full = next.types[0]?.full ?? spaces[1];
        const reason =
          full === undefined ? "the type that it means would not be found from there" : `it would mean ${full}`;
        return this.#told.wrong(path, start, writtenOf(used), reason);
      }
      if (meant.types.length > 0) this.#same += 1;
    });
  }

  #keyNow(types: readonly TypeEntry[]): string {
    const { map } = this.input;
    const keys = types.map(({ file, full }) => {
      const names = this.now.world.files.get(file)?.names;
      // A type within another goes with it.
      const outer = names?.types.find((type) => {
        const own = within(fullNameOf(names, type.scope), type.name);
        return names.scopes[type.scope]?.kind !== "type" && (full === own || full.startsWith(`${own}.`));
      });
      return `${this.#goes.get(`${file}\n${outer?.name ?? ""}`) ?? map.file(file)}\n${full}`;
    });
    return keys.sort().join("\n\n");
  }

  /** What its file takes in of others, it takes in there; what that takes in besides may mean something. */
  #takes({ party, statement }: { readonly party: Party; readonly statement: Statement }, there: Party): void {
    const [own, others] = [this.#ofOthers(this.now, party), this.#ofOthers(this.then, there)];
    const name = statement.declares[0] ?? "";
    const words = new Set(namesIn({ party, statement }).map((index) => party.names.names[index]?.parts[0]?.name ?? ""));
    // Another name matters where it is used.
    const isIdle = ({ kind, alias }: TakenIn): boolean => kind === "alias" && !words.has(alias);
    for (const [written, { take, level }] of own) {
      if (isIdle(take)) continue;
      const other = others.get(written);
      if (!other) return this.#told.wrong(party.path, statement.start, name, `its file would not say \`${written}\``);
      if (other.level !== level)
        this.#told.gap(
          "beside",
          party.path,
          statement.start,
          `\`${written}\` would stand ${other.level === "file" ? "outside of" : "in"} its namespace`,
        );
    }
    for (const [written, { take }] of others) {
      if (own.has(written) || isIdle(take)) continue;
      const target = there.names.names[take.target];
      const known = take.kind === "namespace" && target ? this.then.world.outside(writtenOf(target)) : undefined;
      const met = known && [...words].find((word) => known.has(word));
      if (known && met === undefined) continue;
      this.#told.gap("beside", party.path, statement.start, `\`${written}\``);
    }
  }

  /** What a file takes in that is nothing of the project, or may be something else as well, as it is written. */
  #ofOthers(
    spaces: Namespaces,
    { path, names, text }: Party,
  ): Map<string, { readonly take: TakenIn; readonly level: "file" | "namespace" }> {
    return new Map(
      names.takes.flatMap((take) => {
        if (take.isGlobal) return [];
        const meant = spaces.takes(path, names, take);
        if (meant && !take.isConditional && !this.#isShared(spaces, path, names, take)) return [];
        const level = names.scopes[take.scope]?.kind === "file" ? "file" : "namespace";
        return [[text.slice(take.start, take.end).replace(/\s+/g, " "), { take, level }] as const];
      }),
    );
  }

  /** Whether a package or .NET may have types in the same namespace. */
  #isShared(spaces: Namespaces, path: ProjectPath, names: NamespaceNames, { target }: TakenIn): boolean {
    const written = names.names[target];
    const [first] = written?.parts ?? [];
    if (!written || !first || spaces.world.outside(writtenOf(written))) return true;
    return [...(spaces.world.projects.get(path) ?? [])].some(
      (list) =>
        spaces.world.files.get(list)?.names?.others?.some(({ name }) => name.split(".", 1)[0] === first.name) === true,
    );
  }

  /** What only its file knows. */
  #ties(before: readonly Party[], after: readonly Party[]): void {
    const tied = (parties: readonly Party[]): Map<string, { path: ProjectPath; piece: FilePiece; name: string }> =>
      new Map(
        parties.flatMap(({ path, statements, text }) =>
          fileTies(piecesOf(statements, text)).map(({ hidden, by, user }) => [
            `${hidden.name}\n${by.key}\n${user.key}`,
            { path, piece: user, name: hidden.name },
          ]),
        ),
      );
    const [now, then] = [tied(before), tied(after)];
    for (const [key, { path, piece, name }] of now)
      if (!then.has(key))
        this.#told.wrong(path, piece.start, name, "only its file knows it, and whoever uses it would be in another");
    for (const [key, { path, name }] of then)
      if (!now.has(key)) this.#told.wrong(path, 0, name, "only its file knows it, and others would come to mean it");
  }

  /** None is lost; what is said of rights may be said of every file. */
  #comments(before: readonly Party[], after: readonly Party[]): void {
    const left = new Set(after.flatMap((party) => commentsOf(party).map(({ text }) => text)));
    for (const party of before)
      for (const { text, start } of commentsOf(party))
        if (!left.has(text)) this.#told.wrong(party.path, start, text.slice(0, 60), "a comment would be lost");
  }

  /** What classes lend is at hand wherever it was. */
  #lent(before: readonly Party[], after: readonly Party[]): void {
    const lent = new Set(
      [...this.now.world.files.values()].flatMap(({ names }) => names?.types.flatMap(({ lends }) => [...lends]) ?? []),
    );
    if (lent.size === 0) return;
    for (const party of after) {
      const givers = before.filter(
        ({ path }) =>
          this.input.map.file(path) === party.path ||
          [...this.#goes].some(([key, to]) => to === party.path && key.startsWith(`${path}\n`)),
      );
      for (const call of callsOf(party.path, party.names, this.then, lent)) {
        const is = new Set(this.then.lenders(party.path, party.names, call).map(({ full }) => full));
        for (const giver of givers) {
          if (!callsOf(giver.path, giver.names, this.now, lent).includes(call)) continue;
          const was = new Set(this.now.lenders(giver.path, giver.names, call).map(({ full }) => full));
          for (const full of was)
            if (!is.has(full))
              this.#told.wrong(giver.path, 0, call, `what ${full} lends would not be found from there`);
          for (const full of is)
            if (!was.has(full))
              this.#told.gap("beside", giver.path, 0, `${full} lends ${call}, too, and comes to be known there`);
        }
      }
    }
  }

  /** What is not wholly understood, and names that stand for two things. */
  #doubts({ path, names }: Party): void {
    if (names.doubt) this.#told.gap("not understood", path, names.doubt.start, names.doubt.why);
    names.takes.forEach(({ kind, alias, scope }, index) => {
      const isTwice = names.takes.some((each, at) => at < index && each.alias === alias && each.scope === scope);
      if (kind === "alias" && isTwice && !names.takes[index]?.isConditional)
        this.#told.wrong(path, names.takes[index]?.start ?? 0, alias, `${alias} would stand for two things`);
    });
  }

  /** A table of resources is called after the first type of the file on which it depends. */
  #calledAfter({ path, statements }: Party): void {
    const { tree } = this.input;
    const [first] = statements.filter(({ kind }) => kind === "declaration");
    const isLeaving = first?.declares.some((name) => this.#goes.has(`${path}\n${name}`));
    if (isLeaving !== true) return;
    const stem = nameOf(path).split(".")[0] ?? "";
    const table = tree.paths.find(
      (each) =>
        folderOf(each) === folderOf(path) &&
        nameOf(each).startsWith(`${stem}.`) &&
        languageFor(each)?.isCalledAfterType === true,
    );
    if (table !== undefined)
      this.#told.gap(
        "beside",
        path,
        first?.start ?? 0,
        `${nameOf(table)} may be called after the first type of ${nameOf(path)}`,
      );
  }
}

/** Its types, and what it says of all that the project builds. */
function declared({ statements }: Party): readonly Statement[] {
  return statements.filter(({ kind }) => kind === "declaration" || kind === "other");
}

function pieceKey({ text }: Party, { start, end, within: space = "" }: Statement): string {
  return `${space}\n${text.slice(start, end).replace(/\r\n/g, "\n")}`;
}

function importsOf({ statements, text }: Party): string[] {
  return statements.filter(({ kind }) => kind === "import").map(({ start, end }) => text.slice(start, end));
}

/** What the compiler is told for all of a file. */
function saidOf({ statements, text }: Party): string {
  return statements
    .filter(({ kind, opens }) => kind === "directive" && opens === undefined)
    .map(({ start, end }) => text.slice(start, end).trim())
    .join("\n");
}

/** The names in a type, as indexes, in the order of the text. */
function namesIn({ party, statement }: { readonly party: Party; readonly statement: Statement }): number[] {
  return party.names.names
    .flatMap(({ parts: [first], isDocumentation }, index) =>
      first && isDocumentation !== true && statement.start <= first.start && first.start < statement.end
        ? [{ index, start: first.start }]
        : [],
    )
    .sort((a, b) => a.start - b.start)
    .map(({ index }) => index);
}

function writtenOf({ parts }: UsedName): string {
  return parts.map(({ name }) => name).join(".");
}

/** The comments that stand in no type. */
function commentsOf({ statements, text }: Party): { readonly text: string; readonly start: number }[] {
  let at = 0;
  const found: { text: string; start: number }[] = [];
  for (const { start, end } of [...statements, { start: text.length, end: text.length }]) {
    for (const each of commentsIn(text, at, start))
      found.push({ text: text.slice(each.start, each.end).trim(), start: each.start });
    at = Math.max(at, end);
  }
  return found;
}
