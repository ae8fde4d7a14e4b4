/**
 * Judges the language server on real code: an editor renames files and folders at random while other documents hold edits that
 * are not saved; the command `move` does the same on a copy on which those are. After each, both must have the same bytes; at the
 * end the compiler must say of the one what it said before.
 *
 *   node scripts/referee-editor.mjs [--seed 1] [--times 200] [--utf8] [--kill] PACKAGE[@VERSION]:FOLDER …
 *
 * With --kill the server is killed now and then, and started again. Exit code 1 if a judge disagrees. Nothing is written outside
 * the temporary folder.
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, posix } from "node:path";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";
import { openDiskStore, openProject } from "../dist/index.js";
import { Editor } from "./judges/editor.mjs";
import { fetchPackage, randomFrom } from "./judges/packages.mjs";
import { diagnose } from "./judges/typescript.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: "string", default: "1" },
    times: { type: "string", default: "200" },
    utf8: { type: "boolean", default: false },
    kill: { type: "boolean", default: false },
  },
});
const options = { ...values, seed: Number(values.seed), times: Number(values.times), packages: positionals };

const home = mkdtempSync(join(tmpdir(), "steady-shelf-referee-"));
let failures = 0;
for (const spec of options.packages) await judge(spec);
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "Every judge agrees." : `${failures} disagreements.`);
process.exit(failures === 0 ? 0 : 1);

/** @param {string} spec */
async function judge(spec) {
  const [, name = "", folder = "src"] = /^(.+?)(?::(.*))?$/.exec(spec) ?? [];
  const random = randomFrom(options.seed);
  const pick = (/** @type {readonly any[]} */ list) => list[Math.floor(random() * list.length)];
  const ofEditor = fetchPackage(home, name, options.seed);
  const ofCommand = `${ofEditor}-command`;
  cpSync(ofEditor, ofCommand, { recursive: true });
  const begin = async () => {
    const encoding = options.utf8 ? /** @type {const} */ ("utf-8") : /** @type {const} */ ("utf-16");
    const editor = new Editor(ofEditor, { encoding, options: { companions: "leave", findings: false } });
    await editor.begin();
    return editor;
  };
  let editor = await begin();
  const files = async () => {
    const { tree } = await openProject(openDiskStore(ofCommand));
    return tree.paths.filter((path) => folder === "." || path.startsWith(`${folder}/`));
  };
  const before = diagnose(ofCommand, await files());
  const counts = { done: 0, refused: 0, edited: 0, unsaved: 0, wrong: 0, files: 0 };
  /** @type {number[]} */
  const times = [];
  for (let round = 0; round < options.times; round += 1) {
    const all = await files();
    const folders = [...new Set(all.map((path) => posix.dirname(path)))];
    editor.saveAll();
    for (const path of [...editor.documents.keys()].slice(0, -4)) if (random() < 0.3) await editor.close(path);
    // Some documents are open, and hold what is not saved.
    for (let more = 0; more < 3; more += 1) {
      const path = pick(all);
      if (!/\.(?:[cm]?[jt]sx?|vue|s?css|less)$/.test(path)) continue;
      if (!editor.documents.has(path)) await editor.open(path);
      if (random() < 0.6) {
        await editor.type(path, 0, 0, `/* ${pick(["new", "größer", "🍏 apple"])} ${round} */\n`);
        counts.unsaved += 1;
      }
    }
    for (const [path, { text }] of editor.documents) {
      const mark = readFileSync(join(ofCommand, path), "utf8").startsWith("\ufeff") ? "\ufeff" : "";
      writeFileSync(join(ofCommand, path), mark + text);
    }
    const isFolder = random() < 0.25;
    const from = isFolder ? pick(folders.filter((each) => each !== folder && each !== ".")) : pick(all);
    if (from === undefined) continue;
    const into = pick([...folders, posix.join(folder, "new place"), posix.join(folder, "deep/er")]);
    const to = posix.join(into, (random() < 0.3 ? "renamed-" : "") + posix.basename(from));
    if (existsSync(join(ofCommand, to)) || `${to}/`.startsWith(`${from}/`)) continue;
    const moved = spawnSync(
      "node",
      [
        program,
        "move",
        "--alone",
        "--accept-different",
        "--accept-unread",
        "--write",
        "--project",
        ofCommand,
        join(ofCommand, from),
        join(ofCommand, to),
      ],
      { encoding: "utf8" },
    );
    if (moved.status !== 0) {
      counts.refused += 1;
      const said = editor.messages.length;
      const edit = await editor.connection.sendRequest("workspace/willRenameFiles", {
        files: [{ oldUri: editor.uriOf(from), newUri: editor.uriOf(to) }],
      });
      if (edit !== null || editor.messages.length === said)
        tell(`refused as a command only: ${from} → ${to}: ${moved.stderr}`);
      continue;
    }
    const begun = performance.now();
    const edit = await editor.rename({ from, to });
    times.push(performance.now() - begun);
    editor.saveAll();
    counts.done += 1;
    counts.files += edit?.documentChanges?.length ?? 0;
    const unlike = differences();
    if (unlike.length > 0) {
      const shown = spawnSync("diff", ["-r", "-x", ".git", "-x", ".steady-shelf", ofEditor, ofCommand], {
        encoding: "utf8",
      });
      tell(
        `${from} → ${to}: ${unlike.slice(0, 3).join(" | ")}\n${shown.stdout.slice(0, 500)}\n${editor.messages.slice(-3).join("\n")}`,
      );
      // From here on both are the same again.
      rmSync(ofEditor, { recursive: true });
      cpSync(ofCommand, ofEditor, { recursive: true });
      await editor.kill();
      editor = await begin();
    } else if (options.kill && random() < 0.1) {
      await editor.kill();
      editor = await begin();
    }
  }
  await editor.end();
  const left = await files();
  const after = diagnose(ofCommand, left);
  const byCode = (/** @type {readonly string[]} */ list) =>
    JSON.stringify(
      Object.entries(
        list.reduce((all, line) => {
          const code = line.split(" ").at(-1) ?? "";
          return { ...all, [code]: (all[code] ?? 0) + 1 };
        }, /** @type {Record<string, number>} */ ({})),
      ).sort(),
    );
  if (byCode(before) !== byCode(after)) tell(`the compiler: ${byCode(before)} → ${byCode(after)}`);
  times.sort((a, b) => a - b);
  console.log(
    `${counts.wrong === 0 ? "✓" : "✗"} ${spec} seed ${options.seed}: ${counts.done} renamed (${counts.refused} refused by both), ${counts.files} documents edited, ${counts.unsaved} unsaved edits, ${left.length} files, ${before.length} diagnostics, answer and edit ${Math.round(times[times.length >> 1] ?? 0)} ms at the median`,
  );

  function differences() {
    const run = spawnSync("diff", ["-rq", "-x", ".git", "-x", ".steady-shelf", ofEditor, ofCommand], {
      encoding: "utf8",
    });
    return run.stdout.split("\n").filter(Boolean);
  }

  function tell(/** @type {string} */ text) {
    counts.wrong += 1;
    failures += 1;
    console.log(`    ✗ ${text.slice(0, 1600)}`);
  }
}
