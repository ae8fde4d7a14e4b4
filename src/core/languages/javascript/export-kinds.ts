/**
 * What an exported thing is, by the words at the place where the parser found it: evidence for the catalogue. That it is
 * exported, and by which name, is the parser's.
 */
import type { Export, ExportKind } from "../reading.js";

/** An element with its looks: styled.li`…`, styled(Card)`…`. */
const styledElement =
  /\bstyled(?:\.\w+|\([^)\n]{0,200}\))\s*(?:<[^>\n]{0,400}>)?\s*(?:\.attrs\([^`]{0,2000}?\))?\s*(?:<[^>\n]{0,400}>)?\s*[`(]/;

/** What compiled JSX is made with. */
const jsxRuntime = /\bfrom\s+["']react\/jsx-(?:dev-)?runtime["']/;

/** A function of nothing but what it is given to show: `(props)`, `({ value, format })`. */
const takesProps = /^[^(]*\(\s*(?:props\b[^,()]*|\{[^{}]*\}\s*(?::[^()]*)?),?\s*\)/;

/** What goes around a component and is one itself. */
const around =
  /^(?:React\.)?(?:observer|memo|forwardRef|with[A-Z]\w*)\s*(?:<[^>\n]{0,400}>)?\s*\(\s*(?:async\s+)?(?:function\b|\()/;

/** Whether a script has a component that only does something: it uses hooks, and gives nothing to show. */
function showsNothing(text: string): boolean {
  return /\breturn null\b/.test(text) && /(?<![\w$.])use\p{Lu}\w*\s*\(/u.test(text);
}

const namesReact = /["']p?react["'/-]|\bReact\.Component\b/;

/** A class of React's that gives something to show, be it only what it is put around. */
const componentClass =
  /\bclass\s[^{]{0,200}\bextends\s+(?:React\.)?(?:Pure)?Component\b[^]*?\brender\s*(?:\(\s*\)|=\s*\()/;

/** Whether a script draws: it holds JSX, makes elements of looks, or has a class that is a component. */
export function drawsIn(text: string, name: string): boolean {
  if (text.includes("createElement(") && /(?<!document\.)\bcreateElement\(/.test(text) && /\breact\b/i.test(text))
    return true;
  const isPlain = /\.[cm]?ts$/.test(name);
  if (text.includes("Component") && namesReact.test(text) && componentClass.test(text)) return true;
  if (text.includes("/jsx-") && jsxRuntime.test(text)) return true;
  return (
    (!isPlain && (text.includes("</") || text.includes("/>"))) || (text.includes("styled") && styledElement.test(text))
  );
}

/** Whether what is declared at an offset is a type and no value. */
export function isTypeAt(text: string, declaration: number): boolean {
  return /^(?:declare\s+)?(?:interface|type)\b/.test(text.slice(declaration, declaration + 40));
}

const declaring =
  /^[ \t]*(?:export\s+)?(?:declare\s+|abstract\s+|async\s+)*(function\*?|class|const|let|var|interface|type|enum|component|hook)\s+([\p{L}_$][\p{L}\p{N}_$]*)/gmu;

/** The kinds of what one script declares. */
export class Kinds {
  readonly draws: boolean;
  /** Whether it may hold JSX by its extension, so that a view without any is one all the same. */
  readonly #mayDraw: boolean;
  #declared: ReadonlyMap<string, { readonly word: string; readonly at: number }> | undefined;

  constructor(
    readonly text: string,
    name: string,
  ) {
    this.draws = drawsIn(text, name);
    this.#mayDraw = /\.[jt]sx$/.test(name);
  }

  /** Of what is exported where it is declared: the declaration is at an offset behind `export`. */
  declared(name: string, declaration: number): ExportKind {
    const after = this.text.slice(declaration, declaration + 400);
    const [, word = "const"] =
      /^(?:declare\s+|abstract\s+|async\s+)*(function\*?|class|const|let|var|interface|type|enum|namespace|component|hook)(?![\p{L}\p{N}_$])/u.exec(
        after,
      ) ?? [];
    return this.#kindOf(word, name, after);
  }

  #kindOf(word: string, name: string, after: string): ExportKind {
    const kind = kindOf({ word, name, after, draws: this.draws });
    return kind === "function" &&
      this.#mayDraw &&
      /^\p{Lu}.*\p{Ll}/u.test(name) &&
      (takesProps.test(after) || showsNothing(this.text))
      ? "component"
      : kind;
  }

  /** Of a name that is declared somewhere, by the line of its declaration. */
  local(name: string): ExportKind {
    const { word, at } = this.#find(name) ?? {};
    if (word === undefined || at === undefined)
      return this.draws && /^\p{Lu}.*\p{Ll}/u.test(name) ? "component" : "value";
    return this.#kindOf(word, name, this.text.slice(at, at + 400));
  }

  #find(name: string): { readonly word: string; readonly at: number } | undefined {
    if (!this.#declared) {
      const found = new Map<string, { word: string; at: number }>();
      for (const { 1: word = "", 2: each = "", index: at } of this.text.matchAll(declaring))
        if (!found.has(each)) found.set(each, { word, at });
      this.#declared = found;
    }
    return this.#declared.get(name);
  }

  /** Of what is exported by default, and the name that it is made of: `memo(TreeCard)` → `TreeCard`, `connect(…)(TreeCard)`. */
  default(expression: number): Pick<Export, "kind" | "about"> {
    const line = /^[^\n]*/.exec(this.text.slice(expression, expression + 400))?.[0].trim() ?? "";
    // What is chosen or made of several has no name of its own.
    const isChosen = /\s(?:&&|\|\||\?\??)\s|\?\./.test(line);
    const names = isChosen
      ? null
      : (line.match(/(?<![\p{L}\p{N}_$])[\p{Lu}_$][\p{L}\p{N}_$]*(?=\s*\)*;?\s*$)/u) ??
        /^[\p{L}_$][\p{L}\p{N}_$]*(?=\s*;?$)/u.exec(line));
    const [name] = names ?? [];
    if (name !== undefined && !/^(?:function|class|async)$/.test(name)) return { kind: this.local(name), about: name };
    if (/^(?:abstract\s+)?class\b/.test(line)) return { kind: "class" };
    if (this.draws && (/^(?:async\s+)?(?:function|\()/.test(line) || around.test(line))) return { kind: "component" };
    return { kind: /^[{["'\d]/.test(line) ? "constant" : "value" };
  }
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
  // `LOGOUT = ActionTypes.LOGOUT` is one that another file gives.
  if (/^\p{Lu}[\p{Lu}\p{N}_]*$/u.test(name) && /^[\p{L}\p{N}_$.]+\s*(?:;|$)/mu.test(value)) return "constant";
  // An object of functions does something.
  if (/^[[{]/.test(value) && /=>|\bfunction\b|\)\s*\{/.test(value)) return "value";
  return /^(?:["'`\d[{-]|new\s+(?:Set|Map|RegExp)\b|Object\.freeze|true\b|false\b|\/)/.test(value)
    ? "constant"
    : "value";
}
