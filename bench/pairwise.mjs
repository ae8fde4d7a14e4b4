/** Features by pairs: names do not matter, only what is together. */
// @ts-check

/** @param {readonly { label: string, found: string }[]} files */
export function pairwise(files) {
  let [both, labelled, found] = [0, 0, 0];
  for (let a = 0; a < files.length; a += 1)
    for (let b = a + 1; b < files.length; b += 1) {
      const isLabelled = files[a]?.label === files[b]?.label;
      const isFound = files[a]?.found === files[b]?.found;
      if (isLabelled) labelled += 1;
      if (isFound) found += 1;
      if (isLabelled && isFound) both += 1;
    }
  return { both, labelled, found, f1: (2 * both) / Math.max(1, labelled + found) };
}
