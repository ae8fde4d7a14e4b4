/** Keys that code reads from the environment: evidence for the sample of an environment, read off the text. */

/** One place at which a key is read. */
export interface EnvironmentKey {
  readonly name: string;
  /** Where the name stands. */
  readonly start: number;
  /** What reads it, whole: `import.meta.env.VITE_API_URL`; nothing where it has no such form. */
  readonly read?: string;
}

/** A file that gives an app its environment, as a language writes it. */
export interface EnvironmentSettings {
  readonly extension: string;
  readonly text: string;
}

/** A way of reading keys: before the name stands what the expression says, which has the name in a group called `name`. */
export interface KeyForm {
  readonly form: RegExp;
  /** Whether the group called `names` lists several: `{ API_URL, MODE: mode }`. */
  readonly isList?: true;
}

/** Their names, each once, as an outline has them. */
export function keysOf(keys: readonly EnvironmentKey[]): { readonly environment?: readonly string[] } {
  return keys.length === 0 ? {} : { environment: [...new Set(keys.map(({ name }) => name))] };
}

/** Text in quotes, and comments. */
const passages = /"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|`(?:[^`\\]|\\.)*`|\/\/[^\n]*|\/\*[^]*?\*\/|<!--[^]*?-->/g;

/** A text in which comments and strings are blank, but for words by which something is taken, and what a template works out. */
function onlyCode(text: string): string {
  return text.replace(passages, (each) => {
    if (/^["']/.test(each)) return /^.[\w@-]*.$/.test(each) ? each : blank(each);
    if (each.startsWith("`"))
      return each.replace(/\$\{[^}]*\}|[^$]+|\$/g, (part) => (part.startsWith("${") ? part : blank(part)));
    return blank(each);
  });
}

function blank(text: string): string {
  return text.replace(/[^\n]/g, " ");
}

/** All of them, in order. `hint` has to stand in a text that reads any. */
export function environmentKeysIn(text: string, hint: RegExp, forms: readonly KeyForm[]): readonly EnvironmentKey[] {
  if (!hint.test(text)) return [];
  const code = onlyCode(text);
  const found: EnvironmentKey[] = [];
  for (const { form, isList } of forms)
    for (const match of code.matchAll(form)) {
      const { name, names, holder } = match.groups ?? {};
      if (isList && names !== undefined) found.push(...listed(names, match.index + match[0].indexOf(names), holder));
      else if (name !== undefined)
        found.push({ name, start: match.index + match[0].lastIndexOf(name), read: match[0].trim() });
    }
  return found.sort((a, b) => a.start - b.start);
}

/** `API_URL, MODE: mode, DEBUG = "no", type X` */
function listed(names: string, start: number, holder: string | undefined): EnvironmentKey[] {
  const found: EnvironmentKey[] = [];
  for (const { 0: part, index } of names.matchAll(/[^,]+/g)) {
    const key = /^\s*(?:type\s+)?([A-Za-z_]\w*)/.exec(part);
    if (key?.[1] !== undefined)
      found.push({
        name: key[1],
        start: start + index + (key[0].length - key[1].length),
        ...(holder !== undefined && { read: `${holder}.${key[1]}` }),
      });
  }
  return found;
}
