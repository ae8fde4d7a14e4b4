/**
 * How one text says what it means after types came to lie in other namespaces: which namespaces it takes in besides or no more, and which
 * names it writes with theirs. Each way is tried on the names of the text, and taken where all of them mean what they should.
 */
import { fullNameOf, Namespaces, within, type NameMeaning, type TypeEntry } from "../../graph/index.js";
import type { NamespaceNames, NewNamespaces, TakenIn, UsedName } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { callsOf, fullAfter, keyOf, renamed, type NamespaceChanges } from "./changes.js";

/** What all texts are decided by. */
export interface DecisionInput {
  readonly before: Namespaces;
  /** The same files with their new namespaces, where what all files take in says what it will. */
  readonly then: Namespaces;
  readonly changes: NamespaceChanges;
  /** Words that may be concerned. */
  readonly words: ReadonlySet<string>;
  /** Functions that are lent to others by some class. */
  readonly lent: ReadonlySet<string>;
}

/** What one text has to say. `after` are its names as they will be. */
export interface Decision {
  readonly wanted: NewNamespaces;
  readonly after: NamespaceNames;
}

interface Gain {
  readonly namespace: string;
  /** For one type alone, what it is called. */
  readonly alias?: string;
  readonly near: number | undefined;
}

/** Decides about one text; nothing where it stays as it is. */
export function decide(path: ProjectPath, input: DecisionInput): Decision | undefined {
  const file = input.then.world.files.get(path);
  const names = input.before.world.files.get(path)?.names;
  return file?.names && names ? new Deciding(path, names, file.forms.takesIn, input).decision() : undefined;
}

class Deciding {
  readonly #gains = new Map<string, Gain>();
  readonly #written = new Map<number, { words: number; text: string; namespace: string }>();
  readonly #drops = new Set<number>();
  readonly #befores = new Map<number, NameMeaning>();
  /** Namespaces that made another name mean something else when they were taken in. */
  readonly #refused = new Set<string>();
  /** What was decided to be taken in since the names were looked at last. */
  readonly #fresh = new Set<string>();
  #kept: { readonly key: string; readonly names: NamespaceNames } | undefined;
  #called: readonly string[] | undefined;
  readonly #base: NamespaceNames;
  readonly #isMoved: boolean;

  constructor(
    readonly path: ProjectPath,
    readonly names: NamespaceNames,
    readonly takesIn: boolean,
    readonly input: DecisionInput,
  ) {
    const change = input.changes.get(path);
    this.#isMoved = change !== undefined;
    this.#base = change ? renamed(names, change) : names;
  }

  decision(): Decision | undefined {
    this.#takes();
    for (let round = 0; round < 4; round += 1) if (!this.#round()) break;
    this.#calls();
    this.#unneeded();
    const { path, input } = this;
    const change = input.changes.get(path);
    if (!change && this.#gains.size + this.#written.size + this.#drops.size === 0) return undefined;
    const wanted: NewNamespaces = {
      scopes: new Map(change ? [[change.scope, change.to]] : []),
      names: this.#written,
      drops: this.#drops,
      gains: [...this.#gains.values()],
    };
    return { wanted, after: this.#after() };
  }

  #before(index: number): NameMeaning {
    let found = this.#befores.get(index);
    if (!found) this.#befores.set(index, (found = this.input.before.meaning(this.path, index)));
    return found;
  }

  /** The text as it will be by what is decided so far. */
  #after(without?: number): NamespaceNames {
    if (without !== undefined) return this.#made(without);
    const key = `${[...this.#gains.keys()].join()} ${this.#written.size} ${[...this.#drops].join()}`;
    if (this.#kept?.key !== key) this.#kept = { key, names: this.#made() };
    return this.#kept.names;
  }

  #made(without?: number): NamespaceNames {
    const names = [...this.#base.names];
    for (const [index, { words, text }] of this.#written) {
      const used = names[index];
      if (used) names[index] = respelled(used, words, text);
    }
    const takes = this.#base.takes.map((take, index): TakenIn =>
      // What is taken in no more stands for nothing, but keeps its place among the others.
      this.#drops.has(index) || index === without ? { ...take, scope: -2, isGlobal: false } : take,
    );
    for (const { namespace, alias, near } of this.#gains.values()) {
      const target = names.length;
      const asked = near === undefined ? undefined : this.names.takes[near];
      const scope = asked && !asked.isConditional ? asked.scope : this.#homeScope();
      names.push({ parts: partsOf(namespace), scope, form: "type", from: "outermost" });
      const isGlobal = asked?.isGlobal === true;
      const kind = alias === undefined ? "namespace" : "alias";
      takes.push({ kind, alias: alias ?? "", isGlobal, scope, target, start: 0, end: 0, isConditional: false });
    }
    return { ...this.#base, names, takes };
  }

  /** The scope in which most of what is taken in stands. */
  #homeScope(): number {
    const scopes = this.names.takes
      .filter(({ kind, isGlobal, isConditional }) => kind === "namespace" && !isGlobal && !isConditional)
      .map(({ scope }) => scope);
    const times = (scope: number): number => scopes.filter((each) => each === scope).length;
    return scopes.toSorted((a, b) => times(b) - times(a))[0] ?? 0;
  }

  /** What is taken in under a name that changes, and what would not be there any more. */
  #takes(): void {
    const { then } = this.input;
    for (const [index, take] of this.names.takes.entries()) {
      const was = this.input.before.takes(this.path, this.names, take);
      if (!was) continue;
      if (take.kind === "alias" && this.takesIn && this.#isBeside(take, was)) this.#drops.add(index);
      else if (was.types.length > 0 && this.takesIn) this.#respell(take.target, was);
      else if (was.namespace !== undefined && then.takes(this.path, this.#base, take)?.namespace !== was.namespace) {
        this.#drops.add(index);
        if (take.isGlobal && take.kind === "namespace") this.#replaceGlobal(index, take, was.namespace);
      }
    }
  }

  /** Whether an alias stands beside the type for which it stands: both would be called the same there. */
  #isBeside({ alias, scope }: TakenIn, { types }: NameMeaning): boolean {
    const full = within(fullNameOf(this.#base, scope), alias);
    return types.some((entry) => fullAfter(this.input.changes, entry) === full);
  }

  /** What every file takes in goes on to be taken in by every file, where its types went. */
  #replaceGlobal(index: number, take: TakenIn, namespace: string): void {
    const goals = [
      ...new Set([...this.input.changes.values()].filter(({ from }) => from === namespace).map(({ to }) => to)),
    ];
    if (this.takesIn) {
      for (const goal of goals.sort()) this.#gains.set(goal, { namespace: goal, near: index });
      return;
    }
    const [only, other] = goals;
    const words = this.names.names[take.target]?.parts.length ?? 0;
    if (only === undefined || other !== undefined) return;
    this.#drops.delete(index);
    this.#written.set(take.target, { words, text: only, namespace: only });
  }

  /** Tries the text as it would be; decides about the names that would mean something else. Gives whether anything was decided. */
  #round(): boolean {
    const after = this.#after();
    const { then } = this.input;
    let isChanged = false;
    this.#fresh.clear();
    const isWhole = this.#isMoved || this.#gains.size > 0;
    for (const [index, used] of this.names.names.entries()) {
      if (this.names.takes.some(({ target }) => target === index)) continue;
      if (!isWhole && !used.parts.some(({ name }) => this.input.words.has(name))) continue;
      const was = this.#before(index);
      const now = then.meaningOf(this.path, after, after.names[index] ?? used);
      const wanted = keyOf(was.types, this.input.changes);
      const isSame = keyOf(now.types) === wanted && restOf(after.names[index] ?? used, now) === restOf(used, was);
      if (isSame && (was.types.length > 0 || now.namespace === was.namespace)) continue;
      if (was.types.length === 0) isChanged = this.#captured(now) || isChanged;
      else isChanged = this.#restore(index, used, was) || isChanged;
    }
    return isChanged;
  }

  /** A name that meant nothing of the project would come to mean a type by what is taken in: then that is not taken in. */
  #captured(now: NameMeaning): boolean {
    const spaces = new Set(now.types.map(({ full }) => spaceOf(full)));
    let isChanged = false;
    for (const space of spaces) if (this.#gains.delete(space)) [isChanged] = [true, this.#refused.add(space)];
    return isChanged;
  }

  #restore(index: number, used: UsedName, was: NameMeaning): boolean {
    const [entry] = was.types;
    if (!entry || this.#written.has(index)) return false;
    const full = fullAfter(this.input.changes, entry);
    if (!this.takesIn || was.words > 1 || used.from !== undefined) return this.#respell(index, was);
    const space = spaceOf(full);
    // What a type has from another is found again once that one is; other texts are not written yet.
    if (space !== "" && !this.input.then.view(this.path).namespaces.has(space)) return false;
    // What was decided in this round is tried in the next.
    if (this.#fresh.has(space)) return true;
    const isNew = was.through === undefined && was.throughFile === undefined;
    if (isNew && this.input.before.rivals(this.path, this.names, this.#homeScope(), entry).length > 0)
      return this.#alias(used, entry) || (used.form === "type" && this.#respell(index, was));
    if (!this.#gains.has(space) && !this.#refused.has(space) && !this.#isOpen(space)) {
      this.#gains.set(space, { namespace: space, near: was.through });
      this.#fresh.add(space);
      return true;
    }
    // What is nearer hides it, or several are called so: the whole name stands for one.
    const other = this.#gains.has(space) ? this.#hiding(index, used) : undefined;
    if (other !== undefined) {
      this.#gains.delete(other);
      this.#refused.add(other);
      return true;
    }
    return used.form === "maybe" && was.isMember ? this.#alias(used, entry) : this.#respell(index, was);
  }

  /** A name that may be a value as well stays as it is written: it stands for one type by itself. */
  #alias({ parts: [first] }: UsedName, entry: TypeEntry): boolean {
    const alias = first?.name ?? "";
    const full = fullAfter(this.input.changes, entry);
    if (this.#gains.get(`=${alias}`)?.namespace === full) return true;
    const isTaken = this.names.takes.some((take) => take.alias === alias) || this.#gains.has(`=${alias}`);
    if (entry.type.arity > 0 || isTaken || alias !== simple(full)) return false;
    this.#gains.set(`=${alias}`, { namespace: full, alias, near: undefined });
    return true;
  }

  /** The namespace, newly taken in, by which a name means several things. */
  #hiding(index: number, used: UsedName): string | undefined {
    const after = this.#after();
    const now = this.input.then.meaningOf(this.path, after, after.names[index] ?? used);
    const was = new Set(this.#before(index).types.map((entry) => spaceOf(fullAfter(this.input.changes, entry))));
    return now.types.map(({ full }) => spaceOf(full)).find((space) => !was.has(space) && this.#gains.has(space));
  }

  #isOpen(space: string): boolean {
    return this.input.then.opened(this.path, this.#after()).has(space);
  }

  /** Writes a name with its namespace: as short as it was, where that means the same; else whole. */
  #respell(index: number, { types, words }: NameMeaning): boolean {
    const { then } = this.input;
    const used = this.names.names[index];
    const [entry] = types;
    if (!used || !entry || this.#written.has(index)) return false;
    const full = fullAfter(this.input.changes, entry);
    const namespace = spaceOf(full);
    const wanted = keyOf(types, this.input.changes);
    if (wanted === keyOf(types) && keyOf(then.meaningOf(this.path, this.#after(), used).types) === wanted) return false;
    // Of an attribute the end may be left out, as it was.
    const ending = used.mayEndIn ?? "";
    const isShort =
      ending !== "" && full.endsWith(ending) && used.parts[words - 1]?.name === simple(full).slice(0, -ending.length);
    const whole = isShort ? full.slice(0, -ending.length) : full;
    if (!this.takesIn) {
      this.#written.set(index, { words, text: whole, namespace });
      return true;
    }
    const dropped = used.from === undefined && words > 1 ? entry.full.split(".").length - words : 0;
    const short = whole.split(".").slice(Math.max(0, dropped)).join(".");
    const isRight = (text: string): boolean => {
      const other = respelled(used, words, text);
      const meant = then.meaningOf(this.path, this.#after(), other);
      return keyOf(meant.types) === wanted && restOf(other, meant) === used.parts.length - words;
    };
    const text = [short, whole].find(isRight) ?? (used.from === undefined ? `global::${whole}` : whole);
    this.#written.set(index, { words, text, namespace });
    return true;
  }

  /** What classes lend has to be at hand wherever it was. */
  #calls(): void {
    if (!this.takesIn) return;
    const calls = this.#lentCalls();
    if (calls.length === 0) return;
    for (const call of calls) {
      const was = this.input.before.lenders(this.path, this.names, call);
      if (was.length === 0) continue;
      const after = this.#after();
      const now = new Set(this.input.then.lenders(this.path, after, call).map(({ file, full }) => `${file}\n${full}`));
      for (const entry of was) {
        const full = fullAfter(this.input.changes, entry);
        if (now.has(`${entry.file}\n${full}`)) continue;
        const near = this.#throughSpace(spaceOf(entry.full));
        this.#gains.set(spaceOf(full), { namespace: spaceOf(full), near });
      }
    }
  }

  #lentCalls(): readonly string[] {
    return (this.#called ??= callsOf(this.path, this.names, this.input.before, this.input.lent));
  }

  #throughSpace(space: string): number | undefined {
    const index = this.names.takes.findIndex(
      (take) => take.kind === "namespace" && this.input.before.takes(this.path, this.names, take)?.namespace === space,
    );
    return index < 0 ? undefined : index;
  }

  /** What is taken in and gives nothing any more, where it gave something that went. */
  #unneeded(): void {
    if (!this.takesIn || (!this.#isMoved && this.#gains.size === 0)) return;
    const left = new Set([...this.input.changes.values()].map(({ from }) => from));
    const own = this.input.changes.get(this.path)?.to;
    for (const [index, take] of this.names.takes.entries()) {
      if (take.kind !== "namespace" || take.isGlobal || take.isConditional || this.#drops.has(index)) continue;
      const was = this.input.before.takes(this.path, this.names, take)?.namespace;
      if (was === undefined || (was !== own && !left.has(was))) continue;
      if (was !== own && !this.#gave(index, was)) continue;
      if (this.#isSameWithout(index)) this.#drops.add(index);
    }
  }

  /** Whether a name is found now by what a statement takes in. */
  #gave(index: number, space: string): boolean {
    return (
      this.names.names.some((_, at) => this.#before(at).through === index) ||
      this.#lentCalls().some((call) =>
        this.input.before.lenders(this.path, this.names, call).some(({ full }) => spaceOf(full) === space),
      )
    );
  }

  #isSameWithout(index: number): boolean {
    const [withIt, without] = [this.#after(), this.#after(index)];
    const { then } = this.input;
    const isSame = withIt.names.every((used, at) => {
      const now = then.meaningOf(this.path, withIt, used);
      const other = then.meaningOf(this.path, without, without.names[at] ?? used);
      return keyOf(now.types) === keyOf(other.types) && now.namespace === other.namespace;
    });
    return (
      isSame &&
      this.#lentCalls().every(
        (call) => keyOf(then.lenders(this.path, withIt, call)) === keyOf(then.lenders(this.path, without, call)),
      )
    );
  }
}

/** How many words of a name are taken of what the first ones mean. */
function restOf({ parts }: UsedName, { words }: NameMeaning): number {
  return parts.length - words;
}

/** The namespace, or the type, in which a type stands. */
function spaceOf(full: string): string {
  return full.slice(0, Math.max(0, full.lastIndexOf(".")));
}

function simple(full: string): string {
  return full.slice(full.lastIndexOf(".") + 1);
}

function partsOf(dotted: string): UsedName["parts"] {
  return dotted.split(".").map((name) => ({ name, start: 0, end: 0 }));
}

/** A name with other words in place of its first ones. */
function respelled(used: UsedName, words: number, text: string): UsedName {
  const isOuter = text.startsWith("global::");
  const parts = [...partsOf(text.replace("global::", "")), ...used.parts.slice(words)];
  const { from, ...rest } = used;
  return { ...rest, parts, ...(isOuter || from === "outermost" ? { from: "outermost" } : {}) };
}
