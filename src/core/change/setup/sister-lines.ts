/**
 * Lists in which every file of a role has its lines: a container, a table of views, a resource with a template for each. Where two files
 * or more have the same lines but for their names, a new one gets them, too, behind the last ones.
 */
import { inCase, inText } from "../../base/names/index.js";

/** A new file by its name, and those that are there. */
export interface Named {
  /** What code calls it: `HarvestPage`. */
  readonly stem: string;
  readonly words: readonly string[];
}

/** Lines that a text gains. */
export interface Gained {
  /** The line behind which they stand, from 0. */
  readonly after: number;
  readonly lines: readonly string[];
}

interface Block {
  readonly sister: Named;
  readonly first: number;
  readonly last: number;
  readonly template: string;
}

/** Lines that declare, take in or only tell something are none of a list. */
const noEntry =
  /^\s*(?:using|import|namespace|#|\/\/|\/\*|\*|<!--|\[assembly)|\b(?:class|interface|struct|record|enum)\b|^\s*(?:return|if|else|for|foreach|while|switch|case|throw|await)\b|xmlns/;
/** How many lines one entry has at most. */
const mostLines = 4;

/** The lines that a text gains, `without` those that name others; nothing where it lists none of the others, or each in a way of its own. */
export function sisterLines(
  text: string,
  sisters: readonly Named[],
  added: Named,
  without: readonly string[] = [],
): Gained | undefined {
  const lines = text.split(/\r?\n/);
  if (lines.some((line) => holds(line, added.stem))) return undefined;
  const blocks = sisters
    .flatMap((sister) => blocksOf(lines, sister, sisters))
    .filter(
      ({ first, last }) => !without.some((stem) => lines.slice(first, last + 1).some((line) => holds(line, stem))),
    )
    .sort((a, b) => a.first - b.first);
  const templates = new Map<string, Block[]>();
  for (const block of blocks) templates.set(block.template, [...(templates.get(block.template) ?? []), block]);
  const [best] = [...templates.values()]
    .filter((some) => new Set(some.map(({ sister }) => sister.stem)).size > 1 && isRow(lines, some))
    .sort((a, b) => b.length - a.length || (a[0]?.template.length ?? 0) - (b[0]?.template.length ?? 0));
  const last = best?.at(-1);
  return last && { after: last.last, lines: filled(last.template, added).split("\n") };
}

/** Whether one stands behind the other, with nothing between them but whole lines: what is scattered is no list. */
function isRow(lines: readonly string[], blocks: readonly Block[]): boolean {
  return blocks.every((block, at) => {
    const before = blocks[at - 1];
    if (!before) return true;
    const between = lines.slice(before.last + 1, block.first);
    return between.length <= mostLines && between.every((line) => /^\s*(?:\/\/.*)?$/.test(line) || isBalanced(line));
  });
}

function holds(line: string, name: string): boolean {
  return new RegExp(`(?<![\\w])${escaped(name)}(?![\\w])`).test(line);
}

function escaped(text: string): string {
  return text.replace(/[.*+?^$()|[\]{}\\]/g, "\\$&");
}

/** The lines that speak of one and of no other, as far as they are whole: its own line, with what opens above and closes below. */
function blocksOf(lines: readonly string[], sister: Named, all: readonly Named[]): Block[] {
  const others = all.filter(({ stem }) => stem !== sister.stem);
  return lines.flatMap((line, at): Block[] => {
    if (!holds(line, sister.stem) || noEntry.test(line)) return [];
    const found: Block[] = [];
    for (let first = at; first >= Math.max(0, at - 2); first -= 1)
      for (let last = at; last < Math.min(lines.length, first + mostLines); last += 1) {
        const some = lines.slice(first, last + 1);
        if (some.some((each) => noEntry.test(each) || others.some(({ stem }) => holds(each, stem)))) break;
        if (!isBalanced(some.join("\n"))) continue;
        // What is whole without its first line does not begin there.
        if (first < at && isBalanced(lines[first] ?? "")) break;
        found.push({ sister, first, last, template: templateOf(some.join("\n"), sister) });
        break;
      }
    return found;
  });
}

/** Whether all that is opened in some lines is closed in them, and a statement or an entry ends with them. */
function isBalanced(text: string): boolean {
  const bare = text.replace(/"(?:[^"\\\n]|\\.)*"/g, '""');
  if (/^\s*</.test(bare)) {
    const opened = bare.match(/<[A-Za-z][^<>]*[^/<>]>|<[A-Za-z]\w*>/g)?.length ?? 0;
    const closed = bare.match(/<\/[A-Za-z]/g)?.length ?? 0;
    return opened === closed && />\s*$/.test(bare);
  }
  const count = (mark: string): number => bare.split(mark).length - 1;
  const isEven = [
    ["(", ")"],
    ["{", "}"],
    ["[", "]"],
  ].every(([open = "", close = ""]) => count(open) === count(close));
  return isEven && /[;,]\s*(?:\/\/.*)?$/.test(bare);
}

/** Every way in which a name is written, the longest first. */
function spellings({ stem, words }: Named): [string, string][] {
  const own = inCase(words, "Pascal");
  const found: [string, string][] = [
    ["stem", stem],
    ["variable", stem.charAt(0).toLowerCase() + stem.slice(1)],
    ["Pascal", own],
    ["camel", inCase(words, "camel")],
    ["kebab", inCase(words, "kebab")],
    ["Title", inText(words, "capital")],
  ];
  return found.filter(([, each], at) => each !== "" && found.findIndex(([, other]) => other === each) === at);
}

function templateOf(text: string, named: Named): string {
  let template = text;
  for (const [kind, spelled] of spellings(named).sort((a, b) => b[1].length - a[1].length))
    template = template.replaceAll(new RegExp(`(?<![\\w«])${escaped(spelled)}(?=[A-Z]|(?![\\w»]))`, "g"), `«${kind}»`);
  return template;
}

function filled(template: string, named: Named): string {
  const all = new Map<string, string>([
    ["stem", named.stem],
    ["variable", named.stem.charAt(0).toLowerCase() + named.stem.slice(1)],
    ["Pascal", inCase(named.words, "Pascal")],
    ["camel", inCase(named.words, "camel")],
    ["kebab", inCase(named.words, "kebab")],
    ["Title", inText(named.words, "capital")],
  ]);
  return template.replaceAll(/«(\w+)»/g, (whole, kind: string) => all.get(kind) ?? whole);
}
