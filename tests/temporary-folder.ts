/** One folder for all that the tests make outside the project; it goes when they are done, however a worker was ended. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** Run once, before workers are started, which inherit the setting. Gives what is done in the end. */
export default function makeTemporaryFolder(): () => void {
  const folder = mkdtempSync(join(tmpdir(), "steady-shelf-tests-"));
  process.env.TMPDIR = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
