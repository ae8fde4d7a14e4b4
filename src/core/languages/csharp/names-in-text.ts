/** What a C# text says of names besides using them: where its identifiers stand, and where types are looked for by their names. */
import { Tokens } from "./tokens.js";

/** Where identifiers begin, whatever they mean. */
export function identifiersOf(text: string): ReadonlySet<number> {
  const tokens = new Tokens(text);
  const found = new Set<number>();
  for (let at = 0; at < tokens.length; at += 1) if (tokens.kind(at) === "name") found.add(tokens.start(at));
  return found;
}

/**
 * Containers and libraries that find types by their names alone, and code that goes through the types of an assembly. Sources: Microsoft,
 * "Reflection in .NET"; the guides of Prism (navigation) and Caliburn.Micro (conventions).
 */
const lists =
  /\bRegisterForNavigation\b|\bBootstrapperBase\b|\bViewModelLocationProvider\b|\bViewLocator\b|\bType\.GetType\s*\(\s*(?!")[^)\s]/g;
/** All types of an assembly, where the text asks for the name of something, too. */
const all = /\bGet(?:Exported|Defined)?Types\s*\(\s*\)|\b(?:Exported|Defined)Types\b/g;
const asked = /\.(?:Full)?Name\b/;
/** A type's name that becomes a text. */
const asText =
  /(?:\bGetType\s*\(\s*\)|\btypeof\s*\([^()]*\))\s*(?:\?\.|\.)\s*(?:Name|FullName|ToString)\b|\b\w*[tT]ype\s*(?:\?\.|\.)\s*(?:Full)?Name\b/g;
/** Lines in which that is only shown to people. */
const shown = /\b\w*(?:[Ll]og|LOG|Trace|Debug|Warn|Error|Info|Fatal|Write(?:Line)?|Exception|Print|Assert)\w*\b/;

/** Where code looks for types by their names alone, or makes texts of those that are not only shown; nothing where it does not. */
export function looksForNames(text: string): { readonly start: number; readonly why: string } | undefined {
  if (!/[Tt]ype|RegisterForNavigation|BootstrapperBase|ViewLocator|ViewModelLocationProvider|typeof/.test(text))
    return undefined;
  for (const form of asked.test(text) ? [lists, all, asText] : [lists, asText])
    for (const match of text.matchAll(form)) {
      const start = text.lastIndexOf("\n", match.index) + 1;
      const line = text.slice(start).split(/\r?\n/, 1)[0] ?? "";
      if (/^\s*(?:\/\/|\*)/.test(line) || (form === asText && shown.test(line))) continue;
      return { start: match.index, why: match[0].replace(/\s+/g, " ") };
    }
  return undefined;
}
