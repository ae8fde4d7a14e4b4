/** How an app is organised, in a few words. */
import { ownArrangement } from "../core/app/arrangement/index.js";
import type { App } from "../core/app/index.js";

/** Of an app that nobody has configured: `layer-first`, `organised in its own way`. */
export function likeWhat({ layout }: Pick<App, "layout">): string {
  return layout.arrangement === ownArrangement ? "organised in its own way" : layout.arrangement;
}

/** Of one that somebody has: `configured as layer-first`. */
export function configuredAs({ layout }: Pick<App, "layout">): string {
  return layout.arrangement === ownArrangement
    ? "configured with its own shelves"
    : `configured as ${layout.arrangement}`;
}

/** What is said where groups count as folders. */
export const byGroups = "Files stand where the project shows them: paths are those of its groups.";
