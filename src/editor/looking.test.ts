/** Asking a thread: what it throws, how it is stopped, and that it begins again. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../core/base/paths.js";
import { Looking } from "./looking.js";

const at = (path: string): ProjectPath => path as ProjectPath;

/** A thread that answers as a text says. */
function answering(body: string): Looking {
  const script = `import { parentPort, workerData } from "node:worker_threads";
    const stops = new Int32Array(workerData.stops);
    const seen = [];
    parentPort.on("message", (call) => { if (call.kind === "update") seen.push(...call.changes); else answer(call); });
    function answer({ id, method, words }) { ${body} }`;
  return new Looking("/nowhere", at(""), "utf-16", new URL(`data:text/javascript,${encodeURIComponent(script)}`));
}

const send = (value: string): string => `parentPort.postMessage({ id, kind: "answer", value: ${value} });`;

describe("a thread", () => {
  test("is told what is asked, and of every document that was open before it began", async () => {
    const looking = answering(send("[{ method, words, seen }]"));
    looking.update([
      { path: at("a.ts"), text: "a" },
      { path: at("b.ts"), text: "b" },
      { path: at("b.ts"), text: null },
    ]);
    const asked = looking.ask("usersOf", [[at("a.ts")]]);
    expect(await asked).toEqual([{ method: "usersOf", words: [["a.ts"]], seen: [{ path: "a.ts", text: "a" }] }]);
    looking.update([{ path: at("c.ts") }]);
    expect(await looking.ask("usersOf", [[]])).toMatchObject([{ seen: [{ path: "a.ts" }, { path: "c.ts" }] }]);
    await looking.close();
  });

  test("gives what it throws with code and advice, and says how far it is", async () => {
    const told: unknown[] = [];
    const looking = answering(
      `parentPort.postMessage({ id, kind: "progress", what: "Reading", done: 1, total: 2 });
       parentPort.postMessage({ id, kind: "failure", code: "STACK_UNSURE", message: "no", next: "say it", stack: "at x" });`,
    );
    const progress = (what: string, done: number, total: number): void => void told.push([what, done, total]);
    await expect(looking.ask("findings", [], { progress })).rejects.toMatchObject({
      name: "LookingFailure",
      code: "STACK_UNSURE",
      next: "say it",
    });
    expect(told).toEqual([["Reading", 1, 2]]);
    await looking.close();
  });

  test("that dies fails what is asked of it, and the next question begins another", async () => {
    const looking = answering(`if (method === "findings") process.exit(1); ${send("seen.length")}`);
    looking.update([{ path: at("a.ts"), text: "a" }]);
    await expect(looking.ask("findings", [])).rejects.toMatchObject({ name: "LookingFailure" });
    expect(await looking.ask("usersOf", [[]])).toBe(1);
    await looking.close();
    await expect(answering("throw new Error(`broken`);").ask("findings", [])).rejects.toThrow("broken");
  });

  test("sees that nobody wants an answer any more, though it never stops to listen", async () => {
    const looking = answering(
      `const end = Date.now() + 5000;
       while (Atomics.load(stops, id % stops.length) !== id && Date.now() < end);
       ${send("Date.now() < end")}`,
    );
    const controller = new AbortController();
    const begun = Date.now();
    const asked = looking.ask("usersOf", [[]], { signal: controller.signal });
    setTimeout(() => controller.abort(), 50);
    await expect(asked).rejects.toMatchObject({ code: "STOPPED" });
    await expect(looking.ask("usersOf", [[]], { signal: AbortSignal.abort() })).rejects.toMatchObject({
      code: "STOPPED",
    });
    // The thread is free again long before it would have given up.
    const last = new AbortController();
    const answered = looking.ask("usersOf", [[]], { signal: last.signal }).catch(() => "stopped");
    setTimeout(() => last.abort(), 100);
    expect(await answered).toBe("stopped");
    expect(Date.now() - begun).toBeLessThan(4000);
    await looking.close();
  });
});
