/** How a refusal is shown: what, where, and what to do next. */
import type { ShelfError } from "../core/base/errors.js";
import { wrap, type Screen } from "./screen.js";

/** The message as lines for standard error. */
export function errorView(error: ShelfError, { palette, width }: Screen): string {
  const { place } = error;
  const [first = "", ...rest] = error.message.split("\n");
  const lines = [`${palette.bad("✗")} ${wrap(first, width - 2).replaceAll("\n", "\n  ")}`, ...rest];
  if (place)
    lines.push(
      `  ${palette.place([place.file, place.line, place.column].filter((part) => part !== undefined).join(":"))}`,
    );
  lines.push(wrap(error.next, width, "  "));
  return lines.join("\n");
}
