/**
 * Why `arrange` moves a file, leaves it, or asks about it: codes with parameters. `src/wording/arranging.ts` has the words.
 */
import type { Role } from "../../app/arrangement/index.js";
import type { Reason } from "../../insight/reasons.js";
import type { Blame } from "../groups.js";

/** Why a unit moves. */
export type MoveGround =
  /** What the file is, of which feature (`shared` is one), and what speaks for that. */
  | {
      readonly code: "judged";
      readonly role: Role | undefined;
      readonly feature: string;
      /** Whether neither the shelf nor the file is of a feature. */
      readonly isShared: boolean;
      readonly because: Reason | undefined;
    }
  | { readonly code: "index of"; readonly folder: string }
  | { readonly code: "mirrors"; readonly file: string };

/** Why a unit that would move does not. */
export type StayGround =
  | { readonly code: "answered" }
  | {
      readonly code: "no shelf";
      readonly arrangement: string;
      readonly role: Role | undefined;
      /** Whether the arrangement has one for what is of a feature. */
      readonly ofNoFeature?: boolean;
    }
  | { readonly code: "index of a feature"; readonly arrangement: string }
  | { readonly code: "found by place"; readonly framework: string }
  | { readonly code: "address there"; readonly framework: string }
  | { readonly code: "place taken"; readonly at: string }
  | { readonly code: "named unread" }
  | { readonly code: "own names unread"; readonly file: string }
  | { readonly code: "not read whole"; readonly file: string }
  | Blame;

/** What a question is about. */
export type Doubtful =
  | { readonly code: "nothing known" }
  /** One role that is a guess, or two that are about as likely. */
  | { readonly code: "roles"; readonly roles: readonly Role[] }
  | { readonly code: "features"; readonly features: readonly string[] }
  | { readonly code: "no one feature"; readonly role: Role };
