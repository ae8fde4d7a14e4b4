/**
 * Files that may reference others, in languages that have no adapter yet. What moves without a person looking at it must not
 * be named in one of them: nobody would respell it.
 */
const sources = /\.(?:styl|kt|java)$/i;

/** Code and templates that name the types of .NET, and that no adapter reads. */
const typeNaming = /\.(?:razor|cshtml|vbhtml|vb|fsx?|tt|as[cp]x|master)$/i;

/** Whether a file that no adapter reads may name types by their names alone. */
export function mayNameTypes(path: string): boolean {
  return typeNaming.test(path);
}

/** Templates, programs, drawings and models that take other files in by their paths, and that no adapter reads. */
const takers =
  /\.(?:pug|jade|ejs|eta|hbs|handlebars|mustache|njk|twig|liquid|erb|haml|slim|php|phtml|jsp|ftl|cshtml|razor|coffee|ls|py|rb|glsl|vert|frag|geom|comp|wgsl|gltf|mtl|tmx|fnt|atlas|svg|xml)$/i;

/** What stands before what such a file takes in. */
const takingWord = /\b(?:include|includes|require|extends|import|render|partial|embed|layout)\b|\{\{[#~]?>/;

/** Whether a file that no adapter reads takes others in by their paths: a template, a program, a drawing. */
export function takesFilesIn(path: string): boolean {
  return takers.test(path);
}

/** Whether such a file has the words by which others are taken in. */
export function hasTakingWord(path: string, text: string): boolean {
  return takers.test(path) && !/\.(?:svg|xml)$/i.test(path) && takingWord.test(text);
}

/** Sheets name files in quotes and in `url()` only; the rest of their words are classes and values. */
const sheets = /\.styl$/i;
const quoted = /"[^"\n]*"|'[^'\n]*'|url\([^)\n]*\)|@(?:use|forward|import)\s[^;{\n]*/g;

/** Documents may be out of date; nothing fails because of what they say. */
const documents = /\.(?:md|mdx|txt|rst|adoc)$/i;

/** Manifests and settings, which name files by their paths. */
const manifests = /\.(?:json|ya?ml|toml)$/i;

/** Files in which build tools of other languages list an app's files, by path or by name alone. */
const projectFiles = /\.(?:vcxproj|gradle|kts|cmake)$|(?:^|\/)(?:CMakeLists\.txt|Makefile)$/i;

/** Whether a file is one in which a build tool lists others, and that no adapter reads. */
export function isProjectFile(path: string): boolean {
  return projectFiles.test(path);
}

/** Whether a file is a document for people. */
export function isDocument(path: string): boolean {
  return documents.test(path);
}

/** Whether a file that no adapter reads may name another one: code, a sheet, a page, or a manifest. */
export function mayNameFiles(path: string): boolean {
  return sources.test(path) || manifests.test(path);
}

/** The words of a file that no adapter reads which may be (parts of) the names of other files. */
export function wordsThatMayName(path: string, text: string): string[] {
  const places = sheets.test(path) ? (text.match(quoted) ?? []).join("\n") : text;
  return namingWords(places);
}

/** A name as such words: `_tree-card` → `tree-card`; `tree.service` → `tree`, `service`. */
export function namingWords(text: string): string[] {
  return (text.match(/[\p{L}\p{N}_-]+/gu) ?? []).map((word) => word.replace(/^_/, ""));
}

/** Whether a file is code (or a sheet, or a page) that no adapter reads. */
export function isNotReadYet(path: string): boolean {
  return sources.test(path);
}
