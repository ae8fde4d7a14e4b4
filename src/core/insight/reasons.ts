/**
 * What speaks for a role or a feature, as codes with parameters. `src/wording/reasons.ts` turns them into words; nothing in the
 * core reads those.
 */
import type { Role } from "../app/arrangement/index.js";
import type { Sign } from "../languages/index.js";

/** Every code, with what it is said of. Paths are project-relative; words are as the file spells them. */
export interface ReasonDetails {
  // Said by somebody.
  configured: object;
  answered: object;
  // Told by another file.
  "goes with": { readonly file: string };
  "re-exports role": { readonly role: Role; readonly count: number; readonly total: number };
  "re-exports feature": { readonly feature: string };
  "re-exports features": { readonly count: number };
  // Told by the place.
  "in folder": { readonly folder: string };
  "in screen folder": { readonly screen: string };
  "used by screen": { readonly screen: string };
  "folder takes such": { readonly folder: string };
  "shelf takes such": object;
  "found by place": { readonly by: string };
  // Told by the name.
  infix: { readonly infix: string };
  extension: { readonly extension: string; readonly role: Role };
  "leads the source root": object;
  "whole name": { readonly name: string };
  "name begins": { readonly word: string };
  "name ends": { readonly words: string };
  "name pattern": { readonly pattern: string };
  "name mentions": { readonly feature: string };
  "name mentions none": object;
  "actions mention": { readonly feature: string };
  // Told by the text.
  "declares for the app": object;
  "declares only": object;
  generated: object;
  "does the work": object;
  sign: { readonly sign: Sign };
  renders: object;
  exports: { readonly kind: "component" | "hook" | "class" };
  "exports only": { readonly kind: "hook" | "type" | "constant" | "function" };
  "exports constants and types": object;
  // Told by who uses it, and what it uses.
  routed: { readonly router: string };
  "taken in by none": object;
  /** Settings or a build script name it. */
  "built by": { readonly by: string };
  "used by files": { readonly count: number };
  "used only by": { readonly feature: string };
  "of the features used only by": { readonly feature: string };
  "used mostly by": { readonly feature: string };
  "used by shared": object;
  "used by features": { readonly features: readonly string[] };
  "uses only": { readonly feature: string };
  combines: { readonly features: readonly string[] };
  "changed with": { readonly feature: string; readonly times: number; readonly total: number };
  "serves the app": { readonly role: Role };
  // Told by nothing.
  "no tie": object;
  "little tie": object;
  "no features": object;
  "feature of its own": object;
}

/** One reason. */
export type Reason = {
  [Code in keyof ReasonDetails]: { readonly code: Code } & Readonly<ReasonDetails[Code]>;
}[keyof ReasonDetails];

/** What a text says against a reason, which counts less for it. */
export type Doubt =
  | "renders"
  | "renders nothing"
  | "exports hooks"
  | "exports no hook"
  | "exports only types"
  | "exports only constants"
  | "exports only functions"
  | "exports code"
  | "serves";
