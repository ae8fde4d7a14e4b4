/** Lists by a key. */

/** Puts a value behind the others of its key, without copying those. */
export function addTo<Key, Value>(lists: Map<Key, Value[]>, key: Key, value: Value): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}
