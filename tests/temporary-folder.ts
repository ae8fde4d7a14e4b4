/**
 * One folder for all that the tests make outside the project, and git and Node without settings of this machine. The folder goes
 * when they are done, however a worker was ended.
 */
import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** What the tests need at most, with room to spare: they leave less than 300 MB in their folder. */
const ROOM = 2 ** 30;

/** A folder in memory, where a disk has to write through at each of the many changes that are tried; else none. */
function madeInMemory(): string | undefined {
  let folder: string | undefined;
  try {
    const { bavail, bsize } = statfsSync("/dev/shm");
    if (bavail * bsize < ROOM) return undefined;
    folder = mkdtempSync("/dev/shm/steady-shelf-tests-");
    // Tests run programs and load a library from there.
    const script = join(folder, "may-run");
    writeFileSync(script, "#!/bin/sh\n", { mode: 0o700 });
    execFileSync(script);
    return folder;
  } catch {
    if (folder !== undefined) rmSync(folder, { recursive: true, force: true });
    return undefined;
  }
}

/**
 * Git as it is without anybody's own settings: filters, hooks and names of this machine are no part of a test. It also does not
 * look after what is thrown away, and copies no examples of hooks into each repository.
 */
const gitSettings = (template: string): string => `[init]
\ttemplateDir = ${template}
[gc]
\tauto = 0
[maintenance]
\tauto = false
`;

/** Run once, before workers are started, which inherit the setting. Gives what is done in the end. */
export default function makeTemporaryFolder(): () => void {
  const folder = madeInMemory() ?? mkdtempSync(join(tmpdir(), "steady-shelf-tests-"));
  process.env.TMPDIR = folder;
  const settings = join(folder, "gitconfig");
  const template = join(folder, "git-template");
  for (const name of ["info", "hooks"]) mkdirSync(join(template, name), { recursive: true });
  writeFileSync(join(template, "info/exclude"), "");
  writeFileSync(settings, gitSettings(template));
  process.env.GIT_CONFIG_GLOBAL = settings;
  process.env.GIT_CONFIG_NOSYSTEM = "1";
  // Node reads a company's certificates whenever it starts, which takes twice as long as to start. No test fetches anything.
  Reflect.deleteProperty(process.env, "NODE_EXTRA_CA_CERTS");
  return () => rmSync(folder, { recursive: true, force: true });
}
