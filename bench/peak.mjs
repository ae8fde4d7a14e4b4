/** Loaded before a measured program: says its largest resident set, in KiB, when it ends. */
// @ts-check
import { writeSync } from "node:fs";

process.on("exit", () => void writeSync(2, `peak-memory ${process.resourceUsage().maxRSS}\n`));
