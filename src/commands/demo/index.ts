/** `steady-shelf demo`: tours on apps in a temporary folder. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { meantName } from "../../core/app/arrangement/index.js";
import { UsageError } from "../failure.js";
import type { RunWords } from "../line/command.js";
import { Guide } from "./guide.js";
import type { Tour } from "./tour.js";
import { tours, usualTours } from "./tours.js";

/** What was typed. */
export interface DemoOptions {
  /** Names of tours; without any, those of one app from empty to arranged. */
  readonly tours: readonly string[];
  readonly list: boolean;
  readonly all: boolean;
  readonly keep: boolean;
}

/** Runs the tours, their commands by `another`; gives 0 if every stop ended as it should and every judge agreed, else 1. */
export async function runDemo({ tours: names, list, all, keep }: DemoOptions, another: RunWords): Promise<number> {
  const wanted = all ? tours : names.length === 0 ? usualTours : names.map(tourNamed);
  if (list) {
    process.stdout.write(listText());
    return 0;
  }
  const folder = mkdtempSync(join(tmpdir(), "pippin-row-"));
  try {
    let isFine = true;
    for (const tour of wanted) isFine = (await new Guide(tour, folder, another).lead()) && isFine;
    if (!all && names.length === 0)
      process.stdout.write("\n`steady-shelf demo --list` names the tours of the other apps, `--all` shows all of them.\n");
    return isFine ? 0 : 1;
  } finally {
    if (keep) process.stdout.write(`\nThe apps are in ${folder}.\n`);
    else rmSync(folder, { recursive: true, force: true });
  }
}

/** The tour of a name. Throws `UsageError` with the nearest. */
function tourNamed(typed: string): Tour {
  const found = tours.find(({ name }) => name === typed);
  if (found) return found;
  const { near } = meantName(
    typed,
    tours.map(({ name }) => name),
  );
  const hint = near === undefined ? "" : ` Did you mean ${near}?`;
  throw new UsageError(`There is no tour ${typed}.${hint} \`demo --list\` names them all.`);
}

function listText(): string {
  const width = Math.max(...tours.map(({ name }) => name.length));
  const lines = tours.map((tour) => {
    const mark = usualTours.includes(tour) ? "●" : " ";
    return `  ${mark} ${tour.name.padEnd(width)}  ${tour.about}`;
  });
  return ["Tours; those with ● are shown by `steady-shelf demo`:", "", ...lines, ""].join("\n");
}
