/**
 * What comes of a sheet, in order: its statements and those of all that it takes in, as its tool goes through them, and for each of them
 * what the names in it mean at that moment. Two sheets of which that is the same compile to the same text.
 *
 * No value is computed. A name means what gave it last, whatever that is; a mixin or function means its text and what the names in it mean
 * when it is called.
 *
 * Sources: the Sass documentation, "@use", "@forward", "@import", "@extend", "Variables", and Dart Sass's order of the compiled modules
 * (each after those that it uses, once); Less documentation, "Import At-Rules" (once, in place); CSS Cascading and Inheritance, "@import".
 */
import type {
  GivenName,
  NameChance,
  Resolution,
  SheetLoad,
  SheetName,
  SheetStatement,
  StatementNames,
} from "../languages/index.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import {
  compiledOf,
  isCompiled,
  isOther,
  memberOf,
  membersOf,
  ownerIn,
  seenThrough,
  SheetModule,
  throughForward,
  twice,
  type Configured,
  type FileScope,
  type Owner,
  type Value,
} from "./sheet-modules.js";
import {
  Numbers,
  TraceMemo,
  type MissingName,
  type SheetStep,
  type SheetTrace,
  type TracedGift,
  type TracedStatement,
} from "./sheet-traced.js";
import { spansOf } from "./sheet-opened.js";
import { SheetWorld, type SheetText } from "./sheet-world.js";

interface Missed {
  readonly need: SheetName;
  /** Where it was looked for. */
  readonly module: SheetModule;
  readonly through?: string;
  readonly chance?: NameChance;
  /** Whether it is the text of a parameter of what is called itself. */
  readonly isForParameter?: boolean;
}

/** What a trace is made from. */
export interface TraceInput {
  readonly world: SheetWorld;
  readonly numbers: Numbers;
  /** The path by which a file is compared. */
  readonly placeOf?: (path: ProjectPath) => string;
  /** Shared by traces of the same world and places. */
  readonly memo?: TraceMemo;
}

/** Goes through a sheet. */
export function traceSheet(entry: ProjectPath, input: TraceInput): SheetTrace {
  return new Tracer(entry, input).run();
}

/** Functions of Sass and CSS that give something for whatever they are given. */
const neverNull: ReadonlySet<string> = new Set([
  ..."lighten darken saturate desaturate rgb rgba hsl hsla mix invert grayscale complement transparentize opacify fade-in fade-out".split(
    " ",
  ),
  ..."adjust-color scale-color change-color percentage round ceil floor abs min max unit quote unquote map-merge calc var url".split(
    " ",
  ),
]);

/** More than these statements are not gone through: something takes itself in, over many ways. */
const mostStatements = 400_000;

class Tracer {
  readonly #statements: TracedStatement[] = [];
  readonly #missing: MissingName[] = [];
  readonly #gifts: TracedGift[] = [];
  /** Names by their kind: all that were given so far, and those that were missing. */
  readonly #given = new Set<string>();
  readonly #wanted = new Set<string>();
  readonly #unknown: SheetTrace["unknown"][number][] = [];
  readonly #visits: SheetTrace["visits"][number][] = [];
  readonly #modules = new Map<ProjectPath, SheetModule>();
  readonly #once = new Set<ProjectPath>();
  readonly #asking = new Set<SheetModule>();
  readonly #way: SheetStep[] = [];
  #isOdd = false;
  /** Grows with every name that is given: what has been looked up before may mean something else. */
  #epoch = 0;
  readonly #missedIn = new Map<string, { readonly epoch: number; readonly missed: readonly Missed[] }>();
  readonly #called = new Map<string, { readonly epoch: number; readonly meaning: number }>();

  readonly #memo: TraceMemo;

  constructor(
    readonly entry: ProjectPath,
    readonly input: TraceInput,
  ) {
    this.#memo = input.memo ?? new TraceMemo();
  }

  run(): SheetTrace {
    const module = new SheetModule(this.entry);
    this.#visits.push({ file: this.entry, how: "in place" });
    this.#file(this.entry, module, [this.entry]);
    return {
      entry: this.entry,
      statements: this.#statements,
      compiled: compiledOf(module),
      missing: this.#missing,
      gifts: this.#gifts,
      unknown: this.#unknown,
      ...(this.#statements.length > mostStatements ? { doubt: "too long" } : this.#isOdd ? { doubt: "odd" } : {}),
      asking: this.#asking,
      visits: this.#visits,
    };
  }

  #file(path: ProjectPath, module: SheetModule, stack: readonly ProjectPath[], isPlaced = false): void {
    const sheet = this.input.world.sheet(path);
    if (!sheet) {
      this.#unknown.push({ file: path, start: 0, specifier: nameOf(path), turn: this.#statements.length });
      module.outside.push(path);
      return;
    }
    const scope: FileScope = { path, module, spaces: new Map(), open: [], isPlaced };
    let at = 0;
    sheet.statements.forEach((statement, index) => {
      if (this.#statements.length > mostStatements) return;
      const loads: SheetLoad[] = [];
      for (let load = sheet.loads[at]; load?.statement === index; load = sheet.loads[(at += 1)]) loads.push(load);
      const isOnlyLoading = loads.length > 0 && loads.every(({ isNested, how }) => !isNested && how !== "by call");
      if (isOnlyLoading) {
        for (const load of loads) this.#load(load, { sheet, scope, stack, index });
        return;
      }
      this.#statement(statement, index, { sheet, scope });
      for (const load of loads) this.#nested(load, { sheet, scope, stack, index });
    });
  }

  #load(
    load: SheetLoad,
    { sheet, scope, stack, index }: Place & { readonly stack: readonly ProjectPath[]; readonly index: number },
  ): void {
    const { how, reference } = load;
    const target = this.input.world.loaded(scope.path, load);
    const { module } = scope;
    if (how === "left" || (how === "in place" && target === undefined)) {
      const isImport = how === "left" && SheetWorld.formsOf(scope.path)?.givesNames(scope.path) === "in order";
      const key = `@import ${this.#meaningText(scope.path, reference)} ${load.with}`;
      this.#marker(key, scope, { index, emits: true, isImport });
      if (how === "in place") this.#lost(load, scope);
      return;
    }
    if (how === "in place" && target !== undefined) return this.#inPlace(target, load, { sheet, scope, stack, index });
    const isBuiltIn = reference.specifier.startsWith("sass:");
    const isFirst = target !== undefined && !this.#modules.has(target);
    const loaded = target === undefined ? undefined : this.#module(target, load, { sheet, scope, stack, index });
    if (!loaded && !isBuiltIn) {
      this.#lost(load, scope);
      this.#marker(`@${how} ${this.#meaningText(scope.path, reference)} ${load.with}`, scope, { index, emits: true });
    }
    if (loaded) {
      if (isFirst) this.#commentsBefore(loaded, scope);
      module.upstream.push(loaded);
    }
    const known = loaded ?? `${isBuiltIn ? "" : "?"}${reference.specifier}`;
    if (how === "passed on") {
      if (loaded) {
        const clash = [...membersOf(loaded)].find(([slot, value]) => {
          const [kind = "", name = ""] = slot.split(" ");
          const outer = seenThrough(load, kind, name, "out");
          return (
            outer !== undefined && module.forwards.some((each) => isOther(throughForward(each, kind, outer), value))
          );
        });
        if (clash) this.#marker(`two modules pass ${clash[0]} on`, scope, { index, emits: true });
        module.forwards.push({ module: loaded, load });
      } else if (!isBuiltIn) module.outside.push(reference.specifier);
    } else if (load.as === "*" || load.as === undefined) {
      const clash =
        loaded &&
        [...module.values.keys()].find(
          (slot) => slot.startsWith("variable ") && memberOf(loaded, "variable", slot.slice(9)),
        );
      if (clash !== undefined) this.#marker(`${clash} is given twice`, scope, { index, emits: true });
      scope.open.push(known);
    } else scope.spaces.set(load.as, known);
  }

  /** Comments go before what a module has compiled that nobody has loaded before; of an imported sheet they may be lost, which is no text that one can compare. */
  #commentsBefore(loaded: SheetModule, { module, path, isPlaced = false }: FileScope): void {
    if (!isCompiled(loaded)) return;
    const isComment = (each: TracedStatement | SheetModule): each is TracedStatement =>
      !(each instanceof SheetModule) && each.key.startsWith("/*");
    if (!isPlaced) {
      const comments = module.own.every(isComment) ? module.own.splice(0).filter(isComment) : [];
      if (comments.length > 0) module.before.set(loaded, comments);
      return;
    }
    for (const [at, each] of module.own.entries())
      if (isComment(each) && each.file === path) module.own[at] = { ...each, key: `${each.key} before a module` };
  }

  /** A mixin that loads a sheet, or `@import` within a block: what it gives stays there. */
  #nested(load: SheetLoad, place: Place & { readonly stack: readonly ProjectPath[]; readonly index: number }): void {
    const { scope, index } = place;
    const { module } = scope;
    if (load.how === "left") return;
    const target = this.input.world.loaded(scope.path, load);
    if (target === undefined) return this.#lost(load, scope);
    if (load.how === "by call") {
      const loaded = this.#module(target, load, place);
      if (loaded) module.own.push(loaded);
      return;
    }
    const before = new Map(module.values);
    this.#inPlace(target, load, place);
    module.values.clear();
    for (const [name, value] of before) module.values.set(name, value);
    this.#epoch += 1;
    this.#marker("}", scope, { index, emits: false });
  }

  #inPlace(
    target: ProjectPath,
    load: SheetLoad,
    { scope, stack, index }: Place & { readonly stack: readonly ProjectPath[]; readonly index: number },
  ): void {
    if (stack.includes(target)) return this.#lost(load, scope);
    const isOnce = SheetWorld.formsOf(scope.path)?.givesNames(scope.path) === "late" && !/\bmultiple\b/.test(load.with);
    this.#visits.push({ file: target, by: scope.path, start: load.reference.start, how: "in place" });
    if (isOnce && this.#once.has(target)) return;
    this.#once.add(target);
    if (load.with !== "") this.#marker(`@import ${load.with} {`, scope, { index, emits: true });
    const { module } = scope;
    const sheet = this.input.world.sheet(target);
    const usesModules = sheet?.loads.some(({ how }) => how === "module" || how === "passed on") ?? false;
    this.#way.push({ file: scope.path, index });
    if (!usesModules) this.#file(target, module, [...stack, target]);
    else {
      // Its modules are compiled here, too, whoever has loaded them before.
      const upstream = module.upstream.length;
      const forwards = module.forwards.length;
      const own = module.own.length;
      this.#file(target, module, [...stack, target], true);
      const parts = module.own.splice(own);
      const group = new SheetModule(target);
      group.upstream.push(...module.upstream.splice(upstream));
      group.own.push(...parts);
      this.#isOdd ||= compiledOf(group).some(({ isImport }) => isImport);
      module.own.push(group);
      for (const { module: given, load: by } of module.forwards.splice(forwards)) this.#giveAll(module, given, by);
    }
    this.#way.pop();
    if (load.with !== "") this.#marker("}", scope, { index, emits: true });
  }

  /** What an imported sheet passes on is the importing one's own from then on. */
  #giveAll(module: SheetModule, given: SheetModule, load: SheetLoad): void {
    for (const [key, value] of membersOf(given)) {
      const [kind = "", name = ""] = key.split(" ");
      const called = seenThrough(load, kind, name, "out");
      if (called !== undefined) module.values.set(`${kind} ${called}`, value);
    }
    this.#epoch += 1;
  }

  #module(
    target: ProjectPath,
    load: SheetLoad,
    { sheet, scope, stack, index }: Place & { readonly stack: readonly ProjectPath[]; readonly index: number },
  ): SheetModule | undefined {
    if (stack.includes(target)) {
      this.#lost(load, scope);
      return undefined;
    }
    this.#visits.push({ file: target, by: scope.path, start: load.reference.start, how: load.how });
    const known = this.#modules.get(target);
    if (known) {
      // What has been loaded is not configured any more: Sass says so, and stops.
      if (load.with !== "")
        this.#marker(`<${target} is loaded before it is configured>`, scope, { index, emits: true });
      return known;
    }
    const config = new Map<string, Configured>();
    if (load.how === "passed on")
      for (const [name, value] of scope.module.config) {
        const own = seenThrough(load, "variable", name, "in");
        if (own !== undefined) config.set(own, value);
      }
    if (load.with !== "") {
      const needs = sheet.names[index]?.needs ?? [];
      const meaning = this.input.numbers.of(
        `with ${load.with} ${needs.map((each) => this.#means(each, scope, 0)).join()}`,
      );
      for (const [, name = ""] of load.with.matchAll(/\$([\w-]+)\s*:/g))
        config.set(name.replaceAll("_", "-"), this.#variableIn(load.with, name, scope) ?? { meaning });
    }
    const module = new SheetModule(target, config);
    this.#modules.set(target, module);
    this.#way.push({ file: scope.path, index });
    this.#file(target, module, [...stack, target]);
    this.#way.pop();
    return module;
  }

  /** `with ($gap: sizes.$gap)`: what is given a variable alone has its value. */
  #variableIn(configuration: string, name: string, scope: FileScope): Configured | undefined {
    const form = new RegExp(String.raw`\$${name}\s*:\s*(?:([\w-]+)\.)?\$([\w-]+)\s*(?:,|\)\s*$)`);
    const [, from, variable] = form.exec(configuration) ?? [];
    if (variable === undefined) return undefined;
    const need = { kind: "variable", name: variable.replaceAll("_", "-"), start: 0, end: 0 } as const;
    const value = this.#find({ ...need, ...(from !== undefined && { from }) }, scope);
    return value && !value.names ? { meaning: value.meaning, isSet: value.isSet === true } : undefined;
  }

  #lost({ reference }: SheetLoad, { path, module }: FileScope): void {
    this.#unknown.push({
      file: path,
      start: reference.start,
      specifier: reference.specifier,
      turn: this.#statements.length,
    });
    module.outside.push(reference.specifier);
  }

  #marker(
    key: string,
    { path, module }: FileScope,
    { index, emits, isImport }: { readonly index: number; readonly emits: boolean; readonly isImport?: boolean },
  ): void {
    const base = { file: path, index, start: 0, key, emits, meaning: 0, extends: [], module };
    const traced: TracedStatement = isImport === true ? { ...base, isImport } : base;
    this.#statements.push(traced);
    if (emits) module.own.push(traced);
  }

  #statement(statement: SheetStatement, index: number, { sheet, scope }: Place): void {
    const names = sheet.names[index];
    const { module, path } = scope;
    if (!names) return;
    const key = this.#keyOf(sheet, path, index);
    const { numbers } = this.input;
    if (names.asks) this.#asking.add(module);
    const extended = new Set(names.extends);
    const turn = this.#statements.length;
    let meaning = 0;
    if (!names.isDeferred && names.needs.length > 0) {
      const needed = names.needs.filter(({ kind }) => kind !== "placeholder");
      const meanings = needed.map((need) => {
        this.#missed(need, { scope, index, turn });
        const means = this.#means(need, scope, 0, extended);
        // What is called may give names to all, and what stands in its block may need them.
        this.#effects(need, scope, new Set());
        return means;
      });
      meaning = meanings.length === 0 ? 0 : numbers.of(meanings.join());
    }
    const traced: TracedStatement = {
      file: path,
      index,
      start: statement.start,
      key,
      emits: names.emits,
      meaning,
      extends: [...extended],
      module,
      ...(statement.kind === "comment" && !names.emits && { isNote: true as const }),
    };
    this.#statements.push(traced);
    if (names.emits) module.own.push(traced);
    for (const given of names.gives) this.#give(given, { scope, names, key, meaning, index, turn });
  }

  #give(
    given: GivenName,
    {
      scope,
      names,
      key,
      meaning,
      index,
      turn,
    }: {
      readonly scope: FileScope;
      readonly names: StatementNames;
      readonly key: string;
      readonly meaning: number;
      readonly index: number;
      readonly turn: number;
    },
  ): void {
    const { kind, name, isDefault = false, isConditional = false } = given;
    const { numbers } = this.input;
    if (names.isDeferred && (given.kind === "variable" || given.kind === "placeholder")) return;
    const { module, name: called } = this.#ownerOf(given, scope);
    const slot = `${kind} ${called}`;
    const before = module.values.get(slot);
    const shown = called === name ? slot : `${kind} ${name}`;
    this.#given.add(shown);
    if (this.#wanted.has(shown))
      this.#gifts.push({
        kind,
        name,
        file: scope.path,
        index,
        turn,
        way: [...this.#way, { file: scope.path, index }],
        isDefault,
        isConditional,
        module,
      });
    if (kind === "placeholder") return;
    const isSet = kind === "variable" && this.#isSet(scope, index);
    if (isDefault && before?.isSet) return;
    if (isDefault && (before || module.config.has(name))) {
      const configured = module.config.get(name);
      if (!before && configured?.isSet === true) {
        module.values.set(slot, { meaning: configured.meaning, isSet: true });
        this.#epoch += 1;
        return;
      }
      // Once it has a value of its own, it keeps that; `null` counts as none, and so the text counts, too.
      const meant = before ? before.meaning : (configured?.meaning ?? 0);
      module.values.set(slot, { meaning: numbers.of(`default ${meant} ${key} ${meaning}`) });
    } else if (isConditional && given.isGlobal !== true && kind === "variable" && !before) return;
    else if (isConditional && before)
      module.values.set(slot, {
        meaning: numbers.of(`maybe ${before.meaning} ${key} ${meaning}`),
        ...callable(before),
      });
    else
      module.values.set(
        slot,
        names.isDeferred
          ? { meaning: numbers.of(key), names, scope, key }
          : { meaning: this.#valueOf(given, { scope, key, meaning, index }), isSet },
      );
    this.#epoch += 1;
  }

  /** The number of what a variable is given: the same for the same text with the same meanings. */
  #valueOf(
    { name, start }: GivenName,
    {
      scope: { path },
      key,
      meaning,
      index,
    }: { readonly scope: FileScope; readonly key: string; readonly meaning: number; readonly index: number },
  ): number {
    const { numbers } = this.input;
    let byFile = this.#memo.numbers.get(path);
    if (!byFile) this.#memo.numbers.set(path, (byFile = []));
    const known = (byFile[index] ??= new Map<string, number>());
    const slot = `${start} ${meaning}`;
    let number = known.get(slot);
    if (number === undefined) known.set(slot, (number = numbers.of(`${key} ${name} ${meaning}`)));
    return number;
  }

  /** Where a name is given: a variable of a module stays that module's, whether it is named by it or taken in without a namespace. */
  #ownerOf({ kind, name, from }: GivenName, { module, spaces, open }: FileScope): Owner {
    const own = { module, name };
    if (kind !== "variable") return own;
    if (from !== undefined) {
      const space = spaces.get(from);
      return (space instanceof SheetModule && ownerIn(space, kind, name)) || own;
    }
    if (module.values.has(`${kind} ${name}`)) return own;
    for (const each of open) {
      const found = each instanceof SheetModule ? ownerIn(each, kind, name) : undefined;
      if (found) return found;
    }
    return own;
  }

  /** Whether what a variable is given is surely a value. */
  #isSet(scope: FileScope, index: number): boolean {
    const sheet = this.input.world.sheet(scope.path);
    const { kind, start = 0, headEnd = 0 } = sheet?.statements[index] ?? {};
    if (kind !== "assignment") return false;
    let values = this.#memo.values.get(scope.path);
    if (!values) this.#memo.values.set(scope.path, (values = []));
    const given = (values[index] ??=
      sheet?.text
        .slice(start, headEnd)
        .replace(/^[^:]*:/, "")
        .replace(/!(?:default|global)\b/g, "")
        .trim() ?? "");
    const variable = /^(?:([\w-]+)\.)?\$([\w-]+)$/.exec(given);
    if (variable) {
      const [, from, name = ""] = variable;
      return (
        this.#find(
          { kind: "variable", name: name.replaceAll("_", "-"), ...(from !== undefined && { from }), start, end: start },
          scope,
        )?.isSet === true
      );
    }
    if (/^(?:[-+.]?\d|#[\da-fA-F]|["'(]|[a-zA-Z-]+[\s,])/.test(given) && !/\bnull\b/.test(given)) return true;
    const called = /^([a-z-]+)\(/.exec(given)?.[1];
    if (called !== undefined)
      return neverNull.has(called) && !this.#find({ kind: "function", name: called, start, end: start }, scope);
    return /^[a-zA-Z][\w-]*$/.test(given) && given !== "null";
  }

  /** Global names that a mixin gives when it is called. */
  #effects(need: SheetName, scope: FileScope, met: Set<string>): void {
    if (need.kind !== "mixin" && need.kind !== "function") return;
    const value = this.#find(need, scope);
    if (!value?.names || !value.scope || met.has(value.key ?? "")) return;
    met.add(value.key ?? "");
    for (const given of value.names.gives) {
      if (given.kind !== "variable") continue;
      const { module, name } = this.#ownerOf(given, value.scope);
      const slot = `variable ${name}`;
      const before = module.values.get(slot);
      module.values.set(slot, {
        meaning: this.input.numbers.of(`called ${String(before?.meaning ?? 0)} ${value.key ?? ""}`),
      });
      this.#epoch += 1;
    }
    for (const each of value.names.needs) this.#effects(each, value.scope, met);
  }

  #missed(need: SheetName, at: { readonly scope: FileScope; readonly index: number; readonly turn: number }): void {
    const { scope, index, turn } = at;
    for (const { need: each, module, through, chance } of this.#missingIn(need, scope)) {
      const shown = `${each.kind} ${each.name}`;
      this.#wanted.add(shown);
      this.#missing.push({
        kind: each.kind,
        name: each.name,
        file: scope.path,
        index,
        start: need.start,
        end: need.end,
        turn,
        module,
        way: [...this.#way, { file: scope.path, index }],
        ...(chance && { chance }),
        ...(through !== undefined && { through }),
        ...(this.#given.has(shown) && { isGivenElsewhere: true }),
      });
    }
  }

  /** What is needed and not given: the name itself, or what stands in the text that is called by it. */
  #missingIn(need: SheetName, scope: FileScope): readonly Missed[] {
    if (need.kind === "placeholder" || need.isAsked) return [];
    const value = this.#find(need, scope);
    const { chance } = need;
    if (!value) {
      if (need.from !== undefined || this.#outsides(scope).length > 0) return [];
      return [
        { need, module: scope.module, ...(chance && { chance }), ...(need.isForParameter && { isForParameter: true }) },
      ];
    }
    if (!value.names || !value.scope) return [];
    const inner = value.scope;
    const slot = `${inner.path} ${need.kind} ${String(value.meaning)}`;
    let known = this.#missedIn.get(slot);
    if (known?.epoch !== this.#epoch) {
      // What calls itself misses nothing by that.
      this.#missedIn.set(slot, { epoch: this.#epoch, missed: [] });
      const all = value.names.needs.flatMap((each) => this.#missingIn(each, inner));
      // Of one name the place counts that surely needs it.
      const best = new Map<string, Missed>();
      for (const each of all) {
        const key = `${each.need.kind} ${each.need.name}`;
        const before = best.get(key);
        if (!before || surety(each) < surety(before)) best.set(key, each);
      }
      const missed = [...best.values()];
      this.#missedIn.set(slot, (known = { epoch: this.#epoch, missed }));
    }
    return known.missed.map(({ chance, isForParameter, ...each }) => {
      const inside = isForParameter && need.isBare ? undefined : chance;
      const both = need.chance === "perhaps" || inside === "perhaps" ? "perhaps" : (need.chance ?? inside);
      return { need: each.need, module: each.module, through: need.name, ...(both && { chance: both }) };
    });
  }

  #outsides({ module, open }: FileScope): string[] {
    return [
      ...module.outside,
      ...open.filter((each): each is string => typeof each === "string" && each.startsWith("?")),
    ];
  }

  /** What a name means now. */
  #means(need: SheetName, scope: FileScope, depth: number, extended?: Set<string>): number {
    const { numbers } = this.input;
    if (need.kind === "placeholder") return 0;
    const value = this.#find(need, scope);
    if (!value) {
      const space = need.from === undefined ? undefined : scope.spaces.get(need.from);
      // What another sheet may give, or what is put before a sheet, may reach one module and not another.
      const { placeOf = (path: ProjectPath): string => path } = this.input;
      const where =
        need.from !== undefined
          ? typeof space === "string"
            ? space
            : "nothing"
          : [...this.#outsides(scope), need.kind === "function" ? "" : placeOf(scope.module.path)].join();
      return numbers.of(`none ${need.kind} ${need.name} ${where}`);
    }
    if (!value.names || !value.scope) return value.meaning;
    for (const each of value.names.extends) extended?.add(each);
    const slot = `${value.scope.module.path} ${value.scope.path} ${need.kind} ${value.meaning}`;
    const known = this.#called.get(slot);
    if (known?.epoch === this.#epoch && extended === undefined) return known.meaning;
    // What calls itself means itself.
    this.#called.set(slot, { epoch: this.#epoch, meaning: value.meaning });
    const inner = value.scope;
    const meaning =
      depth > 60
        ? value.meaning
        : numbers.of(`${value.meaning} ${value.names.needs.map((each) => this.#means(each, inner, depth + 1)).join()}`);
    this.#called.set(slot, { epoch: this.#epoch, meaning });
    return meaning;
  }

  #find({ kind, name, from }: SheetName, { module, spaces, open }: FileScope): Value | undefined {
    const slot = `${kind} ${name}`;
    if (from !== undefined) {
      const space = spaces.get(from);
      return space instanceof SheetModule ? memberOf(space, kind, name) : undefined;
    }
    const own = module.values.get(slot);
    if (own) return own;
    let found: Value | undefined;
    for (const each of open) {
      const value = each instanceof SheetModule ? memberOf(each, kind, name) : undefined;
      if (found && isOther(value, found)) return twice;
      found ??= value;
    }
    return found;
  }

  #keyOf(sheet: SheetText, path: ProjectPath, index: number): string {
    let keys = this.#memo.keys.get(path);
    if (!keys) this.#memo.keys.set(path, (keys = []));
    return (keys[index] ??= this.#makeKey(sheet, path, index));
  }

  #makeKey(sheet: SheetText, path: ProjectPath, index: number): string {
    const statement = sheet.statements[index];
    if (!statement) return "";
    return spansOf(statement)
      .map((span) => this.#keyOfSpan(sheet, path, { index, span }))
      .join("\n{\n");
  }

  #keyOfSpan(
    { text, references }: SheetText,
    path: ProjectPath,
    { index, span: [start, end] }: { readonly index: number; readonly span: readonly [number, number] },
  ): string {
    let [key, at] = ["", start];
    const put = (from: number, to: number, written: string): void => {
      key += text.slice(at, from) + written;
      at = to;
    };
    // What a name means is compared by itself: by which namespace it is reached is no part of the text.
    const spaces = this.#spacesIn(path, index).filter((space) => space.start >= start && space.end <= end);
    const named = references
      .filter((each) => each.start >= start && each.end <= end)
      .map((each) => ({ start: each.start, end: each.end, written: this.#meaningText(path, each) }));
    const all = [...named, ...spaces.map((space) => ({ ...space, written: "" }))];
    for (const each of all.sort((a, b) => a.start - b.start))
      if (each.start >= at) put(each.start, each.end, each.written);
    return (key + text.slice(at, end)).replaceAll("\r\n", "\n");
  }

  /** The namespaces of the project's own modules in a statement, with their dots. */
  #spacesIn(path: ProjectPath, index: number): { readonly start: number; readonly end: number }[] {
    const sheet = this.input.world.sheet(path);
    const { needs = [] } = sheet?.names[index] ?? {};
    if (!sheet || needs.every(({ from }) => from === undefined)) return [];
    const own = new Set(
      sheet.loads.flatMap((load) =>
        load.how === "module" && load.as !== undefined && this.input.world.loaded(path, load) !== undefined
          ? [load.as]
          : [],
      ),
    );
    return needs.flatMap(({ from, start, end }) => {
      if (from === undefined || !own.has(from)) return [];
      // A variable begins with its namespace, a call behind it.
      const at = sheet.text.startsWith(`${from}.`, start) ? start : start - from.length - 1;
      if (!sheet.text.startsWith(`${from}.`, at)) return [];
      // `-(sizes.$gap)` is `-$gap`: without the brackets the sign would be the namespace's.
      const isNegative =
        /(?:^|[^\w-])-\($/.test(sheet.text.slice(Math.max(0, at - 3), at)) && sheet.text.charAt(end) === ")";
      const space = { start: isNegative ? at - 1 : at, end: at + from.length + 1 };
      return isNegative ? [space, { start: end, end: end + 1 }] : [space];
    });
  }

  #meaningText(path: ProjectPath, reference: SheetLoad["reference"]): string {
    const { placeOf = (each: ProjectPath): string => each } = this.input;
    const meant: Resolution = this.input.world.meaning(path, reference);
    if (meant.state === "found") return `<${meant.targets.map(placeOf).join()}>`;
    if (meant.state === "beyond") return `<beyond ${meant.at}>`;
    return `<${meant.state} ${reference.specifier}>`;
  }
}

interface Place {
  readonly sheet: SheetText;
  readonly scope: FileScope;
}

/** How sure it is that a name is needed; the least is the surest. */
function surety({ chance, isForParameter }: Missed): number {
  return chance === undefined ? 0 : chance === "likely" ? 1 : isForParameter ? 2 : 3;
}

function callable({ names, scope, key }: Value): Partial<Value> {
  return names && scope && key !== undefined ? { names, scope, key } : {};
}
