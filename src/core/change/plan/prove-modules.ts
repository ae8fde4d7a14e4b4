/**
 * The proof for declarations that go to another file where files know each other's names without naming the files. It does not trust the
 * edits: the files that give and gain are read again as they will be, and
 * - every declaration, every member by itself, and every comment between them is there once, letter for letter;
 * - whoever may use something private may use it then, and nobody else comes to;
 * - what a declaration's file imported, its new file imports; where it imports more that cannot be looked into, that is said;
 * - the same targets build it, and each use of a type that went means the same declaration.
 */
import {
  fileTies,
  loadTypes,
  Modules,
  piecesOf,
  Types,
  typesAfter,
  type FilePiece,
  type TypeWorld,
} from "../../graph/index.js";
import { commentsIn, languageFor, type Statement } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { holdersOf } from "./name-holders.js";
import type { Difference, Gap } from "./plan.js";
import type { StatementProof, StatementResult } from "./prove-statements.js";
import { proveBuilt } from "./prove-built.js";
import { pathsWithForm } from "./type-files.js";

/** Proves it, or says what would be lost or mean something else. */
export function proveModules(input: StatementProof): Promise<StatementResult> {
  return new Proof(input).result();
}

/** A file that gives or gains. */
interface Party {
  readonly path: ProjectPath;
  readonly pieces: readonly FilePiece[];
  readonly imports: ReadonlySet<string>;
  readonly comments: readonly string[];
  /** Comments above all else that an editor has written there. */
  readonly madeHead: ReadonlySet<string>;
}

class Proof {
  readonly #different: Difference[] = [];
  readonly #gaps: Gap[] = [];
  #uses = 0;
  #same = 0;

  constructor(readonly input: StatementProof) {}

  async result(): Promise<StatementResult> {
    const { tree, planned, map, claims, removed } = this.input;
    const files = new Set([...claims.flatMap(({ file, to }) => [file, to]), ...removed]);
    const before = await this.#parties(
      [...files].filter((path) => tree.has(path)),
      (path) => tree.text(path)?.text,
    );
    const after = await this.#parties(
      [...new Set([...files].map((path) => (tree.has(path) ? map.file(path) : path)))].filter((path) =>
        planned.has(path),
      ),
      (path) => planned.text(path)?.text,
    );
    if (before && after) {
      this.#pieces(before, after);
      this.#ties(before, after);
      this.#comments(before, after);
      this.#built();
      await this.#used();
    }
    return { names: { uses: this.#uses, same: this.#same }, different: this.#different, gaps: this.#gaps };
  }

  #wrong(path: ProjectPath, start: number, specifier: string, reason: string): void {
    const at = this.input.tree.text(path)?.positionAt(start) ?? { line: 1, column: 1 };
    this.#different.push({ file: path, at, specifier, before: [], after: [], reason });
  }

  async #parties(
    paths: readonly ProjectPath[],
    textOf: (path: ProjectPath) => string | undefined,
  ): Promise<Party[] | undefined> {
    const parties: Party[] = [];
    for (const path of paths) {
      const text = textOf(path) ?? "";
      const statements = await languageFor(path)?.statements?.(text, nameOf(path));
      if (!statements) {
        this.#wrong(path, 0, "", "its declarations could not be told apart");
        return undefined;
      }
      const imports = statements
        .filter(({ kind }) => kind === "import")
        .map(({ start, end }) => text.slice(start, end));
      const comments = commentsOf(text, statements);
      const madeHead = madeHeadOf(path, text.slice(0, statements[0]?.start ?? text.length));
      parties.push({ path, pieces: piecesOf(statements, text), imports: new Set(imports), comments, madeHead });
    }
    return parties;
  }

  /** Each piece is there once, and imports what it did. */
  #pieces(before: readonly Party[], after: readonly Party[]): void {
    const left = new Map<string, Party[]>();
    for (const party of after)
      for (const { key, isPlain } of party.pieces) if (!isPlain) left.set(key, [...(left.get(key) ?? []), party]);
    for (const party of before)
      for (const piece of party.pieces) {
        if (piece.isPlain) continue;
        const there = left.get(piece.key)?.shift();
        if (!there)
          this.#wrong(party.path, piece.start, labelOf(piece), "a declaration would be lost, or say something else");
        else this.#imports(party, there, piece);
      }
    for (const [key, parties] of left)
      for (const party of parties)
        this.#wrong(party.path, 0, key.slice(0, 60), "a declaration would come up that nothing asks for");
  }

  #imports(party: Party, there: Party, piece: FilePiece): void {
    if (this.input.map.file(party.path) === there.path && same(party.imports, there.imports)) return;
    for (const each of party.imports)
      if (!there.imports.has(each)) {
        this.#wrong(party.path, piece.start, labelOf(piece), `its file would not say \`${each}\``);
        return;
      }
    const more = [...there.imports].filter(
      (each) => !party.imports.has(each) && languageFor(party.path)?.types?.customs?.isOfSystem(each) !== true,
    );
    if (more.length === 0) return;
    const file = party.path;
    const detail = more.map((each) => `\`${each}\``).join(", ");
    if (!this.#gaps.some((gap) => gap.file === file && gap.detail === detail))
      this.#gaps.push({ reason: "beside", file, detail });
  }

  /** Who may use what is private. */
  #ties(before: readonly Party[], after: readonly Party[]): void {
    const tied = (parties: readonly Party[]): Map<string, { path: ProjectPath; piece: FilePiece; name: string }> =>
      new Map(
        parties.flatMap(({ path, pieces }) =>
          fileTies(pieces).map(({ hidden, by, user }) => [
            `${hidden.name}\n${by.key}\n${user.key}`,
            { path, piece: user, name: hidden.name },
          ]),
        ),
      );
    const [now, then] = [tied(before), tied(after)];
    for (const [key, { path, piece, name }] of now)
      if (!then.has(key))
        this.#wrong(path, piece.start, name, "it is private, and whoever uses it would be in another file");
    for (const [key, { path, name }] of then)
      if (!now.has(key)) this.#wrong(path, 0, name, "it is private, and others would come to mean it");
  }

  #comments(before: readonly Party[], after: readonly Party[]): void {
    const left = new Map<string, number>();
    for (const each of after.flatMap(({ comments }) => comments)) left.set(each, (left.get(each) ?? 0) + 1);
    // What an editor wrote at the head of a file that goes is needed no more.
    const isRemoved = ({ path }: Party): boolean => this.input.removed.includes(path);
    for (const { path, comments, madeHead } of before.toSorted((a, b) => Number(isRemoved(a)) - Number(isRemoved(b))))
      for (const each of comments) {
        const there = left.get(each) ?? 0;
        left.set(each, there - 1);
        const isGone = this.input.removed.includes(path) && madeHead.has(each);
        if (there <= 0 && !isGone) this.#wrong(path, 0, each.slice(0, 60), "a comment would be lost");
      }
  }

  #built(): void {
    const { different, gaps } = proveBuilt(this.input);
    this.#different.push(...different);
    this.#gaps.push(...gaps);
  }

  /** What names the types that went means them where they are then. */
  async #used(): Promise<void> {
    const { tree, planned, before, after, map, claims } = this.input;
    const goes = new Map(claims.map(({ file, name, to }) => [`${file}\n${name}`, to]));
    const names = new Set(claims.map(({ name }) => name).filter((name) => /^[\p{L}_][\p{L}\p{N}_]*$/u.test(name)));
    const modules = new Modules(tree, before);
    const holders = await holdersOf(tree, [...names]);
    const withForm = (...form: [string, readonly string[]]): ReturnType<typeof pathsWithForm> =>
      pathsWithForm(tree, ...form);
    const world = await loadTypes({ modules, holders, names, withForm });
    const next = typesAfter(world, new Modules(planned, after), (path) => map.file(path), [
      ...new Set(claims.map(({ to }) => to)),
    ]);
    const wanted = counted(world, names, (file, name) => goes.get(`${file}\n${name}`) ?? map.file(file));
    const found = counted(next, names, (file) => file);
    for (const [key, { times, path }] of wanted) {
      const there = Math.min(times, found.get(key)?.times ?? 0);
      this.#uses += times;
      this.#same += there;
      if (there < times) this.#wrong(path, 0, key.split("\n")[0] ?? "", "another type would be meant");
    }
  }
}

/** How often each declaration is meant by some names. */
function counted(
  world: TypeWorld,
  names: ReadonlySet<string>,
  keyOf: (file: ProjectPath, name: string) => ProjectPath,
): Map<string, { times: number; readonly path: ProjectPath }> {
  const types = new Types(world);
  const found = new Map<string, { times: number; readonly path: ProjectPath }>();
  for (const { path, names: read } of world.files.values())
    for (const place of read?.places ?? []) {
      if (!names.has(place.name)) continue;
      const meant = types.meaning(path, place);
      if (meant.state !== "known") continue;
      const key = `${meant.name}\n${keyOf(meant.file, meant.name)}`;
      const there = found.get(key);
      if (there) there.times += 1;
      else found.set(key, { times: 1, path });
    }
  return found;
}

function same(one: ReadonlySet<string>, other: ReadonlySet<string>): boolean {
  return one.size === other.size && [...one].every((each) => other.has(each));
}

function labelOf({ statement, key }: FilePiece): string {
  return statement.declares[0] ?? key.slice(0, 40);
}

/** The comments of a head that an editor has written; they say nothing of what stands in the file. */
function madeHeadOf(path: ProjectPath, head: string): ReadonlySet<string> {
  const kept = languageFor(path)?.types?.customs?.withoutEditorHead(head, nameOf(path)) ?? head;
  const stays = new Set(kept.split(/\r?\n/).map((line) => line.trim()));
  return new Set(
    head
      .split(/\r?\n/)
      .map((line) => line.trim())
      .filter((line) => !stays.has(line)),
  );
}

/** The comments that stand in no declaration and in no member. */
function commentsOf(text: string, statements: readonly Statement[]): string[] {
  const within = (from: number, to: number, inner: readonly Statement[]): string[] => {
    let at = from;
    const found: string[] = [];
    for (const { start, end } of [...inner, { start: to, end: to }]) {
      found.push(...commentsIn(text, at, start).map((each) => text.slice(each.start, each.end).trim()));
      at = end;
    }
    return found;
  };
  return [
    ...within(0, text.length, statements),
    ...statements.flatMap(({ ties }) => (ties?.body ? within(ties.body.start, ties.body.end, ties.body.members) : [])),
  ];
}
