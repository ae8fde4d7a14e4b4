/** Names in markup: reading one again at its place, and writing one. What a script or sheet in a page holds is read by its own rules. */
import { javascript } from "../javascript/index.js";
import type { Language } from "../language.js";
import type { Reference } from "../reading.js";
import { sheets } from "../sheets/index.js";

const parts: Readonly<Record<string, Language>> = { javascript, sheets };

/** Reads the name again that stands at an offset. */
export function readInPage(
  text: string,
  start: number,
  reference: Reference,
): { readonly end: number; readonly specifier: string } | undefined {
  const part = parts[reference.within ?? ""];
  if (part) return part.readAt(text, start, reference);
  const ends =
    reference.quote === "" ? /^[^\s,"'<>]+(?:,[^\s,"'<>]+)*/ : reference.quote === '"' ? /^[^"<]+/ : /^[^'<>]+/;
  const [specifier = ""] = ends.exec(text.slice(start, start + 2000)) ?? [];
  return specifier === "" ? undefined : { end: start + specifier.length, specifier };
}

/** Writes a name into its place. Markup has entities for what a value cannot hold; no name is written with them. */
export function writeInPage(specifier: string, reference: Reference): string | undefined {
  const part = parts[reference.within ?? ""];
  if (part) return part.write(specifier, reference);
  return /[\s"'<>&`]|^,|,$/.test(specifier) ? undefined : specifier;
}

/** What has to follow a name in a part. */
export function behindInPage(specifier: string, reference: Reference): string {
  return parts[reference.within ?? ""]?.behind?.(specifier, reference) ?? "";
}
