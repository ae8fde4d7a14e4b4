#!/usr/bin/env node
/** The program `steady-shelf`. */
import { readFileSync } from "node:fs";
import { run } from "./commands/cli.js";

const { version } = JSON.parse(readFileSync(new URL("../package.json", import.meta.url), "utf8")) as {
  version: string;
};
// A reader that has seen enough (`steady-shelf history | head`) closes the pipe; that is no failure.
process.stdout.on("error", (error: NodeJS.ErrnoException) => process.exit(error.code === "EPIPE" ? 0 : 1));
const words = process.argv.slice(2);
process.exitCode = await run(words, version);
// The protocol's library watches the editor's process with a timer, which would keep a server that nobody can speak to.
if (words[0] === "language-server") process.exit();
