/**
 * Descriptions of pods and lists of them, in Ruby: patterns of sources and resources, files, packages beside. Source: CocoaPods,
 * "Podspec Syntax Reference" and "Podfile Syntax Reference". No Ruby is run: whole texts that name a place are read, and no other.
 *
 *   s.source_files = "ios/*.{h,m,swift}"        pod 'Trees', :path => '../kits/Trees'
 */
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { isPattern } from "../settings/index.js";

/** Texts in quotes, and comments, which hold none. */
const token = /#[^\r\n]*|"(?:[^"\\\r\n]|\\.)*"|'(?:[^'\\\r\n]|\\.)*'/g;

/** What has the form of a path, and is no address, version or sentence. */
const path = /^(?:\.{0,2}\/)*[\w.@+{}*?,[\]!-][\w.@+{}*?,[\]! -]*(?:\/[\w.@+{}*?,[\]! -]+)*\/?$/;

/** `s.source_files =`, and any other attribute, which ends what was said before. */
const attribute = /\.(\w+)\s*(?:=|<<|\+=)/g;

/** What is built, by the name of its module: that of the pod, if nothing else is said. */
function moduleIn(text: string, name: string): string {
  const [, said] =
    /\.(?:module_name)\s*=\s*["']([^"']+)["']/.exec(text) ?? /\.name\s*=\s*["']([^"']+)["']/.exec(text) ?? [];
  return said ?? name.replace(/\.podspec$/, "");
}

function extract(text: string, name: string): Extraction {
  const references: Reference[] = [];
  const listed = [{ target: moduleIn(text, name), step: "Package" }];
  let key = "";
  let behind = 0;
  for (const { 0: whole, index } of text.matchAll(token)) {
    const quote = whole.charAt(0);
    for (const [, said = ""] of text.slice(behind, index).matchAll(attribute)) key = said;
    behind = index + whole.length;
    const specifier = whole.slice(1, -1);
    if (quote === "#" || /\\|#\{|:\/\/|\s{2}/.test(specifier) || !path.test(specifier)) continue;
    if (!/[/*]|\.[a-z]\w*$/i.test(specifier)) continue;
    const form = isPattern(specifier)
      ? ({ kind: "pattern", lookup: "scope" } as const)
      : ({ kind: "setting", lookup: "beside" } as const);
    const place = { start: index + 1, end: index + whole.length - 1, specifier, quote };
    references.push({ ...form, ...place, ...(key === "source_files" && { listed }) });
  }
  return { references, computed: [], reading: "whole" };
}

/** `Podfile`, and `Orchard.podspec`. */
export const pods: Language = {
  name: "pods",
  trade: "settings",
  extensions: [".podspec", ""],
  listsCode: true,
  claims: (file) => file.endsWith(".podspec") || /(?:^|\/)Podfile$/.test(file),
  prepare: () => Promise.resolve(),
  extract,
  outline: plainOutline,
  readAt(text, start, { quote }) {
    const end = text.indexOf(quote, start);
    const specifier = end < 0 ? "" : text.slice(start, end);
    return end < 0 || /[\\\r\n]/.test(specifier) || text.charAt(start - 1) !== quote ? undefined : { end, specifier };
  },
  write: (specifier, { quote }) =>
    /[\\\r\n]|#\{/.test(specifier) || specifier.includes(quote) ? undefined : specifier,
};
