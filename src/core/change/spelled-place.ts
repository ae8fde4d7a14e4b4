/** How one place is written where what is meant there is called otherwise from then on. */
import { inCase, splitWords } from "../base/names/index.js";
import type { NamePlace } from "../languages/index.js";

/** `Tree`, or `Tree as Oak` where the two names are not the same. */
export function together(outside: string, inside: string): string {
  return outside === inside ? outside : `${outside} as ${inside}`;
}

/** The text of a place: `key` is what a property or the other file goes on calling it, `given` what others do. */
export function spelledPlace(form: NamePlace["form"], to: string, key: string, given: string): string {
  switch (form) {
    case "shorthand property":
      return key === to ? to : `${key}: ${to}`;
    case "export specifier":
      return together(to, given);
    case "import specifier":
      return together(key, to);
    case "kebab tag":
      return inCase(splitWords(to), "kebab");
    default:
      return to;
  }
}
