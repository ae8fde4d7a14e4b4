/** Whether a draft has to do with namespaces at all: told before anything is read. */
import { languageFor } from "../../languages/index.js";
import type { Draft } from "../draft.js";

/** Whether a draft may change namespaces: one of the files that go to another folder is of a language that has them. */
export function mayChangeNamespaces({ moves }: Draft): boolean {
  return moves.some(({ from, to }) => from !== to && languageFor(from)?.namespaces?.followsFolders === true);
}
