/** Reads JSON with comments and trailing commas (tsconfig, package manifests) with errors that name their place. */
import { parse, printParseErrorCode, type ParseError } from "jsonc-parser";
import { ShelfError } from "../base/errors.js";
import { SourceText } from "../base/text/index.js";

/** A JSON object whose fields have yet to be looked at. */
export type JsonObject = Readonly<Record<string, unknown>>;

/** Parses one configuration file. Throws `CONFIG_BROKEN` with line and column. */
export function parseJsonFile(text: string, file: string): JsonObject {
  const errors: ParseError[] = [];
  const value = parseOrRefuse(text, file, errors);
  const [first] = errors;
  if (first) {
    const place = { file, ...SourceText.fromBytes(Buffer.from(text)).positionAt(first.offset) };
    throw new ShelfError("CONFIG_BROKEN", {
      place,
      path: file,
      reason: `${spaced(printParseErrorCode(first.error))}.`,
    });
  }
  return asObject(value) ?? {};
}

function parseOrRefuse(text: string, file: string, errors: ParseError[]): unknown {
  try {
    return parse(text.replace(/^\uFEFF/, ""), errors, { allowTrailingComma: true, allowEmptyContent: true });
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new ShelfError("CONFIG_BROKEN", { place: { file }, path: file, reason: "it is nested too deeply." }, error);
  }
}

/** `"CommaExpected"` → `"comma expected"`. */
function spaced(code: string): string {
  return code.replace(/(?<=[a-z])[A-Z]/g, " $&").toLowerCase();
}

/** The value as an object, or `undefined` for anything else. */
export function asObject(value: unknown): JsonObject | undefined {
  return typeof value === "object" && value !== null && !Array.isArray(value) ? (value as JsonObject) : undefined;
}

/** The strings in a value that is a string or a list of them. */
export function asStrings(value: unknown): readonly string[] {
  return (Array.isArray(value) ? (value as unknown[]) : [value]).filter((each) => typeof each === "string");
}
