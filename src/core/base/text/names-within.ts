/** Which of many names stand in many texts, wherever in a word: in one pass over the texts, however many names there are. */

/** So many letters find the names that may begin at a place. */
const key = 3;

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
        const some = left.get(word.slice(at, at + key));
        for (const name of some ?? []) if (word.startsWith(name, at)) found.add(name);
      }
    }
  }
  return found;
}
