/** Options that several commands have. */
import type { Argv } from "yargs";
import type { CommonOptions } from "../context.js";
import { UsageError } from "../failure.js";

export const write = { type: "boolean", default: false, describe: "Carry it out" } as const;
export const rehearse = {
  type: "string",
  requiresArg: true,
  describe: 'Try it in a throw-away checkout: run this command of the app there, before and after ("npm test")',
} as const;
export const mentions = {
  type: "boolean",
  default: false,
  describe: "Update Markdown links, ignore and owners' patterns as well",
} as const;
export const keepNamespaces = {
  type: "boolean",
  default: false,
  describe: "Leave types in their namespaces, also where those follow folders",
} as const;
export const acceptDifferent = {
  type: "boolean",
  default: false,
  describe: "Go on although the proof names differences",
} as const;
export const acceptUnread = {
  type: "boolean",
  default: false,
  describe: "Go on although not everything that may matter could be read",
} as const;
export const commit = {
  type: "string",
  describe: "Commit it; with two-steps first the pure relocation, so that git follows every file",
} as const;
export const compile = {
  type: "boolean",
  default: false,
  describe: "Compile style sheets before and after, with what the app has installed",
} as const;
export const all = { type: "boolean", default: false, describe: "Show everything, folded by default" } as const;

export const groups = {
  type: "boolean",
  describe: "Go by the groups of an Xcode project, wherever files lie (default: as configured)",
} as const;

/** Of every command that looks. */
export function cacheOption(args: Argv<CommonOptions>) {
  return args.option("cache", { type: "boolean", default: true, describe: "Use and keep what earlier runs have read" });
}

/** Of those whose lists are folded. */
export function lookOptions(args: Argv<CommonOptions>) {
  return cacheOption(args).option("all", all);
}

/** Of commands that try arrangements on the app and its history. */
export function tryingOptions(args: Argv<CommonOptions>) {
  return cacheOption(args)
    .option("groups", groups)
    .option("with", {
      type: "string",
      requiresArg: true,
      describe: "Only these arrangements, or files of your own: mvvm,./shelves.yaml (default: all that fit)",
    })
    .option("commits", {
      type: "number",
      default: 5000,
      requiresArg: true,
      describe: "How much of the history is read",
    })
    .check(({ commits }) => {
      if (!Number.isInteger(commits) || commits < 0) throw new UsageError("--commits takes a whole number.");
      return true;
    });
}

/** `--commit` belongs to what is written; its only other word is `two-steps`. */
export function checkCommit({ commit: steps, save }: { commit?: string | undefined; save?: string | undefined }): true {
  if (steps !== undefined && steps !== "" && steps !== "two-steps")
    throw new UsageError(`--commit takes nothing, or two-steps; not ${steps}.`);
  if (steps !== undefined && save !== undefined)
    throw new UsageError("Give either --save or --commit: a plan that is saved changes nothing yet.");
  return true;
}
