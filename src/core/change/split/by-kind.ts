/** A file of state by the kinds of what it declares: types, constants, what it begins with, reducer, actions, selectors. */
import { inCase, isInCase, splitWords } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import { languageFor, moduleRules, type Statement } from "../../languages/index.js";
import type { Anatomy } from "../regroup/index.js";
import type { Unit } from "./units.js";

/** The kinds, in the order in which each may need those before it. */
export const stateKinds = ["types", "constants", "initial state", "reducer", "selectors", "actions"] as const;

/** One of them. */
export type StateKind = (typeof stateKinds)[number];

/** Which kind each unit is of; a helper is of the first kind that needs it. */
export function kindsOf(anatomy: Anatomy, units: readonly Unit[]): ReadonlyMap<Unit, StateKind> {
  const found = new Map<Unit, StateKind>();
  for (const unit of units) {
    const kind = unit.isType ? "types" : unit.statements.map((each) => kindOf(anatomy, each)).find((each) => each);
    if (kind) found.set(unit, kind);
  }
  // Helpers of helpers are reached in as many rounds.
  for (let round = 0; round < units.length; round += 1) {
    const open = units.filter((unit) => !found.has(unit));
    const placed = open.filter((unit) => [...unit.users].every((user) => found.has(user)));
    for (const unit of placed) found.set(unit, firstOf([...unit.users].map((user) => found.get(user))) ?? "reducer");
    if (placed.length === 0) break;
  }
  for (const unit of units) if (!found.has(unit)) found.set(unit, "reducer");
  return found;
}

/** Whether a file computes a new state from actions. */
export function reduces({ path, text }: Anatomy): boolean {
  return languageFor(path)?.outline(text, nameOf(path)).signs.includes("reducer") === true;
}

function firstOf(kinds: readonly (StateKind | undefined)[]): StateKind | undefined {
  return stateKinds.find((kind) => kind !== "types" && kinds.includes(kind));
}

/** What a statement is for, by its name and by the words of the libraries of the trade. */
function kindOf({ path, text }: Anatomy, { start, end, declares, kind }: Statement): StateKind | undefined {
  const said = text.slice(start, end);
  const names = declares.map((name) => splitWords(name).map((word) => word.toLowerCase()));
  const begins = (words: RegExp): boolean => names.some(([first = ""]) => words.test(first));
  const ends = (words: RegExp): boolean => names.some((each) => words.test(each.at(-1) ?? ""));
  if (begins(/^(?:initial|default|empty|start)$/) && (ends(/^state$/) || names.every((each) => each.length <= 2)))
    return "initial state";
  // `const rotaState: RotaState = { … }`
  if (ends(/^state$/) && /^(?:export\s+)?const\s+[\w$]+\s*(?::[^=]+)?=\s*(?:Object\.freeze\()?[{[]/.test(said))
    return "initial state";
  const signs = languageFor(path)?.outline(said, nameOf(path)).signs ?? [];
  if (signs.includes("reducer") || ends(/^(?:reducer|slice)$/)) return "reducer";
  if (isConstant(said, declares)) return "constants";
  if (/\bcreate(?:Structured)?Selector\b/.test(said)) return "selectors";
  if (begins(/^(?:select|get)$/) && /[(,]\s*(?:\{[^}]*\}\s*:\s*)?(?:state\b|\w+\s*:\s*\w*State\b)/.test(said))
    return "selectors";
  if (signs.includes("actions") || /\bdispatch\b/.test(said) || /\.actions\b/.test(said)) return "actions";
  return kind === "default" ? "reducer" : undefined;
}

/** `export const ADD = "rota/add"`, `export enum ActionTypes { … }` */
function isConstant(said: string, declares: readonly string[]): boolean {
  if (/^(?:export\s+)?(?:declare\s+)?(?:const\s+)?enum\b/.test(said)) return true;
  const isShouted = declares.length > 0 && declares.every((name) => /^[A-Z][A-Z\d]*(?:_[A-Z\d]+)*$/.test(name));
  const isTable = declares.some((name) => /types$/i.test(name)) && !/=>|\bfunction\b/.test(said);
  return (isShouted && !/=>|\bfunction\b/.test(said)) || isTable;
}

const words: Readonly<Record<StateKind, readonly string[]>> = {
  types: ["types"],
  constants: ["constants"],
  "initial state": ["initial", "state"],
  reducer: ["reducer"],
  selectors: ["selectors"],
  actions: ["actions"],
};

/** Words of a file's name that say that it holds state, and not whose. */
const ofRole = /^(?:state|store|slice|slices|redux|ducks?|module|reducers?|actions?)$/;

/** What a kind's file is called: `rota.ts` → `rotaActions`, `rota-state.ts` → `rota-actions`, `rota.state.ts` → `rota.actions`, `state.ts` → `actions`. */
export function kindName(path: ProjectPath, kind: StateKind): string {
  const { stem } = partsOf(nameOf(path));
  const plain = moduleRules.indexNames.includes(stem) ? "" : stem;
  const dotted = plain.split(".");
  if (dotted.length > 1 && ofRole.test(dotted.at(-1)?.toLowerCase() ?? ""))
    return [...dotted.slice(0, -1), words[kind].length > 1 ? inCase(words[kind], "camel") : words[kind][0]].join(".");
  let own = splitWords(plain);
  while (own.length > 0 && ofRole.test(own.at(-1)?.toLowerCase() ?? "")) own = own.slice(0, -1);
  if (own.length === 0) return inCase(words[kind], /-/.test(plain) ? "kebab" : "camel");
  const style = /-/.test(plain) ? "kebab" : /_/.test(plain) ? "snake" : isInCase(plain, "Pascal") ? "Pascal" : "camel";
  return inCase([...own, ...words[kind]], style);
}
