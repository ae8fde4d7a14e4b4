/**
 * What a script says of itself: its exports, what they seem to be, and the words of its trade.
 *
 * It is read from the text alone, by lines that begin with `export`. A parser would be certain, and cost as much as all the
 * rest; what is found here is evidence that is weighed with other evidence, and no text is ever changed because of it.
 */
import { assetNamesIn } from "../asset-names.js";
import type { ActionName, ExportedName, ExportKind, Outline, Sign } from "../language.js";
import { countLines } from "../plain-outline.js";

/** Says what a script exports and what it does. `name` is the file's name. */
export function outline(text: string, name: string): Outline {
  const draws = !/\.[cm]?ts$/.test(name) && (text.includes("</") || text.includes("/>"));
  const { exports, passedOn } = readExports(text, draws);
  return {
    exports,
    onlyPassesOn: exports.length === 0 ? passedOn : handsOn(text),
    signs: signsOf(text, draws),
    actions: actionsOf(text),
    assets: assetNamesIn(text),
    lines: countLines(text),
  };
}

/** Longer files hold more than names. */
const shortText = 4000;

/** `import Tree from "./Tree"; export default Tree;` hands on as well. */
function handsOn(text: string): boolean {
  if (text.length > shortText || !/^import\b/m.test(text)) return false;
  const rest = text
    .replace(/\/\*[^]*?\*\/|^\s*\/\/.*$/gm, "")
    .replace(/^import\s[^;'"]*['"][^'"]*['"];?/gm, "")
    .replace(/^export\s+(?:type\s+)?(?:\*[^;'"]*|\{[^}]*\})(?:\s*from\s*['"][^'"]*['"])?;?/gm, "")
    .replace(/^export\s+default\s+[\p{L}\p{N}_$]+;?/gmu, "");
  return rest.trim() === "" || /^['"]use \w+['"];?$/.test(rest.trim());
}

/** A declaration that is exported where it stands, a list, or what other modules give. */
const exporting =
  /^export\s+(?:(default)\s+)?(?:declare\s+|abstract\s+|async\s+)*(?:(function\*?|class|const|let|var|interface|type|enum|namespace|component|hook)\s+([\p{L}_$][\p{L}\p{N}_$]*)?|(?:type\s+)?\{([^}]*)\}(\s*from\b)?|(\*)|([^\n]*))/gmu;

function readExports(text: string, draws: boolean): { exports: ExportedName[]; passedOn: boolean } {
  const found = new Map<string, ExportedName>();
  let passedOn = false;
  const add = (name: string, kind: ExportKind, isDefault: boolean, start: number): void => {
    const there = found.get(name);
    if (!there || (isDefault && !there.isDefault)) found.set(name, { name, kind, isDefault, start });
  };
  for (const match of text.matchAll(exporting)) {
    const [, isDefault, word, name, list, from, star, rest] = match;
    const start = match.index;
    if (star !== undefined || from !== undefined) passedOn = true;
    else if (list !== undefined) readList(text, list, { start, draws, add });
    else if (word !== undefined && name !== undefined)
      add(name, kindOf({ word, name, after: text.slice(start, start + 400), draws }), isDefault !== undefined, start);
    else if (isDefault !== undefined) addDefault(text, `${word ?? ""} ${rest ?? ""}`.trim(), { start, draws, add });
  }
  for (const match of text.matchAll(/^module\.exports\s*=\s*(?:\{([^}]*)\}|([\p{L}_$][\p{L}\p{N}_$]*))/gmu)) {
    const [, list, name] = match;
    if (list !== undefined) readList(text, list.replace(/:[^,]*/g, ""), { start: match.index, draws, add });
    else if (name !== undefined) addDefault(text, name, { start: match.index, draws, add });
  }
  return { exports: [...found.values()], passedOn };
}

interface Adding {
  readonly start: number;
  readonly draws: boolean;
  readonly add: (name: string, kind: ExportKind, isDefault: boolean, start: number) => void;
}

/** `export { Tree, treeOf as default, type Branch }` */
function readList(text: string, list: string, { start, draws, add }: Adding): void {
  for (const part of list.replace(/\/\/.*|\/\*[^]*?\*\//g, "").split(",")) {
    const match = /^\s*(type\s+)?([\p{L}_$][\p{L}\p{N}_$]*)(?:\s+as\s+([\p{L}_$][\p{L}\p{N}_$]*))?/u.exec(part);
    const [, isType, local = "", as = local] = match ?? [];
    if (local === "") continue;
    const isDefault = as === "default";
    const kind = isType === undefined ? kindOfLocal(text, local, draws) : "type";
    add(isDefault ? local : as, kind, isDefault, start);
  }
}

/** `export default memo(TreeCard)`, `export default connect(…)(TreeCard)`, `export default () => …` */
function addDefault(text: string, expression: string, { start, draws, add }: Adding): void {
  const names =
    expression.match(/[\p{Lu}_$][\p{L}\p{N}_$]*(?=\s*\)*;?\s*$)/u) ??
    /^[\p{L}_$][\p{L}\p{N}_$]*(?=\s*;?$)/u.exec(expression);
  const [name] = names ?? [];
  if (name !== undefined && !/^(?:function|class|async)$/.test(name)) {
    add(name, kindOfLocal(text, name, draws), true, start);
    return;
  }
  const kind: ExportKind = /^class\b/.test(expression)
    ? "class"
    : draws && /^(?:async\s+)?(?:function|\()/.test(expression)
      ? "component"
      : /^[{["'\d]/.test(expression)
        ? "constant"
        : "value";
  add("default", kind, true, start);
}

function kindOfLocal(text: string, name: string, draws: boolean): ExportKind {
  const escaped = name.replaceAll("$", "\\$");
  const declared = new RegExp(
    `^[ \\t]*(?:export\\s+)?(?:declare\\s+|abstract\\s+|async\\s+)*(function\\*?|class|const|let|var|interface|type|enum|component|hook)\\s+${escaped}(?![\\p{L}\\p{N}_$])`,
    "mu",
  ).exec(text);
  if (!declared) return draws && /^\p{Lu}.*\p{Ll}/u.test(name) ? "component" : "value";
  return kindOf({ word: declared[1] ?? "", name, after: text.slice(declared.index, declared.index + 400), draws });
}

interface Declared {
  readonly word: string;
  readonly name: string;
  /** The text from the declaration on, as much as its head takes. */
  readonly after: string;
  readonly draws: boolean;
}

function kindOf({ word, name, after, draws }: Declared): ExportKind {
  if (word === "interface" || word === "type" || word === "namespace") return "type";
  if (word === "enum") return "constant";
  if (word === "component") return "component";
  if (/^use(?=[\p{Lu}\p{N}])/u.test(name) || word === "hook") return "hook";
  const isCapital = /^\p{Lu}.*\p{Ll}/u.test(name) || /^\p{Lu}$/u.test(name);
  if (word === "class")
    return draws && /\bextends\s+(?:React\.)?(?:Pure)?Component\b/.test(after) ? "component" : "class";
  if (word.startsWith("function")) return isCapital && draws ? "component" : "function";
  const value = /^[^=]*=(?!>)\s*([^]*)$/.exec(after.replace(/^[^=\n]*:\s*[^=]*(?==)/, ""))?.[1] ?? "";
  if (isCapital && draws && !/^(?:(?:React\.)?createContext\b|["'`\d[{])/.test(value)) return "component";
  if (/^(?:async\s*)?(?:function\b|\([^)]*\)\s*(?::[^=]+)?=>|[\p{L}_$][\p{L}\p{N}_$]*\s*=>|<[^>]*>\s*\()/u.test(value))
    return "function";
  if (/^(?:async\s*)?\((?![^)]*\)\s*[;\n])/.test(value) && after.includes("=>")) return "function";
  // An object of functions does something.
  if (/^[[{]/.test(value) && /=>|\bfunction\b|\)\s*\{/.test(value)) return "value";
  return /^(?:["'`\d[{-]|new\s+(?:Set|Map|RegExp)\b|Object\.freeze|true\b|false\b|\/)/.test(value)
    ? "constant"
    : "value";
}

/** Words of the trade, each with the sign that it gives. One search finds them all. */
const words: readonly (readonly [string, Sign])[] = [
  ["createContext\\s*[<(]", "context"],
  ["switch\\s*\\(\\s*\\w*[aA]ction\\b", "reducer"],
  ["switch\\s*\\(\\s*type\\s*\\)", "reducer"],
  ["createReducer\\s*[<(]", "reducer"],
  ["createSlice\\s*[<(]", "reducer"],
  ["combineReducers\\s*[<(]", "reducer"],
  ["(?:configureStore|createStore|defineStore|makeAutoObservable|makeObservable)\\s*[<(]", "store"],
  ["from\\s+[\"'](?:zustand|jotai|mobx|mobx-state-tree|recoil|valtio)\\b", "store"],
  ["(?:createAction|createAsyncThunk)\\s*[<(]", "actions"],
  ["return\\s*\\{\\s*type:", "actions"],
  ["=>\\s*\\(\\{\\s*type:", "actions"],
  ["(?:fetch|XMLHttpRequest|WebSocket|EventSource)\\s*\\(", "requests"],
  ["axios\\b", "requests"],
  ["from\\s+[\"'](?:apisauce|ky|graphql-request|superagent)[\"']", "requests"],
  ["(?:localStorage|sessionStorage|AsyncStorage|indexedDB|MMKV)\\b", "storage"],
  [
    "(?:createBrowserRouter|createHashRouter|createMemoryRouter|createRouter|useRoutes|NavigationContainer|create\\w*Navigator)\\s*[<(/>]",
    "routes",
  ],
  ["RouteObject\\b", "routes"],
  ["(?:createRoot|hydrateRoot|createApp|registerComponent|registerRootComponent)\\s*\\(", "mounts"],
  ["ReactDOM\\.render\\s*\\(", "mounts"],
  ["new\\s+Vue\\s*\\(", "mounts"],
  ["(?:describe|test|it)\\s*\\(\\s*[\"'`]", "tests"],
  ["StyleSheet\\.create\\s*\\(", "styles"],
];
const anyWord = new RegExp(`(?<![\\p{L}\\p{N}_$])(?:${words.map(([word]) => `(${word})`).join("|")})`, "gu");
const routeElement = /<Routes?[\s>]/;
const generatedHead = /@generated|auto-?generated|do not (?:edit|modify)|code generated by/i;

function signsOf(text: string, draws: boolean): Sign[] {
  const signs = new Set<Sign>(draws ? ["view"] : []);
  for (const match of text.matchAll(anyWord)) {
    // Groups that took no part are missing, whatever their type says.
    const at = match.findIndex((group: string | undefined, index) => index > 0 && group !== undefined);
    const sign = words[at - 1]?.[1];
    if (sign) signs.add(sign);
  }
  if (draws && routeElement.test(text)) signs.add("routes");
  if (generatedHead.test(text.slice(0, 400))) signs.add("generated");
  return [...signs];
}

const typeOfAction = /\btype\s*:\s*(["'])([^"'\n]{1,80})\1/g;
const constantOfAction = /^[ \t]*(?:export\s+)?const\s+([A-Z][A-Z0-9_]*)\s*=\s*(["'])([^"'\n]{1,80})\2/gm;
const madeAction = /\b(?:createAction|createAsyncThunk)\s*(?:<[^>]*>)?\(\s*(["'])([^"'\n]{1,80})\1/g;

/** Names of actions. In a text that never speaks of actions, `type: "text"` is something else. */
function actionsOf(text: string): ActionName[] {
  const found = new Map<string, ActionName>();
  const add = (name: string, start: number, constant = ""): void => {
    const key = `${constant}|${name}`;
    if (!found.has(key)) found.set(key, { name, start, constant });
  };
  const speaksOfActions = /Actions?\b|\baction\b|\bACTION/.test(text);
  if (speaksOfActions)
    for (const match of text.matchAll(typeOfAction))
      add(match[2] ?? "", match.index + match[0].lastIndexOf(match[2] ?? ""));
  if (text.includes("createA"))
    for (const match of text.matchAll(madeAction))
      add(match[2] ?? "", match.index + match[0].lastIndexOf(match[2] ?? ""));
  for (const match of text.matchAll(constantOfAction)) {
    const [whole, constant = "", , value = ""] = match;
    if (value === constant || /^[\w-]+\/[\w-]+$/.test(value))
      add(value, match.index + whole.lastIndexOf(value), constant);
  }
  return [...found.values()];
}
