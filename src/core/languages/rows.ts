/**
 * The rows of a text: places at which things stand side by side and one more could stand: the statements of a block, the properties
 * of an object, the elements of a list, the children of a tag, the cases of a switch. What an app does for each of its features is
 * told by its rows. Offsets are UTF-16 units, half-open.
 */

/** What stands in a row. */
export type RowKind =
  | "statements" // of a file, a block or a class, the members of a type
  | "entries" //    properties, elements, members of an enumeration, alternatives of a type: data
  | "names" //      what an import or export lists, or a pattern takes apart: nothing without its statement
  | "children" //   of a tag
  | "blocks"; //    of a file in several languages

/** Things side by side. */
export interface Row {
  readonly kind: RowKind;
  /** From behind the opening bracket to the closing one; of the outermost row, the whole text. */
  readonly start: number;
  readonly end: number;
  readonly items: readonly RowItem[];
  /** What has to stand between two items besides white space: `,`, `|`, or nothing. */
  readonly separator: string;
}

/** One of them, with the rows that stand in it. */
export interface RowItem {
  readonly start: number;
  readonly end: number;
  readonly rows: readonly Row[];
  /** Plain text for people, between tags. */
  readonly isText?: true;
  /** The tag of an element, the key of a property: two of one tag are of one kind, whatever else they say. */
  readonly tag?: { readonly start: number; readonly end: number };
  /** Where names stand that it declares for what follows it; those of its own parts are theirs. */
  readonly declares?: readonly number[];
  /** What a function gives back: without it, the function is another. */
  readonly isResult?: true;
  /** Of a type, in which every letter counts. */
  readonly isExact?: true;
  /** Something that is only done, and has no name by which others know it: `test("…", () => {})`. */
  readonly isDone?: true;
}

/** The same at other offsets: those of a text in which this one is a part. */
export function shiftedRow(row: Row, by: number): Row {
  return {
    ...row,
    start: row.start + by,
    end: row.end + by,
    items: row.items.map((item) => ({
      ...item,
      start: item.start + by,
      end: item.end + by,
      ...(item.declares && { declares: item.declares.map((at) => at + by) }),
      ...(item.tag && { tag: { start: item.tag.start + by, end: item.tag.end + by } }),
      rows: item.rows.map((each) => shiftedRow(each, by)),
    })),
  };
}
