/** What `check` may be told, and what its exit code says. */
import type { Checked } from "../core/insight/rules/index.js";
import type { TryOptions } from "./try-out.js";
import type { GroupsOption, ListingOptions } from "./looking.js";

/** What was typed. */
export interface CheckOptions extends ListingOptions, GroupsOption, TryOptions {
  readonly rule?: string | undefined;
  readonly changed?: string | undefined;
  /** A branch: only what was made since it was left. */
  readonly since?: string | undefined;
  readonly why?: string | undefined;
  readonly by: "rule" | "file";
  readonly format?: "text" | "json" | "sarif" | "junit" | "github" | "gitlab" | "azure" | undefined;
  readonly fix: boolean;
  readonly acceptUnread: boolean;
  readonly accept: boolean;
  readonly strict: boolean;
  readonly write: boolean;
}

/** 1 where something is to be mended: an error, or a warning where those count, too. */
export function exitCode(checked: readonly Pick<Checked, "fresh">[], { strict }: Pick<CheckOptions, "strict">): number {
  const fails = checked.some(({ fresh }) => fresh.some(({ severity }) => strict || severity === "error"));
  return fails ? 1 : 0;
}
