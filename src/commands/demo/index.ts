/** `steady-shelf demo`: the full tour, on apps in a temporary folder. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Guide } from "./guide.js";
import { tours } from "./tours.js";

/** Runs every tour; gives 0 if every stop ended as it should and every judge agreed, else 1. */
export function runDemo({ keep }: { readonly keep: boolean }): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), "pippin-row-"));
  try {
    const results = tours.map((tour) => new Guide(tour, folder).lead());
    return Promise.resolve(results.every(Boolean) ? 0 : 1);
  } finally {
    if (keep) process.stdout.write(`\nThe apps are in ${folder}.\n`);
    else rmSync(folder, { recursive: true, force: true });
  }
}
