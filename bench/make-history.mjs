/** Gives a synthetic app a history: the same commits for the same numbers, every time. */
// @ts-check
import { spawnSync } from "node:child_process";

/**
 * Writes so many commits on top of the last one. Each edits a few files of one feature, as people do; every fiftieth moves a
 * file away and the next one brings it back, so that the tree at the end is the one that was there.
 * @param {string} root @param {number} commits @param {readonly (readonly string[])[]} groups Files that are changed together.
 */
export function makeHistory(root, commits, groups) {
  const git = (/** @type {readonly string[]} */ words, /** @type {string} */ input = "") => {
    const run = spawnSync("git", words, { cwd: root, input, encoding: "utf8", maxBuffer: 1 << 30 });
    if (run.status !== 0) throw new Error(`git ${words[0]}: ${run.stderr}`);
    return run.stdout;
  };
  const listed = git(["ls-tree", "-r", "HEAD"]).split("\n");
  const objects = new Map(listed.map((line) => [line.slice(line.indexOf("\t") + 1), line.split(/\s/)[2] ?? ""]));
  const texts = new Map([...objects].slice(0, 1));
  const who = "bench <bench@example.org>";
  const head = git(["rev-parse", "HEAD"]).trim();
  const branch = git(["symbolic-ref", "HEAD"]).trim();
  /** @type {string[]} */
  const stream = [];
  /** @type {string | undefined} */
  let away;
  for (let at = 0; at < commits; at += 1) {
    const group = groups[(at * 7919) % groups.length] ?? [];
    const message = `change ${at}`;
    stream.push(
      `commit ${branch}`,
      `committer ${who} ${1_700_000_000 + at * 60} +0000`,
      `data ${message.length}`,
      message,
    );
    if (at === 0) stream.push(`from ${head}`);
    const count = 1 + (at % 5);
    for (let file = 0; file < Math.min(count, group.length); file += 1) {
      const path = group[(at + file * 3) % group.length] ?? "";
      if (path === away || !objects.has(path)) continue;
      // The last commit to touch a file leaves it as it was.
      const body = `${path} ${at}\n`;
      stream.push(`M 100644 inline "${path}"`, `data ${body.length}`, body);
      texts.set(path, "");
    }
    if (at % 50 === 48) {
      away = group[0];
      if (away !== undefined) stream.push(`R "${away}" "${away}.away"`);
    } else if (away !== undefined) {
      stream.push(`R "${away}.away" "${away}"`);
      away = undefined;
    }
  }
  // What was there before is there again.
  const message = "as it was";
  stream.push(
    `commit ${branch}`,
    `committer ${who} ${1_700_000_000 + commits * 60} +0000`,
    `data ${message.length}`,
    message,
  );
  for (const path of texts.keys()) if (objects.has(path)) stream.push(`M 100644 ${objects.get(path)} "${path}"`);
  if (away !== undefined) stream.push(`D "${away}.away"`);
  git(["fast-import", "--quiet"], `${stream.join("\n")}\n`);
  git(["reset", "-q", "--hard"]);
}
