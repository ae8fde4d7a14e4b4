/** Which of many names stand in many texts, wherever in a word: in one pass over the texts, however many names there are. */

/** So many letters find the names that may begin at a place. */
const key = 3;

/** A number below 65,536 for the letters at a place: most places are told by it to be none, without a text being cut out. */
function markOf(text: string, at: number): number {
  return (text.charCodeAt(at) * 961 + text.charCodeAt(at + 1) * 31 + text.charCodeAt(at + 2)) & 0xffff;
}

/** Those of some names that at least one text holds. */
export function namesWithin(names: readonly string[], texts: Iterable<string>): ReadonlySet<string> {
  const left = new Map<string, Set<string>>();
  const odd = new Set<string>();
  for (const name of names) {
    if (name.length < key || /\s/.test(name)) odd.add(name);
    else left.set(name.slice(0, key), (left.get(name.slice(0, key)) ?? new Set<string>()).add(name));
  }
  const found = new Set<string>();
  if (names.length === 0) return found;
  const marked = new Uint8Array(0x10000);
  for (const letters of left.keys()) marked[markOf(letters, 0)] = 1;
  const seen = new Set<string>();
  for (const text of texts) {
    for (const name of odd) if (text.includes(name)) found.add(name);
    for (const [word] of text.matchAll(/\S+/g)) {
      // Words come again and again; a long one is data.
      if (word.length < 200) {
        if (seen.has(word)) continue;
        seen.add(word);
      }
      for (let at = 0; at + key <= word.length; at += 1) {
        if (marked[markOf(word, at)] === 0) continue;
        const some = left.get(word.slice(at, at + key));
        for (const name of some ?? []) if (word.startsWith(name, at)) found.add(name);
      }
    }
  }
  return found;
}
