/** Who reads what: many texts are shared with workers, large ones never leave, and what a worker leaves undone is read here. */
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { languageFor, type Extraction } from "./index.js";
import { readWithWorkers, type PoolInput } from "./reading-pool.js";

const folder = mkdtempSync(join(tmpdir(), "steady-shelf-pool-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
beforeAll(async () => languageFor("a.ts")?.prepare());

/** A worker that says of each text that it was away; or one that ends at once. */
function worker(text: string): URL {
  const file = join(folder, `${text.length}.mjs`);
  writeFileSync(file, `import { workerData as port } from "node:worker_threads";\n${text}`);
  return pathToFileURL(file);
}

const answering = `port.on("message", (tasks) => port.postMessage({
  indexes: tasks.map(({ index }) => index),
  extractions: JSON.stringify(tasks.map(() => ({ references: [], computed: [], reading: "away" }))),
}));`;

/** Texts of one import each; each so-manieth is very long. */
function texts(count: number, longEach: number): string[] {
  const long = `/* ${"-".repeat(1_000_001)} */`;
  return Array.from({ length: count }, (_, at) => `import "./f${at}";\n${at % longEach === 1 ? long : ""}`);
}

async function readAll(script: URL, all: readonly string[], workers = 1): Promise<Map<number, Extraction>> {
  const found = new Map<number, Extraction>();
  const input: PoolInput<"references"> = {
    depth: "references",
    paths: all.map((_, at) => `src/f${at}.ts`),
    textOf: (at) => all[at] ?? "",
    visit: (at, reading) => {
      expect(found.has(at), "each is read once").toBe(false);
      found.set(at, reading);
    },
  };
  await readWithWorkers(script, input, workers);
  return found;
}

const specifiers = (extraction: Extraction | undefined): string[] =>
  extraction?.references.map(({ specifier }) => specifier) ?? [];

describe("a list of texts", () => {
  test.each([1, 2, 3])(
    "is shared with %i workers, but for long texts, which would take their memory",
    async (count) => {
      const all = texts(400, 50);
      const found = await readAll(worker(answering), all, count);
      expect(found.size).toBe(400);
      const away = [...found].filter(([, { reading }]) => (reading as string) === "away");
      expect(away.length).toBeGreaterThan(48);
      for (let at = 1; at < 400; at += 50) expect(specifiers(found.get(at))).toEqual([`./f${at}`]);
    },
  );

  test("of which all are long stays here", async () => {
    const found = await readAll(
      worker(answering),
      texts(120, 1).map((text) => text + `/*${"-".repeat(1_000_000)}*/`),
    );
    expect([...found].every(([at, each]) => specifiers(each)[0] === `./f${at}`)).toBe(true);
    expect(found.size).toBe(120);
  });

  test("goes to every worker", async () => {
    const saying = answering
      .replace('"away"', "threadId")
      .replace("port.on", 'import { threadId } from "node:worker_threads";\nport.on');
    const found = await readAll(worker(saying), texts(2000, 5000), 3);
    expect(found.size).toBe(2000);
    const ids = new Set(
      [...found.values()].map(({ reading }) => reading as unknown).filter((id) => typeof id === "number"),
    );
    expect(ids.size).toBe(3);
  });

  test.each([1, 3])("is read to its end here where %i workers fail", async (count) => {
    const found = await readAll(worker("process.exit(1);"), texts(300, 99), count);
    expect([...found.keys()].sort((a, b) => a - b)).toEqual(Array.from({ length: 300 }, (_, at) => at));
    expect([...found].every(([at, each]) => specifiers(each)[0] === `./f${at}`)).toBe(true);
  });
});
