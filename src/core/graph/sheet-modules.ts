/**
 * Sheets as modules: what each gives, passes on and has compiled, and how one finds the names of another.
 *
 * Sources: the Sass documentation, "@use", "@forward" (prefixes, `show`, `hide`, private members), and Dart Sass's order of the compiled
 * modules: each after those that it uses, once, with the comments that stand before its line.
 */
import type { SheetLoad, StatementNames } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { TracedStatement } from "./sheet-traced.js";

/** What a name stands for at some moment. */
export interface Value {
  readonly meaning: number;
  /** Whether it is surely not `null`, which counts as no value for `!default`. */
  readonly isSet?: boolean;
  readonly names?: StatementNames;
  readonly scope?: FileScope;
  readonly key?: string;
}

/** What a module is given for a variable that has a default. */
export type Configured = Pick<Value, "meaning" | "isSet">;

/** What a file sees of modules. */
export interface FileScope {
  readonly path: ProjectPath;
  readonly module: SheetModule;
  readonly spaces: Map<string, SheetModule | string>;
  readonly open: (SheetModule | string)[];
  /** Whether it stands in place in another sheet, and loads modules itself. */
  readonly isPlaced?: boolean;
}

/** A sheet that is loaded once for all, with what stands in place in it. */
export class SheetModule {
  readonly values = new Map<string, Value>();
  readonly forwards: { readonly module: SheetModule; readonly load: SheetLoad }[] = [];
  readonly upstream: SheetModule[] = [];
  /** Comments that stand before the line by which a module is loaded: they come before what that has compiled. */
  readonly before = new Map<SheetModule, readonly TracedStatement[]>();
  readonly own: (TracedStatement | SheetModule)[] = [];
  /** What it takes in place that nobody can look into. */
  readonly outside: string[] = [];
  readonly config: ReadonlyMap<string, Configured>;

  constructor(
    readonly path: ProjectPath,
    config: ReadonlyMap<string, Configured> = new Map(),
  ) {
    this.config = config;
  }
}

/** A module, and the name by which it has something. */
export interface Owner {
  readonly module: SheetModule;
  readonly name: string;
}

/** The module that another sheet reaches by a name. */
export function ownerIn(module: SheetModule, kind: string, name: string): Owner | undefined {
  if (name.startsWith("-")) return undefined;
  if (module.values.has(`${kind} ${name}`)) return { module, name };
  for (const { module: given, load } of module.forwards) {
    const inner = seenThrough(load, kind, name, "in");
    const found = inner === undefined ? undefined : ownerIn(given, kind, inner);
    if (found) return found;
  }
  return undefined;
}

/** What two modules give, neither of which has a namespace: Sass refuses it. */
export const twice: Value = { meaning: -1 };

export function isOther(one: Value | undefined, other: Value): boolean {
  return one !== undefined && one !== other;
}

export function throughForward(
  { module, load }: SheetModule["forwards"][number],
  kind: string,
  name: string,
): Value | undefined {
  const inner = seenThrough(load, kind, name, "in");
  return inner === undefined ? undefined : memberOf(module, kind, inner);
}

/** What another sheet finds in a module by a name. */
export function memberOf(module: SheetModule, kind: string, name: string): Value | undefined {
  const owner = ownerIn(module, kind, name);
  return owner?.module.values.get(`${kind} ${owner.name}`);
}

export function* membersOf(module: SheetModule): Generator<readonly [slot: string, value: Value]> {
  for (const { module: given, load } of module.forwards)
    for (const [slot, value] of membersOf(given)) {
      const [kind = "", name = ""] = slot.split(" ");
      const called = seenThrough(load, kind, name, "out");
      if (called !== undefined) yield [`${kind} ${called}`, value];
    }
  for (const [slot, value] of module.values) if (!slot.includes(" -")) yield [slot, value];
}

/** A name through `@forward … as list-* show list-gap`: `out` as those outside call it, `in` as it is called inside. */
export function seenThrough(
  { prefix = "", shows, hides }: SheetLoad,
  kind: string,
  name: string,
  way: "in" | "out",
): string | undefined {
  const outer = way === "out" ? prefix + name : name;
  if (way === "in" && !outer.startsWith(prefix)) return undefined;
  const listed = kind === "variable" ? `$${outer}` : outer;
  if (shows && !shows.includes(listed)) return undefined;
  if (hides?.includes(listed)) return undefined;
  return way === "out" ? outer : outer.slice(prefix.length);
}

/** The order of the compiled sheet: each module once, behind those that it uses. */
export function compiledOf(root: SheetModule): TracedStatement[] {
  const imports: TracedStatement[] = [];
  const rest: TracedStatement[] = [];
  const visit = (module: SheetModule, seen: Set<SheetModule>): void => {
    if (seen.has(module)) return;
    seen.add(module);
    for (const each of module.upstream) {
      (rest.length === 0 ? imports : rest).push(...(module.before.get(each) ?? []));
      visit(each, seen);
    }
    // What is imported with modules of its own stands in place, with all that these have compiled.
    const own = module.own.flatMap((each) => (each instanceof SheetModule ? compiledOf(each) : [each]));
    const [first, others] = importsFirst(own);
    imports.push(...first);
    rest.push(...others);
  };
  visit(root, new Set());
  return [...imports, ...rest];
}

/** What stays an import comes first, behind the comments and imports with which the sheet begins. */
function importsFirst(
  own: readonly TracedStatement[],
): readonly [first: readonly TracedStatement[], others: readonly TracedStatement[]] {
  if (!own.some(({ isImport }) => isImport)) return [[], own];
  const start = own.findIndex(({ key, isImport }) => isImport !== true && !key.startsWith("/*"));
  const end = start < 0 ? own.length : start;
  const head = own.slice(0, end);
  const later = own.slice(end).filter(({ isImport }) => isImport);
  const last = later.length > 0 ? head.length : head.findLastIndex(({ isImport }) => isImport) + 1;
  return [
    [...head.slice(0, last), ...later],
    [...head.slice(last), ...own.slice(end).filter(({ isImport }) => isImport !== true)],
  ];
}

/** Whether anything of a module, or of those that it uses, is compiled. */
export function isCompiled(module: SheetModule, met: Set<SheetModule> = new Set()): boolean {
  if (met.has(module)) return false;
  met.add(module);
  return [...module.own, ...module.upstream].some((each) => !(each instanceof SheetModule) || isCompiled(each, met));
}

/** The sheets whose statements an extension in a module reaches: its own, and those of all that it uses. */
export function reachOf(module: SheetModule): ReadonlySet<SheetModule> {
  const reached = new Set([module]);
  for (const each of reached)
    for (const next of [...each.upstream, ...each.own.filter((part) => part instanceof SheetModule)]) reached.add(next);
  return reached;
}
