/** Which roles have files that an app lists. */
import type { Role } from "../../app/arrangement/index.js";

/** What is only used wherever it is wanted is in no list. */
const listedRoles: ReadonlySet<Role> = new Set([
  "screen",
  "navigation",
  "state",
  "action",
  "view-model",
  "use-case",
  "repository",
  "implementation",
  "data-source",
  "service",
  "translation",
  "command",
]);

/** Whether files of a role may be listed somewhere, so that it is worth while to look. */
export function isListedRole(role: Role): boolean {
  return listedRoles.has(role);
}
