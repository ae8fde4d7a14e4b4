/**
 * Renaming: a file with the component, hook, class or type that it is named after, or one name of a file, wherever it is meant.
 * What comes of it is a draft; nothing is written, and the proof does not trust it.
 */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { Modules, Resolver } from "../../graph/index.js";
import {
  isOfTrade,
  hasNamespaces,
  sharesTypes,
  languageFor,
  prepareNames,
  moduleRules,
  topVariable,
} from "../../languages/index.js";
import type { Project } from "../../app/project.js";
import { inCase } from "../../base/names/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import { holdersOf, mayMean } from "../plan/name-holders.js";
import { NameEdits } from "./name-edits.js";
import type { Move } from "../plan/index.js";
import {
  askedFiles,
  generatedName,
  namesAfterFile,
  type AskedFiles,
  type NewName,
  type RenameRequest,
} from "./asked.js";
import { mentionedNames, mentionWords, type MentionedName } from "./mentioned-names.js";
import type { RenameDraft } from "./rename-draft.js";
import { ensureIdentifier, renamedLike } from "./spelling.js";

/** How a rename is carried out. */
export interface RenameOptions {
  /** Change what strings, comments and documents say, too. */
  readonly mentions?: boolean;
}

/** Works a rename out. Throws for what is not there, for names that cannot be, and for names that are taken. */
export async function renameDraft(
  { tree, aliases }: Project,
  request: RenameRequest,
  { mentions = false }: RenameOptions = {},
): Promise<RenameDraft> {
  await prepareNames(tree);
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  return new Rename(modules, tree, request).draft(mentions);
}

/** The same with some of the mentions changed. */
export function changingMentions(renamed: RenameDraft, chosen: readonly MentionedName[]): RenameDraft {
  const { draft, mentions } = renamed;
  const edits = chosen.map(({ edit }) => edit);
  // `{ harvest }` may change already, for the variable.
  const places = new Set(edits.map(({ file, start }) => `${file}\n${start}`));
  const properties = new Map(chosen.flatMap(({ property }) => (property ? [[property.name, property.to]] : [])));
  const claims = [...properties].map(([name, to]): Claim => ({ kind: "renames property", name, to }));
  return {
    ...renamed,
    draft: {
      ...draft,
      edits: [...draft.edits.filter(({ file, start }) => !places.has(`${file}\n${start}`)), ...edits],
      claims: [...draft.claims, ...claims],
      byLetters: (draft.byLetters ?? 0) + chosen.filter(({ isGoneBy }) => isGoneBy).length,
    },
    mentions: mentions.filter((each) => !chosen.includes(each)),
  };
}

type Tree = Project["tree"];

class Rename {
  readonly #edits: NameEdits;
  #words: AskedFiles["words"] | undefined;

  constructor(
    readonly modules: Modules,
    readonly tree: Tree,
    readonly request: RenameRequest,
  ) {
    const called = (name: string): string | undefined => this.#words && renamedLike(name, this.#words);
    this.#edits = new NameEdits({ modules, tree, called });
  }

  async draft(withMentions: boolean): Promise<RenameDraft> {
    const files = this.request.name === undefined ? askedFiles(this.tree, this.request) : undefined;
    if (sharesTypes((files ? files.leader : this.request.path) ?? "")) {
      const { typeRename } = await import("./rename-types.js");
      const renamed = await typeRename({ tree: this.tree, modules: this.modules, request: this.request, files });
      const generated = this.#generated(renamed.draft.edits.map(({ file }) => file));
      return withMentions ? changingMentions({ ...renamed, generated }, renamed.mentions) : { ...renamed, generated };
    }
    if (hasNamespaces((files ? files.leader : this.request.path) ?? "")) {
      const { renameByNamespace } = await import("./rename-by-namespace.js");
      const renamed = await renameByNamespace({ tree: this.tree, modules: this.modules, request: this.request, files });
      const generated = this.#generated(renamed.draft.edits.map(({ file }) => file));
      return withMentions ? changingMentions({ ...renamed, generated }, renamed.mentions) : { ...renamed, generated };
    }
    const names = files ? await this.#namesOfFile(files) : [await this.#nameAsked()];
    for (const { to, from } of names) if (from !== "default") ensureIdentifier(to);
    const words = files?.words;
    this.#words = words;
    // What will be asked for later is looked for meanwhile.
    const mentioned = mentionWords(names);
    if (mentioned.length > 0) void this.tree.store.search(mentioned);
    const holders = await this.#holders(names, words);
    const { edits: meant, all } = await this.#edits.edits(names, holders);
    const unwritten = await this.#unwritten(files?.leader, names[0]);
    const edits = [...meant, ...unwritten];
    const shown = all.filter(({ from }) => from !== "default");
    const found = await mentionedNames({
      tree: this.tree,
      modules: this.modules,
      names: shown,
      words,
      edited: new Set(edits.map(({ file }) => file)),
      namesIn: (path) => this.#edits.namesIn(path),
    });
    const claims = all.flatMap(({ files: declaring, from, to }) =>
      declaring.map((file): Claim => ({ kind: "renames", file, name: from, to })),
    );
    const renamed: RenameDraft = {
      draft: { moves: files?.moves ?? [], edits, made: [], claims },
      names: shown.map(({ files: [file = "" as ProjectPath], from, to }) => ({ from, to, file })),
      mentions: found,
      alike: await this.#alike(files?.leader, shown),
      generated: this.#generated([...(files?.moves ?? []).map(({ from }) => from), ...edits.map(({ file }) => file)]),
      unwritten: [...new Set(unwritten.map(({ text }) => text))],
    };
    return withMentions ? changingMentions(renamed, found) : renamed;
  }

  /** What a file is named after, in all files that stand for it on some platform. */
  async #namesOfFile({ leader, moves, words }: AskedFiles): Promise<NewName[]> {
    if (leader !== undefined) this.#refuseUntold([leader, ...moves.map(({ from }) => from)], words);
    if (leader === undefined || languageFor(leader)?.names === undefined) return [];
    const names = await this.#edits.namesIn(leader);
    if (!names) return this.#refuseUnread(leader);
    const declared = names.variables.filter(({ level }) => level === "top").map(({ name }) => name);
    const found = namesAfterFile(leader, this.modules.reading(leader), { words, declared });
    const own = await Promise.all(
      found.map(async (each) => ({
        ...each,
        files: [leader, ...(await this.#alsoDeclaring(leader, each.from, moves))],
      })),
    );
    return [...own, ...this.#writtenAfter(found[0], moves)];
  }

  /** What a generator has called after the main name, in files that go with the leader: it will call it after the new one. */
  #writtenAfter(main: Omit<NewName, "files"> | undefined, moves: readonly Move[]): NewName[] {
    if (!main || main.from === "default") return [];
    return moves.flatMap(({ from: path, why }) => {
      if (why !== "companion" || !languageFor(path)?.bindsFiles || !this.#isGenerated(path)) return [];
      return (this.modules.reading(path).exports ?? []).flatMap(({ local = "", from }): NewName[] => {
        const to = from === undefined ? generatedName(local, main) : undefined;
        return to === undefined ? [] : [{ files: [path], from: local, to }];
      });
    });
  }

  /** Companions that declare the same name: `Tree.ios.tsx` beside `Tree.android.tsx`, `Tree.d.ts` beside `Tree.js`. */
  async #alsoDeclaring(leader: ProjectPath, name: string, moves: readonly Move[]): Promise<ProjectPath[]> {
    const found: ProjectPath[] = [];
    for (const { from: path } of moves) {
      if (path === leader || languageFor(path)?.names === undefined) continue;
      const given = (this.modules.reading(path).exports ?? []).some(
        (each) => each.from === undefined && (each.local ?? each.about ?? each.name) === name,
      );
      if (!given) continue;
      if (!(await this.#edits.namesIn(path))) return this.#refuseUnread(path);
      found.push(path);
    }
    return found;
  }

  /** One name of a file. */
  async #nameAsked(): Promise<NewName> {
    const { path, name: from = "", to } = this.request;
    const { tree } = this;
    if (!tree.has(path)) askedFiles(tree, this.request);
    const names = await this.#edits.namesIn(path);
    if (!names) return this.#refuseUnread(path);
    if (!topVariable(names, from)) {
      const declared = names.variables.filter(({ level }) => level === "top").map(({ name }) => name);
      const [close] = declared.sort((a, b) => distance(a, from) - distance(b, from));
      throw new ShelfError("NAME_MISSING", { path: from, other: path, ...(close !== undefined && { reason: close }) });
    }
    if (from === to) throw new ShelfError("NAME_UNUSABLE", { path: to, reason: "that is its name already" });
    const origins = this.modules.originsOf(path, from);
    const [origin] = origins;
    if (origin && origin.file !== path)
      throw new ShelfError("NAME_ELSEWHERE", { path: from, other: path, reason: origin.file });
    return { files: [path], from, to };
  }

  /** Refuses files of code that declare what they are called after, where nobody can tell names apart. */
  #refuseUntold(paths: readonly ProjectPath[], { from }: AskedFiles["words"]): void {
    const wanted = inCase(from, "Pascal");
    const untold = paths.find(
      (path) =>
        isOfTrade(path, "code") &&
        languageFor(path)?.names === undefined &&
        (this.modules.reading(path).exports ?? []).some(({ local }) => local === wanted),
    );
    if (untold !== undefined) throw new ShelfError("NAMES_LANGUAGE", { path: untold });
  }

  #refuseUnread(path: ProjectPath): never {
    if (languageFor(path)?.names === undefined) throw new ShelfError("NAMES_LANGUAGE", { path });
    const { problem } = this.modules.reading(path);
    const at = this.tree.text(path)?.positionAt(problem?.offset ?? 0);
    throw new ShelfError("NAMES_UNREAD", {
      path,
      reason: problem?.message ?? "its names could not be told apart",
      ...(at && { place: { file: path, line: at.line, column: at.column } }),
    });
  }

  /** Files that hold an old name, or what an import of a default would most likely call it. */
  async #holders(names: readonly NewName[], words: AskedFiles["words"] | undefined): Promise<readonly ProjectPath[]> {
    const spelled = words ? [inCase(words.from, "Pascal"), inCase(words.from, "camel")] : [];
    const wanted = new Set([...names.map(({ from }) => from).filter((from) => from !== "default"), ...spelled]);
    const found = names.length === 0 ? [] : await holdersOf(this.tree, [...wanted]);
    const declaring = names.flatMap(({ files }) => files);
    const concern = {
      modules: this.modules,
      names: wanted,
      isDefault: (local: string) => words !== undefined && renamedLike(local, words) !== undefined,
    };
    return [...new Set([...declaring, ...found])].filter(
      (path) => languageFor(path)?.names !== undefined && (declaring.includes(path) || mayMean(path, concern)),
    );
  }

  /** The same where no generator has written the part yet, or it is kept out of version control: then only its uses are there. */
  async #unwritten(leader: ProjectPath | undefined, main: NewName | undefined): Promise<DraftEdit[]> {
    const names = leader === undefined ? undefined : await this.#edits.namesIn(leader);
    if (leader === undefined || !main || main.from === "default" || !names) return [];
    const { references } = this.modules.reading(leader);
    return names.takings.flatMap(({ reference, others = [], members = [] }) => {
      const giving = references.filter(({ start }) => start === reference || others.includes(start));
      const isMissing = giving.some(
        (each) => each.kind === "part" && this.modules.targetsOf(leader, each).length === 0,
      );
      return members.flatMap(({ name, start, end }): DraftEdit[] => {
        const text = isMissing ? generatedName(name, main) : undefined;
        if (text === undefined || this.modules.originsThrough(leader, giving, name).length > 0) return [];
        return [{ file: leader, start, end, text, why: "as its generator will call it" }];
      });
    });
  }

  #generated(paths: readonly ProjectPath[]): ProjectPath[] {
    return [...new Set(paths)].filter((path) => this.#isGenerated(path));
  }

  #isGenerated(path: ProjectPath): boolean {
    const text = this.tree.text(path)?.text;
    const signs = text === undefined ? [] : languageFor(path)?.outline(text, nameOf(path)).signs;
    return signs?.includes("generated") === true;
  }

  /** Other names of the file that hold the old one: `TreeCardSkeleton`. They stay, and are said. */
  async #alike(leader: ProjectPath | undefined, names: readonly NewName[]): Promise<string[]> {
    const own = leader === undefined ? undefined : await this.#edits.namesIn(leader);
    const [main] = names;
    if (!own || !main) return [];
    const renamed = new Set(names.map(({ from }) => from));
    return own.variables
      .filter(
        ({ level, name, places }) =>
          level === "top" && places.some(({ isDeclared }) => isDeclared) && name.startsWith(main.from),
      )
      .map(({ name }) => name)
      .filter((name) => !renamed.has(name) && /^\p{Lu}|^_/u.test(name.slice(main.from.length)));
  }
}
