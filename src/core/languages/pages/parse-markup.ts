/** Markup by the parser of Vue's compiler, which is loaded when a page or a component is first read. */
import type * as Compiler from "@vue/compiler-dom";
import { BrokenAssumption } from "../../base/errors.js";
import { javascript } from "../javascript/index.js";

let compiler: typeof Compiler | undefined;

/** Loads the parser, and that of scripts. */
export async function preparePages(): Promise<void> {
  await javascript.prepare();
  compiler ??= await import("@vue/compiler-dom");
}

/** Parses markup; errors are passed over, as browsers do. */
export function parseMarkup(text: string, parseMode: "sfc" | "html"): Compiler.RootNode {
  if (!compiler) throw new BrokenAssumption("extract() was called before prepare()");
  // Values are read from the text as they stand; no entity is undone, for which the parser would ask a browser.
  const asItIs = (raw: string): string => raw;
  return compiler.parse(text, { parseMode, onError: () => undefined, comments: false, decodeEntities: asItIs });
}

/** Whether HTML, SVG or MathML has a tag of this name, so that it means no component. */
export function isNativeTag(tag: string): boolean {
  return compiler?.parserOptions.isNativeTag?.(tag) === true;
}
