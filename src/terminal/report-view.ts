/** What is said when the page of `report` was written. */
import { plain } from "../core/base/text/index.js";
import { count, grouped } from "../wording/words.js";
import { wrap, type Screen } from "./screen.js";

/** What was written, and of what. */
export interface WrittenReport {
  readonly file: string;
  /** Its address for a browser. */
  readonly address: string;
  readonly bytes: number;
  readonly apps: readonly {
    readonly name: string;
    readonly counts: { readonly files: number };
    readonly features: readonly unknown[];
    readonly findings: readonly { readonly isAccepted: boolean }[];
    readonly unread: readonly unknown[];
  }[];
  readonly isOpened: boolean;
}

/** The whole view, as lines without a last line end. What could not be read comes first. */
export function reportView(written: WrittenReport, { palette, width }: Screen): string {
  const { file, address, bytes, apps, isOpened } = plain(written);
  const unread = apps.reduce((sum, each) => sum + each.unread.length, 0);
  const head =
    unread === 0
      ? []
      : [palette.leaves(wrap(`! ${count(unread, "file")} could not be read whole; the page says which.`, width))];
  return [
    ...head,
    `Wrote ${palette.arrives(file)} (${sizeOf(bytes)}).`,
    ...apps.map(({ name, counts, features, findings }) => {
      const fresh = findings.filter(({ isAccepted }) => !isAccepted).length;
      return `  ${name}: ${count(counts.files, "file")}, ${count(features.length, "feature")}, ${count(fresh, "finding")}.`;
    }),
    ...(isOpened ? [] : ["", `  Open it with \`steady-shelf report --open\`, or in a browser:`, `  ${address}`]),
  ].join("\n");
}

/** `(812_000)` → `793 KB` */
function sizeOf(bytes: number): string {
  return bytes < 1_048_576 ? `${grouped(Math.ceil(bytes / 1024))} KB` : `${(bytes / 1_048_576).toFixed(1)} MB`;
}
