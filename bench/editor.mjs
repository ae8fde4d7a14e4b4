/**
 * Measures the language server with an editor without a screen: the first answer after the start, answers to renames when it is warm,
 * and what it holds after thousands of edits.
 *
 *   npm run bench -- editor
 */
// @ts-check
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, posix } from "node:path";
import { Editor } from "../scripts/judges/editor.mjs";
import { makeApp } from "./make-app.mjs";

const [renames, edits] = [60, 10_000];

/** Rows of the table for an app of so many files. @param {number} size */
export async function measureEditor(size) {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-bench-"));
  makeApp(root, size);
  const paths = execFileSync("git", ["ls-files", "src"], { cwd: root, encoding: "utf8", maxBuffer: 1 << 28 })
    .split("\n")
    .filter((path) => /\.tsx?$/.test(path));
  const begun = performance.now();
  const editor = new Editor(root);
  await editor.begin();
  const will = (/** @type {string} */ path) =>
    editor.connection.sendRequest("workspace/willRenameFiles", {
      files: [
        {
          oldUri: editor.uriOf(path),
          newUri: editor.uriOf(posix.join(posix.dirname(path), "moved", posix.basename(path))),
        },
      ],
    });
  await will(paths[3] ?? "");
  const first = performance.now() - begun;
  await editor.until(() => editor.diagnostics.size > 0, 120_000);
  const found = performance.now() - begun;
  const times = [];
  for (let at = 0; at < renames; at += 1) {
    const asked = performance.now();
    await will(paths[(at * 977) % paths.length] ?? "");
    times.push(performance.now() - asked);
  }
  times.sort((a, b) => a - b);
  const file = paths[7] ?? "";
  await editor.open(file);
  const held = [];
  for (let at = 1; at <= edits; at += 1) {
    const isLine = at % 2 === 1;
    if (isLine) await editor.type(file, 0, 0, `import "./gone${at}";\n`);
    else await editor.type(file, 0, editor.text(file).indexOf("\n") + 1, "");
    // Time to look, now and then.
    if (at % 500 === 0) await new Promise((resolve) => setTimeout(resolve, 2500));
    if (at % (edits / 4) === 0) held.push(memoryOf(editor.process.pid));
  }
  await editor.end();
  rmSync(root, { recursive: true, force: true });
  const row = (/** @type {string} */ what, /** @type {string} */ time, memory = "") => [
    String(size),
    `editor: ${what}`,
    time,
    "",
    "",
    memory,
  ];
  return [
    row("first answer after the start", `${(first / 1000).toFixed(2)} s`),
    row("first findings", `${(found / 1000).toFixed(1)} s`),
    row(`rename, median of ${renames}`, `${Math.round(times[times.length >> 1] ?? 0)} ms`),
    row("rename, the slowest of them", `${Math.round(times.at(-1) ?? 0)} ms`),
    ...held.map((memory, at) => row(`after ${((at + 1) * edits) / 4} edits`, "", `${memory} MiB`)),
  ];
}

/** What a process holds in memory, in MiB; 0 where the system does not say. @param {number | undefined} pid */
function memoryOf(pid) {
  try {
    return Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1]) / 1024);
  } catch {
    return 0;
  }
}
