/** Names of assets in texts of any language: a picture that some text names is not unused. */

const extensions =
  "png|jpe?g|gif|webp|avif|svg|ico|icns|bmp|ttf|otf|eot|woff2?|mp3|wav|ogg|m4a|mp4|webm|mov|pdf|lottie|riv";
const extension = new RegExp(`\\.(?:${extensions})(?![\\w-])`, "gi");
/** Whether a file is a font that is looked for by the name of its family. */
export function isFont(path: string): boolean {
  return /\.(?:ttf|otf|ttc)$/i.test(path);
}

/** What parts words from each other. */
const parting = /[\s"'`()<>{}[\]/\\,:;=|?#&]/;
/** No name is longer: data in a text has words of a million letters. */
const longest = 200;

/**
 * Every word of a text that looks like an asset's name, each once: `url(../old-banner.png)` → `old-banner.png`. A pattern is named
 * with its folder: `src/icons/**\/*.svg` → `icons/*.svg`.
 */
export function assetNamesIn(text: string): string[] {
  const found = new Set<string>();
  let [word, last] = [-1, ""];
  for (const { 0: ending, index } of text.matchAll(extension)) {
    const start = wordStart(text, index);
    // `tree.png.svg` is one name.
    if (start !== word && last !== "") found.add(last);
    const name = start < 0 || start === index ? "" : text.slice(start, index + ending.length);
    [word, last] = [start, name.startsWith("*") ? folderBefore(text, start) + name : name];
  }
  if (last !== "") found.add(last);
  return [...found];
}

/** The folder of a pattern's name, with its slash; none where the pattern is for every folder. */
function folderBefore(text: string, at: number): string {
  // Over `**/` and its like.
  let end = at;
  while (text[end - 1] === "/" && text[end - 2] === "*") {
    end -= 1;
    while (text[end - 1] === "*") end -= 1;
  }
  if (text[end - 1] !== "/") return "";
  let start = end - 1;
  while (start > 0 && end - start < longest && /[\w.-]/.test(text.charAt(start - 1))) start -= 1;
  const folder = text.slice(start, end);
  return /^\.{0,2}\/$/.test(folder) ? "" : folder;
}

/** Where the word begins that holds an offset; -1 for one that is longer than a name can be. */
function wordStart(text: string, at: number): number {
  for (let start = at; start >= Math.max(0, at - longest); start -= 1)
    if (start === 0 || parting.test(text.charAt(start - 1))) return start;
  return -1;
}
