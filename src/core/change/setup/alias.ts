/** A path alias in a compiler's configuration, put in without touching another letter. */
import { applyEdits, findNodeAtLocation, modify, parse, parseTree, type ParseError } from "jsonc-parser";
import { posix } from "node:path";

/** A compiler's configuration with an alias more. */
export interface AliasEdit {
  /** The new text; the same where the alias is there already. */
  readonly text: string;
  /** What the alias means already, if that is something else. */
  readonly taken?: string;
  /** The text is no JSON, comments and last commas allowed. */
  readonly broken?: true;
}

/** Adds `"@/*": ["./src/*"]` to `paths`. `target` is the source root, from the configuration's folder. */
export function withAlias(text: string, alias: string, target: string): AliasEdit {
  const errors: ParseError[] = [];
  const root = parseTree(text, errors, { allowTrailingComma: true });
  if (errors.length > 0) return { text, broken: true };
  const key = `${alias}/*`;
  const json = parse(text) as { compilerOptions?: { baseUrl?: string; paths?: Record<string, string[]> } } | undefined;
  const base = json?.compilerOptions?.baseUrl ?? ".";
  const way = posix.relative(base, target) || ".";
  const wanted = `${way.startsWith(".") ? way : `./${way}`}/*`;
  const there = json?.compilerOptions?.paths?.[key];
  if (there)
    return there.some((each) => posix.normalize(each) === posix.normalize(wanted))
      ? { text }
      : { text, taken: there.join(", ") };
  const isNew = !root || !findNodeAtLocation(root, ["compilerOptions", "paths"]);
  const indent = /\n(\s+)"/.exec(text)?.[1] ?? "  ";
  const formattingOptions = {
    insertSpaces: !indent.includes("\t"),
    tabSize: indent.length,
    eol: text.includes("\r\n") ? "\r\n" : "\n",
  };
  const edits = isNew
    ? modify(text, ["compilerOptions", "paths"], { [key]: [wanted] }, { formattingOptions })
    : modify(text, ["compilerOptions", "paths", key], [wanted], { formattingOptions });
  return { text: applyEdits(text, edits) };
}
