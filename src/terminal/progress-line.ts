/** One line on standard error that says how far long work is. Only in a terminal, only when it takes a while. */
import type { Progress } from "../core/base/progress.js";
import { grouped } from "../wording/words.js";

/** Milliseconds before the first line, and between two. */
const [patience, pace] = [400, 80];

/** A progress line and the way to wipe it. */
export interface ProgressLine {
  readonly report: Progress;
  readonly clear: () => void;
}

/** Draws on a stream; says nothing when it is no terminal. */
export function progressLine(stream: NodeJS.WriteStream, now: () => number): ProgressLine {
  const begun = now();
  let drawn = 0;
  if (!stream.isTTY) return { report: () => undefined, clear: () => undefined };
  return {
    report: (what, done, total) => {
      if (now() - begun < patience || now() - drawn < pace) return;
      drawn = now();
      // Of some work nobody knows how much it is.
      const far = total === 0 ? "" : `: ${grouped(done)} of ${grouped(total)}`;
      stream.write(`\r\x1b[K${what}${far}`);
    },
    clear: () => {
      if (drawn > 0) stream.write("\r\x1b[K");
      drawn = 0;
    },
  };
}
