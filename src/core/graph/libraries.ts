/**
 * What names mean in languages whose files take each other by directives: a library is a file with its parts, and knows what it
 * declares before what it imports. What comes by a directive that leads out of the project, or to what nobody has written yet, is not
 * known by name; then the directives are known by which it may come.
 */
import {
  languageFor,
  takes,
  type Directive,
  type DirectiveForms,
  type Reference,
  type Statement,
  type TextNames,
} from "../languages/index.js";
import { folderOf, joinPath, nameOf, type ProjectPath } from "../base/paths.js";
import type { Modules, Origin } from "./origins.js";

/** A file that belongs to a library, read by its statements and names. */
export interface LibraryUnit {
  readonly path: ProjectPath;
  readonly text: string;
  readonly statements: readonly Statement[];
  readonly names: TextNames;
}

/** A directive of a library, with what it leads to. */
export interface Link extends Directive {
  /** The references by which it names files; several where a condition chooses. */
  readonly named: readonly Reference[];
  /** The files of the project that are meant. */
  readonly targets: readonly ProjectPath[];
}

/** A library: what it is made of, and what it takes. */
export interface Library {
  readonly head: ProjectPath;
  /** The files that people write, the head first. */
  readonly units: readonly LibraryUnit[];
  /** All directives of the head but parts and what a part belongs to. */
  readonly links: readonly Link[];
  /** Its parts that people write, also those of parts. */
  readonly parts: readonly Link[];
  /** What generators make, or will make, for it. */
  readonly made: readonly Link[];
  /** Where each name of the top level is declared. */
  readonly declares: ReadonlyMap<string, ProjectPath>;
}

/** An extension that a library can use without naming it. */
export interface Lent {
  readonly origin: Origin;
  readonly lends: readonly string[];
}

/** A directive by which something may come that nobody can look into. */
export interface Outside {
  /** What tells it from others: what is named, and what of it is taken. */
  readonly key: string;
  /** Whether a generator makes it. */
  readonly isMade: boolean;
}

/** Something outside, with the lists through which it comes. */
interface Source {
  readonly base: string;
  readonly prefix: string | undefined;
  readonly show: readonly string[] | undefined;
  readonly hide: readonly string[];
  readonly isMade: boolean;
}

/** What of a source comes by a further directive; nothing where the lists have no name in common. */
function narrowed(source: Source, { prefix, show, hide }: Link): Source[] {
  const both = source.show && show ? source.show.filter((name) => show.includes(name)) : (source.show ?? show);
  const left = both?.filter((name) => !hide.includes(name));
  return left?.length === 0 ? [] : [{ ...source, prefix, show: left, hide: left ? [] : [...source.hide, ...hide] }];
}

/** Libraries of one tree, read when they are asked for. The languages must have been prepared for names. */
export class Libraries {
  readonly #units = new Map<ProjectPath, Promise<LibraryUnit | undefined>>();
  readonly #libraries = new Map<ProjectPath, Promise<Library | undefined>>();
  readonly #links = new Map<ProjectPath, readonly Link[]>();
  readonly #lent = new Map<ProjectPath, Promise<readonly Lent[]>>();

  constructor(readonly modules: Modules) {}

  /** One file; `undefined` where it has an error, or no directives. */
  unit(path: ProjectPath): Promise<LibraryUnit | undefined> {
    let unit = this.#units.get(path);
    if (!unit) this.#units.set(path, (unit = this.#readUnit(path)));
    return unit;
  }

  async #readUnit(path: ProjectPath): Promise<LibraryUnit | undefined> {
    const language = languageFor(path);
    const text = this.modules.tree.text(path)?.text;
    if (!language?.directives || text === undefined) return undefined;
    const statements = await language.statements?.(text, nameOf(path));
    const names = await language.names?.(text, nameOf(path));
    return statements && names && { path, text, statements, names };
  }

  /** The library to which a file belongs; `undefined` where one of its files cannot be read. */
  library(path: ProjectPath): Promise<Library | undefined> {
    const head = this.headOf(path);
    let library = this.#libraries.get(head);
    if (!library) this.#libraries.set(head, (library = this.#readLibrary(head)));
    return library;
  }

  /** The file that leads a file's library. */
  headOf(path: ProjectPath): ProjectPath {
    const seen = new Set<ProjectPath>();
    let head = path;
    for (;;) {
      seen.add(head);
      const above = this.modules.reading(head).references.find(({ kind }) => kind === "part of");
      const [target] = above ? this.modules.targetsOf(head, above) : [];
      if (target === undefined || seen.has(target)) return head;
      head = target;
    }
  }

  async #readLibrary(head: ProjectPath): Promise<Library | undefined> {
    const forms = formsOf(head);
    if (!forms) return undefined;
    const units: LibraryUnit[] = [];
    const made: Link[] = [];
    const parts: Link[] = [];
    const waiting: ProjectPath[] = [head];
    const declares = new Map<string, ProjectPath>();
    for (let path = waiting.shift(); path !== undefined; path = waiting.shift()) {
      const unit = await this.unit(path);
      if (!unit) return undefined;
      units.push(unit);
      for (const { declares: names } of unit.statements)
        for (const name of names) if (!declares.has(name)) declares.set(name, path);
      for (const link of this.linksOf(path)) {
        if (link.kind !== "part") continue;
        const isMade = this.#isMade(path, link, forms);
        if (isMade || link.targets.length === 0) made.push(link);
        else parts.push(link);
        if (!isMade) waiting.push(...link.targets.filter((target) => !units.some((each) => each.path === target)));
      }
    }
    const links = this.linksOf(head).filter(({ kind }) => kind === "import" || kind === "re-export");
    return { head, units, links, parts, made, declares };
  }

  /** Called after its library and as generators call what they make, or said to be made at its head: not merely called alike. */
  #isMade(path: ProjectPath, { named, targets }: Link, forms: DirectiveForms): boolean {
    if (!named.some(({ specifier }) => forms.madeFor(specifier, nameOf(path), "x") !== undefined)) return false;
    return targets.every((target) => {
      const text = this.modules.tree.text(target)?.text ?? "";
      const signs = languageFor(target)?.outline(text, nameOf(target)).signs ?? [];
      return forms.isMadeName(nameOf(target)) || signs.includes("generated");
    });
  }

  #linksIn(path: ProjectPath, forms: DirectiveForms): Link[] {
    const { references } = this.modules.reading(path);
    const text = this.modules.tree.text(path)?.text ?? "";
    return forms.read(text, nameOf(path)).map((directive) => {
      const named = references.filter(({ start }) => directive.references.includes(start));
      return { ...directive, named, targets: named.flatMap((each) => this.modules.targetsOf(path, each)) };
    });
  }

  /** The directives of one file that leads a library, whether the rest of it can be read or not. */
  linksOf(path: ProjectPath): readonly Link[] {
    let links = this.#links.get(path);
    const forms = formsOf(path);
    if (!links) this.#links.set(path, (links = forms ? this.#linksIn(path, forms) : []));
    return links;
  }

  /** What a name means in a library, bare or behind a prefix; none where that is not known. */
  meaning(library: Library, name: string, prefix?: string): readonly Origin[] {
    const own = prefix === undefined ? library.declares.get(name) : undefined;
    if (own !== undefined) return [{ file: own, name }];
    const links = library.links.filter((link) => link.kind === "import" && link.prefix === prefix && takes(link, name));
    return distinct(links.flatMap((link) => this.through(link, name)));
  }

  /** What a name means that one directive takes. */
  through(link: Link, name: string): readonly Origin[] {
    if (!takes(link, name) || formsOf(link.targets[0])?.isHidden(name) === true) return [];
    return distinct(link.targets.flatMap((target) => this.modules.originsOf(target, name)));
  }

  /** The directives of a library by which names may come that nobody can look into, also where files of the project pass them on. */
  outside(library: Library): ReadonlyMap<string, Outside> {
    const found = new Map<string, Outside>();
    for (const { named, targets } of library.made) {
      // What is there already is read.
      if (targets.length > 0) continue;
      const suffix = named.map(
        ({ specifier }) => formsOf(library.head)?.madeFor(specifier, nameOf(library.head), "") ?? specifier,
      );
      for (const each of suffix) found.set(`made ${each}`, { key: `made ${each}`, isMade: true });
    }
    for (const link of library.links)
      if (link.kind === "import") for (const each of this.outsideOf(library.head, link)) found.set(each.key, each);
    return found;
  }

  /** The same of one directive. */
  outsideOf(path: ProjectPath, link: Link): readonly Outside[] {
    return this.#sourcesOf(path, link, []).map(({ base, prefix, show, hide, isMade }) => {
      const lists = [
        ...(prefix === undefined ? [] : [`as ${prefix}`]),
        ...(show ? [`show ${[...show].sort().join()}`] : []),
        ...(hide.length > 0 ? [`hide ${[...new Set(hide)].sort().join()}`] : []),
      ];
      return { key: [base, ...lists].join(" "), isMade };
    });
  }

  #sourcesOf(path: ProjectPath, link: Link, above: readonly ProjectPath[]): Source[] {
    const found: Source[] = [];
    const own = { prefix: link.prefix, show: link.show, hide: link.hide };
    for (const reference of link.named) {
      const targets = this.modules.targetsOf(path, reference);
      if (targets.length === 0) {
        const meant = this.modules.resolver.resolve(path, reference);
        // What the manifest around a file does not know is not the same thing as what one knows.
        const unknown = this.modules.resolver.mayName(path, reference) ? "" : " (no dependency)";
        const isMade = meant.state === "beyond" && meant.isToCome === true;
        found.push({ ...own, base: placed(path, reference.specifier) + unknown, isMade });
      }
      for (const target of targets) {
        if (above.includes(target)) continue;
        if (this.modules.reading(target).reading !== "whole") found.push({ ...own, base: target, isMade: false });
        for (const each of this.linksOf(target)) {
          const isPassed = each.kind === "re-export" || (each.kind === "part" && each.targets.length === 0);
          if (isPassed)
            found.push(
              ...this.#sourcesOf(target, each, [...above, path, target]).flatMap((one) => narrowed(one, link)),
            );
        }
      }
    }
    return found;
  }

  /** The extensions that a library can use: its own, and those of what it imports, behind a prefix as well. */
  lent(library: Library): Promise<readonly Lent[]> {
    let lent = this.#lent.get(library.head);
    if (!lent) this.#lent.set(library.head, (lent = this.#lentTo(library)));
    return lent;
  }

  async #lentTo(library: Library): Promise<readonly Lent[]> {
    const found = library.units.flatMap(lentIn);
    for (const link of library.links)
      if (link.kind === "import" && link.isDeferred !== true) found.push(...(await this.lentBy(link)));
    return found;
  }

  /** Those that one directive brings. */
  async lentBy(link: Link, above: readonly ProjectPath[] = []): Promise<readonly Lent[]> {
    const found: Lent[] = [];
    for (const target of link.targets) {
      if (above.includes(target)) continue;
      const links = this.linksOf(target);
      for (const path of [target, ...links.flatMap(({ kind, targets }) => (kind === "part" ? targets : []))])
        found.push(...(await this.#publicLent(path)));
      for (const each of links)
        if (each.kind === "re-export") found.push(...(await this.lentBy(each, [...above, target])));
    }
    return found.filter(({ origin }) => takes(link, origin.name));
  }

  /** The extensions of a file that others can use. Only a text with the word is read for them. */
  async #publicLent(path: ProjectPath): Promise<readonly Lent[]> {
    if (this.modules.tree.text(path)?.text.includes("extension") !== true) return [];
    const unit = await this.unit(path);
    const isHidden = (name: string): boolean => name === "" || formsOf(path)?.isHidden(name) === true;
    return unit ? lentIn(unit).filter(({ origin }) => !isHidden(origin.name)) : [];
  }
}

/** How a file's language writes directives, if it has any. */
export function formsOf(path: ProjectPath | undefined): DirectiveForms | undefined {
  return path === undefined ? undefined : languageFor(path)?.directives;
}

/** The extensions that a file declares; one without a name is known by the empty one. */
export function lentIn({ path, statements }: Pick<LibraryUnit, "path" | "statements">): Lent[] {
  return statements.flatMap(({ bonds, declares: [name = ""] }): Lent[] =>
    bonds?.lends ? [{ origin: { file: path, name }, lends: bonds.lends }] : [],
  );
}

/** An address that leads to no file of the project, by the place that is meant. */
function placed(path: ProjectPath, specifier: string): string {
  if (/^[a-z][a-z0-9+.-]*:/i.test(specifier)) return specifier;
  return joinPath(folderOf(path), specifier) ?? specifier;
}

function distinct(origins: readonly Origin[]): readonly Origin[] {
  return [...new Map(origins.map((each) => [`${each.file}\n${each.name}`, each])).values()];
}
