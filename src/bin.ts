#!/usr/bin/env node
/** The program `steady-shelf`. */
import { readFileSync } from "node:fs";
import { run } from "./commands/cli.js";

const { version } = JSON.parse(readFileSync(new URL("../package.json", import.meta.url), "utf8")) as {
  version: string;
};
// A reader that has seen enough (`steady-shelf history | head`) closes the pipe; that is no failure.
process.stdout.on("error", (error: NodeJS.ErrnoException) => process.exit(error.code === "EPIPE" ? 0 : 1));
process.exitCode = await run(process.argv.slice(2), version);
