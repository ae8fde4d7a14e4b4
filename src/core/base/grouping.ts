/** Lists by a key. */

/** Puts a value behind the others of its key, without copying those. */
export function addTo<Key, Value>(lists: Map<Key, Value[]>, key: Key, value: Value): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}

/** How often each word occurs. */
export function countOf(words: readonly string[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  return counts;
}
